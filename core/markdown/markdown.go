// Package markdown writes tables in Markdown. What is written must have been
// made visible before.
package markdown

import (
	"fmt"
	"io"
	"strings"
)

// Cell returns text fit for a cell of a table.
func Cell(s string) string {
	return strings.NewReplacer("|", `\|`, "<", "&lt;", "\n", " ", "`", "ˋ", "*", `\*`).Replace(s)
}

// Code returns text fit for a cell of a table, as code; "" for nothing.
func Code(s string) string {
	if s == "" {
		return ""
	}
	return "`" + strings.NewReplacer("`", "ˋ", "|", `\|`).Replace(s) + "`"
}

// Row writes a row of a table.
func Row(w io.Writer, cells ...string) {
	fmt.Fprintf(w, "| %s |\n", strings.Join(cells, " | "))
}

// Head writes the head of a table.
func Head(w io.Writer, cells ...string) {
	Row(w, cells...)
	Row(w, strings.Split(strings.Repeat("---,", len(cells)-1)+"---", ",")...)
}
