package verify

import (
	"fmt"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/language"
	"inzicht/core/survey"
)

var unused = Rule{
	Name: "unused", Level: Warning,
	Says: "an example file or environment sets it, nothing reads it",
	Do:   "Remove it, if nothing outside this tree reads it.",
	About: `A file sets a variable that nothing in the tree reads: a left-over, or a name
with a slip in it. Left-overs stay for years, since nobody knows whether
something still reads them.

  FAX_GATEWAY_URL=      .env.example
  # the code that read it went away with the fax machine

A name that an installed library reads by itself is in use. One is only noted
where it stands as a text in the source, where libraries are named that are not
installed here, where the code hands its whole environment on to others, and
where a file could not be looked into, or is in a language that is not
understood, and where a tool that people run beside their code reads one of
that name (PGPASSWORD, AWS_REGION).
What an image or a service without code here is given is its own business.

Mend it by removing the line, or by correcting the name.`,
	check: func(j *job) (list []Finding) {
		j.environments.Layers(func(l *environment.Layer, name string) {
			list = append(list, j.unusedIn(l, name)...)
		})
		return list
	},
}

// leftOver returns the names that files set and nothing in the tree reads.
func (j *job) leftOver() (names []string) {
	seen := map[string]bool{}
	j.environments.Layers(func(l *environment.Layer, _ string) {
		for _, name := range j.unusedNames(l) {
			if !seen[name] {
				seen[name] = true
				names = append(names, name)
			}
		}
	})
	return names
}

// unusedNames returns the names of a layer that nothing in the tree reads.
func (j *job) unusedNames(l *environment.Layer) (names []string) {
	if l.Kind != "env" && !j.readsIn(j.Tree.ComponentOf(l.File).Name) {
		return nil // there is no code here that could read it
	}
	switch l.Kind {
	case "process", "dockerfile", "workflow", "listing", "record", "script":
		return nil // they hold much that is not meant for this code
	}
	if j.environments.IsShared(l.File) { // others get it too, and may read what this code does not
		return nil
	}
	for _, name := range l.Names() {
		if !l.IsSealKey(name) && !contract.IsAmbient(name) && !contract.IsOfRuntime(name) && !isBroken(l, l.Values[name].Line) && !j.isUsed(name, l) && !j.Config.ExcludesVariable(name) {
			names = append(names, name)
		}
	}
	return names
}

// unreadNames returns the names of a layer that nothing in the tree reads, whatever
// the layer is for.
func (j *job) unreadNames(l *environment.Layer) (names []string) {
	for _, name := range l.Names() {
		if !contract.IsAmbient(name) && !contract.IsOfRuntime(name) && !j.isUsed(name, l) && !j.Config.ExcludesVariable(name) {
			names = append(names, name)
		}
	}
	return names
}

// Unused returns what is found about names of example files that nothing reads,
// where nothing speaks against taking them out.
func Unused(s *survey.Survey) []Finding {
	levels := map[string]Level{}
	for _, r := range Rules {
		if r.Name != "unused" {
			levels[r.Name] = Off
		}
	}
	return slices.DeleteFunc(Run(s, levels), func(f Finding) bool { return f.Environment != "" || f.Level.Rank() > Warning.Rank() })
}

// isBroken reports whether a line of an env file is malformed.
func isBroken(l *environment.Layer, line int) bool {
	return l.Document != nil && l.Document.Broken(line)
}

