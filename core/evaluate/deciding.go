package evaluate

import (
	"maps"
	"slices"
	"strings"
)

// By which variables a file may go one way or the other: those that it compares with literals, asks whether they are set,
// takes for true or false, or holds against numbers.

// What bounds how many worlds a file is run in, and how large it may be.
const (
	mostDeciding = 10
	mostValues   = 8
	mostWorlds   = 36
	mostOfWorlds = 60_000 // tokens of a file
	mostSpent    = 20_000 // steps in which is tried out what the file compares with no literal
)

// otherValue is what no variable is compared with.
const otherValue = "\x00"

// decider is a variable by which a file may go one way or the other.
type decider struct {
	name   string
	probes []probe
	folded bool // it is compared in small or in capital letters
	truth  bool // it is taken for true or false
	unsaid bool // the file compares it with no literal
	counts bool // it is held against numbers
}

// probe is a value that a file is run with, and all for which it goes the same way.
type probe struct {
	value  string
	stands []string
}

// probesOf returns probes of texts, of any other text, and of none.
func probesOf(texts []string) (list []probe) {
	for _, text := range append(slices.Clone(texts), otherValue, "") {
		list = append(list, probe{text, []string{text}})
	}
	return list
}

// deciders returns the variables by which the file may go one way or the other, the surest first.
func (m *machine) deciders() (list []decider) {
	literals := m.comparedWith()
	for _, name := range literals.names {
		if texts := literals.of[name]; len(texts) > 0 && len(texts) <= mostValues {
			list = append(list, decider{name: name, probes: probesOf(texts), folded: m.ofName(name, func(r *Read) bool { return r.Folded })})
		}
	}
	known := func(name string) bool {
		return literals.of[name] != nil || slices.ContainsFunc(list, func(d decider) bool { return d.name == name })
	}
	for _, as := range []func(*Read) (decider, bool){saysAsBefore, m.saysTruth, m.saysNumber, m.asksPresence} {
		for _, r := range m.reads {
			name, plain := r.Name.plain()
			if !plain || r.Unit != m.u || known(name) || !m.decidesOthers(name) {
				continue
			}
			if d, is := as(r); is {
				d.name, d.unsaid = name, true
				list = append(list, d)
			}
		}
	}
	list = append(list, m.settingsAsked(known)...)
	return list[:min(len(list), mostDeciding)]
}

// settingsAsked returns how settings decide that libraries read, which the file takes for true or false.
func (m *machine) settingsAsked(known func(string) bool) (list []decider) {
	kinds := map[string]string{}
	for _, asked := range m.u.Asked { // sorted below
		if m.truths[asked.Name] && !known(asked.Name) && m.decidesOthers(asked.Name) {
			kinds[asked.Name] = asked.Kind
		}
	}
	for _, name := range slices.Sorted(maps.Keys(kinds)) {
		d := decider{probes: probesOf(m.u.Words.No)}
		if kinds[name] == "boolean" {
			d = ofTruth(m.u.Words.Forms["boolean"])
		}
		d.name, d.unsaid = name, true
		list = append(list, d)
	}
	return list
}

// ofName reports whether something is so of a read of a variable.
func (m *machine) ofName(name string, is func(*Read) bool) bool {
	return slices.ContainsFunc(m.reads, func(r *Read) bool {
		own, _ := r.Name.plain()
		return own == name && is(r)
	})
}

// decidesOthers reports whether the file reads another variable that it may not do without, or gives others what this one
// says.
func (m *machine) decidesOthers(name string) bool {
	return m.u.Placed || m.tellsOf(name) || slices.ContainsFunc(m.reads, func(r *Read) bool {
		own, _ := r.Name.plain()
		return own != name && (r.isWanted() || r.Access.Borrowed)
	})
}

// literals are what variables are compared with, by their names, which are in order.
type literals struct {
	names []string
	of    map[string][]string
}

