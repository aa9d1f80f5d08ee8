package report

import (
	"crypto/sha256"
	_ "embed"
	"encoding/base64"
	"fmt"
	"html/template"
	"io"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/charmbracelet/x/ansi"

	"inzicht/core/changes"
	"inzicht/core/contract"
	"inzicht/core/flow"
	"inzicht/core/matrix"
	"inzicht/core/reads"
	"inzicht/core/survey"
	"inzicht/core/trace"
	"inzicht/core/verify"
)

// What a page is made of. The script and the style are in the page itself, and
// it allows no other.
var (
	//go:embed page/page.html
	pageMarkup string
	//go:embed page/page.css
	pageStyle string
	//go:embed page/page.js
	pageScript string

	pageTemplate = sync.OnceValue(func() *template.Template { return template.Must(template.New("page").Parse(pageMarkup)) })
)

// Whole is what a page shows besides findings and the matrix.
type Whole struct {
	Traces []*trace.Trace // of the variables of the page, in their order
	Flow   *flow.Flow
	Made   time.Time
}

// webPage is what the template is given. All text is fit to be seen.
type webPage struct {
	Title, Revision, Made string
	Policy                string
	Style                 template.CSS
	Script                template.JS
	Boxes                 []webBox
	Unseen                []string
	Findings              []webFinding
	Rules, Environments   []string
	Matrix                *webMatrix
	Variables             []webVariable
	Flow                  *webFlow
	Changes               *webChanges
}

// webBox is a number of the summary.
type webBox struct {
	Number, Of, Link string
	Class            string
}

type webFinding struct {
	Level, Sign, Rule, Variable, Link, Environment, Component string
	Message, Hint, Place, Text                                string
}

type webMatrix struct {
	Columns []webColumn
	Rows    []webRow
}

type webColumn struct{ Name, Component, Sort string }

type webRow struct {
	Name, Link, Need, Text string
	Secret                 bool
	Cells                  []webCell
}

type webCell struct {
	Sign, Word, Class string
	Quiet             bool // the sign is all that is to be seen
}

type webVariable struct {
	Name, ID, Need, Kind, About, Text string
	Secret, Ambient                   bool
	Fallbacks, Near                   []string
	Components                        []string
	Reads                             []webRead
	Documented                        []webMention
	Sources                           []webSource
	Added                             string
	Findings                          int
}

type webRead struct{ Place, Says, Source string }

type webMention struct{ Place, About string }

type webSource struct {
	Environment, Component, None string
	Chain                        []webLink
}

type webLink struct {
	State, Place string
	Hidden       bool
}

type webChanges struct {
	From, To, Counts string
	List             []webChange
}

type webChange struct {
	Sort, Name, Link, Facts, Place, Component string
	Stops                                     bool
	ToDo                                      []string
}

// HTML writes a page that needs nothing beside itself: no request leaves it, and
// nothing in it runs but its own script. It holds no value of a variable.
func HTML(w io.Writer, p *Page, whole Whole) error {
	repository, revision := p.Survey.Tree.Identity()
	page := &webPage{
		Title: Visible(repository), Revision: Visible(revision[:min(12, len(revision))]), Made: whole.Made.UTC().Format("2006-01-02"),
		Policy: policy(), Style: template.CSS(pageStyle), Script: template.JS(pageScript),
		Unseen: seenNot(p), Findings: webFindings(p), Matrix: newWebMatrix(p), Flow: newWebFlow(whole.Flow), Changes: newWebChanges(p),
	}
	found := map[string]int{} // findings by variable
	for _, f := range p.Findings {
		found[f.Variable]++
		page.Rules, page.Environments = append(page.Rules, f.Rule), append(page.Environments, Visible(f.Environment))
	}
	page.Rules, page.Environments = distinct(page.Rules), distinct(page.Environments)
	for n, v := range p.Variables {
		page.Variables = append(page.Variables, newWebVariable(v, whole.Traces[n], found[v.Name]))
	}
	page.Boxes = boxes(p)
	return pageTemplate().Execute(w, page)
}

