package report

import (
	"fmt"
	"io"
	"slices"
	"strings"

	"github.com/charmbracelet/x/ansi"

	"inzicht/core/changes"
	"inzicht/core/contract"
	"inzicht/core/dependencies"
	tables "inzicht/core/markdown"
	"inzicht/core/reads"
	"inzicht/core/verify"
)

// Changes is how a contract has changed from one state of a tree to another.
type Changes struct {
	From, To string // for people
	List     []changes.Change
	Packages []dependencies.Added // what installed packages newly read
}

// changeTitles head the sorts of changes.
var changeTitles = map[changes.Sort]string{changes.New: "New", changes.Renamed: "Renamed", changes.Changed: "Changed", changes.Gone: "Gone"}

// counts says how many changes there are of each sort.
func (c *Changes) counts() string {
	var parts []string
	for _, sort := range changes.Sorts {
		n := 0
		for _, change := range c.List {
			if change.Sort == sort {
				n++
			}
		}
		if n > 0 {
			parts = append(parts, fmt.Sprintf("%d %s", n, sort))
		}
	}
	if len(parts) == 0 {
		return "the contract is the same"
	}
	return strings.Join(parts, ", ")
}

// toDo counts what is still to be done.
func (c *Changes) toDo() (n int) {
	for _, change := range c.List {
		n += len(tasks(change))
	}
	return n
}

func textChanges(w io.Writer, p *Page) error {
	c := p.Changes
	fmt.Fprintf(w, "%s  %s\n", strong.Styled(Visible(c.From+" → "+c.To)), quiet.Styled(c.counts()))
	sort := changes.Sort("")
	for _, change := range c.List {
		if change.Sort != sort {
			sort = change.Sort
			fmt.Fprintf(w, "\n%s\n", strong.Styled(changeTitles[sort]))
		}
		sign := " "
		if change.NewlyRequired() {
			sign = alarm.Styled("✗")
		}
		line := strong.Styled(Visible(changeName(change)))
		if about := facts(change); about != "" {
			line += "  " + about
		}
		if change.Component != "" {
			line += "  " + quiet.Styled(Visible(change.Component))
		}
		fmt.Fprintf(w, "  %s %s\n", sign, line)
		if place := changePlace(change); place != "" {
			fmt.Fprintf(w, "      %s\n", quiet.Styled(Visible(place)))
		}
		for _, task := range tasks(change) {
			for i, line := range wrap(Visible(task), p.Width-8) {
				mark := "☐ "
				if i > 0 {
					mark = "  "
				}
				fmt.Fprintf(w, "      %s%s\n", mark, line)
			}
		}
	}
	textAdded(w, c.Packages)
	unseenLines(w, p)
	if len(c.List) > 0 {
		end := good.Styled("✓") + " Nothing is left to be done for it that can be seen here."
		if n := c.toDo(); n > 0 {
			end = fmt.Sprintf("%s before deploying.", Count(n, "thing", "things")+" to do")
		}
		fmt.Fprintf(w, "\n%s\n", end)
	}
	return nil
}

func changeName(c changes.Change) string {
	if c.Sort == changes.Renamed {
		return c.From + " → " + c.Name
	}
	return c.Name
}

// facts says in a line what the code says of a variable now, or how that
// differs from before.
func facts(c changes.Change) string {
	if c.Sort == changes.Changed || c.Sort == changes.Renamed {
		var parts []string
		for _, a := range c.Aspects {
			parts = append(parts, Visible(aspect(a)))
		}
		return strings.Join(parts, "; ")
	}
	v := c.After
	if v == nil {
		return "was " + string(c.Before.Need)
	}
	parts := []string{needStyle(v.Need).Styled(string(v.Need))}
	if v.Kind != reads.Text {
		parts = append(parts, Visible(shownKind(v.Secret, v.Kind, v.Literals)))
	}
	if v.Secret {
		parts = append(parts, "secret")
	}
	if len(v.Fallbacks) > 0 {
		parts = append(parts, "falls back to "+Visible(changes.Shown(v.Secret, v.Fallbacks)))
	}
	return strings.Join(parts, ", ")
}

// aspect says one thing that is said otherwise of a variable.
func aspect(a changes.Aspect) string {
	none := map[string]string{"fallback": "no fallback", "literals": "no literals", "bounds": "any"}[a.What]
	before, after := a.Before, a.After
	if before == "" {
		before = none
	}
	if after == "" {
		after = none
	}
	if a.What == "need" {
		return before + " → " + after
	}
	return a.What + " " + before + " → " + after
}

// changePlace says where the code reads a variable, or read it.
func changePlace(c changes.Change) string {
	v := c.After
	if v == nil {
		return ""
	}
	r := v.Reads[max(slices.IndexFunc(v.Reads, func(r reads.Read) bool { return contract.Counts(r) && r.Need == v.Need }), 0)]
	where := fmt.Sprintf("%s:%d", r.File, r.Line)
	if more := len(v.Reads) - 1; more > 0 {
		where += fmt.Sprintf(" and %d more", more)
	}
	return where
}

