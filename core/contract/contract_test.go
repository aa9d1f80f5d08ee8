package contract

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/evaluate"
	"inzicht/core/reads"
)

func text(s string) *string { return &s }

func read(name string, need reads.Need, more ...func(*reads.Read)) reads.Read {
	r := reads.Read{Name: name, Need: need, Kind: reads.Text, Scope: reads.Runtime, Language: "go"}
	for _, f := range more {
		f(&r)
	}
	return r
}

func in(scope reads.Scope) func(*reads.Read) { return func(r *reads.Read) { r.Scope = scope } }
func as(kind reads.Kind) func(*reads.Read)   { return func(r *reads.Read) { r.Kind = kind } }
func by(language string) func(*reads.Read)   { return func(r *reads.Read) { r.Language = language } }
func of(component string) func(*reads.Read)  { return func(r *reads.Read) { r.Component = component } }
func or(fallback string) func(*reads.Read) {
	return func(r *reads.Read) { r.Fallback = text(fallback) }
}
func after(names ...string) func(*reads.Read) { return func(r *reads.Read) { r.InsteadOf = names } }
func under(name string) func(*reads.Read)     { return func(r *reads.Read) { r.Under = name } }
func equals(literals ...string) func(*reads.Read) {
	return func(r *reads.Read) { r.Literals = literals }
}

func TestMerge(t *testing.T) {
	for _, c := range []struct {
		name string
		list []reads.Read
		want string
	}{
		{"the strictest need", []reads.Read{read("A", reads.Optional), read("A", reads.Expected), read("A", reads.Required)}, "required text"},
		{"expected over optional", []reads.Read{read("A", reads.Optional, or("x")), read("A", reads.Expected)}, "expected text x"},
		{"tests do not count", []reads.Read{read("A", reads.Optional), read("A", reads.Required, in(reads.Test))}, "optional text"},
		{"unless there is nothing else", []reads.Read{read("A", reads.Required, in(reads.Test))}, "required text"},
		{"tooling does not count", []reads.Read{read("A", reads.Required, in(reads.Tooling)), read("A", reads.Optional)}, "optional text"},
		{"builds do", []reads.Read{read("A", reads.Required, in(reads.Build)), read("A", reads.Optional)}, "required text"},
		{"who builds an image gives its arguments", []reads.Read{read("A", reads.Required, by("dockerfile")), read("A", reads.Optional)}, "optional text"},
		{"a kind over text", []reads.Read{read("A", reads.Optional), read("A", reads.Optional, as(reads.Integer))}, "optional integer"},
		{"different fallbacks, sorted, once", []reads.Read{read("A", reads.Optional, or("b")), read("A", reads.Optional, or("a")), read("A", reads.Optional, or("b"))}, "optional text a b"},
	} {
		v := Build(c.list).Variables[0]
		got := strings.TrimSpace(fmt.Sprintf("%s %s %s", v.Need, v.Kind, strings.Join(v.Fallbacks, " ")))
		if got != c.want {
			t.Errorf("%s: %s, want %s", c.name, got, c.want)
		}
	}
}

func TestBuild(t *testing.T) {
	c := Build([]reads.Read{
		read("B_TOKEN", reads.Required, of("b")), read("A", reads.Optional, of("a")), read("B_TOKEN", reads.Optional, of("a")),
		{Pattern: "GATE_*"}, {Whole: true}, {}, read("PATH", reads.Expected),
	})
	var names []string
	for _, v := range c.Variables {
		names = append(names, v.Name)
	}
	if strings.Join(names, " ") != "A B_TOKEN PATH" || len(c.Patterns) != 1 || len(c.Wholes) != 1 || len(c.Unresolved) != 1 {
		t.Errorf("built %v, %d, %d, %d", names, len(c.Patterns), len(c.Wholes), len(c.Unresolved))
	}
	if v := c.Lookup("B_TOKEN"); v == nil || !v.Secret || v.Ambient || strings.Join(v.Components, " ") != "a b" {
		t.Errorf("B_TOKEN: %+v", v)
	}
	if v := c.Lookup("PATH"); v == nil || !v.Ambient {
		t.Errorf("PATH: %+v", v)
	}
	if c.Lookup("NOBODY") != nil {
		t.Error("NOBODY is found")
	}
	for name, want := range map[string]bool{"GATE_NORTH": true, "GATE_": true, "GATE": false, "A": false} {
		if got := c.Covers(name) != nil; got != want {
			t.Errorf("%s is covered: %v", name, got)
		}
	}
}