// policy allows the page its own style and script, by what they are.
func policy() string {
	hash := func(text string) string {
		sum := sha256.Sum256([]byte(text))
		return "'sha256-" + base64.StdEncoding.EncodeToString(sum[:]) + "'"
	}
	return "default-src 'none'; style-src " + hash(pageStyle) + "; script-src " + hash(pageScript) + "; base-uri 'none'; form-action 'none'"
}

// distinct returns the names of a list, sorted, each once.
func distinct(list []string) []string {
	list = slices.DeleteFunc(slices.Clone(list), func(s string) bool { return s == "" })
	slices.Sort(list)
	return slices.Compact(list)
}

// boxes returns the numbers that the page begins with.
func boxes(p *Page) []webBox {
	needs, levels := map[reads.Need]int{}, map[verify.Level]int{}
	for _, v := range p.Variables {
		if !v.Ambient {
			needs[v.Need]++
		}
	}
	for _, f := range p.Findings {
		levels[f.Level]++
	}
	return []webBox{
		{thousands(levels[verify.Error]), "errors", "#findings", "error"},
		{thousands(levels[verify.Warning]), "warnings", "#findings", "warning"},
		{thousands(levels[verify.Note]), "notes", "#findings", "note"},
		{thousands(needs[reads.Required]), "required variables", "#variables", ""},
		{thousands(needs[reads.Expected]), "expected", "#variables", ""},
		{thousands(needs[reads.Optional]), "optional", "#variables", ""},
		{thousands(len(p.Survey.Environments.Environments)), "environments", "#matrix", ""},
	}
}

// NotLookedInto says which source files were not looked into, or returns "" where all were.
func NotLookedInto(s *survey.Survey) string {
	unknown := s.Unknown()
	if len(unknown) == 0 {
		return ""
	}
	return fmt.Sprintf("%s not looked into, such as %s: %s", Count(len(unknown), "source file was", "source files were"), unknown[0].Path, unknown[0].Reason)
}

// seenNot says what the page could not rest on.
func seenNot(p *Page) (list []string) {
	for _, place := range p.Unseen {
		list = append(list, Visible(notLookedAt+place))
	}
	if line := NotLookedInto(p.Survey); line != "" {
		list = append(list, Visible(line))
	}
	c := p.Survey.Contract
	if n := len(c.Unresolved); n > 0 {
		r := c.Unresolved[0]
		list = append(list, Visible(fmt.Sprintf("%s a name that could not be worked out, such as %s:%d", Count(n, "read has", "reads have"), r.File, r.Line)))
	}
	for _, r := range c.Patterns {
		list = append(list, Visible(fmt.Sprintf("%s:%d reads names like %s", r.File, r.Line, r.Pattern)))
	}
	for _, u := range p.Survey.Environments.Untied {
		list = append(list, Visible(fmt.Sprintf("%s in %s gives values to a program that is not known to be of this tree", u.What, u.File)))
	}
	return list
}

// idOf returns what a part of the page about a variable is linked by.
func idOf(name string) string { return "variable-" + Visible(name) }

func webFindings(p *Page) (list []webFinding) {
	known := map[string]bool{}
	for _, v := range p.Variables {
		known[v.Name] = true
	}
	for _, f := range p.Findings {
		sign, _ := levelStyle(f.Level)
		one := webFinding{
			Level: string(f.Level), Sign: sign, Rule: f.Rule, Variable: Visible(f.Variable), Environment: Visible(f.Environment), Component: Visible(f.Component),
			Message: Visible(brief(f)), Hint: Visible(held(f)), Place: Visible(where(f)),
		}
		if known[f.Variable] {
			one.Link = "#" + idOf(f.Variable)
		}
		one.Text = strings.ToLower(strings.Join([]string{one.Rule, one.Variable, one.Environment, one.Component, one.Message, one.Place}, " "))
		list = append(list, one)
	}
	return list
}

// cellSigns are what cells are told apart by besides their words and colours.
var cellSigns = map[matrix.State]string{
	matrix.Set: "●", matrix.Same: "≡", matrix.Empty: "○", matrix.Sealed: "▣", matrix.Given: "→", matrix.Placeholder: "◇", matrix.Fallback: "↩",
	matrix.Missing: "✗", matrix.Unset: "–", matrix.Documented: "✎", matrix.Elsewhere: "·",
}

