package reads

import (
	"maps"
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/syntax"
)

// Constants returns the values of those of the wanted constants that src
// defines, by name, and by class and name where they belong to one.
func (l *Language) Constants(src []byte, wanted map[string]bool) map[string]string {
	if l.Own != nil {
		return nil
	}
	found, whole := l.constantsIn(src, wanted, l.folding(nil))
	if !whole { // what a constant is made by was passed over
		found, _ = l.constantsIn(src, wanted, nil)
	}
	return found
}

// constantsIn returns the constants in what folding leaves of src; whole is false
// where the value of one is not known and a function was passed over.
func (l *Language) constantsIn(src []byte, wanted map[string]bool, folding *syntax.Folding) (found map[string]string, whole bool) {
	a := l.open(src, folding)
	defer a.close()
	a.prepare()
	a.run.unit.Prepare()
	found = map[string]string{}
	lasts := map[string]bool{}
	for name := range wanted { // in any order
		lasts[name[strings.LastIndexByte(name, '.')+1:]] = true
	}
	open := false
	values, several := evaluate.Constants(a.run.unit), map[string]bool{}
	for _, name := range slices.Sorted(maps.Keys(values)) {
		value := values[name]
		last := name[strings.LastIndexByte(name, '.')+1:]
		switch {
		case !lasts[last]:
		case value == "":
			open = true
		case plausible(value):
			if name != last && found[last] != "" && found[last] != value {
				several[last] = true
			}
			found[name], found[last] = value, value
		}
	}
	for last := range several { // in any order
		if values[last] == "" { // A.KEY and B.KEY: a mere KEY may be either
			delete(found, last)
		}
	}
	for _, name := range slices.Sorted(maps.Keys(a.run.macros)) {
		if value := a.run.macros[name]; lasts[name] && plausible(value) {
			found[name] = value
		}
	}
	kept := make(map[string]string, len(found))
	for name, value := range found { // in any order
		detach(&name, &value)
		kept[name] = value
	}
	return kept, !open || len(a.f.Folds) == 0
}

// constant returns the value of a name that other files of the tree define. What
// is not known yet is wanted.
func (a *analysis) constant(name string) []text {
	if at := strings.LastIndexByte(name, '.'); at > 0 { // module.submodule.NAME: the last two say enough
		if before := strings.LastIndexByte(name[:at], '.'); before >= 0 {
			name = name[before+1:]
		}
	}
	last := name[strings.LastIndexByte(name, '.')+1:]
	if a.context != nil {
		for _, key := range []string{name, last} {
			if key == last && len(last) < len(name) && !a.isConstantName(last) {
				break // of another object, most likely
			}
			if value, known := a.context.Constants[key]; known {
				return word(value)
			}
		}
	}
	qualified := len(last) != len(name)
	of := qualified && a.isConstantName(strings.TrimSuffix(name, "."+last)) // NAMES.token
	if len(a.wanted) < 200 && (of || a.isConstantName(last)) && (qualified && len(last) > 1 || len(last) > 3 && !common[strings.ToLower(last)]) {
		a.wanted[name] = true
	}
	return unknown
}

// isConstantName reports whether a name is written like that of a constant: all
// in capitals or with one at its beginning, or kName; in Go any with a capital.
func (a *analysis) isConstantName(name string) bool {
	if strings.ToLower(name) == name {
		return false
	}
	name = strings.TrimLeft(name, "_$")
	return strings.ToUpper(name) == name || name[0] >= 'A' && name[0] <= 'Z' || name[0] == 'k' && name[1] >= 'A' && name[1] <= 'Z' || a.lang.Name == "go"
}
