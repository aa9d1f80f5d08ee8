package reads

import (
	"slices"
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/declare"
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/sorting"
	"inzicht/core/syntax"
)

// declared finds the settings that the forms of the language declare.
func (a *analysis) declared() {
	roles := a.rolesHere()
	if len(a.lang.Forms) == 0 || len(roles) == 0 && !a.c.forms.in(a.f.Src) && !a.speaksOfWholes() {
		return
	}
	s, list := a.findSettings(roles)
	for _, found := range list {
		a.setting(found)
	}
	a.roles = append(a.roles, s.Given...)
	a.judged(s.Judged)
	a.offerDeclared(s.Objects)
}

// declaring returns the file as what may declare settings.
func (a *analysis) declaring(roles []declare.Role) *declare.Source {
	r, wholes := a.prepare(), map[Range]bool{}
	for _, whole := range a.wholes {
		wholes[whole] = true
	}
	return &declare.Source{
		Tree: r.tree, File: a.file, Path: r.path, Roles: roles,
		Whole: func(lo, hi int) bool { return wholes[Range{lo, hi}] },
	}
}

// declaredHere is what the forms of the language find in a file, by what was the environment as a whole then.
type declaredHere struct {
	source *declare.Source
	list   []declare.Setting
	wholes []Range
}

// findSettings returns the file as what may declare settings, and those that the forms of the language find in it. It
// looks again only where something else is the environment as a whole.
func (a *analysis) findSettings(roles []declare.Role) (s *declare.Source, list []declare.Setting) {
	if known := a.declares; known != nil && slices.Equal(known.wholes, a.wholes) {
		return known.source, known.list
	}
	s = a.declaring(roles)
	speaks := a.c.forms.any.In(a.f.Src)
	for n, form := range a.lang.Forms {
		if len(s.Roles) == 0 && !(form.Wholes && len(a.wholes) > 0) && !(speaks && a.speaksOf(a.c.forms.forms[n].words) && a.holdsAny(form.With)) {
			continue
		}
		list = append(list, form.Find(s)...)
	}
	a.declares = &declaredHere{s, list, slices.Clone(a.wholes)}
	return s, list
}

// comparesSettings reports whether the file compares a setting that it asks a library for with a text, or chooses by it.
func (a *analysis) comparesSettings() bool {
	if len(a.lang.Forms) == 0 || !a.c.forms.in(a.f.Src) {
		return false
	}
	a.prepare()
	t := a.run.tree
	for n := range a.askedSettings() { // in any order
		before, behind := a.f.Text(int(t.Nodes[n].From)-1), a.f.Text(int(t.Nodes[n].To))
		if comparing[before] || comparing[behind] || behind == ")" && (a.f.Is(int(t.Nodes[n].From)-2, "switch") || a.f.Is(int(t.Nodes[n].From)-2, "match")) {
			return true
		}
	}
	return false
}

// askedSettings returns the calls of the file by which settings are asked for by their names: config.get("MODE").
func (a *analysis) askedSettings() map[int32]evaluate.Asked {
	if a.settingsAsked != nil {
		return a.settingsAsked
	}
	byName, annotated := map[string][]declare.Setting{}, map[int]declare.Setting{}
	_, list := a.findSettings(a.rolesHere())
	for _, s := range list {
		byName[s.Name] = append(byName[s.Name], s)
		if _, another := annotated[s.Token]; strings.HasPrefix(s.Access, "@") && !another {
			annotated[s.Token] = s
		}
	}
	calls := map[int32]evaluate.Asked{}
	a.settingsAsked = calls
	t := a.run.tree
	for n, node := range t.Nodes {
		if node.Kind != parse.Call && node.Kind != parse.Index {
			continue
		}
		for _, at := range []int{int(node.From), int(node.From) - 1} { // @Value("${MODE:deep}")
			if s, is := annotated[at]; is && node.Kind == parse.Call {
				calls[int32(n)] = askedAs(s)
			}
		}
		t.Children(int32(n), func(c int32) bool {
			name, is := a.f.Value(int(t.Nodes[c].From))
			for _, s := range byName[name] {
				if is && int(node.From) <= s.Token && s.Token < int(node.To) && t.Nodes[c].To == t.Nodes[c].From+1 {
					calls[int32(n)] = askedAs(s)
				}
			}
			return true
		})
	}
	return calls
}

// askedAs returns a setting as one that is asked for.
func askedAs(s declare.Setting) evaluate.Asked {
	asked := evaluate.Asked{Name: s.Name, Kind: s.Kind}
	if s.Fallback != nil {
		asked.Else = *s.Fallback
	}
	return asked
}