func newWebMatrix(p *Page) *webMatrix {
	t := p.Matrix
	if t == nil || len(t.Columns) == 0 || len(t.Rows) == 0 {
		return nil
	}
	m := &webMatrix{}
	for _, c := range t.Columns {
		sort := "environment"
		if c.Example {
			sort = "example file"
		}
		m.Columns = append(m.Columns, webColumn{Visible(c.Name), Visible(c.Component), sort})
	}
	for _, row := range t.Rows {
		one := webRow{Name: Visible(row.Name), Need: string(row.Need), Secret: row.Secret, Text: strings.ToLower(Visible(row.Name))}
		if p.Survey.Contract.Lookup(row.Name) != nil {
			one.Link = "#" + idOf(row.Name)
		}
		for _, c := range row.Cells {
			word := string(c.State)
			switch c.State {
			case matrix.Same:
				word = "as in " + Visible(t.Columns[c.As].Name)
			case matrix.Elsewhere:
				word = "not read there"
			}
			class := strings.ReplaceAll(string(c.State), " ", "-")
			one.Cells = append(one.Cells, webCell{cellSigns[c.State], word, class, c.State == matrix.Elsewhere})
		}
		m.Rows = append(m.Rows, one)
	}
	return m
}

func newWebVariable(v contract.Variable, t *trace.Trace, findings int) webVariable {
	one := webVariable{
		Name: Visible(v.Name), ID: idOf(v.Name), Need: string(v.Need), Kind: Visible(shownKind(v.Secret, v.Kind, v.Literals)), About: Visible(v.About),
		Secret: v.Secret, Ambient: v.Ambient, Findings: findings,
	}
	for _, f := range v.Fallbacks {
		one.Fallbacks = append(one.Fallbacks, Visible(shownFallback(v.Secret, &f, false)))
	}
	for _, c := range v.Components {
		if c != "" {
			one.Components = append(one.Components, Visible(c))
		}
	}
	for _, r := range t.Reads {
		one.Reads = append(one.Reads, webRead{Visible(fmt.Sprintf("%s:%d", r.File, r.Line)), Visible(readSays(r.Read)), Visible(r.Source)})
	}
	for _, m := range t.Documented {
		one.Documented = append(one.Documented, webMention{Visible(fmt.Sprintf("%s:%d", m.File, m.Line)), Visible(mentionSays(m))})
	}
	for _, s := range t.Environments {
		one.Sources = append(one.Sources, newWebSource(v, t, s))
	}
	for _, name := range t.Near {
		one.Near = append(one.Near, Visible(name))
	}
	if c := t.Added; c != nil {
		one.Added = Visible(fmt.Sprintf("%s on %s: %s", c.ID, c.Date, c.Subject))
	}
	one.Text = strings.ToLower(strings.Join(append(slices.Clone(one.Components), one.Name, one.Need, one.Kind, one.About), " "))
	for _, r := range one.Reads {
		one.Text += " " + strings.ToLower(r.Place)
	}
	return one
}

func newWebSource(v contract.Variable, t *trace.Trace, s trace.Source) webSource {
	one := webSource{Environment: Visible(s.Environment), Component: Visible(s.Component)}
	if len(s.Chain) == 0 {
		says, _ := noValue(v.Need, s)
		one.None = Visible(says)
	}
	for n, link := range s.Chain {
		one.Chain = append(one.Chain, webLink{stateWord(t, link.Value), Visible(placeOf(link)), n > 0})
	}
	return one
}

func newWebChanges(p *Page) *webChanges {
	c := p.Changes
	if c == nil {
		return nil
	}
	out := &webChanges{From: Visible(c.From), To: Visible(c.To), Counts: c.counts()}
	for _, change := range c.List {
		one := webChange{
			Sort: changeTitles[change.Sort], Name: Visible(changeName(change)), Facts: ansi.Strip(facts(change)), Place: Visible(changePlace(change)),
			Component: Visible(change.Component), Stops: change.NewlyRequired(),
		}
		if change.Sort != changes.Gone {
			one.Link = "#" + idOf(change.Name)
		}
		for _, task := range tasks(change) {
			one.ToDo = append(one.ToDo, Visible(task))
		}
		out.List = append(out.List, one)
	}
	return out
}
