package evaluate

import (
	"slices"
	"strconv"
	"strings"

	"inzicht/core/bounds"
)

// Between which numbers a value must lie. Where a program holds what it reads against numbers, it is run with each of
// them and with what lies beside it: those with which it ends for certain are refused.

// mostAgainst bounds how many numbers a variable is held against.
const mostAgainst = 6

// holdAgainst notes a number that a variable is held against.
func (r *Read) holdAgainst(number string) {
	if isCount(number) && len(r.against) < mostAgainst && !slices.Contains(r.against, number) {
		r.against = append(r.against, number)
	}
}

// isCount reports whether a text is a number in digits.
func isCount(s string) bool {
	_, is := countOf(s)
	return is
}

// countOf returns the number that a text is in digits.
func countOf(s string) (float64, bool) {
	if strings.Trim(s, "+-.0123456789") != "" {
		return 0, false
	}
	n, err := strconv.ParseFloat(s, 64)
	return n, err == nil
}

// countsOf returns two numbers in digits.
func countsOf(s, t string) (a, b float64, both bool) {
	a, first := countOf(s)
	b, second := countOf(t)
	return a, b, first && second
}

// setForBounds returns what an access gives of the variable that is set to a number.
func (m *machine) setForBounds(a *Access, bit mask) Value {
	if a.Test || a.Absent {
		return Value{{form: boolean, truth: a.Test, depends: bit}}
	}
	return m.setTo(a, m.focus.text).dependent(bit)
}

// boundsBy returns between which numbers what is converted must lie: the last argument may say of how many bits it is.
func (u *Use) boundsBy(arguments []argument) []string {
	if u.Size != "i?" && u.Size != "u?" || len(arguments) == 0 {
		return bounds.OfType(u.Size)
	}
	bits, _ := arguments[len(arguments)-1].value.plain()
	return bounds.OfBits(bits, u.Size == "u?")
}

// noteBounds notes between which numbers a conversion wants what was read; where another one wants others, it is not known
// which counts.
func (m *machine) noteBounds(v Value, list []string) {
	if m.focus != nil {
		return
	}
	for _, s := range v.sites() {
		if r := m.reads[s]; !r.sized {
			r.Bounds, r.sized = list, true
		} else if !slices.Equal(r.Bounds, list) {
			r.Bounds = nil
		}
	}
}

// bound finds out between which numbers a variable must lie.
func (m *machine) bound(key string, list []*Read, globals *variables, fields map[*Class]*members) {
	for _, r := range list {
		kind := r.Kind
		if r.Access.Borrowed {
			kind, _ = m.kindGiven(r.Access)
		}
		if len(r.against) == 0 || !isNumeric(kind) {
			continue
		}
		found := bounds.Found(r.against, kind == "integer", func(number string) bool {
			return bounds.Exclude(r.Bounds, number) || m.refuses(r, number, key, globals, fields)
		})
		if m.left > 0 {
			r.Bounds = bounds.Both(r.Bounds, found)
		}
	}
}

// refuses reports whether the program ends for certain where a variable is set to a text.
func (m *machine) refuses(r *Read, s, key string, globals *variables, fields map[*Class]*members) bool {
	before := *r
	defer func() { *r = before }()
	r.Required, r.Sometimes = false, false
	list := []*Read{r}
	m.beginUnset(&focus{key: key, reads: list, text: s}, globals, fields)
	for _, e := range r.entries {
		if e >= 0 && m.left > 0 {
			m.focus = &focus{key: key, reads: list, text: s}
			m.runEntry(e)
			m.settle(e)
		}
	}
	m.focus = nil
	return r.Required && !r.Sometimes
}
