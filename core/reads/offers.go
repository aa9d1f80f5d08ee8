package reads

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/late"
	"inzicht/core/syntax"
)

// What a file reads and neither asks for nor replaces, another may: export const port =
// process.env.PORT here, port || 80 there.

// Offer is a way by which other files come to what a file read.
type Offer struct {
	evaluate.Offer
	Name         string // the variable; "" of a way to an object
	Declared     bool   // it is a setting that a library fills
	Line, Column int    // of the read
}

// Offers are those of one file.
type Offers struct {
	File    string
	Package string // by which other packages of the tree import what its own has, or ""
	Within  string // the folder of its package
	Default string // the name of what it exports without one, or ""
	List    []Offer
	lang    *Language
}

// Decides reports whether all that a file offers are reads that something stands in for: they want nothing of others,
// and may decide what others want.
func (o *Offers) Decides() bool {
	return !slices.ContainsFunc(o.List, func(offer Offer) bool { return offer.Name != "" && !offer.isSettled() })
}

// isSettled reports whether nothing is wanted of what is offered: something stands in for it, or it says yes or no alone.
func (o *Offer) isSettled() bool { return o.Else != "" || o.Says != nil }

// OffersOf returns what a file offers by what was found in it.
func OffersOf(file string, r *Result, l *Language) *Offers {
	return &Offers{File: file, Default: r.Default, List: r.Offers, lang: l}
}

// offer notes the ways to a read that is neither required here nor replaced. Those to one that is replaced by a
// text are noted besides: it may decide what others are wanted for.
func (a *analysis) offer(found *evaluate.Read, r Read) {
	if r.Need == Required || r.Name == "" {
		return
	}
	replaced := r.Fallback != nil && *r.Fallback != ""
	for _, o := range found.Offers {
		if r.Kind == Integer || r.Kind == Number {
			o.Kind = string(r.Kind)
		}
		switch {
		case !a.shows(o.Root) || o.Says == nil && replaced != (o.Else != ""):
		case replaced || o.Says != nil:
			a.deciding = append(a.deciding, Offer{Offer: o, Name: r.Name, Line: r.Line, Column: r.Column})
		default:
			a.offers = append(a.offers, Offer{Offer: o, Name: r.Name, Line: r.Line, Column: r.Column})
		}
	}
}

// mayDecide is what stands in for a variable that may say which way a program goes: none, smtp, development.
var mayDecide = late.Regexp(`^[A-Za-z][A-Za-z0-9_-]{0,23}$`)

// offerObjects notes the ways to objects, and which is what the file exports without a name.
func (a *analysis) offerObjects(objects []evaluate.Offer) {
	if len(a.offers) == 0 { // then only those that look as if they did
		a.deciding = slices.DeleteFunc(a.deciding, func(o Offer) bool { return o.Says == nil && !mayDecide().MatchString(o.Else) })
	}
	if a.offers = append(a.offers, a.deciding...); len(a.offers) == 0 {
		return
	}
	for _, o := range objects {
		if a.shows(o.Root) {
			a.offers = append(a.offers, Offer{Offer: o})
		}
	}
	for _, at := range a.defaults() {
		for a.f.Is(at, "class") || a.f.Is(at, "async") || a.f.Is(at, "function") || a.f.Is(at, "abstract") {
			at++
		}
		if a.f.Kind(at) == syntax.Word && !a.f.Is(at, "new") {
			a.byDefault = a.f.Text(at)
		}
	}
}

// shows reports whether other files see what a root stands for.
func (a *analysis) shows(root evaluate.Root) bool {
	name := root.Name
	switch {
	case name == "", root.Of == evaluate.RootClass, root.Owner != "": // an object of it may be exported, and not the class
		return true
	case a.lang.Exports == "":
		return !strings.HasPrefix(name, "_")
	case a.shown == nil:
		a.shown = a.findShown()
	}
	return a.shown[name] || a.exportedNames()[name] || a.isDefaultName(name)
}

// findShown returns the names that are exported where they are defined.
func (a *analysis) findShown() map[string]bool {
	f, shown := a.f, map[string]bool{}
	for i := range f.Tokens {
		if !f.Is(i, a.lang.Exports) {
			continue
		}
		for i++; exportedAs[f.Text(i)]; i++ {
		}
		if f.Kind(i) == syntax.Word {
			shown[f.Text(i)] = true
		}
	}
	return shown
}

// exportedAs are the words between the one that exports and a name.
var exportedAs = set(strings.Fields("default async function * class abstract const let var enum declare"))

// fills reports whether a library fills fields of a class of the file: it may use these itself.
func (o *Offers) fills() bool {
	return slices.ContainsFunc(o.List, func(offer Offer) bool { return offer.Declared && offer.Root.Of == evaluate.RootClass })
}

// IsIn reports whether other offers hold all of these.
func (o *Offers) IsIn(other *Offers) bool {
	return o.File == other.File && len(o.List) == len(other.List) && slices.EqualFunc(o.List, other.List, func(a, b Offer) bool { return a.Is(b.Offer) })
}

// last returns the last word of each way, by which what is read is used.
func (o *Offers) last() (words []string) {
	for _, offer := range o.List {
		name := offer.Root.Name
		if len(offer.Members) > 0 {
			name = offer.Members[len(offer.Members)-1]
		}
		if name == "" { // what a file exports without a name has whatever name it is given
			name, _ = Origin(o.File)
		}
		if offer.Name != "" && !slices.Contains(words, name) {
			words = append(words, name)
		}
	}
	return words
}

// classes returns the classes that ways begin with or lead through.
func (o *Offers) classes() (list []string) {
	for _, offer := range o.List {
		for _, name := range []string{offer.Root.Name, offer.Root.Owner, offer.Class} {
			if name != "" && syntax.IsCapital(name) && !slices.Contains(list, name) {
				list = append(list, name)
			}
		}
	}
	return list
}

// Using tells which files may use what others offer.
type Using struct {
	of    map[string][]*Offers // by the last word of a way
	ties  map[*Offers][]string
	Words []string
}

// UsingOf returns the files that may use what is offered: those that hold the last word of a way,
// and something by which they know the file.
func UsingOf(list []*Offers) *Using {
	u := &Using{of: map[string][]*Offers{}, ties: map[*Offers][]string{}}
	for _, o := range list {
		stem, folder := Origin(o.File)
		switch {
		case o.lang.KeepsSmall:
			u.ties[o] = []string{folder}
		case folder == "." && !o.lang.SharesNames && !o.lang.knowsClasses():
			u.ties[o] = []string{stem}
		case o.lang.SharesNames || o.lang.knowsClasses():
			u.ties[o] = append(o.classes(), stem)
		default:
			u.ties[o] = []string{stem, folder}
		}
		if o.Package != "" {
			u.ties[o] = append(u.ties[o], o.Package)
		}
		for _, word := range o.last() {
			u.of[word] = append(u.of[word], o)
			u.Words = append(u.Words, word)
		}
	}
	slices.Sort(u.Words)
	u.Words = slices.Compact(u.Words)
	return u
}

// In reports whether a file may use what a word of it offers.
func (u *Using) In(word string, s *Source) bool {
	return slices.ContainsFunc(u.of[word], func(o *Offers) bool {
		switch {
		case o.File == s.File:
			return o.fills()
		case o.lang.SharesNames && path.Dir(o.File) == path.Dir(s.File):
			return true
		case o.lang.Exports != "":
			return slices.ContainsFunc(u.ties[o], s.takesIn)
		}
		return slices.ContainsFunc(u.ties[o], s.holds)
	})
}
