package reads

import (
	"slices"

	"inzicht/core/declare"
	"inzicht/core/syntax"
)

// declared finds the settings that the forms of the language declare.
func (a *analysis) declared() {
	roles := a.rolesHere()
	if len(a.lang.Forms) == 0 || len(roles) == 0 && !a.c.forms.in(a.f.Src) && !a.speaksOfWholes() {
		return
	}
	r := a.prepare()
	wholes := map[Range]bool{}
	for _, whole := range a.wholes {
		wholes[whole] = true
	}
	s := &declare.Source{
		Tree: r.tree, File: a.file, Path: r.path, Roles: roles,
		Whole: func(lo, hi int) bool { return wholes[Range{lo, hi}] },
	}
	speaks := a.c.forms.any.In(a.f.Src)
	for n, form := range a.lang.Forms {
		if len(roles) == 0 && !(form.Wholes && len(wholes) > 0) && !(speaks && a.speaksOf(a.c.forms.forms[n].words) && a.holdsAny(form.With)) {
			continue
		}
		for _, found := range form.Find(s) {
			a.setting(found)
		}
	}
	a.roles = append(a.roles, s.Given...)
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
	r := Read{Name: s.Name, Pattern: s.Pattern, Access: s.Access, Need: Need(s.Need), Kind: Kind(s.Kind), Fallback: s.Fallback, FallbackComputed: s.Computed, Literals: s.Literals}
	if r.Kind == "" {
		r.Kind = Text
	}
	if r.Kind == URL { // what checks an address wants it whole
		r.Form = AbsoluteURL
	}
	if s.Pattern != "" && s.Name == "" && r.Need == "" {
		r.Need = Optional
	}
	r.When = a.run.unit.StagesAt(s.Token)
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
	if len(r.Literals) == 0 {
		r.Literals = by.Literals
	}
	if len(r.When) == 0 {
		r.When = by.When
	}
}
