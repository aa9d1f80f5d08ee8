package evaluate

import (
	"slices"
	"strings"
)

// What a file gives others that only says yes or no of a variable, TLS = os.getenv("GATE_TLS") == "true": for which of its
// values it says so is found out by the worlds in which it has one.

// toldOf notes the way to a value that tells something of one variable and is not the text that was read.
func (m *machine) toldOf(o Offer, x *alt) {
	all := &m.offering
	of := x.about
	if len(x.sites) == 1 && m.reads[x.sites[0]].Kind == "boolean" { // what was made of it
		of = x.sites
	} else if len(x.sites) > 0 || x.form != unknown && x.form != boolean {
		return
	}
	if len(of) != 1 || all.count >= mostOffers {
		return
	}
	if all.told == nil {
		all.told = map[int32][]Offer{}
	}
	if site := of[0]; m.reads[site].Unit == m.u && !slices.ContainsFunc(all.told[site], o.Is) {
		all.told[site] = append(all.told[site], o)
		all.count++
	}
}

// tellsOf reports whether others come to what a variable says.
func (m *machine) tellsOf(name string) bool {
	return m.ofName(name, func(r *Read) bool { return len(m.offering.told[r.number]) > 0 })
}

// told is a way to what a variable says that a read reads.
type told struct {
	read *Read
	way  Offer
}

// toldBy returns the ways to what a variable says.
func (m *machine) toldBy(name string) (list []told) {
	for _, r := range m.reads {
		if own, known := r.Name.plain(); known && own == name {
			for _, way := range m.offering.told[r.number] {
				list = append(list, told{r, way})
			}
		}
	}
	return list
}

// sayAt returns what values say that some ways lead to, in the run that is at its end.
func (m *machine) sayAt(ways []told) (list []truth) {
	for _, t := range ways {
		list = append(list, m.u.saidBy(m.rootValue(t.way.Root).along(t.way.Members)))
	}
	return list
}

// saidBy returns whether a value says yes or no; a text or a number is no answer.
func (u *Unit) saidBy(v Value) truth {
	true_, false_ := u.split(v)
	switch {
	case len(v) == 0 || v.some(func(x alt) bool { return x.form == text || x.form == number }):
		return may
	case len(false_) == 0:
		return yes
	case len(true_) == 0:
		return no
	}
	return may
}

// tellOffers notes for which values of a variable what others come to says yes, by its worlds.
func (m *machine) tellOffers(d decider, worlds []*machine) {
	for i, t := range m.toldBy(d.name) {
		if slices.ContainsFunc(worlds, func(in *machine) bool { return len(in.says) <= i || in.says[i] == may && in.valued.text != otherValue }) { // of what says neither it is not known
			continue
		}
		says := d.when(worlds, func(in *machine) bool { return in.says[i] == yes })
		t.way.Says = &says
		t.read.Offers = append(t.read.Offers, t.way)
	}
}

// Holds reports whether something is so where the variable has a value, "" for none, and whether that is known.
func (w *When) Holds(value string) (so, known bool) {
	if value == "" {
		return w.Unset, true
	}
	return w.HoldsFor(func(other string) bool { return value == other || w.Folded && strings.EqualFold(value, other) })
}

// HoldsFor does so for a value that is one of the others, as is reports, or none.
func (w *When) HoldsFor(is func(other string) bool) (so, known bool) {
	switch {
	case slices.ContainsFunc(w.Come, is):
		return true, true
	case slices.ContainsFunc(w.Not, is):
		return false, true
	}
	return w.Other, !w.Unsure
}

// probes returns the values by which something is found out to be so or not.
func (w *When) probes() []probe { return probesOf(slices.Concat(w.Come, w.Not)) }
