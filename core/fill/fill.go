// Package fill makes a private env file from an example file and the contract,
// or completes one. What is in it stays as it is.
package fill

import (
	"errors"
	"io/fs"
	"path"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/document"
	"inzicht/core/envfile"
	"inzicht/core/environment"
	"inzicht/core/files"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

// Options says how to fill a file.
type Options struct {
	File     string                   // from the root of the tree
	Generate bool                     // make up the secrets that may be made up
	From     *environment.Environment // gives values that are not secret; or nil
	// Ask asks for a value; "" is for none. It may be nil.
	Ask func(Question) (string, error)
}

// Question is what a person is asked.
type Question struct {
	Name    string
	Comment []string // what is known of it, as lines of a comment
	Secret  bool
	Offered string                    // what it is where nothing is answered; never of a secret
	Wrong   func(value string) string // says what is wrong with a value, or ""
}

// Result is what becomes of a file.
type Result struct {
	Before, After []byte
	New           bool
	Added         []string // the names that it has got
	Invented      []string // secrets that were made up
	Taken         []string // values of the other environment
	Lacking       []Lack   // what still has no value that will do
	Tracked       bool     // git tracks the file, and no secret was put into it
	Loose         bool     // git does not ignore it
}

// Lack is a variable that still has to be given a value.
type Lack struct {
	Name   string
	Need   reads.Need
	Secret bool
	By     []string // components
	At     reads.Read
}

// Errors of a file that cannot be filled.
var (
	ErrExample = errors.New("it is an example file")
	ErrNotText = errors.New("it is no text in UTF-8")
)

// Plan works out what becomes of a file. The error is one of this package's, or
// one of reading the file or of asking.
func Plan(s *survey.Survey, o Options) (*Result, error) {
	if kind, isEnv := tree.EnvFileName(o.File); isEnv && kind.Example {
		return nil, ErrExample
	}
	f := &filling{survey: s, options: o, result: &Result{Tracked: s.Tree.IsTracked(o.File)}}
	before, err := s.Tree.ReadFile(o.File)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		f.result.New = true
	case err != nil:
		return nil, err
	}
	f.result.Before = before
	f.document = envfile.Parse(before)
	f.example = f.exampleFile()
	f.lines = strings.Split(string(f.example.Bytes()), "\n")
	if !f.document.IsText() {
		return nil, ErrNotText
	}
	f.environment = f.environmentOf()
	f.unused = map[string]bool{}
	for _, found := range verify.Unused(s) {
		f.unused[found.Variable] = true
	}
	if err := f.fill(); err != nil {
		return nil, err
	}
	f.result.After = f.document.Bytes()
	f.lacking()
	f.result.Loose = s.Tree.Git && !f.result.Tracked && !s.Tree.Ignores(o.File)
	return f.result, nil
}

type filling struct {
	survey      *survey.Survey
	options     Options
	environment *environment.Environment // that the file is a layer of
	document    *envfile.Document        // of the file
	example     *envfile.Document
	lines       []string // of the example
	result      *Result
	unused      map[string]bool // names of example files that nothing reads
}

// exampleFile returns the example file that documents what the file is to hold.
func (f *filling) exampleFile() *envfile.Document {
	name := f.survey.Environments.ExampleFor(f.survey.Tree.ComponentOf(f.options.File).Name)
	for _, l := range f.survey.Environments.Examples {
		if l.File == name && l.Document.IsText() {
			return l.Document
		}
	}
	return envfile.Parse(nil)
}

// environmentOf returns the environment that the file is a layer of, or will be.
func (f *filling) environmentOf() *environment.Environment {
	kind, _ := tree.EnvFileName(f.options.File)
	var found *environment.Environment
	for i := range f.survey.Environments.Environments {
		e := &f.survey.Environments.Environments[i]
		holds := slices.ContainsFunc(e.Layers, func(l *environment.Layer) bool { return l.Traits().EnvFile && l.File == f.options.File })
		if holds && (found == nil || e.Name == kind.Environment) {
			found = e
		}
	}
	if found != nil {
		return found
	}
	return &environment.Environment{Name: kind.Environment, Component: f.survey.Tree.ComponentOf(f.options.File)}
}

