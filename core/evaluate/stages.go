package evaluate

import (
	"bytes"
	"slices"
	"strings"
	"unicode"

	"inzicht/core/parse"
	"inzicht/core/stage"
)

// Much of what is read only in production stands under a question of which nothing is known here: of an argument, of
// a framework (app.environment == .production, IsProduction()), of a setting that is found elsewhere. Whether it says
// the stage is seen by its words: what is compared with "production" is the stage, and what is called so is true there.
// So a file with such questions is run in each stage too.

// stageAsk is a question for the stage that a program runs in.
type stageAsk struct {
	in  []string // the stages for which the answer is yes
	not bool     // for which it is no
}

// holds reports whether the answer is yes in a stage.
func (a stageAsk) holds(of string) bool { return slices.Contains(a.in, of) != a.not }

// stageBody is what is only there in some stages, by what stands before it: @Profile("production"), configure
// :production do … end.
type stageBody struct {
	ask  stageAsk
	node int32
	made bool // it is run in every stage, and only what it gives is not used: production: { … } of several
}

// stageAsks are the questions for the stage in a file, by their nodes, arms of a switch among them.
type stageAsks struct {
	at         map[int32]stageAsk
	bodies     []stageBody
	properties []onProperty // objects that are made where a property has a value
}

// stageName is a name that may say a stage, and whether it may be of a device.
type stageName struct {
	text   string
	device bool
}

// stageQuestions returns what a file asks of the stage, by the words alone.
func (u *Unit) stageQuestions() *stageAsks {
	u.stagesOnce.Do(func() {
		u.stages.at = map[int32]stageAsk{}
		var classes []int32
		named, known := map[stageName]string{}, u.mayAskVariable()
		for i := range u.Tree.Nodes {
			n := int32(i)
			if known && u.asksVariable(n, 0) {
				continue
			}
			switch u.kind(n) {
			case parse.Class:
				classes = append(classes, n)
			case parse.Binary:
				u.asksBinary(n)
			case parse.Call:
				u.asksCall(n)
			case parse.Name, parse.Member:
				name := stageName{u.at(n), u.kind(n) == parse.Name && u.Words.Pointers}
				of, seen := named[name]
				if !seen {
					of = stage.Named(name.text, name.device)
					named[name] = of
				}
				if of != "" {
					u.stages.at[n] = stageAsk{in: []string{of}}
				}
			case parse.Switch:
				u.asksSwitch(n)
			case parse.Wrapper:
				u.asksWrapper(n)
			case parse.Record, parse.List:
				u.asksKeys(n)
			}
		}
		u.asksClasses(classes)
	})
	return &u.stages
}

// mayAskVariable reports whether the last name of anything by which it is known which variable tells the stage is in
// the file.
func (u *Unit) mayAskVariable() bool {
	for path := range u.Words.Stages { // in any order
		if bytes.Contains(u.Tree.File.Src, []byte(path[strings.LastIndexByte(path, '.')+1:])) {
			return true
		}
	}
	return false
}

// asksVariable reports whether it is known which variable tells what an expression asks for: Rails.env, IsStaging().
func (u *Unit) asksVariable(n int32, depth int) bool {
	switch u.kind(n) {
	case parse.Binary, parse.Call, parse.Member, parse.Name, parse.Switch, parse.Wrapper:
	default:
		return false
	}
	if u.Words.Stages[u.Path(n)] != "" || u.Words.Stages["."+u.at(n)] != "" {
		return true
	}
	return depth < 4 && slices.ContainsFunc(u.children(n), func(c int32) bool { return u.asksVariable(c, depth+1) })
}

// literals returns the stages that are asked for.
func (a *stageAsks) literals() (list []string) {
	for _, ask := range a.at { // in any order
		list = append(list, ask.in...)
	}
	for _, b := range a.bodies {
		list = append(list, b.ask.in...)
	}
	slices.Sort(list)
	return slices.Compact(list)
}

