//go:build unix

package cli

import (
	"os"
	"os/signal"
	"syscall"
)

// resizes tells that the terminal has another size.
func resizes() <-chan os.Signal {
	signals := make(chan os.Signal, 1)
	signal.Notify(signals, syscall.SIGWINCH)
	return signals
}
