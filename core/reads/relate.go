package reads

import (
	"slices"

	"inzicht/core/parse"
	"inzicht/core/sorting"
)

// orElse is a read together with what stands in for it where it has no value.
type orElse struct {
	name string
	at   Range
}

// relate finds out which reads depend on others of the file: those that only
// stand in for another, and those that are made under a condition on another.
func (a *analysis) relate() {
	if len(a.reads) > maxRelated {
		return
	}
	near := a.neighbours()
	branches := append(a.otherBranches(near), a.behindReturns(near)...)
	guards := a.guards()
	for n := range a.reads {
		r, token := &a.reads[n], a.spots[n]
		if r.Name == "" {
			continue
		}
		for _, other := range a.standIns {
			if other.at.contains(token) && other.name != r.Name && !slices.Contains(r.InsteadOf, other.name) {
				r.InsteadOf = append(r.InsteadOf, other.name)
			}
		}
		for _, other := range branches {
			if other.at.contains(token) && other.name != r.Name && !slices.Contains(r.InsteadOf, other.name) {
				r.InsteadOf = append(r.InsteadOf, other.name)
			}
		}
		r.Under = a.conditionOn(guards, token, r.Name, near)
	}
}

// otherBranches returns what is gone where a variable that an if asks for has no
// value: the other branch, and all further ones.
func (a *analysis) otherBranches(near *neighbours) (list []orElse) {
	if a.run == nil || a.run.tree == nil {
		return nil
	}
	t := a.run.tree
	for n := range t.Nodes {
		if t.Nodes[n].Kind != parse.If || len(list) > maxRelated {
			continue
		}
		var parts []int32
		t.Children(int32(n), func(c int32) bool { parts = append(parts, c); return len(parts) < 4 })
		if len(parts) > 2 && t.Nodes[parts[1]].Kind != parse.Block && t.Nodes[parts[2]].Kind == parse.Block && t.Nodes[parts[0]].Kind != parse.Block && a.f.Is(int(t.Nodes[parts[0]].To), ";") { // if v, ok := lookup(); ok
			parts = parts[1:]
		}
		if len(parts) < 2 || len(parts) > 3 || t.Nodes[parts[0]].Kind == parse.Block {
			continue
		}
		span := func(c int32) Range { return Range{int(t.Nodes[c].From), int(t.Nodes[c].To)} }
		found := near.within(span(parts[0]))
		if len(found) != 1 || len(a.reads[found[0]].Literals) > 0 {
			continue
		}
		name := a.reads[found[0]].Name
		switch set, plain := a.asksWhether(span(parts[0])); {
		case !plain || name == "":
		case set && len(parts) == 3:
			list = append(list, orElse{name, span(parts[2])})
		case !set:
			list = append(list, orElse{name, span(parts[1])})
		}
	}
	return list
}

// behindReturns returns what is come to only where a variable has no value, for a block is left
// before where it has one: if (a) return a; …
func (a *analysis) behindReturns(near *neighbours) (list []orElse) {
	if a.run == nil || a.run.tree == nil || len(a.reads) < 2 {
		return nil
	}
	t := a.run.tree
	for n := range t.Nodes {
		if t.Nodes[n].Kind != parse.Block {
			continue
		}
		held := map[string]string{} // variables that hold what was read, by name
		t.Children(int32(n), func(c int32) bool {
			switch t.Nodes[c].Kind {
			case parse.Declare, parse.Assign:
				if name := a.onlyRead(near, c); name != "" {
					held[t.Name(t.Child(c, 0))] = name
				}
			case parse.If:
				if name := a.leavesWith(near, c, held); name != "" {
					list = append(list, orElse{name, Range{int(t.Nodes[c].To), int(t.Nodes[n].To)}})
				}
			}
			return len(list) < maxRelated
		})
	}
	return list
}

// onlyRead returns the variable of the only read in a node, or "".
func (a *analysis) onlyRead(near *neighbours, n int32) string {
	node := a.run.tree.Nodes[n]
	if found := near.within(Range{int(node.From), int(node.To)}); len(found) == 1 {
		return a.reads[found[0]].Name
	}
	return ""
}

// leavesWith returns the variable that an if without an else asks for, by itself or by what
// holds it, and leaves the block where it has a value; or "".
func (a *analysis) leavesWith(near *neighbours, n int32, held map[string]string) string {
	t := a.run.tree
	var parts []int32
	t.Children(n, func(c int32) bool { parts = append(parts, c); return len(parts) < 5 })
	last := len(parts) - 1
	if last < 1 || t.Nodes[parts[last]].Kind != parse.Block || t.Nodes[parts[last-1]].Kind == parse.Block || !a.endsWithReturn(parts[last]) {
		return ""
	}
	cond := Range{int(t.Nodes[parts[0]].From), int(t.Nodes[parts[last-1]].To)}
	set, plain := a.asksWhether(Range{int(t.Nodes[parts[last-1]].From), cond.Hi})
	if !set || !plain {
		return ""
	}
	found := near.within(cond)
	if len(found) == 0 {
		inner := parts[last-1]
		for k := t.Nodes[inner].Kind; (k == parse.Wrapper || k == parse.Binary) && t.Child(inner, 0) != 0; k = t.Nodes[inner].Kind { // (v), v != ""
			inner = t.Child(inner, 0)
		}
		return held[t.Name(inner)]
	}
	if len(found) != 1 || len(a.reads[found[0]].Literals) > 0 {
		return ""
	}
	return a.reads[found[0]].Name
}