// fill adds what the file lacks: in the order of the example file, and then
// what the contract needs besides.
func (f *filling) fill() error {
	last := "" // of the example's names, the last that the file has
	for i := range f.example.Entries {
		e := &f.example.Entries[i]
		if _, has := f.document.Lookup(e.Name); has {
			last = e.Name
			continue
		}
		if e.Commented || !f.wants(e.Name) {
			continue
		}
		value, err := f.valueOf(e.Name, e.Above, e)
		if err != nil {
			return err
		}
		var lines []string
		for _, text := range e.Above {
			lines = append(lines, strings.TrimRight("# "+text, " "))
		}
		if f.result.New && len(f.result.Added) > 0 && f.apart(e) {
			lines = append([]string{""}, lines...)
		}
		f.insert(last, e.Name, value, lines)
		last = e.Name
	}
	for i := range f.survey.Contract.Variables {
		v := &f.survey.Contract.Variables[i]
		if _, has := f.document.Lookup(v.Name); has || !f.needs(v) || f.elsewhere(v.Name) || !envfile.IsName(v.Name) {
			continue
		}
		comment := document.Comment(f.survey, v)
		value, err := f.valueOf(v.Name, plainLines(comment), nil)
		if err != nil {
			return err
		}
		if len(f.document.Bytes()) > 0 {
			comment = append([]string{""}, comment...)
		}
		f.insert("", v.Name, value, comment)
	}
	return nil
}

// apart reports whether an empty line is above an entry of the example file
// and its comment.
func (f *filling) apart(e *envfile.Entry) bool {
	above := e.Line - len(e.Above) - 2 // from 0
	return above >= 0 && above < len(f.lines) && strings.TrimSpace(f.lines[above]) == ""
}

func plainLines(comment []string) (lines []string) {
	for _, line := range comment {
		lines = append(lines, strings.TrimPrefix(line, "# "))
	}
	return lines
}

// insert puts a variable behind another, or at the end of the file.
func (f *filling) insert(behind, name, raw string, comment []string) {
	var after *envfile.Entry
	if e, found := f.document.Lookup(behind); found {
		after = &e
	}
	f.document.Insert(after, append(comment, name+"="+raw))
	f.result.Added = append(f.result.Added, name)
}

// wants reports whether a name of the example file is to be in the file: code
// that the environment serves reads it, or may do so, and no other layer gives it.
func (f *filling) wants(name string) bool {
	v := f.survey.Contract.Lookup(name)
	if f.elsewhere(name) || f.unused[name] {
		return false
	}
	return v == nil || len(f.served(v)) > 0 || !slices.ContainsFunc(v.Reads, contract.Counts)
}

// elsewhere reports whether another layer of the environment gives a name.
func (f *filling) elsewhere(name string) bool {
	for _, link := range f.environment.Chain(name) {
		if link.Layer.File != f.options.File && link.Value.State != environment.Removed {
			return true
		}
	}
	return false
}

// served returns the reads of a variable that the environment is to satisfy.
func (f *filling) served(v *contract.Variable) []reads.Read {
	if v.Ambient {
		return nil
	}
	return slices.DeleteFunc(slices.Clone(v.Reads), func(r reads.Read) bool {
		return !contract.Counts(r) || !f.survey.Environments.Concerns(f.environment, r.Component, r.File)
	})
}

// needs reports whether code that the environment serves does not do without
// the variable.
func (f *filling) needs(v *contract.Variable) bool {
	list := contract.Wanted(f.served(v), f)
	return len(list) > 0 && contract.Build(list).Variables[0].Need != reads.Optional
}

// Has reports whether a name has a value in the environment as it will be.
func (f *filling) Has(name string) bool {
	if e, found := f.document.Lookup(name); found {
		return e.Value != ""
	}
	return f.elsewhere(name) && f.environment.Has(name)
}

// Off reports whether a name will have no value there, or one that says no.
func (f *filling) Off(name string) bool {
	e, found := f.document.Lookup(name)
	return !f.Has(name) || found && environment.SaysNo(e.Value)
}

// Says returns the value of a name in the environment as it will be, and whether that is known.
func (f *filling) Says(name string) (value string, known bool) {
	if e, found := f.document.Lookup(name); found {
		return e.Value, true
	}
	if f.elsewhere(name) {
		return f.environment.Says(name)
	}
	return "", f.environment.Open() == ""
}

