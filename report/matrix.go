package report

import (
	"fmt"
	"io"
	"strings"

	"charm.land/lipgloss/v2"
	"github.com/charmbracelet/x/ansi"

	"inzicht/core/matrix"
)

// cellWord says in a word what a cell says.
func cellWord(c matrix.Cell) string {
	if c.State == matrix.Same {
		return fmt.Sprintf("= %d", c.As+1)
	}
	if c.State == matrix.Unset {
		return "-"
	}
	return string(c.State)
}

func cellStyle(s matrix.State) lipgloss.Style {
	switch s {
	case matrix.Missing:
		return alarm
	case matrix.Empty, matrix.Placeholder:
		return caution
	case matrix.Sealed, matrix.Given:
		return aside
	case matrix.Set, matrix.Documented:
		return plain
	}
	return quiet
}

// columnWidth is how wide a column is where its name is too long to head it.
const columnWidth = 8

// textMatrix heads columns by their names where all fit, otherwise by numbers
// that are explained above.
func textMatrix(w io.Writer, p *Page) error {
	t := p.Matrix
	if len(t.Columns) == 0 {
		_, err := fmt.Fprintln(w, "This tree has neither example files nor environments.")
		return err
	}
	if len(t.Rows) == 0 {
		_, err := fmt.Fprintln(w, "No variable to show here.")
		return err
	}
	nameWidth := len("variable")
	for _, row := range t.Rows {
		nameWidth = max(nameWidth, ansi.StringWidth(Visible(row.Name)))
	}
	heads := make([]string, len(t.Columns))
	total := 2 + nameWidth
	for i, c := range t.Columns {
		heads[i] = fmt.Sprintf("%d %s", i+1, Visible(c.Name))
		total += 2 + max(columnWidth, ansi.StringWidth(heads[i]))
	}
	if total > p.Width {
		for i, c := range t.Columns {
			of := ""
			if c.Component != "" && !c.Example && !strings.Contains(c.Name, c.Component) {
				of = "  of " + c.Component
			}
			fmt.Fprintf(w, "  %s%s\n", heads[i], quiet.Render(Visible(of)))
			heads[i] = fmt.Sprint(i + 1)
		}
		fmt.Fprintln(w)
	}
	room := max(p.Width-2-len(t.Columns)*(columnWidth+2), 16)
	nameWidth = min(nameWidth, room)
	line := func(name string, style lipgloss.Style, cells []cell) {
		name = shorten(Visible(name), nameWidth)
		fmt.Fprintf(w, "  %s%s", style.Render(name), strings.Repeat(" ", nameWidth-ansi.StringWidth(name)))
		for i, c := range cells {
			pad := max(columnWidth, ansi.StringWidth(heads[i])) - ansi.StringWidth(c.text)
			if i+1 == len(cells) {
				pad = 0
			}
			fmt.Fprintf(w, "  %s%s", c.style.Render(c.text), strings.Repeat(" ", pad))
		}
		fmt.Fprintln(w)
	}
	var head []cell
	for _, h := range heads {
		head = append(head, cell{h, quiet})
	}
	line("variable", quiet, head)
	for _, row := range t.Rows {
		var cells []cell
		for _, c := range row.Cells {
			cells = append(cells, cell{cellWord(c), cellStyle(c.State)})
		}
		style := needStyle(row.Need)
		if row.Need == "" {
			style = quiet
		}
		line(row.Name, style, cells)
	}
	fmt.Fprintf(w, "\n%s\n", quiet.Render("  = 3: the value of column 3.  - not set, not needed.  given: set, not seen here.  Blank: not read there."))
	return nil
}

type jsonCell struct {
	Column int     `json:"column"`
	State  *string `json:"state"`
	As     *int    `json:"as"`
}

func jsonMatrix(w io.Writer, p *Page) error {
	type column struct {
		Name      string  `json:"name"`
		Component *string `json:"component"`
		Example   bool    `json:"example"`
	}
	type row struct {
		Name   string     `json:"name"`
		Need   *string    `json:"need"`
		Secret bool       `json:"secret"`
		Cells  []jsonCell `json:"cells"`
	}
	columns, rows := []column{}, []row{}
	for _, c := range p.Matrix.Columns {
		columns = append(columns, column{c.Name, orNull(c.Component), c.Example})
	}
	for _, r := range p.Matrix.Rows {
		cells := []jsonCell{}
		for i, c := range r.Cells {
			one := jsonCell{Column: i, State: orNull(string(c.State))}
			if c.State == matrix.Same {
				as := c.As
				one.As = &as
			}
			cells = append(cells, one)
		}
		rows = append(rows, row{r.Name, orNull(string(r.Need)), r.Secret, cells})
	}
	return encode(w, struct {
		Schema  string   `json:"schema"`
		Columns []column `json:"columns"`
		Rows    []row    `json:"rows"`
	}{"inzicht/matrix/1", columns, rows})
}