// endsWithReturn reports whether the last statement of a block gives something back.
func (a *analysis) endsWithReturn(block int32) bool {
	t, last := a.run.tree, int32(0)
	t.Children(block, func(c int32) bool { last = c; return true })
	return last != 0 && t.Nodes[last].Kind == parse.Return && t.Nodes[last].First != 0
}

// comparing are operators by which a value is held against another.
var comparing = map[string]bool{"==": true, "===": true, "!=": true, "!==": true, "eq": true, "ne": true}

// asksWhether reports whether a condition holds where something is set, or where it
// is not, and whether that is all that it asks.
func (a *analysis) asksWhether(cond Range) (set, plain bool) {
	set = true
	for i := cond.Lo; i < cond.Hi; i++ {
		if text, is := a.f.Value(i); is && text != "" && (comparing[a.f.Text(i-1)] || comparing[a.f.Text(i+1)]) { // held against a text
			return false, false
		}
		switch a.f.Text(i) {
		case "&&", "||", "and", "or", "<", ">", "<=", ">=", "=~", "?":
			return false, false
		case "in":
			if a.f.Is(i+1, "(") || a.f.Is(i+1, "[") || a.f.Is(i+1, "{") { // among texts
				return false, false
			}
		case "==", "===":
			set = !set
		case "!", "not":
			if !a.f.Is(i-1, "is") && !a.f.Is(i+1, "=") {
				set = !set
			}
		case "is":
			if !a.f.Is(i+1, "not") {
				set = !set
			}
		}
	}
	return set, true
}

// maxRelated bounds how many reads of one file are held against each other.
const maxRelated = 2000

// conditionOn returns the first variable that a condition asks for under which a token is come to within its
// function, the nearest one first, or "".
func (a *analysis) conditionOn(guards []guarded, token int, name string, near *neighbours) string {
	for _, g := range slices.Backward(guards) {
		if !g.body.contains(token) || g.condition.Lo < a.functionRound(token).Lo {
			continue
		}
		for _, m := range near.within(g.condition) {
			if other := a.reads[m].Name; other != "" && other != name {
				return other
			}
		}
	}
	return ""
}

// neighbours finds reads by place and by name.
type neighbours struct {
	spots  []int            // of the reads, by number
	order  []int            // their numbers, by place
	byName map[string][]int // the same, of one name
}

func (a *analysis) neighbours() *neighbours {
	near := &neighbours{spots: a.spots, byName: map[string][]int{}}
	for n := range a.reads {
		near.order = append(near.order, n)
	}
	sorting.By(near.order, func(x, y int) int { return a.spots[x] - a.spots[y] })
	for _, n := range near.order {
		near.byName[a.reads[n].Name] = append(near.byName[a.reads[n].Name], n)
	}
	return near
}

// maxNear bounds how many neighbours are asked.
const maxNear = 12

// within returns the first reads in a range of tokens.
func (near *neighbours) within(r Range) []int {
	from, _ := slices.BinarySearchFunc(near.order, r.Lo, func(n, lo int) int { return near.spots[n] - lo })
	to := from
	for to < len(near.order) && to < from+maxNear && near.spots[near.order[to]] < r.Hi {
		to++
	}
	return near.order[from:to]
}

// guarded is what an if does where its condition holds.
type guarded struct{ condition, body Range }

// guards returns what the ifs of the file do where their conditions hold, without those that ask for the contrary of
// something, inner ones last.
func (a *analysis) guards() (list []guarded) {
	if a.run == nil || a.run.tree == nil {
		return nil
	}
	t := a.run.tree
	for n := range t.Nodes {
		if t.Nodes[n].Kind != parse.If || t.Name(int32(n)) == "unless" || len(list) > maxRelated {
			continue
		}
		first := t.Child(int32(n), 0)
		body := first
		for body != 0 && t.Nodes[body].Kind != parse.Block {
			body = t.Nodes[body].Next
		}
		if head := int(t.Nodes[first].From); body != first && body != 0 && !a.f.Is(head, "!") && !a.f.Is(head, "not") && !a.f.Is(head+1, "!") {
			list = append(list, guarded{Range{head, int(t.Nodes[body].From)}, Range{int(t.Nodes[body].From), int(t.Nodes[body].To)}})
		}
	}
	return list
}

// functionRound returns the function that a token stands in.
func (a *analysis) functionRound(token int) (round Range) {
	if a.run == nil || a.run.tree == nil {
		return round
	}
	for _, node := range a.run.tree.Nodes {
		if node.Kind == parse.Function && int(node.From) <= token && token < int(node.To) && int(node.From) >= round.Lo {
			round = Range{int(node.From), int(node.To)}
		}
	}
	return round
}
