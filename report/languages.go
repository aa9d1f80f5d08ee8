package report

import (
	"fmt"
	"io"
	"strings"

	"inzicht/core/reads"
)

// Languages shows what is understood, as text or as JSON. With idioms, the
// text names every way of reading.
func Languages(w io.Writer, all []*reads.Language, asJSON, idioms bool, width int) error {
	type entry struct {
		Name       string   `json:"name"`
		Extensions []string `json:"extensions"`
		Files      []string `json:"files"`
		Idioms     []string `json:"idioms"`
	}
	var list []*entry
	byName := map[string]*entry{}
	for _, l := range all {
		e := byName[l.Name]
		if e == nil {
			e = &entry{Name: l.Name, Extensions: []string{}, Files: []string{}, Idioms: []string{}}
			byName[l.Name] = e
			list = append(list, e)
			for _, i := range l.Idioms {
				e.Idioms = append(e.Idioms, i.Access)
			}
		}
		e.Extensions = append(e.Extensions, l.Extensions...)
		e.Files = append(e.Files, l.Names...)
		if l.Where != "" {
			e.Files = append(e.Files, l.Where)
		}
	}
	if asJSON {
		return encode(w, struct {
			Schema    string   `json:"schema"`
			Languages []*entry `json:"languages"`
		}{"inzicht/languages/1", list})
	}
	var rows [][]cell
	for _, e := range list {
		how := fmt.Sprint(len(e.Idioms))
		if len(e.Idioms) == 0 {
			how = "own"
		}
		rows = append(rows, []cell{{e.Name, strong}, {how, quiet}, {strings.Join(append(e.Extensions, e.Files...), " "), plain}})
	}
	if !idioms {
		_, err := fmt.Fprintf(w, "%s\n\n%s\n", columns([]string{"language", "idioms", "files"}, rows, width, 2),
			quiet.Styled("  own: read by a parser of its own. -v names every idiom."))
		return err
	}
	for _, e := range list {
		fmt.Fprintf(w, "%s\n", strong.Styled(e.Name))
		for _, i := range e.Idioms {
			fmt.Fprintf(w, "  %s\n", i)
		}
	}
	return nil
}
