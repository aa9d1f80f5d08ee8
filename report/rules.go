package report

import (
	"fmt"
	"io"

	"inzicht/core/verify"
)

// Rules shows what is checked, one rule a row.
func Rules(w io.Writer, width int) error {
	var rows [][]cell
	for _, r := range verify.Rules {
		sign, style := levelStyle(r.Level)
		rows = append(rows, []cell{{r.Name, strong}, {sign + " " + string(r.Level), style}, {r.Says, plain}})
	}
	_, err := fmt.Fprintf(w, "%s\n\n%s\n", columns([]string{"rule", "level", "says"}, rows, width, 2), quiet.Styled("  inzicht rules NAME explains one."))
	return err
}

// Rule explains one rule.
func Rule(w io.Writer, r *verify.Rule) error {
	_, style := levelStyle(r.Level)
	_, err := fmt.Fprintf(w, "%s  %s\n%s\n\n%s\n", strong.Styled(r.Name), style.Styled(string(r.Level)), quiet.Styled(r.Says), r.About)
	return err
}