func TestState(t *testing.T) {
	c := Build([]reads.Read{read("A", reads.Optional), read("B_TOKEN", reads.Required), read("C", reads.Expected, in(reads.Test))})
	no, yes := false, true
	c.State([]Statement{
		{Name: "A", Need: reads.Required, Kind: reads.URL, About: "where", Secret: &yes},
		{Name: "B_TOKEN", Secret: &no, Allowed: []string{"x", "y"}},
		{Name: "C", Need: reads.Optional},
		{Name: "NOBODY", Need: reads.Required},
	})
	a, b, d := c.Lookup("A"), c.Lookup("B_TOKEN"), c.Lookup("C")
	if a.Need != reads.Required || a.Kind != reads.URL || a.About != "where" || !a.Secret || a.Reads[0].Need != reads.Required {
		t.Errorf("A: %+v", a)
	}
	if b.Secret || b.Kind != reads.Choice || strings.Join(b.Literals, " ") != "x y" || b.Need != reads.Required {
		t.Errorf("B_TOKEN: %+v", b)
	}
	if d.Need != reads.Optional || d.Reads[0].Need != reads.Expected {
		t.Errorf("C: %+v", d)
	}
}

// world is one that says of each variable what is written NAME=value.
type world struct {
	values string
	stages []string
	starts []string
}

func (w world) Says(name string) (string, bool) {
	for field := range strings.FieldsSeq(w.values) {
		if own, value, _ := strings.Cut(field, "="); own == name {
			return value, value != "?"
		}
	}
	return "", true
}
func (w world) Has(name string) bool { value, _ := w.Says(name); return value != "" }
func (w world) Off(name string) bool { value, _ := w.Says(name); return value == "" || value == "no" }
func (w world) Stages() []string     { return w.stages }
func (w world) Starts() []string     { return w.starts }