// Stages returns the words for the stage of the environment.
func (f *filling) Stages() []string { return f.environment.Stages() }

// Starts returns the words of the command that is started with the environment.
func (f *filling) Starts() []string { return f.environment.Starts() }

// valueOf returns the value of a variable as it is to be written.
func (f *filling) valueOf(name string, about []string, example *envfile.Entry) (raw string, err error) {
	v := f.survey.Contract.Lookup(name)
	secret := secrecy.IsSecretName(name)
	if v != nil {
		secret = v.Secret
	}
	if raw, taken := f.taken(name, secret); taken {
		f.result.Taken = append(f.result.Taken, name)
		return raw, nil
	}
	if secret && f.result.Tracked {
		return "", nil
	}
	if secret && f.options.Generate && secrecy.IsInvented(name, f.isOwn) && (v == nil || v.Kind == reads.Text) {
		f.result.Invented = append(f.result.Invented, name)
		return secrecy.Invent(), nil
	}
	raw, offered := f.exemplary(secret, example)
	if f.options.Ask == nil {
		return raw, nil
	}
	q := Question{Name: name, Comment: about, Secret: secret, Wrong: func(value string) string { return f.wrong(name, v, value) }}
	if !secret {
		q.Offered = offered
	}
	answer, err := f.options.Ask(q)
	if err != nil || answer == "" || answer == offered {
		return raw, err
	}
	raw, _ = envfile.Written(name, answer)
	return raw, nil
}

// wrong says what is wrong with an answer.
func (f *filling) wrong(name string, v *contract.Variable, value string) string {
	if _, err := envfile.Written(name, value); err != nil {
		return "no quotes suit this value in every reader of env files"
	}
	if v == nil {
		return ""
	}
	return verify.Unsuitable(v, value)
}

// taken returns the value that the other environment has for a variable, where
// it is none that is secret.
func (f *filling) taken(name string, secret bool) (raw string, taken bool) {
	if f.options.From == nil || secret {
		return "", false
	}
	v, _, found := f.options.From.Lookup(name)
	if !found || v.State != environment.Set || secrecy.HoldsSecret(v.Text) || secrecy.IsStandIn(v.Text, false) {
		return "", false
	}
	raw, err := envfile.Written(name, v.Text)
	return raw, err == nil
}

// exemplary returns the value that an example file has, as it is written and as
// it is meant, where it will do: it is no stand-in, and a secret is only
// what a developer runs with.
func (f *filling) exemplary(secret bool, e *envfile.Entry) (raw, value string) {
	if e == nil || secrecy.IsStandIn(e.Value, secret) || secret && !f.environment.Local() {
		return "", ""
	}
	return e.Raw, e.Value
}

// isOwn reports whether a word of a name is the tree's own: of the name of a
// component, or of the root.
func (f *filling) isOwn(word string) bool {
	names := []string{path.Base(f.survey.Tree.Root)}
	for _, c := range f.survey.Tree.Components {
		names = append(names, c.Name, path.Base(c.Folder))
	}
	for _, name := range names {
		for _, part := range strings.FieldsFunc(strings.ToUpper(name), func(r rune) bool { return r == '-' || r == '_' || r == '.' || r == '/' }) {
			if part == word || len(word) > 3 && strings.HasPrefix(part, word) {
				return true
			}
		}
	}
	return false
}

// lacking finds what still has no value that will do.
func (f *filling) lacking() {
	for i := range f.survey.Contract.Variables {
		v := &f.survey.Contract.Variables[i]
		if !f.needs(v) || f.elsewhere(v.Name) {
			continue
		}
		if e, found := f.document.Lookup(v.Name); found && e.Value != "" && !secrecy.IsStandIn(e.Value, v.Secret) {
			continue
		}
		list := contract.Wanted(f.served(v), f)
		need := contract.Build(list).Variables[0]
		at := list[slices.IndexFunc(list, func(r reads.Read) bool { return r.Need == need.Need || need.Need == reads.Optional })]
		f.result.Lacking = append(f.result.Lacking, Lack{Name: v.Name, Need: need.Need, Secret: v.Secret, By: need.Components, At: at})
	}
}

// Reason says why a file cannot be filled.
func Reason(err error) string {
	switch {
	case errors.Is(err, ErrExample), errors.Is(err, ErrNotText):
		return err.Error()
	}
	return files.Reason(err)
}
