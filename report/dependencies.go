package report

import (
	"fmt"
	"io"
	"strings"

	"inzicht/core/dependencies"
)

// titleOf says which package is meant.
func titleOf(p dependencies.Package) string { return strings.TrimSpace(p.Name + " " + p.Version) }

// textDependencies shows what installed packages read, a package after the other:
// without -v not what the surroundings supply.
func textDependencies(w io.Writer, p *Page) error {
	t := packageTable{page: p, w: w}
	for _, d := range p.Packages {
		t.add(d)
	}
	if t.shown == 0 {
		fmt.Fprintln(w, "No installed package reads the environment, as far as packages are installed here.")
		return unseenPackages(w, p)
	}
	says := "  " + Count(t.variables, "variable", "variables") + " of " + Count(t.shown, "package", "packages") + ". * secret: " + fmt.Sprint(t.secrets)
	if t.hidden > 0 {
		says += fmt.Sprintf("; -v shows %d more that the system supplies", t.hidden)
	}
	fmt.Fprintf(w, "\n%s\n", quiet.Styled(says))
	return unseenPackages(w, p)
}

// packageTable writes packages and counts what they read.
type packageTable struct {
	page                              *Page
	w                                 io.Writer
	shown, variables, secrets, hidden int
}

// add writes a package, unless nothing of it is to be shown.
func (t *packageTable) add(d dependencies.Package) {
	place := func(at dependencies.Place) string {
		return fmt.Sprintf("%s:%d", strings.TrimPrefix(at.File, d.Folder+"/"), at.Line)
	}
	var rows [][]cell
	for _, v := range d.Variables {
		if v.Ambient && !t.page.Verbose {
			t.hidden++
			continue
		}
		t.variables++
		name, style, where := v.Name, needStyle(v.Need), place(v.First)
		if v.Secret {
			name, style = name+" *", caution
			t.secrets++
		}
		if v.Reads > 1 {
			where += fmt.Sprintf(" +%d", v.Reads-1)
		}
		rows = append(rows, []cell{{name, style}, {string(v.Need), quiet}, {where, quiet}})
	}
	if len(d.Whole) > 0 {
		rows = append(rows, []cell{{"(the whole environment)", aside}, {"", quiet}, {place(d.Whole[0]), quiet}})
	}
	if len(rows) == 0 {
		return
	}
	if t.shown++; t.shown > 1 {
		fmt.Fprintln(t.w)
	}
	fmt.Fprintf(t.w, "%s  %s\n", strong.Styled(Visible(titleOf(d))), quiet.Styled(Visible(d.Folder)))
	fmt.Fprintln(t.w, columns(nil, rows, t.page.Width, 0, 2))
}

// unseenPackages says which packages are named and not installed.
func unseenPackages(w io.Writer, p *Page) error {
	unseenLines(w, p)
	for _, c := range p.Survey.Tree.Components {
		if why := p.Survey.Uninstalled(c.Name); why != "" {
			fmt.Fprintf(w, "%s %s\n", caution.Styled("?"), Visible(why))
			return nil
		}
	}
	return nil
}

type jsonDependency struct {
	Package   string               `json:"package"`
	Version   *string              `json:"version"`
	Folder    string               `json:"folder"`
	Variables []jsonDependencyRead `json:"variables"`
	Whole     []jsonPlace          `json:"whole"`
}

type jsonDependencyRead struct {
	Name    string `json:"name"`
	Pattern bool   `json:"pattern"`
	Secret  bool   `json:"secret"`
	Ambient bool   `json:"ambient"`
	Need    string `json:"need"`
	Reads   int    `json:"reads"`
	File    string `json:"file"`
	Line    int    `json:"line"`
}

func newJSONDependency(p dependencies.Package) jsonDependency {
	out := jsonDependency{Package: p.Name, Version: orNull(p.Version), Folder: p.Folder, Variables: []jsonDependencyRead{}, Whole: []jsonPlace{}}
	for _, v := range p.Variables {
		out.Variables = append(out.Variables, jsonDependencyRead{v.Name, v.Pattern, v.Secret, v.Ambient, string(v.Need), v.Reads, v.First.File, v.First.Line})
	}
	for _, place := range p.Whole {
		out.Whole = append(out.Whole, jsonPlace(place))
	}
	return out
}

func jsonDependencies(w io.Writer, p *Page) error {
	list := []jsonDependency{}
	for _, d := range p.Packages {
		list = append(list, newJSONDependency(d))
	}
	return encode(w, struct {
		Schema   string           `json:"schema"`
		Packages []jsonDependency `json:"packages"`
	}{"inzicht/dependencies/1", list})
}

// textAdded says what an upgrade of packages brings.
func textAdded(w io.Writer, list []dependencies.Added) {
	if len(list) == 0 {
		return
	}
	fmt.Fprintf(w, "\n%s\n", strong.Styled("Installed packages"))
	for _, a := range list {
		from := "new"
		if a.Before != "" {
			from = "was " + a.Before
		}
		fmt.Fprintf(w, "    %s  %s\n", strong.Styled(Visible(titleOf(a.Package))), quiet.Styled(Visible(from)))
		for _, v := range a.Variables {
			says := "begins to read " + v.Name
			if v.Secret {
				says += ", a secret"
			}
			fmt.Fprintf(w, "      %s  %s\n", Visible(says), quiet.Styled(Visible(fmt.Sprintf("%s:%d", v.First.File, v.First.Line))))
		}
		if a.Whole {
			fmt.Fprintf(w, "      %s  %s\n", caution.Styled("begins to hand the whole environment on"), quiet.Styled(Visible(fmt.Sprintf("%s:%d", a.Package.Whole[0].File, a.Package.Whole[0].Line))))
		}
	}
}