// without reports whether a read stands in what is not there in a stage. What is run all the same is there where the
// read is required.
func (a *stageAsks) without(tree *parse.Tree, n int32, of string, required bool) bool {
	at := tree.Nodes[n].From
	return slices.ContainsFunc(a.bodies, func(b stageBody) bool {
		return !(b.made && required) && tree.Nodes[b.node].From <= at && at < tree.Nodes[b.node].To && !b.ask.holds(of)
	})
}

// StagesAt returns for which stages what stands at a token is there, one for each of what is round it that says so.
func (u *Unit) StagesAt(token int) (list []When) {
	for _, b := range u.stageQuestions().bodies {
		node := u.Tree.Nodes[b.node]
		switch {
		case int32(token) < node.From || int32(token) >= node.To:
		case b.ask.not:
			list = append(list, When{Come: b.ask.in}.Contrary())
		default:
			list = append(list, When{Come: b.ask.in})
		}
	}
	return list
}

// asksBinary looks at a comparison with a word for a stage, and at whether something is one of several.
func (u *Unit) asksBinary(n int32) {
	list := u.children(n)
	if len(list) != 2 {
		return
	}
	switch op := u.at(n); op {
	case "==", "===", "eq", "=", "is", "!=", "!==", "ne", "<>", "/=", "~=":
		of, asked := u.stageWord(list[1]), list[0]
		if of.stage == "" {
			of, asked = u.stageWord(list[0]), list[1]
		}
		if of.stage != "" && u.stageWord(asked).stage == "" && (of.sure || u.sounds(asked)) {
			u.stages.at[n] = stageAsk{[]string{of.stage}, strings.ContainsAny(op, "!n<~/")}
		}
	case "in", "not in", "!in":
		if of, sure := u.stageList(list[1], 0); len(of) > 0 && (sure || u.sounds(list[0])) {
			u.stages.at[n] = stageAsk{of, op != "in" || u.next(n) == "not"}
		}
	}
}

// Functions and methods that ask whether something is among several, and whether two are the same.
var (
	amongWords = map[string]bool{"include?": true, "includes": true, "contains": true, "Contains": true, "in?": true, "in_array": true, "has": true, "member?": true, "isIn": true}
	sameWords  = map[string]bool{"equals": true, "Equals": true, "equalsIgnoreCase": true, "EqualFold": true, "eql?": true, "isEqual": true, "eq_ignore_ascii_case": true, "equalTo": true, "is": true}
)

// asksCall looks at a call that asks for the stage by what it is given, or by its name alone.
func (u *Unit) asksCall(n int32) {
	list := u.children(n)
	if len(list) == 0 {
		return
	}
	callee, given := list[0], list[1:]
	name := u.calleeName(callee)
	var block int32
	if last := len(given) - 1; last >= 0 && u.kind(given[last]) == parse.Lambda {
		block, given = given[last], given[:last]
	}
	switch {
	case len(given) == 0 && block == 0:
		if of := stage.Named(name, false); of != "" {
			u.stages.at[n] = stageAsk{in: []string{of}}
		} else if strings.EqualFold(name, "isLocal") || name == "is_local" {
			u.stages.at[n] = stageAsk{in: []string{"development"}}
		}
		return
	case amongWords[name]:
		for _, c := range append(slices.Clone(given), u.Tree.Child(callee, 0)) {
			if of, sure := u.stageList(c, 0); len(of) > 1 && sure {
				u.stages.at[n] = stageAsk{in: of}
			}
		}
		return
	case sameWords[name]:
		for _, c := range append(slices.Clone(given), u.Tree.Child(callee, 0)) {
			if of := u.stageWord(c); of.sure {
				u.stages.at[n] = stageAsk{in: []string{of.stage}}
			}
		}
		return
	}
	var in []string
	sure := stage.Sounds(name)
	for _, c := range given {
		of, listed := u.stageList(c, 0)
		if len(of) == 0 {
			return
		}
		in, sure = append(in, of...), sure || listed
	}
	switch {
	case block != 0 && sure:
		u.stages.bodies = append(u.stages.bodies, stageBody{stageAsk{in: in}, block, false})
	case block == 0 && stage.Sounds(name):
		u.stages.at[n] = stageAsk{in: in}
	}
}

