//go:build unix

package attack

import (
	"os"
	"runtime"
	"syscall"
)

// memoryOf returns the most memory that a process had, in bytes, or 0 where that is not
// known: what a process is started from counts as its own until it begins, so that only
// what is more than this program's own tells.
func memoryOf(state *os.ProcessState) int64 {
	var own syscall.Rusage
	usage, ok := state.SysUsage().(*syscall.Rusage)
	if !ok || syscall.Getrusage(syscall.RUSAGE_SELF, &own) == nil && usage.Maxrss <= own.Maxrss {
		return 0
	}
	if runtime.GOOS == "darwin" {
		return int64(usage.Maxrss)
	}
	return int64(usage.Maxrss) << 10
}
