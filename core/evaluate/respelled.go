package evaluate

import (
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Texts that stay what they mean: written otherwise, in capitals, trimmed.

// written returns a value as a text: nothing becomes "undefined".
func written(v Value, depth int32) Value {
	out := slices.Clone(v)
	for n := range out {
		if out[n].form == nothing {
			out[n].form, out[n].parts = text, []part{{text: "undefined", frame: depth}}
		}
	}
	return out
}

// transparent returns a value that stays what it means: trimmed, in capitals.
func (m *machine) transparent(name string, v Value) Value {
	word := strings.ToLower(strings.ReplaceAll(name, "_", ""))
	if (strings.Contains(word, "upper") || strings.Contains(word, "lower") || word == "upcase" || word == "downcase" || word == "casefold" || word == "lc" || word == "uc") && m.focus == nil {
		for _, s := range v.sites() {
			m.reads[s].Folded = true
		}
	}
	if name == "String" && m.unit().Words.Chains { // String(undefined) is a text
		return written(v, m.depth())
	}
	if lengthWords[word] {
		if length, known := m.textLength("len", v); known {
			return length
		}
		if length, known := m.askLists(v, "len"); known {
			return length
		}
		return Value{loose(v, alt{missing: v.missing(), form: lengthForm(v), parts: []part{{text: "0"}}})}
	}
	return recased(word, v)
}

// lengthWords are functions that say how long a text is, without what parts their words.
var lengthWords = map[string]bool{"len": true, "length": true, "strlen": true, "mbstrlen": true, "string.length": true, "bytesize": true, "nchar": true}

// foldsCase notes that texts are compared without regard to case, as the name of what
// compares them says, or what it is told besides: equals("on", ignoreCase = true).
func (m *machine) foldsCase(name string, arguments []argument) (folds bool) {
	name = strings.ToLower(name)
	folds = strings.Contains(name, "case") || strings.HasSuffix(name, "fold") || strings.HasSuffix(name, "icmp")
	for _, a := range arguments[1:] {
		if a.node != 0 {
			said := strings.Contains(m.unit().Tree.Text(a.node), "gnoreCase") && (a.name != "" || m.unit().kind(a.node) == parse.Member)
			folds = folds || said || a.name == "ignoreCase"
		}
	}
	if folds && m.focus == nil {
		for _, a := range arguments {
			for _, s := range a.value.sites() {
				m.reads[s].Folded = true
			}
		}
	}
	return folds
}

// equalAsIn compares two values as a function of some name does: in any case, or as they are.
func (m *machine) equalAsIn(name string, a, b Value, arguments []argument, op string) Value {
	return m.equal(a, b, op, 0, m.foldsCase(name, arguments))
}

// recased returns a value in the case that a function of some name puts it in.
func recased(name string, v Value) Value {
	switch strings.ToLower(strings.ReplaceAll(name, "_", "")) {
	case "upper", "toupper", "touppercase", "upcase", "uppercase", "toupperinvariant", "strtoupper", "toasciiuppercase", "uppercased", "uc", "uppercaseascii":
		return folded(v, strings.ToUpper)
	case "lower", "tolower", "tolowercase", "downcase", "lowercase", "tolowerinvariant", "strtolower", "lowercased", "lc", "toasciilowercase", "lowercaseascii":
		return folded(v, strings.ToLower)
	}
	return v
}

func lengthForm(v Value) form {
	if v.missing() != 0 {
		return number
	}
	return unknown
}

// folded returns texts in another case.
func folded(v Value, fold func(string) string) Value {
	out := make(Value, len(v))
	copy(out, v)
	for n := range out {
		if out[n].form == unknown && len(out[n].sites) > 0 {
			continue
		}
		parts := make([]part, len(out[n].parts))
		for i, p := range out[n].parts {
			p.text = fold(p.text)
			parts[i] = p
		}
		out[n].parts = parts
	}
	return out
}