func TestWanted(t *testing.T) {
	when := func(w reads.When) func(*reads.Read) {
		return func(r *reads.Read) { r.When = append(r.When, w) }
	}
	isFile := when(reads.When{Name: "B", Come: []string{"file"}, Not: []string{"none"}})
	withCommand := when(reads.When{Name: evaluate.Argument, Come: []string{"work"}})
	inProduction := when(reads.When{Name: "APP_ENV", Come: []string{"production"}})
	for _, c := range []struct {
		name string
		read reads.Read
		in   world
		want int
	}{
		{"plain", read("A", reads.Required), world{}, 1},
		{"stands in for one that is set", read("A", reads.Expected, after("B")), world{values: "B=1"}, 0},
		{"stands in for two, one of them set", read("A", reads.Expected, after("B", "C")), world{values: "C=1"}, 0},
		{"stands in for one that is not", read("A", reads.Expected, after("B")), world{values: "C=1"}, 1},
		{"under one that is on", read("A", reads.Required, under("B")), world{values: "B=1"}, 1},
		{"under one that is off", read("A", reads.Required, under("B")), world{values: "B=no"}, 0},
		{"for its value", read("A", reads.Required, isFile), world{values: "B=file"}, 1},
		{"for another value", read("A", reads.Required, isFile), world{values: "B=none"}, 0},
		{"for a value that nothing is said of", read("A", reads.Required, isFile), world{values: "B=tape"}, 0},
		{"for a value in other letters", read("A", reads.Required, isFile), world{values: "B=FILE"}, 0},
		{"which are the same", read("A", reads.Required, when(reads.When{Name: "B", Come: []string{"file"}, Folded: true})), world{values: "B=FILE"}, 1},
		{"for all but some", read("A", reads.Required, when(reads.When{Name: "B", Not: []string{"none"}, Other: true})), world{values: "B=tape"}, 1},
		{"for a value that is not known", read("A", reads.Required, isFile), world{values: "B=?"}, 1},
		{"for no value", read("A", reads.Required, isFile), world{}, 0},
		{"where none does as well", read("A", reads.Required, when(reads.When{Name: "B", Come: []string{"file"}, Unset: true})), world{}, 1},
		{"a value is known better than a switch", read("A", reads.Required, under("B"), when(reads.When{Name: "B", Come: []string{"no"}})), world{values: "B=no"}, 1},
		{"in its stage", read("A", reads.Required, inProduction), world{stages: []string{"prod", "production"}}, 1},
		{"in another stage", read("A", reads.Required, inProduction), world{stages: []string{"local"}}, 0},
		{"in a stage that is not known", read("A", reads.Required, inProduction), world{}, 1},
		{"in a stage that is said otherwise", read("A", reads.Required, inProduction), world{values: "APP_ENV=production", stages: []string{"local"}}, 1},
		{"in no stage but one", read("A", reads.Required, when(reads.When{Name: "STAGE", Not: []string{"local"}, Other: true})), world{stages: []string{"local"}}, 0},
		{"where no variable says the stage", read("A", reads.Required, when(reads.When{Come: []string{"production"}})), world{stages: []string{"local"}}, 0},
		{"in a stage that its switch does not know", read("A", reads.Required, under("APP_ENV")), world{stages: []string{"local"}}, 1},
		{"with its command", read("A", reads.Required, withCommand), world{starts: []string{"gate", "work"}}, 1},
		{"with another command", read("A", reads.Required, withCommand), world{starts: []string{"gate", "serve"}}, 0},
		{"with a command of which the rest is not known", read("A", reads.Required, withCommand), world{starts: []string{"gate"}}, 1},
	} {
		if got := len(Wanted([]reads.Read{c.read}, c.in)); got != c.want {
			t.Errorf("%s: %d", c.name, got)
		}
	}
	demanded := read("A", reads.Optional, func(r *reads.Read) {
		r.Demanded = []reads.When{{Name: "B", Come: []string{"file"}}, {Name: "APP_ENV", Come: []string{"production"}}}
	})
	for _, c := range []struct {
		in   world
		want reads.Need
	}{
		{world{values: "B=file"}, reads.Required},
		{world{values: "B=tape"}, reads.Optional},
		{world{values: "B=?"}, reads.Optional},
		{world{}, reads.Optional},
		{world{stages: []string{"production"}}, reads.Required},
		{world{stages: []string{"local"}}, reads.Optional},
		{world{values: "APP_ENV=test", stages: []string{"production"}}, reads.Optional},
	} {
		if got := Wanted([]reads.Read{demanded}, c.in)[0].Need; got != c.want {
			t.Errorf("where %+v: %s, want %s", c.in, got, c.want)
		}
	}
}

func TestLiteralsAreGathered(t *testing.T) {
	c := Build([]reads.Read{read("A", reads.Optional, equals("b", "a")), read("A", reads.Optional, equals("c", "a"))})
	if got := strings.Join(c.Variables[0].Literals, " "); got != "a b c" {
		t.Errorf("literals %s", got)
	}
}

func TestIsAmbient(t *testing.T) {
	for name, want := range map[string]bool{
		"PATH": true, "HOME": true, "LC_ALL": true, "XDG_CONFIG_HOME": true, "CI": true, "http_proxy": true, "npm_config_cache": true, "npm_package_name": true,
		"GATE_URL": false, "PATHS": false, "HOME_URL": false, "XDG": false, "": false,
	} {
		if got := IsAmbient(name); got != want {
			t.Errorf("%s: %v", name, got)
		}
	}
}

// What code leaves in the web server's array under a name with a dot is no
// variable that anybody could set.
func TestNotesAreAmbient(t *testing.T) {
	server := func(name, access string) reads.Read {
		return reads.Read{Name: name, Access: access, Need: reads.Expected}
	}
	c := Build([]reads.Read{
		server("gate.seen", "$_SERVER"), server("gate.both", "$_SERVER"), server("gate.both", "getenv"),
		server("GATE_SEEN", "$_SERVER"), server("gate.own", "process.env"),
	})
	for name, want := range map[string]bool{"gate.seen": true, "gate.both": false, "GATE_SEEN": false, "gate.own": false} {
		if v := c.Lookup(name); v == nil || v.Ambient != want {
			t.Errorf("%s: %+v", name, v)
		}
	}
}
