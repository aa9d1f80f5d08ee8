package reads

import "slices"

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
		r.Under = a.conditionOn(token, r.Name)
		if r.Need != Optional && r.Through == "" && a.guarded(n) {
			r.Need = Optional
		}
	}
}

// maxRelated bounds how many reads of one file are held against each other.
const maxRelated = 2000

// conditionOn gives the variable that a condition round token i asks for, or "".
func (a *analysis) conditionOn(i int, name string) string {
	for _, c := range a.conditionsRound(i) {
		for n, other := range a.reads {
			if c.contains(a.spots[n]) && other.Name != "" && other.Name != name {
				return other.Name
			}
		}
	}
	return ""
}

// conditionsRound gives the conditions under which token i is reached, within
// its function, without those that ask for the contrary of something.
func (a *analysis) conditionsRound(i int) (list []Range) {
	if i >= len(a.o.blockOf) {
		return nil
	}
	for b := a.o.blockOf[i]; b > 0; b = a.o.blocks[b].parent {
		block := &a.o.blocks[b]
		if block.function {
			break
		}
		head, body := a.conditionBefore(block.Lo), block.Lo
		if conditionWords[a.f.Text(block.Lo-1)] { // the block begins with its condition, up to the line's end
			head = block.Lo - 1
			for body < block.Hi && !a.f.Tokens[body].NewLine && !a.f.Is(body, "then") {
				body++
			}
		}
		if head < 0 || i < body || a.f.Is(head, "unless") || a.f.Is(head+1, "!") || a.f.Is(head+1, "not") || a.f.Is(head+2, "!") {
			continue
		}
		list = append(list, Range{head + 1, body})
	}
	return list
}