// offerSettings notes the ways to settings, without those that hold what can be no choice.
func (a *analysis) offerSettings() {
	a.offers = append(a.offers, slices.DeleteFunc(a.offersOfSettings, func(o Offer) bool { return o.Else != "" && !mayDecide().MatchString(o.Else) })...)
}

// offerDeclared notes the ways to objects of classes with settings, where a way to one of these is known.
func (a *analysis) offerDeclared(objects []declare.Object) {
	for _, o := range objects {
		root := rootOf(o.Holder)
		if len(a.offersOfSettings) > 0 && a.shows(root) {
			a.offers = append(a.offers, Offer{Offer: evaluate.Offer{Root: root, Class: o.Class}})
		}
	}
}

// rootOf returns what the names begin with by which other files use what holds settings.
func rootOf(h declare.Holder) evaluate.Root {
	switch {
	case h.Default:
		return evaluate.Root{Of: evaluate.RootDefault}
	case h.Function != "":
		return evaluate.Root{Of: evaluate.RootFunction, Name: h.Function}
	}
	return evaluate.Root{Of: evaluate.RootVariable, Name: h.Variable}
}

// offerSetting notes the way to a setting that is not required here: a field of a class, or a member of what the schema
// gives.
func (a *analysis) offerSetting(s declare.Setting, r Read) {
	o := Offer{Offer: evaluate.Offer{Members: strings.Split(s.Field, "."), Gone: evaluate.Nothing}, Name: r.Name, Declared: true, Line: r.Line, Column: r.Column}
	switch {
	case r.Need == Required || s.Field == "" || s.Computed:
		return
	case s.Of != "":
		o.Root = evaluate.Root{Of: evaluate.RootClass, Name: s.Of}
	case s.Holder == declare.Holder{}:
		return
	default:
		if o.Root = rootOf(s.Holder); !a.shows(o.Root) {
			return
		}
	}
	if r.Kind != Text && r.Kind != Choice {
		o.Kind = string(r.Kind)
	}
	if a.lang.KeepsSmall { // a field of Go
		o.Gone = evaluate.Empty
	}
	switch {
	case r.Fallback != nil:
		o.Else = *r.Fallback
	case a.lang.KeepsSmall && r.Kind == Boolean:
		o.Else = "false"
	}
	a.offersOfSettings = append(a.offersOfSettings, o)
}

// judged leaves it to the schema that is given what was read what becomes of it.
func (a *analysis) judged(given [][2]int) {
	for _, r := range given {
		for n := range a.reads {
			read := &a.reads[n]
			if at := a.spots[n]; at < r[0] || at >= r[1] || read.Access == "schema" {
				continue
			}
			if slices.ContainsFunc(a.reads, func(other Read) bool { return other.Access == "schema" && other.Name == read.Name }) {
				read.Need = Optional
			}
		}
	}
}

// speaksOfWholes reports whether the environment as a whole is in the file,
// and a form of the language may speak of it.
func (a *analysis) speaksOfWholes() bool {
	return len(a.wholes) > 0 && slices.ContainsFunc(a.lang.Forms, func(form declare.Form) bool { return form.Wholes })
}

// holdsAny reports whether one of the words is in the source, or there are
// none.
func (a *analysis) holdsAny(words []string) bool {
	return len(words) == 0 || slices.ContainsFunc(words, a.holds)
}

// speaksOf reports whether one of the words is in the source, and not in a
// comment alone.
func (a *analysis) speaksOf(words *Words) bool {
	for _, at := range words.Offsets(a.f.Src, 0) {
		n, _ := slices.BinarySearchFunc(a.f.Tokens, at, func(t syntax.Token, at int32) int {
			if t.End <= at {
				return -1
			}
			return 1
		})
		if n < len(a.f.Tokens) && a.f.Tokens[n].Start <= at {
			return true
		}
	}
	return false
}

// rolesHere returns the roles of names that the file holds.
func (a *analysis) rolesHere() (list []declare.Role) {
	if a.context == nil {
		return nil
	}
	for _, role := range a.context.Roles {
		if role.As != declare.Handed && HasWord(a.f.Src, role.Name) {
			list = append(list, role)
		}
	}
	return list
}

