package markdown

import (
	"strings"
	"testing"
)

// What a cell holds ends neither the cell nor the row, and begins no markup.
func TestCells(t *testing.T) {
	for _, c := range []struct{ text, cell, code string }{
		{"", "", ""},
		{"GATE_URL", "GATE_URL", "`GATE_URL`"},
		{"calm|rough", `calm\|rough`, "`calm\\|rough`"},
		{"<b>*weir*</b>", `&lt;b>\*weir\*&lt;/b>`, "`<b>*weir*</b>`"},
		{"a`b`", "aˋbˋ", "`aˋbˋ`"},
		{"two\nlines", "two lines", "`two\nlines`"},
	} {
		if cell, code := Cell(c.text), Code(c.text); cell != c.cell || code != c.code {
			t.Errorf("%q is %q in a cell and %q as code", c.text, cell, code)
		}
	}
}

func TestTable(t *testing.T) {
	var out strings.Builder
	Head(&out, "variable", "need")
	Row(&out, "GATE_URL", "required")
	Head(&out, "alone")
	const want = "| variable | need |\n| --- | --- |\n| GATE_URL | required |\n| alone |\n| --- |\n"
	if out.String() != want {
		t.Errorf("a table is\n%s", out.String())
	}
}
