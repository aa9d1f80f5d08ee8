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
func (m *machine) tellsOf(name string) bool { return len(m.toldBy(name)) > 0 }

// toldBy returns the ways to what a variable says.
func (m *machine) toldBy(name string) (list []Offer) {
	for _, r := range m.reads {
		if own, known := r.Name.plain(); known && own == name {
			list = append(list, m.offering.told[r.number]...)
		}
	}
	return list
}

// sayAt returns what values say that some ways lead to, in the run that is at its end.
func (m *machine) sayAt(ways []Offer) (list []truth) {
	for _, o := range ways {
		v := m.rootValue(o.Root).along(o.Members)
		says := may
		if slices.ContainsFunc(v, func(x alt) bool { return x.form == text || x.form == number }) { // it is no answer
			list = append(list, may)
			continue
		}
		if true_, false_ := m.u.split(v); len(v) > 0 && len(false_) == 0 {
			says = yes
		} else if len(v) > 0 && len(true_) == 0 {
			says = no
		}
		list = append(list, says)
	}
	return list
}

// tellOffers notes for which values of a variable what others come to says yes, by its worlds.
func (m *machine) tellOffers(d decider, worlds []*machine) {
	ways := m.toldBy(d.name)
	for i, o := range ways {
		if slices.ContainsFunc(worlds, func(in *machine) bool { return len(in.says) <= i || in.says[i] == may && in.valued.text != otherValue }) { // of what says neither it is not known
			continue
		}
		says := d.when(worlds, func(in *machine) bool { return in.says[i] == yes })
		o.Says = &says
		for _, r := range m.reads {
			if slices.ContainsFunc(m.offering.told[r.number], o.Is) {
				r.Offers = append(r.Offers, o)
			}
		}
	}
}

// Holds reports whether something is so where the variable has a value, "" for none.
func (w *When) Holds(value string) bool {
	is := func(other string) bool { return value == other || w.Folded && strings.EqualFold(value, other) }
	switch {
	case value == "":
		return w.Unset
	case slices.ContainsFunc(w.Come, is):
		return true
	case slices.ContainsFunc(w.Not, is):
		return false
	}
	return w.Other
}

// probes returns the values by which something is found out to be so or not.
func (w *When) probes() []probe { return probesOf(slices.Concat(w.Come, w.Not)) }