// setting makes a read of a declared setting. Where an idiom found it already,
// the declaration says what the idiom does not.
func (a *analysis) setting(s declare.Setting) {
	r := Read{Name: s.Name, Pattern: s.Pattern, Access: s.Access, Need: Need(s.Need), Kind: Kind(s.Kind), Fallback: s.Fallback, FallbackComputed: s.Computed, Literals: s.Literals, Bounds: s.Bounds}
	if r.Kind == "" {
		r.Kind = Text
	}
	if r.Kind != Integer && r.Kind != Number {
		r.Bounds = nil
	}
	if r.Kind == URL { // what checks an address wants it whole
		r.Form = AbsoluteURL
	}
	if s.Pattern != "" && s.Name == "" && r.Need == "" {
		r.Need = Optional
	}
	r.When, r.Demanded = a.whenDeclared(s), whens(s.Wanted)
	at := Range{s.Token, s.Token + 1}
	if text := a.heldAgainst(s.Token); text != "" && len(r.Literals) == 0 && r.Kind == Text {
		r.Literals, r.Kind = []string{text}, kindOfLiterals([]string{text})
		if r.Need != Required { // nothing is another text
			r.Need = Optional
		}
	}
	a.place(&r, at)
	for n := range a.reads {
		known := &a.reads[n]
		if s.Instead != "" && known.Name == s.Instead && known.Line == r.Line {
			known.Name = r.Name
		}
		if known.Name == r.Name && known.Pattern == r.Pattern && known.Line == r.Line {
			known.completed(r)
			return
		}
	}
	a.add(at, r)
	a.offerSetting(s, r)
}

// whenDeclared returns for which values of variables a setting is asked for: of those that go by one variable what is
// said first.
func (a *analysis) whenDeclared(s declare.Setting) []When {
	all := slices.Concat(whens(s.Where), a.run.unit.StagesAt(s.Token), a.run.unit.OnProperty(s.Token), a.waysTo(s.Token))
	if len(all) == 0 && s.Of != "" {
		all = a.waysToObjects(s.Of)
	}
	return evaluate.WithMore(nil, all)
}

// waysTo returns for which values of variables the blocks round a token are come to: of those that go by one variable
// the innermost says it.
func (a *analysis) waysTo(token int) (list []When) {
	var round []int32
	for n := range a.ways { // sorted below
		if node := a.run.tree.Nodes[n]; int(node.From) <= token && token < int(node.To) {
			round = append(round, n)
		}
	}
	sorting.By(round, func(x, y int32) int { return int(a.run.tree.Nodes[y].From - a.run.tree.Nodes[x].From) })
	for _, n := range round {
		list = evaluate.WithMore(list, a.ways[n])
	}
	return list
}

// waysToObjects returns for which values of variables an object of a class is made, where the file makes one alone.
func (a *analysis) waysToObjects(class string) []When {
	if len(a.ways) == 0 {
		return nil
	}
	made := int32(0)
	t := a.run.tree
	for n, node := range t.Nodes {
		if node.Kind == parse.Call && t.Name(t.Child(int32(n), 0)) == class {
			if made != 0 {
				return nil
			}
			made = int32(n)
		}
	}
	if made == 0 {
		return nil
	}
	return a.waysTo(int(t.Nodes[made].From))
}

// heldAgainst returns the text that what a call gives is held against, by a token of the call or of what it is
// given, or "": config.get('GATE_OPEN') === 'true'.
func (a *analysis) heldAgainst(token int) string {
	f := a.f
	open := token
	for steps := 0; open < len(f.Tokens) && steps < 8 && !f.Is(open, "("); steps++ { // the path to what is called
		open++
	}
	end := f.Mate(open)
	if end <= open || !comparing[f.Text(end+1)] {
		return ""
	}
	text, _ := f.Value(end + 2)
	return text
}

// completed takes what a declaration says of a read that was found otherwise.
func (r *Read) completed(by Read) {
	if r.Kind == Text {
		r.Kind, r.Form = by.Kind, by.Form
		r.Asked = r.Asked && r.Kind == Text // what is asked then is what it was taken for
	}
	if by.Need == Optional {
		r.Need = Optional
	}
	if r.Fallback == nil && by.Fallback != nil {
		r.Need, r.Fallback = Optional, by.Fallback
	}
	r.Bounds = bounds.Both(r.Bounds, by.Bounds)
	if len(r.Literals) == 0 {
		r.Literals = by.Literals
	}
	if len(r.When) == 0 {
		r.When = by.When
	}
	if len(r.Demanded) == 0 {
		r.Demanded = by.Demanded
	}
}

// whens returns conditions of a declaration as those of a read.
func whens(conditions []declare.Condition) (list []When) {
	for _, c := range conditions {
		w := When{Name: c.Variable, Come: c.In, Unset: c.Unset}
		if c.Not {
			w.Come, w.Not, w.Other = nil, c.In, true
		}
		list = append(list, w)
	}
	return list
}
