package report

import (
	"fmt"
	"io"
	"strings"
)

// Title begins or ends a longer piece of output.
func Title(w io.Writer, title, below string) {
	fmt.Fprintf(w, "%s\n%s\n", strong.Styled(title), quiet.Styled(Visible(below)))
}

// Step announces a command that is run, and why.
func Step(w io.Writer, command, says string) {
	fmt.Fprintf(w, "\n%s\n%s %s\n%s\n\n", quiet.Styled(strings.Repeat("─", 80)), good.Styled("$"), strong.Styled(command), quiet.Styled(says))
}

// Contents lists the names of steps, with the command of each.
func Contents(w io.Writer, steps [][2]string) {
	fmt.Fprintln(w)
	for n, s := range steps {
		fmt.Fprintf(w, "  %2d  %-9s %s\n", n+1, s[0], quiet.Styled(s[1]))
	}
	fmt.Fprintf(w, "\n%s\n", quiet.Styled("A step by itself, whole: inzicht demo --step NAME"))
}

// Excerpt shows a text that was made for a reader, or as much of it as a screen
// has room for, with the command that shows it whole.
func Excerpt(w io.Writer, text string, cut bool, lines int, whole string) error {
	all := strings.Split(strings.TrimRight(text, "\n"), "\n")
	if left := len(all) - lines; cut && left > 3 {
		all = append(all[:lines], quiet.Styled(fmt.Sprintf("… %d more lines: %s", left, whole)))
	}
	_, err := fmt.Fprintln(w, strings.Join(all, "\n"))
	return err
}
