package survey

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/reads"
)

// asked is what files leave open: the names of constants and functions of others.
type asked struct {
	constants, functions map[string]bool
}

func (a *asked) empty() bool { return len(a.constants) == 0 && len(a.functions) == 0 }

// ask adds what a file leaves open that was not looked for before.
func (o *open) ask(result *reads.Result, now *asked) {
	o.seek(result, now.functions)
	for _, name := range result.Wanted {
		if !o.constants[name] && len(o.constants) < maxWords {
			o.constants[name], now.constants[name] = true, true
		}
	}
}

// seek adds the functions that a file leaves open, and whether what they make may read,
// and notes those that were not looked for before.
func (o *open) seek(result *reads.Result, now map[string]bool) {
	for _, name := range result.Sought {
		_, makes := slices.BinarySearch(result.Makers, name)
		before, known := o.functions[name]
		if (!known || makes && !before) && len(o.functions) < maxWords {
			o.functions[name], now[name] = makes, makes
		}
	}
}

// noteWanted notes, for the memory, which constants are looked for.
func (s *secondLook) noteWanted() {
	if s.memory != nil {
		s.wanted = strings.Join(slices.Sorted(maps.Keys(s.open.constants)), " ")
	}
}

// namesOf returns the names of helpers.
func namesOf(helpers []*reads.Helper) map[string]bool {
	names := map[string]bool{}
	for _, h := range helpers {
		names[h.Name], names[h.Owner] = true, true
	}
	return names
}
