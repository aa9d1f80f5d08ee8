package reads

import "inzicht/core/parse"

// tellApart notes which reads of one variable stand in different branches of the
// same condition: only one of them runs.
func (a *analysis) tellApart() {
	byName := map[string][]int{}
	for n := range a.reads {
		if r := &a.reads[n]; r.Name != "" && r.Fallback != nil {
			byName[r.Name] = append(byName[r.Name], n)
		}
	}
	for _, list := range byName { // in any order: each on its own
		if len(list) < 2 || len(list) > mostApart {
			continue
		}
		a.prepare()
		for _, i := range list {
			for _, j := range list {
				if i != j && a.inOtherBranch(a.spots[i], a.spots[j]) {
					a.reads[i].Apart = append(a.reads[i].Apart, a.reads[j].Line)
				}
			}
		}
	}
}

// mostApart bounds how many reads of one variable are told apart.
const mostApart = 20

// holdsRecord reports whether an entry of a record is a record itself.
func (a *analysis) holdsRecord(n int32) bool {
	t := a.run.tree
	value := t.Child(n, 0)
	for next := value; next != 0; next = t.Nodes[next].Next {
		value = next
	}
	return t.Nodes[n].Kind == parse.Pair && value != 0 && t.Nodes[value].Kind == parse.Record
}

// inOtherBranch reports whether two tokens stand in different branches of the
// smallest condition that holds both, or in different settings of which one is
// picked.
func (a *analysis) inOtherBranch(x, y int) bool {
	t := a.run.tree
	n := int32(0)
	for depth := 0; depth < 1000; depth++ {
		of := func(token int) (child int32, number int) {
			for c, i := t.Nodes[n].First, 0; c != 0; c, i = t.Nodes[c].Next, i+1 {
				if int(t.Nodes[c].From) <= token && token < int(t.Nodes[c].To) {
					return c, i
				}
			}
			return 0, 0
		}
		cx, ix := of(x)
		cy, iy := of(y)
		if cx == 0 || cy == 0 {
			return false
		}
		if cx != cy {
			k := t.Nodes[n].Kind
			if k == parse.Record && a.holdsRecord(cx) && a.holdsRecord(cy) { // { one: { … }, other: { … } }: one is picked
				return true
			}
			return (k == parse.If || k == parse.Choice || k == parse.Switch) && ix > 0 && iy > 0
		}
		n = cx
	}
	return false
}
