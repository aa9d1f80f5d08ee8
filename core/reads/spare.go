package reads

import "sync"

// spare keeps slices that were used, for use again. It keeps few, and none
// that is larger than most files need.
type spare[T any] struct {
	mutex sync.Mutex
	list  [][]T
}

const (
	mostSpare    = 8       // slices that are kept
	largestSpare = 1 << 17 // elements of one
)

// take returns an empty slice that may have room.
func (s *spare[T]) take() (list []T) {
	s.mutex.Lock()
	defer s.mutex.Unlock()
	if n := len(s.list); n > 0 {
		list, s.list = s.list[n-1][:0], s.list[:n-1]
	}
	return list
}

// give takes a slice back. Nobody may use it any more.
func (s *spare[T]) give(list []T) {
	if cap(list) == 0 || cap(list) > largestSpare {
		return
	}
	s.mutex.Lock()
	defer s.mutex.Unlock()
	if len(s.list) < mostSpare {
		s.list = append(s.list, list)
	}
}
