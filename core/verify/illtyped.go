package verify

import (
	"encoding/json"
	"fmt"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"inzicht/core/bounds"
	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/late"
	"inzicht/core/reads"
)

var illTyped = Rule{
	Name: "ill-typed", Level: Error,
	Says: "the value is not of the kind that the code converts it to",
	Do:   "Write a value of that kind.",
	About: `The code converts the value (to an integer, a duration, a URL, …), and this one
is none: the start fails, or the program goes on with zero or nothing.

  LEVEL_ALARM_CM=4m20      waterlevel reads it as an integer

Each converter is taken by what it understands itself: yes is no boolean for Go, 30s
no duration in ISO 8601, 8_080 an integer for Python and none for Java. So is a number
that the code refuses: 80800 where its type ends at 65535, a library was told so, or
the program ends with any larger one.

Where one value serves two components that convert it to different kinds, that
is a warning. Mend the value, or give the components one each.`,
	check: func(j *job) []Finding {
		list := j.collect(func(s *setting) *Finding {
			if s.value.State != environment.Set || strings.Contains(s.value.Text, "${") || secretStandIn(s) {
				return nil
			}
			for _, r := range s.reads {
				if r.Kind == "" || ofKind(s.value.Text, r) {
					continue
				}
				f := s.finding()
				f.Component = r.Component
				f.Message = fmt.Sprintf("%s is not %s in %s: %s:%d reads it as one", s.variable.Name, wanted(r), s.environment.Name, r.File, r.Line)
				if f.Hint = kindHints[r.Kind]; bounds.Exclude(r.Bounds, s.value.Text) {
					f.Hint = "Write a number that the code takes."
				}
				f.Related = places([]reads.Read{r})
				return &f
			}
			return nil
		})
		return append(list, j.collect(j.sharedValue)...)
	},
}

var kindHints = map[reads.Kind]string{
	reads.Integer: "Write a whole number in digits, without unit.", reads.Number: "Write a number in digits, without unit.",
	reads.Boolean: "Write true or false.", reads.Duration: "Write a number with its unit, such as 90s or 5m.",
	reads.URL: "Write an address with its scheme, such as https://lock.example.", reads.JSON: "Write valid JSON, in single quotes where a shell reads it.",
}

// wanted says what a value must be for a read: an integer from 1 to 9.
func wanted(r reads.Read) string { return bounds.Behind(article(r.Kind), r.Bounds) }

func article(kind reads.Kind) string {
	switch kind {
	case reads.Integer:
		return "an integer"
	case reads.URL:
		return "a URL"
	case reads.JSON:
		return "JSON"
	}
	return "a " + string(kind)
}

// Unsuitable says what is wrong with a value for a variable, by the reads that
// count: that it is not of the kind they take it for, or none of the literals
// they compare it with. "" is for nothing.
func Unsuitable(v *contract.Variable, value string) string {
	for _, r := range counted(v.Reads) {
		if r.Kind != "" && !ofKind(value, r) {
			return fmt.Sprintf("that is not %s, which %s:%d takes it for", wanted(r), r.File, r.Line)
		}
	}
	if v.Kind == reads.Choice && !v.Secret && !slices.Contains(v.Literals, value) {
		return "the code knows only " + strings.Join(v.Literals, ", ")
	}
	return ""
}

func secretStandIn(s *setting) bool { return s.variable.Secret && s.variable.Kind == reads.Text }

var (
	wholeNumber = late.Regexp(`^\s*[+-]?(\d[\d_]*|0[xX][0-9a-fA-F]+)\s*$`)
	anyDuration = late.Regexp(`^\s*([+-]?\d+(\.\d+)?\s*[a-zA-Zµ]*\s*)+$|^P[\dTYMWDHS.]+$`)
)

// ofKind reports whether the code of a read can convert a value.
func ofKind(value string, r reads.Read) bool {
	if r.Kind == reads.Boolean {
		return len(r.Literals) > 0 || isTruth(value, r)
	}
	if bounds.Exclude(r.Bounds, value) {
		return false
	}
	if form := formOf(r); form != "" && !form.Takes(value) {
		return false
	} else if form != "" && r.Kind != reads.URL {
		return true
	}
	return mayBeOfKind(value, r)
}

// mayBeOfKind reports whether a value is of the kind that a read takes it for, in
// whichever way that is written: what converts it is not known. Languages that take
// more for a number are given their way.
func mayBeOfKind(value string, r reads.Read) bool {
	lenient := (r.Language == "javascript" || r.Language == "typescript" || r.Language == "php" || r.Language == "ruby" || r.Language == "perl") && reads.BeginsInteger.Takes(value)
	switch r.Kind {
	case reads.Integer:
		return wholeNumber().MatchString(value) || lenient
	case reads.Number:
		_, err := strconv.ParseFloat(strings.TrimSpace(value), 64)
		return err == nil || wholeNumber().MatchString(value) || lenient
	case reads.Duration:
		return anyDuration().MatchString(value)
	case reads.URL:
		u, err := url.Parse(value)
		return err == nil && (u.Scheme != "" || r.Language != "javascript" && r.Language != "typescript")
	case reads.JSON:
		return json.Valid([]byte(value))
	}
	return true
}

// sharedValue finds one value that serves components which take it for
// different kinds.
func (j *job) sharedValue(s *setting) *Finding {
	var first *reads.Read
	for i := range s.reads {
		r := &s.reads[i]
		if r.Kind == reads.Text || r.Kind == reads.List || r.Kind == "" {
			continue
		}
		if first == nil {
			first = r
			continue
		}
		if first.Component == r.Component || !differ(first, r) {
			continue
		}
		f := s.finding()
		f.Level = Warning
		f.Message = fmt.Sprintf("one value of %s serves %s, which takes it for %s, and %s, which takes it for %s",
			s.variable.Name, componentName(first), takenFor(first), componentName(r), takenFor(r))
		f.Hint, f.Pointed = "Give each component a value of its own, or let them agree.", true
		f.Related = []Place{{first.File, first.Line}, {r.File, r.Line}}
		return &f
	}
	return nil
}

// differ reports whether no value suits both of two reads.
func differ(a, b *reads.Read) bool {
	numeric := func(r *reads.Read) bool { return r.Kind == reads.Integer || r.Kind == reads.Number }
	switch {
	case a.Kind == reads.Choice && b.Kind == reads.Choice:
		return !slices.ContainsFunc(a.Literals, func(l string) bool { return slices.Contains(b.Literals, l) })
	case numeric(a) && numeric(b), a.Kind == b.Kind:
		return false
	}
	return true
}

func takenFor(r *reads.Read) string {
	if r.Kind == reads.Choice && r.Secret {
		return "one of some values"
	}
	if r.Kind == reads.Choice {
		return "one of " + strings.Join(r.Literals, ", ")
	}
	return article(r.Kind)
}

func componentName(r *reads.Read) string {
	if r.Component == "" {
		return "the root"
	}
	return r.Component
}