// asksSwitch looks at the arms of a switch, of which one at least is sure to be a stage.
func (u *Unit) asksSwitch(n int32) {
	list := u.children(n)
	var arms []int32
	sure := len(list) > 0 && u.kind(list[0]) != parse.Case && u.sounds(list[0])
	for _, c := range list {
		if u.kind(c) != parse.Case {
			continue
		}
		for _, p := range u.children(c) {
			if of := u.stageWord(p); of.stage != "" {
				arms = append(arms, p)
				sure = sure || of.sure
			}
		}
	}
	for _, p := range arms {
		if sure {
			u.stages.at[p] = stageAsk{in: []string{u.stageWord(p).stage}}
		}
	}
}

// asksWrapper looks at what stands before a function or a class: @Profile("production"), @ConditionalOnProperty("mail.on").
func (u *Unit) asksWrapper(n int32) {
	for _, before := range u.children(n) {
		c := u.Tree.Child(before, 0)
		if u.kind(before) != parse.Wrapper || u.kind(c) != parse.Call {
			continue
		}
		name := u.calleeName(u.Tree.Child(c, 0))
		if name == "Profile" {
			u.asksProfile(n, c)
		} else if value := onProperties[name]; value != "" {
			u.asksProperty(n, c, value)
		}
	}
}

// asksProfile notes for which stages what stands behind an annotation is there: @Profile("production").
func (u *Unit) asksProfile(n, annotation int32) {
	var ask stageAsk
	for _, given := range u.children(annotation)[1:] {
		for _, text := range u.textsIn(given) {
			bare, not := strings.CutPrefix(text, "!")
			of, _ := stage.Of(bare)
			if of == "" {
				return
			}
			ask.in, ask.not = append(ask.in, of), not
		}
	}
	if slices.Sort(ask.in); len(ask.in) > 0 {
		ask.in = slices.Compact(ask.in)
		u.stages.bodies = append(u.stages.bodies, stageBody{ask, n, false})
	}
}

// asksKeys looks at a map with something for each of several stages.
func (u *Unit) asksKeys(n int32) {
	var said []stageSaid
	pairs := u.children(n)
	sure := 0
	for _, p := range pairs {
		of, certain := stage.Of(u.keyWord(p))
		if said = append(said, stageSaid{of, certain}); certain {
			sure++
		}
	}
	for i, p := range pairs {
		if said[i].stage == "" || sure < 2 {
			continue
		}
		value := u.lastChild(p)
		u.stages.bodies = append(u.stages.bodies, stageBody{stageAsk{in: []string{said[i].stage}}, p, u.kind(value) != parse.Lambda && u.kind(value) != parse.Function})
	}
}

// keyWord returns the key of a pair where it is a text or a word, or "".
func (u *Unit) keyWord(p int32) string {
	if u.kind(p) != parse.Pair {
		return ""
	}
	list := u.children(p)
	if len(list) == 2 {
		if word, is := u.literal(list[0]); is {
			return word
		}
		return strings.TrimPrefix(u.at(list[0]), ":")
	}
	return strings.Trim(u.at(p), ":")
}

// asksClasses looks at classes that are called after stages: ProductionConfig. What their methods do is done there
// alone; what stands in them is run in any.
func (u *Unit) asksClasses(classes []int32) {
	said := make([]stageSaid, len(classes))
	sure := false
	for i, n := range classes {
		of, certain := stage.Of(stage.Only(u.at(n)))
		said[i] = stageSaid{of, certain}
		sure = sure || certain
	}
	for i, n := range classes {
		if !sure || said[i].stage == "" {
			continue
		}
		ask := stageAsk{in: []string{said[i].stage}}
		u.stages.bodies = append(u.stages.bodies, stageBody{ask, n, true})
		for _, c := range u.children(u.lastChild(n)) {
			if u.kind(c) == parse.Function || u.kind(c) == parse.Wrapper && u.kind(u.lastChild(c)) == parse.Function {
				u.stages.bodies = append(u.stages.bodies, stageBody{ask, c, false})
			}
		}
	}
}

