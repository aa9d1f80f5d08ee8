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
	_, err := fmt.Fprintln(w, columns([]string{"rule", "level", "says"}, rows, width, 2))
	return err
}
