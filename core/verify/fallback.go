package verify

import (
	"fmt"
	"path"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
)

var conflictingFallback = Rule{
	Name: "conflicting-fallback", Level: Warning,
	Says: "two reads fall back to different values",
	Do:   "Read it in one place, or give both the same fallback.",
	About: `Two reads of one variable in one component fall back to different values: where
it is not set, two parts of the program go by different settings.

  services/gatekeeper/main.go   getenv("GATE_CLOSE_AFTER", "90s")
  services/gatekeeper/horn.go   getenv("GATE_CLOSE_AFTER", "60s")

Mend it by reading the variable in one place.`,
	check: func(j *job) (list []Finding) {
		for n := range j.contract.Variables {
			v := &j.contract.Variables[n]
			for _, component := range v.Components {
				if f := conflict(v, component); f != nil && !v.Ambient {
					list = append(list, *f)
				}
			}
		}
		return list
	},
}

// conflict finds two reads of a component with different literal fallbacks.
func conflict(v *contract.Variable, component string) *Finding {
	var first *reads.Read
	for i := range v.Reads {
		r := &v.Reads[i]
		if r.Component != component || !contract.Counts(*r) || r.Fallback == nil || r.FallbackComputed || strings.TrimSpace(*r.Fallback) == "" {
			continue
		}
		if first == nil {
			first = r
			continue
		}
		if saysNothing(*first.Fallback) != saysNothing(*r.Fallback) && !isFlag(*first.Fallback, *r.Fallback) {
			continue
		}
		if sameFallback(*first.Fallback) != sameFallback(*r.Fallback) && !(first.File == r.File && slices.Contains(r.Apart, first.Line)) && (first.File == r.File || !aloneInFile(r) && !aloneInFile(first)) {
			return &Finding{
				Variable: v.Name, Component: component, File: r.File, Line: r.Line, Column: r.Column,
				Message: fmt.Sprintf("%s falls back to %s here, and to %s in %s:%d", v.Name, shownLiteral(v, *r.Fallback), shownLiteral(v, *first.Fallback), first.File, first.Line),
				Hint:    "Read it in one place, or give both the same fallback.",
				Related: []Place{{first.File, first.Line}},
			}
		}
	}
	return nil
}

// sameFallback returns a fallback without what makes no difference: ./ is the
// folder that . is.
func sameFallback(fallback string) string {
	if strings.HasPrefix(fallback, ".") {
		return path.Clean(fallback)
	}
	return fallback
}

// saysNothing reports whether a fallback stands for none.
func saysNothing(fallback string) bool {
	switch strings.ToLower(fallback) {
	case "false", "null", "none", "nil", "undefined":
		return true
	}
	return false
}

// isFlag reports whether one of two fallbacks is true: then false is a value.
func isFlag(a, b string) bool { return strings.EqualFold(a, "true") || strings.EqualFold(b, "true") }

// aloneInFile reports whether a file is a program of its own: a script, a makefile.
func aloneInFile(r *reads.Read) bool { return r.Language == "shell" || r.Language == "make" }

func shownLiteral(v *contract.Variable, literal string) string {
	if v.Secret {
		return secrecy.Mask
	}
	return `"` + secrecy.Shown(false, literal) + `"`
}

var weakFallback = Rule{
	Name: "weak-fallback", Level: Warning, Placed: true,
	Says: "a secret has a literal fallback in code",
	Do:   "Let the code stop where the secret is not set.",
	About: `A secret falls back to a literal that everybody who has the source knows. Where
the variable is not set, the program runs with it, and nobody is told.

  ENV.fetch("LOGBOOK_SESSION_SECRET", "lockside")      services/logbook/app.rb

In an environment other than a developer's own that gives the secret no value, the
literal is in force: an error.

Mend it by taking the fallback away, so that a start without the secret fails.`,
	check: func(j *job) (list []Finding) {
		for n := range j.contract.Variables {
			v := &j.contract.Variables[n]
			i := slices.IndexFunc(v.Reads, func(r reads.Read) bool { return contract.Counts(r) && weak(v, r) })
			if i < 0 || v.Ambient {
				continue
			}
			r := v.Reads[i]
			list = append(list, Finding{
				Variable: v.Name, Component: r.Component, File: r.File, Line: r.Line, Column: r.Column,
				Message: fmt.Sprintf("%s is a secret and falls back to a literal in the source", v.Name),
				Hint:    "Let the code stop where it is not set.",
			})
		}
		for _, e := range j.each() {
			list = append(list, j.weakInForce(e)...)
		}
		return list
	},
}

// weakInForce finds the secrets for which a literal of the source is used in an environment
// other than a developer's own, since nothing there gives them a value.
func (j *job) weakInForce(e *environment.Environment) (list []Finding) {
	if e.Local() || e.Partial || e.Open() != "" || isForTests(e.Name) {
		return nil
	}
	for n := range j.contract.Variables {
		v := &j.contract.Variables[n]
		if gives(e, v.Name) {
			continue
		}
		for _, r := range contract.Wanted(j.wanted(v, e), e) {
			if !weak(v, r) {
				continue
			}
			list = append(list, Finding{
				Level: Error, Variable: v.Name, Environment: e.Name, Component: r.Component, File: e.File(), Related: places([]reads.Read{r}),
				Message: fmt.Sprintf("%s is a secret without a value in %s, so that the literal in %s:%d is in force there", v.Name, e.Name, r.File, r.Line),
				Hint:    fmt.Sprintf("Set %s there, and let the code stop where it is not set.", v.Name),
			})
			break
		}
	}
	return list
}

// weak reports whether a read falls back to a literal that stands for a secret.
func weak(v *contract.Variable, r reads.Read) bool {
	if r.Fallback == nil || r.FallbackComputed {
		return false
	}
	switch strings.ToLower(strings.TrimSpace(*r.Fallback)) {
	case "", "none", "null", "nil", "undefined", "false", "true", "0", "1":
		return false
	}
	if strings.Contains(*r.Fallback, "://") && (secrecy.IsStandIn(*r.Fallback, true) || isLocalAddress(*r.Fallback)) { // user:password@localhost
		return false
	}
	return v.Secret || strings.Contains(*r.Fallback, "://") && secrecy.LooksSecret(*r.Fallback)
}