// textsIn returns the texts that an expression is, or the elements of a list are.
func (u *Unit) textsIn(n int32) (list []string) {
	if s, is := u.literal(n); is {
		return []string{s}
	}
	for _, c := range u.children(n) {
		if s, is := u.literal(c); is {
			list = append(list, s)
		}
	}
	return list
}

// stageSaid is a word for a stage, and whether it is said of nothing else.
type stageSaid struct {
	stage string
	sure  bool
}

// stageWord returns the stage that an expression is a word for: "production", :prod, .production, Mode.Prod.
func (u *Unit) stageWord(n int32) stageSaid {
	for u.kind(n) == parse.Wrapper {
		n = u.Tree.Child(n, 0)
	}
	word := ""
	switch u.kind(n) {
	case parse.Text, parse.Template:
		word, _ = u.literal(n)
	case parse.Name:
		name := u.at(n)
		switch {
		case strings.HasPrefix(name, ":"):
			word = name[1:]
		case name != "" && unicode.IsUpper(rune(name[0])):
			word = stage.Only(name)
		}
	case parse.Member:
		if of := u.Tree.Child(n, 0); of == 0 || stage.Sounds(u.at(of)) && unicode.IsUpper(rune((u.at(of) + " ")[0])) {
			word = stage.Only(u.at(n))
		}
	}
	of, sure := stage.Of(word)
	return stageSaid{of, sure}
}

// stageList returns the stages that an expression is a word for, or a list of words, and whether one of them is said
// of nothing else.
func (u *Unit) stageList(n int32, depth int) (in []string, sure bool) {
	if of := u.stageWord(n); of.stage != "" {
		return []string{of.stage}, of.sure
	}
	switch u.kind(n) {
	case parse.List, parse.Wrapper, parse.Record, parse.Unknown, parse.Call, parse.Template:
	default:
		return nil, false
	}
	if depth > 4 {
		return nil, false
	}
	for i, c := range u.children(n) {
		if i == 0 && u.kind(n) == parse.Call { // List.of("dev", "test")
			continue
		}
		of, known := u.stageList(c, depth+1)
		if len(of) == 0 {
			return nil, false
		}
		in, sure = append(in, of...), sure || known
	}
	return in, sure
}

// sounds reports whether an expression is called something with the stage in it: app.environment, mode.
func (u *Unit) sounds(n int32) bool {
	if u.kind(n) == parse.Call {
		return stage.Sounds(u.calleeName(u.Tree.Child(n, 0)))
	}
	return stage.Sounds(u.at(n))
}

// inStage returns the answer to what a node asks of the stage, where nothing else is known of it.
func (m *machine) inStage(n int32, v Value) Value {
	ask, is := m.unit().stageQuestions().at[n]
	if !is || !v.isUntold() {
		return v
	}
	return Value{{form: boolean, truth: ask.holds(m.valued.text)}}
}

// isUntold reports whether nothing is known of a value that would depend on a read.
func (v Value) isUntold() bool {
	return !v.some(func(x alt) bool {
		return x.form != unknown && x.form != boolean || x.form == boolean && len(v) == 1 || len(x.sites) > 0 || len(x.about) > 0 || x.depends|x.missing != 0
	})
}

// fitStage reports whether a value of which nothing is known is the stage that an arm stands for.
func (m *machine) fitStage(p int32, x alt) (truth, bool) {
	ask, is := m.unit().stageQuestions().at[p]
	if !is || !(Value{x}).isUntold() {
		return may, false
	}
	if ask.holds(m.valued.text) {
		return yes, true
	}
	return no, true
}

// inStages reports whether the run is in a world where it is only known which stage it is in.
func (m *machine) inStages() bool { return m.valued != nil && m.valued.name == "" }
