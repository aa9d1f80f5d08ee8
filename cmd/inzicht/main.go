// Command inzicht tells which environment variables a codebase reads, and
// whether they are documented and set.
package main

import (
	"os"
	"runtime/debug"

	"inzicht/cli"
)

func main() {
	// The program lives for moments: collecting garbage less often pays.
	debug.SetGCPercent(800)
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(175 << 20) // near it, garbage is collected more often
	}
	os.Exit(cli.Run(os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
}
