package verify

import (
	"fmt"
	"path"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/reads"
	"inzicht/core/sorting"
)

var missing = Rule{
	Name: "missing", Level: Error,
	Says: "a required or expected variable has no value in an environment",
	Do:   "Give it a value in the environment's file, or the code a fallback.",
	About: `Code reads a variable without a fallback, and the environment that the code is
to run in does not give it one. Where the code checks and stops (required), the
start fails; where it does not (expected), the program goes on with nothing, and
a page shows a hole where a value should be: an error where an example file asks
for a value, else a warning.

A variable is not missing where another that is read before it has a value
(A, or else B), where the read stands under a condition on a variable that is
off or has another value (BERTHS=tide, and it is read for BERTHS=fixed alone),
where it counts in another stage (config/environments/production.rb, production:
in a file of settings, if (isProduction)), where another program of the image or
another of its commands reads it, or where only tests and tooling do.
One that is required for such a value alone is missing where the environment
gives that; where it is not known whether the code comes to the read, it is a
warning. A name known in part, such as GATE_*, is satisfied by any that fits.
Where an environment gets values that are not seen here, or another file or a
command of the tree may give one before (ENV["X"] ||= …, X=1 node index.js), a gap
is only a note.

  url := os.Getenv("GATE_CABINET_URL")      services/gatekeeper/main.go
  # and deploy/staging.env does not name it

A name that a value is made with, ${GATE_HOST}, is missing too where nothing
sets it: the value has a hole.

Mend it by setting the variable in the environment, or by a fallback in the code.`,
	check: func(j *job) (list []Finding) {
		type gapKey struct{ variable, environment, place string }
		seen := map[gapKey]int{}
		for _, e := range j.each() {
			if e.Partial {
				continue // what it lacks is given when it is started
			}
			for n := range j.contract.Variables {
				f := j.gap(&j.contract.Variables[n], e)
				if f == nil {
					continue
				}
				key := gapKey{f.Variable, f.Environment, fmt.Sprint(f.Level, f.Related)}
				if first, told := seen[key]; told { // of two environments of one name
					list[first].Related = append(list[first].Related, Place{File: f.File})
					continue
				}
				seen[key] = len(list)
				list = append(list, *f)
			}
			list = append(list, j.missingPatterns(e)...)
			list = append(list, j.lacking(e)...)
		}
		return list
	},
}

// gives reports whether an environment gives a name a value, be it an empty one, or its
// live process has one: what a live process loads by itself is not seen in its files.
func gives(e *environment.Environment, name string) bool {
	_, _, found := e.Lookup(name)
	return found || e.Live != nil && e.Live.Has(name)
}

// gap reports whether a variable is missing in an environment.
func (j *job) gap(v *contract.Variable, e *environment.Environment) *Finding {
	if !envfile.IsName(v.Name) { // nobody who writes an environment could set it
		return nil
	}
	if gives(e, v.Name) {
		return nil
	}
	wanted := slices.DeleteFunc(contract.Wanted(j.wanted(v, e), e), func(r reads.Read) bool { return j.givenBeside(v.Name, r.Component, e) })
	if len(wanted) == 0 || need(wanted) == reads.Optional {
		return nil
	}
	strict := strictFirst(wanted)
	where := e.File()
	otherwise := fmt.Sprintf("Set %s in %s.", v.Name, where)
	var command []string
	switch {
	case fillable(where):
		otherwise, command = fmt.Sprintf("Set %s in %s: {}", v.Name, where), []string{"inzicht", "fill", where}
	case where == "":
		otherwise = fmt.Sprintf("Set %s where %s is started.", v.Name, e.Name)
	}
	hint, pointed := j.slips().hint(v.Name, e, otherwise)
	if from := e.Gap(v.Name); from != "" {
		hint, pointed = from+".", true
	}
	if pointed {
		command = nil
	}
	f := &Finding{
		Variable: v.Name, Need: need(wanted), Environment: e.Name, Component: strict[0].Component, File: where,
		Message: fmt.Sprintf("%s has no value in %s, and %s", v.Name, e.Name, consequence(need(wanted), v.Secret)),
		Hint:    hint, Command: command, Pointed: pointed, Related: places(strict),
	}
	if f.Need != reads.Required && !j.isNamed(v.Name) || contract.Perhaps(slices.DeleteFunc(slices.Clone(strict), func(r reads.Read) bool { return r.Need != f.Need }), e) {
		f.Level = Warning
	}
	if read := strict[0]; len(read.Demanded) > 0 && read.Need == reads.Required {
		f.Message += fmt.Sprintf(" (it is required where %s)", read.Demanded[0])
	} else if len(read.When) > 0 {
		f.Message += fmt.Sprintf(" (it is read where %s)", read.When[0])
	} else if read.Under != "" {
		f.Message += fmt.Sprintf(" (it is read under a condition on %s)", read.Under)
	}
	if names := strict[0].InsteadOf; len(names) > 0 {
		f.Message += fmt.Sprintf(" (%s would do as well)", strings.Join(names, " or "))
	}
	if by := j.givenHere(v.Name, strict, e); by != "" {
		f.Level = Note
		f.Message = fmt.Sprintf("%s has no value in %s, but for what %s gives it", v.Name, e.Name, by)
	}
	if open := e.Open(); open != "" {
		f.Level = Note
		f.Message = fmt.Sprintf("%s may have no value in %s: it also gets values from %s", v.Name, e.Name, open)
	}
	return f
}

