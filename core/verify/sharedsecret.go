package verify

import (
	"fmt"

	"inzicht/core/environment"
	"inzicht/core/secrecy"
)

var sharedSecret = Rule{
	Name: "shared-secret", Level: Warning,
	Says: "two environments have the same secret",
	Do:   "Give each environment a secret of its own.",
	About: `Two environments have the same value for a secret: whoever gets at staging has
got at production. Records are compared by their fingerprints.

  KEEPER_BADGE_SECRET      the same in staging and production

Mend it by making a new secret for one of them.`,
	check: func(j *job) (list []Finding) {
		type mark struct{ name, value string }
		type holder struct {
			environment *environment.Environment
			value       environment.Value
		}
		first := map[mark]holder{}
		seen := map[string]bool{}
		for i := range j.environments.Environments {
			e := &j.environments.Environments[i]
			for _, name := range namesOf(e) {
				v, _, found := e.Lookup(name)
				m := mark{name, v.Text}
				if v.Fingerprint != "" {
					m.value = v.Fingerprint
				}
				if !found || !j.isSecret(name) || len(m.value) < 4 || secrecy.IsStandIn(v.Text, true) {
					continue
				}
				other, known := first[m]
				if !known {
					first[m] = holder{e, v}
					continue
				}
				same := other.environment.Name == e.Name || other.value.File == v.File && other.value.Line == v.Line && v.File != ""
				if same || other.environment.Local() && e.Local() || seen[name+e.Name] {
					continue
				}
				seen[name+e.Name] = true
				list = append(list, Finding{
					Variable: name, Environment: e.Name, Component: e.Component.Name, File: v.File, Line: v.Line, Column: v.Column,
					Message: fmt.Sprintf("%s in %s is the same as in %s", name, e.Name, other.environment.Name),
					Hint:    "Give each environment a secret of its own.",
					Related: []Place{{other.value.File, other.value.Line}},
				})
			}
		}
		return list
	},
}

// namesOf returns the names that an environment's layers say something of, sorted.
func namesOf(e *environment.Environment) []string {
	all := environment.Layer{Values: map[string]environment.Value{}}
	for _, l := range e.Layers {
		for name, v := range l.Values { // in any order
			all.Values[name] = v
		}
	}
	return all.Names()
}
