package report

import (
	"fmt"
	"io"
	"strings"
)

// Title begins or ends a longer piece of output.
func Title(w io.Writer, title, below string) {
	fmt.Fprintf(w, "%s\n%s\n", strong.Render(title), quiet.Render(Visible(below)))
}

// Step announces a command that is run, and why.
func Step(w io.Writer, command, says string) {
	fmt.Fprintf(w, "\n%s\n%s %s\n%s\n\n", quiet.Render(strings.Repeat("─", 80)), good.Render("$"), strong.Render(command), quiet.Render(says))
}