// givenBeside reports whether what a component is started with takes in a file of an
// environment, and gives a variable a value besides: a service of compose, whose env file
// is a developer's .env. Nothing says that anybody starts it with that file alone.
func (j *job) givenBeside(name, component string, e *environment.Environment) bool {
	if e.Declared || e.Only || e.Loaded {
		return false
	}
	return slices.ContainsFunc(j.environments.Environments, func(other environment.Environment) bool {
		_, _, given := other.Lookup(name)
		return given && other.Only && j.environments.Serves(&other, component) && slices.ContainsFunc(other.Layers, func(l *environment.Layer) bool {
			return l.File != "" && l.Document != nil && slices.ContainsFunc(e.Layers, func(own *environment.Layer) bool { return own.File == l.File })
		})
	})
}

// givenHere returns the file of the tree that gives a variable a value, where all reads that need one may be run behind it:
// code that sets it, or a command that starts the program with it. Of what a service or workload starts with its own
// command nothing else is known.
func (j *job) givenHere(name string, strict []reads.Read, e *environment.Environment) (file string) {
	for _, r := range strict {
		if r.Need == reads.Optional {
			continue
		}
		by := r.SetIn
		if by == "" && !e.Only && !e.Declared {
			by = j.programs.SetsIn(j.Tree.ComponentOf(r.File).Folder, name)
		}
		if by == "" {
			return ""
		}
		file = by
	}
	return file
}

// isNamed reports whether an example file names a variable, other than in a line
// that is commented out: whoever copies it is to give a value.
func (j *job) isNamed(name string) bool {
	return slices.ContainsFunc(j.environments.Examples, func(l *environment.Layer) bool {
		_, named := l.Values[name]
		return named
	})
}

// missingPatterns finds required names known in part of which an environment
// sets none.
func (j *job) missingPatterns(e *environment.Environment) (list []Finding) {
	seen := map[string]bool{}
	var names []string
	for _, l := range e.Layers {
		names = append(names, l.Names()...)
	}
	slices.Sort(names)
	for _, r := range j.contract.Patterns {
		if r.Need != reads.Required || !contract.Counts(r) || seen[r.Pattern] || !j.environments.Concerns(e, r.Component, r.File) || e.Open() != "" || configures(r) && !starts(e) {
			continue
		}
		seen[r.Pattern] = true
		if !anyFits(r.Pattern, names) {
			list = append(list, Finding{
				Variable: r.Pattern, Need: r.Need, Environment: e.Name, Component: r.Component, File: e.File(),
				Message: fmt.Sprintf("no name like %s has a value in %s, and the code stops without it", r.Pattern, e.Name),
				Hint:    "See which names the code makes, and set them.", Related: places([]reads.Read{r}),
			})
		}
	}
	return list
}

// anyFits reports whether one of many names, which are sorted, fits a pattern.
func anyFits(pattern string, names []string) bool {
	begin := pattern[:strings.IndexAny(pattern+"*", `*?[\`)]
	from, _ := slices.BinarySearch(names, begin)
	for _, name := range names[from:] {
		if !strings.HasPrefix(name, begin) {
			return false
		}
		if ok, _ := path.Match(pattern, name); ok {
			return true
		}
	}
	return false
}

// lacking finds names that values in force are made with, and that nothing sets.
func (j *job) lacking(e *environment.Environment) (list []Finding) {
	for _, l := range e.Layers {
		for _, name := range l.Names() {
			v := l.Values[name]
			if inForce, _, _ := e.Lookup(name); inForce.File != v.File || inForce.Line != v.Line {
				continue
			}
			for _, lack := range v.Lacks {
				if f := j.lack(e, name, lack); f != nil {
					f.Component, f.File, f.Line, f.Column = l.Component.Name, v.File, v.Line, v.Column
					list = append(list, *f)
				}
			}
		}
	}
	return list
}

// lack tells what is wrong with a variable whose value is made with a name that
// nothing sets. What may be a part of a secret is not shown.
func (j *job) lack(e *environment.Environment, variable, lack string) *Finding {
	name, bare := strings.CutPrefix(lack, "$")
	secret := j.isSecret(variable)
	switch {
	case e.Has(name) || contract.IsAmbient(name), !secret && (name != strings.ToUpper(name) || len(name) < 2):
		return nil
	case bare || secret:
		return &Finding{
			Level: Warning, Variable: variable, Environment: e.Name,
			Message: fmt.Sprintf("the value of %s in %s has a dollar sign, and what follows is taken for a name that nothing sets", variable, e.Name),
			Hint:    "Put a value with a dollar sign in single quotes; if a name is meant, set it.",
		}
	}
	return &Finding{
		Level: Warning, Variable: name, Environment: e.Name,
		Message: fmt.Sprintf("%s has no value in %s, and the value of %s is made with it", name, e.Name, variable),
		Hint:    fmt.Sprintf("Set %s, or write ${%s:-…} with what to use without it.", name, name),
	}
}

// strictFirst puts the reads that need a value before the others.
func strictFirst(list []reads.Read) []reads.Read {
	rank := map[reads.Need]int{reads.Required: 0, reads.Expected: 1, reads.Optional: 2}
	sorted := slices.Clone(list)
	sorting.By(sorted, func(a, b reads.Read) int { return rank[a.Need] - rank[b.Need] })
	return sorted
}

// consequence says what follows where a variable has no value.
func consequence(n reads.Need, secret bool) string {
	if n == reads.Required {
		return "the code stops without it"
	}
	if secret {
		return "the code goes on without this secret"
	}
	return "the code goes on with nothing"
}
