//go:build unix

package attack

import (
	"os"
	"runtime"
	"syscall"
)

// memoryOf returns the most memory that a process had, in bytes.
func memoryOf(state *os.ProcessState) int64 {
	usage, ok := state.SysUsage().(*syscall.Rusage)
	if !ok {
		return 0
	}
	if runtime.GOOS == "darwin" {
		return int64(usage.Maxrss)
	}
	return int64(usage.Maxrss) << 10
}