// unusedIn finds the entries of one layer that nothing reads.
func (j *job) unusedIn(l *environment.Layer, environment string) (list []Finding) {
	for _, name := range j.unusedNames(l) {
		v := l.Values[name]
		f := Finding{
			Variable: name, Environment: environment, Component: l.Component.Name,
			File: v.File, Line: v.Line, Column: v.Column, Message: fmt.Sprintf("nothing reads %s", name),
		}
		f.Hint, f.Pointed = j.slips().unusedHint(name, "Remove it, if nothing outside this tree reads it.")
		if _, found := j.libraries()[name]; found {
			continue // what is installed reads it
		}
		if f.Pointed {
			list = append(list, f)
			continue
		}
		if at, stands := j.mentions()[name]; stands && at.Sure {
			continue // its framework reads it
		} else if stands {
			f.Level, f.Pointed = Note, true
			f.Message = fmt.Sprintf("nothing that could be read here reads %s", name)
			f.Hint = fmt.Sprintf("Its name appears in %s:%d: look there before you remove it.", at.File, at.Line)
			if at.Key {
				f.Hint = fmt.Sprintf("It may give the setting in %s:%d a value: look there before you remove it.", at.File, at.Line)
			}
			f.Related = []Place{{at.File, at.Line}}
		} else if tool := contract.ToolOf(name); tool != "" {
			f.Level, f.Pointed = Note, true
			f.Message = fmt.Sprintf("nothing that could be read here reads %s", name)
			f.Hint = fmt.Sprintf("%s reads it where it is started with it: look before you remove it.", strings.ToUpper(tool[:1])+tool[1:])
		} else if blind := j.blind(); blind != "" {
			f.Level, f.Pointed = Note, true
			f.Message = fmt.Sprintf("nothing that could be read here reads %s", name)
			f.Hint = fmt.Sprintf("%s was not looked into, and may read it.", blind)
		} else if manifest := j.Uninstalled(l.Component.Name); manifest != "" {
			f.Level, f.Pointed = Note, true
			f.Message = fmt.Sprintf("nothing that could be read here reads %s", name)
			f.Hint = fmt.Sprintf("The libraries that %s names are not installed here: one of them may read it.", manifest)
		} else if whole := j.passesOn(l.Component.Name); whole != nil {
			f.Level, f.Pointed = Note, true
			f.Hint = fmt.Sprintf("%s:%d hands the whole environment on: what is started there may read it.", whole.File, whole.Line)
			f.Related = []Place{*whole}
		} else if at := j.nameless(l.Component.Name); at != nil {
			f.Level, f.Pointed = Note, true
			f.Message = fmt.Sprintf("nothing that could be read here reads %s", name)
			f.Hint = fmt.Sprintf("%s:%d reads a variable whose name could not be worked out: it may be this one.", at.File, at.Line)
			f.Related = []Place{*at}
		}
		if environment == "" && !f.Pointed {
			f.Hint, f.Command = "Remove it, if nothing outside this tree reads it; {} takes out all such.", []string{"inzicht", "document", "--remove-unused"}
		}
		list = append(list, f)
	}
	return list
}

// blind names a file that was not looked into and may read anything, or gives "".
func (j *job) blind() string {
	for _, skip := range j.Skipped {
		if skip.Refused || skip.Unknown {
			return skip.Path
		}
	}
	return ""
}

// readsIn reports whether any code of a component, or of the whole tree for the
// root, reads a variable.
func (j *job) readsIn(component string) bool {
	for _, r := range j.Reads {
		if !configures(r) && (component == "" || r.Component == component) {
			return true
		}
	}
	return false
}

// passesOn returns where the code of a component hands its environment on, or nil.
func (j *job) passesOn(component string) *Place {
	for _, r := range j.contract.Wholes {
		if r.Component == component && contract.Counts(r) {
			return &Place{r.File, r.Line}
		}
	}
	return nil
}

// nameless returns where code of a component reads a variable of whose name nothing is
// known, or nil.
func (j *job) nameless(component string) *Place {
	for n := range j.Reads {
		if r := &j.Reads[n]; r.Unresolved() && r.Component == component && contract.Counts(*r) {
			return &Place{r.File, r.Line}
		}
	}
	return nil
}

// isUsed reports whether anything reads a name: code, a name known in part, or
// another value of the same file that refers to it.
func (j *job) isUsed(name string, l *environment.Layer) bool {
	if j.contract.Lookup(name) != nil || j.contract.Covers(name) != nil {
		return true
	}
	if slices.ContainsFunc(j.environments.EnvFiles, func(other *environment.Layer) bool {
		_, names := other.Values[name]
		return names && j.environments.IsShared(other.File)
	}) {
		return true // a service without code here gets it too
	}
	if strings.HasSuffix(l.File, ".service") { // its own commands
		src, err := j.Tree.ReadFile(l.File)
		return err == nil && language.UnitExpands(src, name)
	}
	if strings.HasPrefix(name, "COMPOSE_") && slices.Contains(j.environments.ReadersOf(l.File), envfile.Compose) {
		return true // compose itself
	}
	return l.Document != nil && l.Document.Refers(name)
}
