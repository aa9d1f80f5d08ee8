// Command inzicht tells which environment variables a codebase reads, and
// whether they are documented and set.
package main

import (
	"os"

	"inzicht/cli"
)

func main() {
	os.Exit(cli.Run(os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
}