// tasks says what is still to be done for a change.
func tasks(c changes.Change) (list []string) {
	places := map[string][]string{}
	name := func(f verify.Finding) string {
		if f.Environment != "" && f.Line == 0 {
			return f.Environment
		}
		return where(f)
	}
	for _, f := range c.ToDo {
		places[f.Rule+" "+f.Variable] = append(places[f.Rule+" "+f.Variable], name(f))
	}
	told := map[string]bool{}
	for _, f := range c.ToDo {
		key := f.Rule + " " + f.Variable
		if told[key] {
			continue
		}
		told[key] = true
		in := Enumerate(places[key], 8)
		switch f.Rule {
		case "missing":
			list = append(list, fmt.Sprintf("give %s a value in %s", f.Variable, in))
		case "undocumented":
			list = append(list, fmt.Sprintf("document %s: %s", f.Variable, held(f)))
		case "unused":
			list = append(list, fmt.Sprintf("take %s out of %s, if nothing else reads it", f.Variable, in))
		default:
			list = append(list, fmt.Sprintf("%s (%s): %s", f.Message, in, f.Hint))
		}
	}
	return list
}

func markdownChanges(w io.Writer, p *Page) error {
	c := p.Changes
	for _, place := range p.Unseen {
		fmt.Fprintf(w, "**%s** %s\n\n", strings.TrimSuffix(notLookedAt, " "), inCell(place))
	}
	fmt.Fprintf(w, "**Environment variables, %s → %s**: %s.\n", inCell(c.From), inCell(c.To), c.counts())
	sort := changes.Sort("")
	for _, change := range c.List {
		if change.Sort != sort {
			sort = change.Sort
			fmt.Fprintf(w, "\n### %s\n\n", changeTitles[sort])
			tables.Head(w, "variable", "component", "what", "where")
		}
		what := plainFacts(change)
		if change.NewlyRequired() {
			what = strings.TrimSuffix("**newly required** "+what, " ")
		}
		tables.Row(w, code(changeName(change)), inCell(change.Component), what, code(changePlace(change)))
	}
	begun := false
	for _, change := range c.List {
		for _, task := range tasks(change) {
			if !begun {
				fmt.Fprintf(w, "\n### To do before deploying\n\n")
				begun = true
			}
			fmt.Fprintf(w, "- [ ] %s\n", inCell(strings.ReplaceAll(task, noBreak, " ")))
		}
	}
	return nil
}

// plainFacts is facts without colour, for a cell.
func plainFacts(c changes.Change) string { return inCell(ansi.Strip(facts(c))) }

type jsonChange struct {
	Change    changes.Sort  `json:"change"`
	Name      string        `json:"name"`
	From      *string       `json:"from"`
	Component *string       `json:"component"`
	Required  bool          `json:"newly_required"`
	Aspects   []jsonAspect  `json:"aspects"`
	Before    *jsonVariable `json:"before"`
	After     *jsonVariable `json:"after"`
	ToDo      []jsonFinding `json:"to_do"`
}

type jsonAspect struct {
	What   string `json:"what"`
	Before string `json:"before"`
	After  string `json:"after"`
}

func jsonChanges(w io.Writer, p *Page) error {
	list := []jsonChange{}
	for _, c := range p.Changes.List {
		out := jsonChange{Change: c.Sort, Name: c.Name, From: orNull(c.From), Component: orNull(c.Component), Required: c.NewlyRequired(), Aspects: []jsonAspect{}, ToDo: []jsonFinding{}}
		for _, a := range c.Aspects {
			out.Aspects = append(out.Aspects, jsonAspect(a))
		}
		for _, side := range []struct {
			v  *contract.Variable
			to **jsonVariable
		}{{c.Before, &out.Before}, {c.After, &out.After}} {
			if side.v != nil {
				v := newJSONVariable(p, *side.v)
				*side.to = &v
			}
		}
		for _, f := range c.ToDo {
			out.ToDo = append(out.ToDo, newJSONFinding(f))
		}
		list = append(list, out)
	}
	type added struct {
		jsonDependency
		Before *string `json:"before"`
	}
	packages := []added{}
	for _, a := range p.Changes.Packages {
		one := a.Package
		one.Variables = a.Variables
		if !a.Whole {
			one.Whole = nil
		}
		packages = append(packages, added{newJSONDependency(one), orNull(a.Before)})
	}
	return encode(w, struct {
		Schema   string       `json:"schema"`
		From     string       `json:"from"`
		To       string       `json:"to"`
		Changes  []jsonChange `json:"changes"`
		Packages []added      `json:"packages,omitempty"`
		Unseen   []string     `json:"unseen,omitempty"`
	}{"inzicht/changes/1", p.Changes.From, p.Changes.To, list, packages, p.Unseen})
}
