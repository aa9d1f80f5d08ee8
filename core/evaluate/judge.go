package evaluate

import "slices"

// judge runs, for each variable, what concerns it with the variable unset.
func (m *machine) judge() {
	byKey := map[string][]*Read{}
	var order []string
	for _, r := range m.reads {
		if byKey[r.key] == nil {
			order = append(order, r.key)
		}
		byKey[r.key] = append(byKey[r.key], r)
	}
	if m.u.Using != nil {
		order = slices.DeleteFunc(order, func(key string) bool {
			return !slices.ContainsFunc(byKey[key], func(r *Read) bool { return r.Access.Borrowed })
		})
	}
	m.left = min(m.left+stepsPerRead*len(order), fewSteps+stepsPerToken*len(m.u.Tree.File.Tokens)+stepsPerRead*len(order), mostSteps)
	m.findOffers()
	globals, fields := m.globals.vars, m.fields
	m.globals.vars = nil
	for n, key := range order {
		list := byKey[key]
		all := m.left
		m.left = min(all, max(all/(len(order)-n)*fairShares, leastShare)) // so that one leaves something to the others
		share := m.left
		for len(list) > 0 {
			part := list[:min(len(list), mostSites)]
			list = list[len(part):]
			m.unset(key, part, globals, fields)
			m.bound(key, part, globals, fields)
		}
		m.left += all - share
	}
	m.givenElsewhere()
	m.unreached()
	for _, r := range m.reads {
		if r.Fallback == nil && r.kept != nil && r.Tested && !r.Required {
			r.Fallback = r.kept
		}
	}
}

// unset runs the entries that concern some reads with their variable unset.
func (m *machine) unset(key string, list []*Read, globals *variables, fields map[*Class]*members) {
	var entries []int
	for _, r := range list {
		for _, e := range r.entries {
			if e >= 0 {
				entries = append(entries, e)
			}
		}
	}
	slices.Sort(entries)
	entries = slices.Compact(entries)
	m.beginUnset(&focus{key: key, reads: list}, globals, fields)
	for _, e := range entries {
		if m.left <= 0 {
			for _, r := range list { // not known: the softer need
				r.Tested = true
			}
			m.focus = nil
			return
		}
		m.focus = &focus{key: key, reads: list}
		m.runEntry(e)
		m.settle(e)
	}
	m.settleOffers(list)
	m.confirm(list, entries, globals, fields)
	m.focus = nil
}

// beginUnset begins runs with the variable of some reads unset, or set to a number.
func (m *machine) beginUnset(f *focus, globals *variables, fields map[*Class]*members) {
	m.begin()
	m.offering.shown = nil
	m.globals.base, m.firstFields = globals, fields
	for _, o := range m.others { // in any order
		o.begin()
	}
	m.focus = f
	m.borrowAgain()
}

// settle takes over what the run of one entry says about the reads.
func (m *machine) settle(e int) {
	f := m.focus
	for n, r := range f.reads {
		bit := mask(1) << n
		home := slices.Contains(r.entries, e)
		r.reached = r.reached || f.reached&bit != 0
		r.stops = r.stops || (f.stopped|f.perhaps)&bit != 0
		switch {
		case f.stopped&bit != 0 && f.went&bit == 0:
			sometimes := f.surely&bit == 0
			if sometimes && !r.Access.Borrowed && (f.plainly|^f.reached)&bit != 0 { // it is read anyway, and needed on some ways alone
				r.Tested = true
				break
			}
			r.Sometimes = sometimes && (r.Sometimes || !r.Required)
			r.Required = true
		case f.reached&bit == 0 && home && r.entries[0] == e && !r.Unseen && !r.Access.Borrowed:
			if f.stopped != 0 && f.went == 0 && !f.system {
				r.Required = true
			} else {
				r.Tested = true
			}
		}
		if (f.tested|f.stopped|f.done)&bit != 0 {
			r.Tested = true
		}
	}
}
