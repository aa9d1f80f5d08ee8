//go:build unix

package attack

import (
	"fmt"
	"os"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"
)

// waitFor returns the number that a file holds, once it is there.
func waitFor(t *testing.T, file string) int {
	t.Helper()
	for range 500 {
		src, _ := os.ReadFile(file)
		if pid, err := strconv.Atoi(strings.TrimSpace(string(src))); err == nil {
			return pid
		}
		time.Sleep(20 * time.Millisecond)
	}
	t.Fatalf("%s never came", file)
	return 0
}

// alive reports whether a process still runs: one that has ended and is
// remembered does not.
func alive(pid int) bool {
	if syscall.Kill(pid, 0) != nil {
		return false
	}
	stat, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", pid))
	return err != nil || !strings.Contains(string(stat), ") Z ")
}