// comparedWith returns the variables that the file compares with literals; the stage has no name where no variable says it.
func (m *machine) comparedWith() literals {
	l := literals{of: map[string][]string{}}
	for _, r := range m.reads {
		name, known := r.Name.plain()
		all := slices.Concat(r.Literals, r.refused, r.picks)
		if !known || len(all) == 0 || r.Unit != m.u {
			continue
		}
		if l.of[name] == nil {
			l.names = append(l.names, name)
		}
		for _, s := range all {
			if s != "" && !slices.Contains(l.of[name], s) {
				l.of[name] = append(l.of[name], s)
			}
		}
	}
	for _, name := range slices.Sorted(maps.Keys(m.stageLiterals)) {
		if l.of[name] == nil {
			l.names = append(l.names, name)
		}
		l.of[name] = append(l.of[name], m.stageLiterals[name]...)
	}
	if of := m.u.stageQuestions().literals(); len(of) > 0 {
		l.names, l.of[""] = append(l.names, ""), of
	}
	return l
}

// saysAsBefore returns how a variable decides of which another file knows what it says.
func saysAsBefore(r *Read) (decider, bool) {
	if r.Access.Says == nil {
		return decider{}, false
	}
	return decider{probes: r.Access.Says.probes(), folded: r.Access.Says.Folded, truth: r.Access.Says.Truth}, true
}

// saysTruth returns how a variable decides that is taken for true or false.
func (m *machine) saysTruth(r *Read) (decider, bool) {
	kind, form := m.kindFound(r)
	return ofTruth(form), kind == "boolean" && form != Presence
}

// kindFound returns what a read was taken for, and how that must be written.
func (m *machine) kindFound(r *Read) (kind, form string) {
	if asked := m.u.Asked[r.Node]; (r.Kind == "" || r.Kind == "text") && asked.Kind != "" && r.Unit == m.u {
		return asked.Kind, m.u.Words.Forms[asked.Kind]
	}
	return r.Kind, r.Form
}

// ofTruth returns how a variable decides that says yes or no in a form.
func ofTruth(form string) decider {
	says := truthsOf(form)
	return decider{truth: true, folded: says.folded, probes: append([]probe{{says.yes[0], says.yes}, {says.no[0], says.no}}, probesOf(nil)...)}
}

// asksPresence returns how a variable decides of which the file only asks whether it is set, and goes on without.
func (m *machine) asksPresence(r *Read) (decider, bool) {
	return decider{probes: probesOf(m.u.Words.No)}, r.Tested && !r.Required && !r.isReplaced()
}

// saysNumber returns how a variable decides that is held against numbers.
func (m *machine) saysNumber(r *Read) (decider, bool) {
	kind, _ := m.kindFound(r)
	return decider{counts: true, probes: []probe{{"0", []string{"0"}}, {"1", []string{"1"}}, {manyNumber, []string{otherValue}}, {"", []string{""}}}}, isNumeric(kind) && (r.Truth || r.measured)
}

// manyNumber stands for all larger numbers.
const manyNumber = "99999"

// truths are the texts that say yes, and no.
type truths struct {
	yes, no []string
	folded  bool // in any case
}

// truthsOf returns the texts that say yes and no in a form.
func truthsOf(form string) truths {
	switch form {
	case GoTruth:
		return truths{yes: []string{"true", "1", "t", "T", "TRUE", "True"}, no: []string{"false", "0", "f", "F", "FALSE", "False"}}
	case ExactTruth, TrueOrElse:
		return truths{yes: []string{"true"}, no: []string{"false"}}
	case TruthAnyCase, TrueAnyCase:
		return truths{yes: []string{"true"}, no: []string{"false"}, folded: true}
	}
	return truths{yes: []string{"true", "1", "yes", "on", "t", "y"}, no: []string{"false", "0", "no", "off", "f", "n"}, folded: true}
}

// says returns what a text says in a form, and whether it says anything.
func (t truths) says(text string, form string) (truth, known bool) {
	is := func(word string) bool { return word == text || t.folded && strings.EqualFold(word, text) }
	truth = slices.ContainsFunc(t.yes, is)
	return truth, truth || form == TrueOrElse || form == TrueAnyCase || slices.ContainsFunc(t.no, is)
}
