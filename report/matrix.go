package report

import (
	"fmt"
	"io"
	"strings"

	"github.com/charmbracelet/x/ansi"

	"inzicht/core/matrix"
)

// widestValue is how many columns of a value a cell shows.
const widestValue = 60

// widestPlaces is how many columns the names of environments take beside a value.
const widestPlaces = 32

// cellWord says in a word what a cell says, or shows its value where that is
// asked for.
func (p *Page) cellWord(row matrix.Row, c matrix.Cell) string {
	if text, asked := p.value(row.Secret, c.Text); asked && c.Text != "" {
		return `"` + shortenEnd(text, widestValue) + `"`
	}
	if c.State == matrix.Same {
		return fmt.Sprintf("= %d", c.As+1)
	}
	if c.State == matrix.Unset {
		return "-"
	}
	return string(c.State)
}

func cellStyle(s matrix.State) ansi.Style {
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

// textMatrix heads columns by their names where all fit, otherwise by numbers
// that are explained above.
func textMatrix(w io.Writer, p *Page) error {
	t := p.Matrix
	switch {
	case len(t.Columns) == 0:
		_, err := fmt.Fprintln(w, "This tree has neither example files nor environments.")
		return err
	case len(t.Rows) == 0:
		_, err := fmt.Fprintln(w, "No variable to show here.")
		return err
	}
	if p.Values {
		_, err := fmt.Fprintln(w, columns([]string{"variable", "value", "in"}, valueRows(p, t), p.Width, 1, 2, 0))
		return err
	}
	headings := []string{"variable"}
	for i, c := range t.Columns {
		headings = append(headings, fmt.Sprintf("%d %s", i+1, Visible(c.Name)))
	}
	rows := matrixRows(p, t)
	if total(headings, rows) > p.Width {
		for i, c := range t.Columns {
			of := ""
			if c.Component != "" && !c.Example && !strings.Contains(c.Name, c.Component) {
				of = "  of " + c.Component
			}
			fmt.Fprintf(w, "  %s%s\n", headings[i+1], quiet.Styled(Visible(of)))
			headings[i+1] = fmt.Sprint(i + 1)
		}
		fmt.Fprintln(w)
	}
	gap := 2
	if total(headings, rows)-len(rows[0][0].text)+20 > p.Width { // many columns: closer together
		gap = 1
	}
	for _, line := range strings.Split(layOut(headings, rows, p.Width, gap, []int{0}), "\n") {
		fmt.Fprintln(w, line)
	}
	fmt.Fprintln(w)
	for _, line := range wrap(legend(rows), p.Width-2) {
		fmt.Fprintf(w, "  %s\n", quiet.Styled(line))
	}
	return nil
}

// legend explains the signs that stand in the cells.
func legend(rows [][]cell) string {
	used := map[string]bool{}
	for _, row := range rows {
		for _, c := range row[1:] {
			sign, _, _ := strings.Cut(c.text, " ")
			used[sign] = true
		}
	}
	var parts []string
	for _, sign := range [][2]string{{"=", "= 3: the value of column 3."}, {"-", "-: not set, not needed."}, {"given", "given: set, not seen here."}} {
		if used[sign[0]] {
			parts = append(parts, sign[1])
		}
	}
	return strings.Join(append(parts, "Blank: not read there."), "  ")
}

// valueRows returns a row for each value that a variable has, or for how it has
// none, with the environments in which that is so: values side by side would be
// too wide.
func valueRows(p *Page, t *matrix.Table) (rows [][]cell) {
	for _, row := range t.Rows {
		var says []string
		where, styles := map[string][]string{}, map[string]ansi.Style{}
		for i, c := range row.Cells {
			if t.Columns[i].Example || c.State == matrix.Elsewhere || c.State == matrix.Unset {
				continue
			}
			text := p.cellWord(row, c)
			if where[text] == nil {
				says = append(says, text)
				styles[text] = cellStyle(c.State)
			}
			name := t.Columns[i].Name
			if of := t.Columns[i].Component; of != "" && !strings.Contains(name, of) {
				name += " of " + of
			}
			where[text] = append(where[text], name)
		}
		name, style := row.Name, needStyle(row.Need)
		for _, text := range says {
			for _, line := range wrap(strings.Join(where[text], ", "), widestPlaces) {
				rows = append(rows, []cell{{name, style}, {text, styles[text]}, {line, quiet}})
				name, text = "", ""
			}
		}
	}
	return rows
}

func matrixRows(p *Page, t *matrix.Table) (rows [][]cell) {
	for _, row := range t.Rows {
		style := needStyle(row.Need)
		if row.Need == "" {
			style = quiet
		}
		cells := []cell{{row.Name, style}}
		for _, c := range row.Cells {
			cells = append(cells, cell{p.cellWord(row, c), cellStyle(c.State)})
		}
		for len(cells) > 1 && cells[len(cells)-1].text == "" {
			cells = cells[:len(cells)-1]
		}
		rows = append(rows, cells)
	}
	return rows
}

// total is how wide a table is.
func total(headings []string, rows [][]cell) (sum int) {
	for i, h := range headings {
		widest := ansi.StringWidth(h)
		for _, row := range rows {
			if i >= len(row) {
				continue
			}
			widest = max(widest, ansi.StringWidth(Visible(row[i].text)))
		}
		sum += widest + 2
	}
	return sum
}

type jsonCell struct {
	Column int     `json:"column"`
	State  *string `json:"state"`
	As     *int    `json:"as"`
	Value  *string `json:"value,omitempty"`
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
			if text, asked := p.value(r.Secret, c.Text); asked && c.Text != "" {
				one.Value = &text
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
