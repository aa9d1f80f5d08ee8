package verify

import (
	"path"
	"slices"
	"sync"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/programs"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
	"inzicht/core/tree"
)

// job is what the rules look at.
type job struct {
	*survey.Survey
	contract     *contract.Contract
	environments *environment.All
	only         *environment.Environment // where it alone is looked at
	// What takes long is worked out where a rule asks for it.
	programs  *programs.Owners
	composed  map[*environment.Environment]bool // whether compose alone fills it in
	slips     func() *slips
	libraries func() map[string]survey.LibraryRead // names that only installed libraries read
	mentions  func() map[string]survey.Mention     // names that nothing is known to read, where they stand in the source
}

func newJob(s *survey.Survey) *job {
	j := &job{Survey: s, contract: s.Contract, environments: s.Environments, programs: programs.NewOwners(s.Tree, s.Environments.Environments), composed: map[*environment.Environment]bool{}}
	j.libraries = sync.OnceValue(func() map[string]survey.LibraryRead { return s.InLibraries(j.leftOver()) })
	j.slips = sync.OnceValue(func() *slips { return findSlips(j) })
	j.mentions = sync.OnceValue(func() map[string]survey.Mention { return s.Mentions(j.leftOver()) })
	return j
}

// places returns where reads stand, at most a few.
func places(list []reads.Read) (out []Place) {
	for _, r := range list {
		if len(out) == 5 {
			break
		}
		out = append(out, Place{r.File, r.Line})
	}
	return out
}

// served returns the reads of a variable by code that runs in the environment, and not in another stage alone.
func (j *job) served(v *contract.Variable, e *environment.Environment) (list []reads.Read) {
	for _, r := range v.Reads {
		if contract.Counts(r) && j.environments.Concerns(e, r.Component, r.File) && (!configures(r) || starts(e)) {
			list = append(list, r)
		}
	}
	return list
}

// configures tells a read by a file that describes how programs are started:
// it is satisfied by who starts them, not by what they are started with.
func configures(r reads.Read) bool {
	switch r.Language {
	case "compose", "unit", "template", "make":
		return true
	}
	return false
}

// starts reports whether an environment is that of who starts programs here: a
// developer's own, not one that a program is started with.
func starts(e *environment.Environment) bool { return e.Name == "local" || e.Declared && !e.Only }

// wanted returns the reads of a variable that an environment must satisfy.
func (j *job) wanted(v *contract.Variable, e *environment.Environment) []reads.Read {
	if v.Ambient {
		return nil
	}
	alone, known := j.composed[e]
	if !known {
		alone = j.isForCompose(e)
		j.composed[e] = alone
	}
	return slices.DeleteFunc(j.served(v, e), func(r reads.Read) bool {
		return !j.programs.Concerns(r, e) || alone && j.isComposed(r) || buildsAside(r) && isOfFiles(e)
	})
}

// buildsAside reports whether a read is by what builds a program and is given none of its
// env files: a build of gradle, setup.py. Bundlers are.
func buildsAside(r reads.Read) bool {
	switch r.Language {
	case "kotlin", "groovy", "java", "scala", "python", "ruby", "perl", "rust", "cmake", "shell", "powershell":
		return r.Scope == reads.Build
	}
	return false
}

// isOfFiles reports whether an environment is what files give a program, and not that of
// a shell, in which builds are started too.
func isOfFiles(e *environment.Environment) bool {
	return !slices.ContainsFunc(e.Layers, func(l *environment.Layer) bool {
		switch l.Kind {
		case "process", "record", "listing", "script":
			return true
		}
		return path.Base(l.File) == ".envrc"
	})
}

// need returns the strictest need of some reads of one variable.
func need(list []reads.Read) reads.Need {
	if len(list) == 0 {
		return reads.Optional
	}
	return contract.Build(list).Variables[0].Need
}

// isSecret reports whether a variable is secret: as stated, or by its name.
func (j *job) isSecret(name string) bool {
	if v := j.contract.Lookup(name); v != nil {
		return v.Secret
	}
	return secrecy.IsSecretName(name)
}

// setting is a value in force in an environment, with the reads it serves.
type setting struct {
	environment *environment.Environment
	variable    *contract.Variable
	value       environment.Value
	layer       *environment.Layer
	reads       []reads.Read
}

// finding begins a finding about a setting.
func (s *setting) finding() Finding {
	return Finding{
		Variable: s.variable.Name, Environment: s.environment.Name, Component: s.reads[0].Component,
		File: s.value.File, Line: s.value.Line, Column: s.value.Column, Related: places(s.reads),
	}
}

// each returns the environments that are looked at.
func (j *job) each() (list []*environment.Environment) {
	if j.only != nil {
		return []*environment.Environment{j.only}
	}
	for i := range j.environments.Environments {
		list = append(list, &j.environments.Environments[i])
	}
	return list
}

// settings calls f for every value in force that some code reads.
func (j *job) settings(f func(*setting)) {
	for _, e := range j.each() {
		for n := range j.contract.Variables {
			v := &j.contract.Variables[n]
			value, layer, found := e.Lookup(v.Name)
			if !found {
				continue
			}
			if list := j.served(v, e); len(list) > 0 {
				f(&setting{e, v, value, layer, list})
			}
		}
	}
}

// collect gathers what a rule finds in settings. The same value of one layer
// that several environments take over is judged once.
func (j *job) collect(judge func(*setting) *Finding) (list []Finding) {
	type key struct {
		file, variable, message string
		line                    int
	}
	seen := map[key]bool{}
	j.settings(func(s *setting) {
		f := judge(s)
		if f == nil {
			return
		}
		k := key{f.File, f.Variable, f.Message, f.Line}
		if f.File != "" && seen[k] {
			return
		}
		seen[k] = true
		list = append(list, *f)
	})
	return list
}

// eachFile calls f for every env file, with the environment it belongs to by
// its own name, or by what takes it as a layer.
func (j *job) eachFile(f func(l *environment.Layer, environment string)) {
	seen := map[string]bool{}
	once := func(l *environment.Layer, name string) {
		if l.Document != nil && !seen[l.File] {
			seen[l.File] = true
			f(l, name)
		}
	}
	j.environments.Layers(once)
	for _, l := range j.environments.EnvFiles {
		kind, _ := tree.EnvFileName(l.File)
		once(l, kind.Environment)
	}
}
