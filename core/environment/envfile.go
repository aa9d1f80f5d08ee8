package environment

import (
	"bytes"
	"cmp"
	"path"
	"slices"
	"strings"

	"inzicht/core/envfile"
	"inzicht/core/files"
	"inzicht/core/late"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// envFiles are files of NAME=value lines: .env as local, .env.NAME and
// NAME.env as NAME, and what inzicht.toml names.
var envFiles = kind{
	key: "env", says: "an env file",
	further: []Key{{Name: "dialect", Words: dialectNames()}}, traits: Traits{EnvFile: true},
	discover: (*finder).discoverEnvFiles,
	load: func(f *finder, s Spec) ([]*Layer, error) {
		dialect := envfile.Dotenv
		if s.text("dialect") != "" {
			if dialect = envfile.DialectNamed(s.text("dialect")); dialect == nil {
				return nil, &SpecError{s.text("env"), "there is no dialect " + s.text("dialect"), "It is one of: " + strings.Join(dialectNames(), ", ") + "."}
			}
		}
		l, err := f.envFile(s.text("env"), dialect, nil)
		if err != nil {
			return nil, specError(s.text("env"), err)
		}
		return []*Layer{l}, nil
	},
}

func dialectNames() (names []string) {
	for _, d := range envfile.Dialects {
		names = append(names, d.Name)
	}
	return names
}

// document returns the lines of an env file, whose source is src.
func (f *finder) document(file string, src []byte) *envfile.Document {
	if f.documents[file] == nil {
		f.documents[file] = envfile.Parse(src)
	}
	return f.documents[file]
}

// sets reports whether an env file that is being read has a line for a name.
func (f *finder) sets(file, name string) bool {
	_, is := f.documents[file].Lookup(name)
	return is
}

// envFile reads one env file of the tree as a layer. A file is read once for
// each dialect.
func (f *finder) envFile(file string, dialect *envfile.Dialect, outer envfile.Lookup) (*Layer, error) {
	key := file + "\x00" + dialect.Name
	own := outer == nil
	if l := f.read[key]; l != nil && own {
		return l, nil
	}
	if own {
		outer = f.surroundings()
	}
	src, err := f.tree.ReadFile(file)
	if err != nil {
		return nil, err
	}
	document := f.document(file, src)
	l := &Layer{
		Kind: "env", Label: file, File: file, Component: f.tree.ComponentOf(file), Tracked: f.tracked[file],
		Document: document, Dialect: dialect, Values: map[string]Value{}, Changed: f.tree.Changed(file),
	}
	reading := dialect.Read(src, outer)
	if !document.IsText() {
		reading.Values = nil
	}
	l.Values = valuesOf(reading, file, document)
	for _, p := range reading.Problems {
		if !slices.ContainsFunc(document.Problems, func(other envfile.Problem) bool { return other.Line == p.Line && !other.Mild }) {
			l.Refused = append(l.Refused, p)
		}
	}
	if own {
		f.read[key] = l
	}
	return l, nil
}

// surroundings looks names up in what surrounds whoever runs this, where that
// is asked for; otherwise it is nil.
func (f *finder) surroundings() envfile.Lookup {
	if f.options.Surroundings == nil {
		return nil
	}
	if f.outer == nil {
		f.outer = Present(f.options.Surroundings).Values
	}
	return func(name string) (string, bool) {
		v, found := f.outer[name]
		return v.Text, found
	}
}

// valuesOf returns what a file gives as one reader understands it.
func valuesOf(reading *envfile.Reading, file string, document *envfile.Document) map[string]Value {
	values := map[string]Value{}
	for name, a := range reading.Values { // in any order
		line, column := a.Line, 1
		if document != nil {
			if entry, found := document.Lookup(name); found {
				line, column = entry.Line, entry.Column
			}
		}
		v := textValue(a.Value, file, line, column)
		v.Lacks = a.Lacks
		switch {
		case a.Passed:
			v.State, v.Why = Given, "handed on by whoever starts it"
		case a.Computed:
			v.State, v.Text, v.Why = Given, "", "worked out by a command"
		}
		values[name] = v
	}
	return values
}

// chained reads the env files of one environment again that make values of
// others: those of the layers before are known to them.
func (f *finder) chained(layers []*Layer) []*Layer {
	var out []*Layer
	for n, l := range layers {
		if n > 0 && l.Traits().EnvFile && l.Dialect != nil && l.File != "" {
			if src, err := f.tree.ReadFile(l.File); err == nil && bytes.IndexByte(src, '$') >= 0 {
				before := slices.Clone(out)
				outer := func(name string) (string, bool) {
					for i := len(before) - 1; i >= 0; i-- {
						if v, found := before[i].Values[name]; found && (v.State == Set || v.State == Empty) {
							return v.Text, true
						}
					}
					return f.surroundings()(name)
				}
				if again, err := f.envFile(l.File, l.Dialect, outer); err == nil {
					l = again
				}
			}
		}
		out = append(out, l)
	}
	return out
}

// discoverEnvFiles groups env files by what their names say.
func (f *finder) discoverEnvFiles() {
	type group struct{ name, folder string }
	groups := map[group][]*Layer{}
	for _, file := range f.tree.Files {
		kind, isEnv := tree.EnvFileName(file.Path)
		if !isEnv {
			continue
		}
		dialect := envfile.Dotenv
		if path.Base(file.Path) == ".envrc" {
			dialect = envfile.Shell
		}
		l, err := f.envFile(file.Path, dialect, nil)
		if err == nil && dialect == envfile.Shell {
			var script *Layer
			if script, err = f.script(file.Path); err == nil { // what it exports
				exporting := *l
				exporting.Values, exporting.Refused = script.Values, nil // its commands are no mistakes
				l = &exporting
			}
		}
		if err != nil {
			f.unreadable(file.Path, err)
			continue
		}
		if kind.Example {
			f.set.Examples = append(f.set.Examples, l)
			continue
		}
		f.set.EnvFiles = append(f.set.EnvFiles, l)
		if f.claimed[file.Path] && kind.Environment != "local" {
			continue // a layer of what names it
		}
		key := group{kind.Environment, l.Component.Folder}
		groups[key] = append(groups[key], l)
	}
	var keys []group
	for key, layers := range groups { // sorted below
		sorting.By(layers, compareFiles)
		keys = append(keys, key)
	}
	sorting.By(keys, func(a, b group) int {
		return cmp.Or(strings.Compare(a.name, b.name), strings.Compare(a.folder, b.folder))
	})
	for _, key := range keys {
		layers := groups[key]
		if base := groups[group{"local", key.folder}]; key.name != "local" {
			layers = append(f.baseOf(base, layers), layers...)
		}
		f.set.add(Environment{Name: key.name, Component: layers[len(layers)-1].Component, Layers: f.chained(layers)})
	}
}

// committedBase returns what is the base of .env.NAME beside it: a .env that is
// committed holds what all environments share, and so does .env.defaults.
func (f *finder) baseOf(local, layers []*Layer) (base []*Layer) {
	for _, l := range local {
		kind, _ := tree.EnvFileName(l.File)
		if (path.Base(l.File) == ".env" && (l.Tracked || !f.tree.Git && f.laysOver(path.Dir(l.File))) || kind.Base) && path.Dir(l.File) == path.Dir(layers[0].File) && strings.HasPrefix(path.Base(layers[0].File), ".env.") {
			base = append(base, l)
		}
	}
	return base
}

// layering are packages that read .env before .env.NAME, whatever else they do.
var layering = late.Regexp(`"(?:vite|next|nuxt|astro|gatsby|react-scripts|@sveltejs/kit|@vue/cli-service|@remix-run/dev|expo|dotenv-flow|bun-types)"\s*:`)

// laysOver reports whether the package in a folder is run by what reads .env before the
// files of a stage.
func (f *finder) laysOver(folder string) bool {
	src, err := f.tree.ReadFile(path.Join(folder, "package.json"))
	return err == nil && layering().Match(src)
}

// compareFiles orders the files of one environment: the deeper file later,
// .local files after the others, and what a shell exports last, since
// libraries leave what is set already as it is.
func compareFiles(a, b *Layer) int {
	rank := func(l *Layer) int {
		kind, _ := tree.EnvFileName(l.File)
		switch {
		case path.Base(l.File) == ".envrc":
			return 2
		case kind.Override:
			return 1
		case kind.Base:
			return -1
		}
		return 0
	}
	switch {
	case rank(a) != rank(b):
		return rank(a) - rank(b)
	case path.Dir(a.File) != path.Dir(b.File):
		return strings.Count(a.File, "/") - strings.Count(b.File, "/")
	}
	return strings.Compare(a.File, b.File)
}

// unreadable notes a file that could not be read.
func (f *finder) unreadable(file string, err error) {
	f.set.Problems = append(f.set.Problems, Problem{File: file, Reason: "this file was not read: " + files.Reason(err), Hint: "Put a readable file in its place, or remove it."})
}
