// Package config reads inzicht.toml, in which a tree says of itself what
// cannot be found out. It is strict: what it does not know is an error.
package config

import (
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"slices"
	"strings"

	"github.com/bmatcuk/doublestar/v4"

	"inzicht/core/environment"
	"inzicht/core/files"
	"inzicht/core/reads"
	"inzicht/core/settings"
	"inzicht/core/tree"
)

// Name is the name of the configuration file in the root of a tree.
const Name = "inzicht.toml"

// Config is what a tree says of itself.
type Config struct {
	FailOn       string              `toml:"fail_on"`
	Rules        map[string]string   `toml:"rules"`
	Exclude      Exclude             `toml:"exclude"`
	Dependencies []string            `toml:"dependencies"` // folders of installed libraries, besides the usual ones
	Components   []Component         `toml:"component"`
	Environments []Environment       `toml:"environment"`
	Variables    map[string]Variable `toml:"variable"`
	Idioms       []Idiom             `toml:"idiom"`
	Scopes       []Scope             `toml:"scope"`

	place *place
}

// Source returns the configuration as it is written, or nothing.
func (c *Config) Source() string {
	if c.place == nil {
		return ""
	}
	return c.place.src
}

// At returns file and line where a text is in the configuration, or the file alone.
func (c *Config) At(text string) string {
	if c.place == nil {
		return Name
	}
	return c.place.wrong(text, "", "", nil).(*Error).File
}

// Exclude is what is not looked at.
type Exclude struct {
	Files     []string `toml:"files"`     // globs, relative to the root; ** spans folders
	Variables []string `toml:"variables"` // globs
}

// Component is one [[component]]: a part of the tree with a contract of its own.
type Component struct {
	Name   string   `toml:"name"`
	Folder string   `toml:"folder"`
	Uses   []string `toml:"uses"` // names of components whose reads count for it
}

// Environment is one [[environment]] with its layers, later ones winning.
type Environment struct {
	Name      string             `toml:"name"`
	Component string             `toml:"component"`
	Layers    []environment.Spec `toml:"layers"`
}

// Variable is one [variable.NAME]: what is stated of it, over what the code says.
type Variable struct {
	Need    string   `toml:"need"`
	Kind    string   `toml:"kind"`
	Allowed []string `toml:"allowed"`
	Secret  *bool    `toml:"secret"`
	About   string   `toml:"about"`
}

// Idiom is one [[idiom]]: a wrapper of the tree's own that reads.
type Idiom struct {
	Language string `toml:"language"`
	Access   string `toml:"access"`
	Need     string `toml:"need"`
	Kind     string `toml:"kind"`
}

// Scope is one [[scope]]: when the reads in some files happen.
type Scope struct {
	Files []string `toml:"files"` // globs, relative to the root; ** spans folders
	Scope string   `toml:"scope"`
}

// Read reads the configuration of the tree below dir: the file named, or
// inzicht.toml in its root if there is one. The error is an *Error.
func Read(dir, file string) (*Config, error) {
	if file != "" {
		src, err := files.ReadGiven(file, files.MaxSize)
		if err != nil {
			return nil, &Error{file, "this configuration cannot be read: " + files.Reason(err), "Check the path given with --config."}
		}
		return Parse(file, src)
	}
	folder, err := files.OpenFolder(dir, "")
	if err != nil {
		return &Config{}, nil // the tree itself cannot be opened, which is said elsewhere
	}
	defer folder.Close()
	src, err := folder.ReadFile(Name, nil)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return &Config{}, nil
	case err != nil:
		return nil, &Error{Name, "it cannot be read: " + files.Reason(err), "Put a regular file of at most 4 MiB in its place, or remove it; --config FILE reads another."}
	}
	return Parse(Name, src)
}

// Parse reads a configuration. The error is an *Error.
func Parse(name string, src []byte) (*Config, error) {
	c := &Config{}
	if err := settings.Decode(src, c); err != nil {
		return nil, settingsError(name, err)
	}
	p := &place{name, string(src)}
	c.place = p
	for _, check := range []func(*Config, *place) error{checkRules, checkExclude, checkComponents, checkEnvironments, checkVariables, checkIdioms, checkScopes} {
		if err := check(c, p); err != nil {
			return nil, err
		}
	}
	return c, nil
}

var (
	levels = []string{"error", "warning", "note", "off"}
	needs  = []string{"required", "expected", "optional"}
	scopes = []string{"runtime", "build", "test", "tooling"}
	kinds  = []string{"text", "integer", "number", "boolean", "duration", "url", "list", "json"}
)

// oneOf refuses a word that is none of a list.
func (p *place) oneOf(what, word string, list []string) error {
	if word == "" || slices.Contains(list, word) {
		return nil
	}
	return p.wrong(word, fmt.Sprintf("%s is %q", what, word), "It is one of: "+strings.Join(list, ", ")+".", list)
}

func checkRules(c *Config, p *place) error {
	if err := p.oneOf("fail_on", c.FailOn, []string{"error", "warning", "note", "never"}); err != nil {
		return err
	}
	for _, rule := range slices.Sorted(maps.Keys(c.Rules)) {
		if err := p.oneOf("the level of "+rule, c.Rules[rule], levels); err != nil {
			return err
		}
	}
	return nil
}

func (p *place) globs(what string, list []string) error {
	for _, glob := range list {
		if !tree.IsGlob(glob) {
			return p.wrong(glob, fmt.Sprintf("%s holds %q, which is no glob, or one that leaves too much open", what, glob), "Write one such as services/**/seed.js.", nil)
		}
	}
	return nil
}

func checkExclude(c *Config, p *place) error {
	if err := p.globs("exclude.files", c.Exclude.Files); err != nil {
		return err
	}
	return p.globs("exclude.variables", c.Exclude.Variables)
}

func checkComponents(c *Config, p *place) error {
	for _, component := range c.Components {
		if component.Name == "" || component.Folder == "" {
			return p.wrong("[[component]]", "a [[component]] has no name or no folder", `Write name = "gatekeeper" and folder = "services/gatekeeper".`, nil)
		}
	}
	return nil
}

func checkEnvironments(c *Config, p *place) error {
	type named struct{ name, component string }
	seen := map[named]bool{}
	for _, e := range c.Environments {
		if seen[named{e.Name, e.Component}] {
			return p.wrong(fmt.Sprintf("name = %q", e.Name), "there are two environments "+e.Name, "Give one of them another name or component, or put the layers of both into one.", nil)
		}
		seen[named{e.Name, e.Component}] = true
		if e.Name == "" {
			return p.wrong("[[environment]]", "an [[environment]] has no name", `Write name = "staging".`, nil)
		}
		for _, layer := range e.Layers {
			if word, known, err := layer.Check(); err != nil {
				return p.wrongAt(word+" =", word, err.Reason, err.Hint, known)
			}
		}
	}
	return nil
}

func checkVariables(c *Config, p *place) error {
	for _, name := range slices.Sorted(maps.Keys(c.Variables)) {
		v := c.Variables[name]
		if err := p.oneOf("the need of "+name, v.Need, needs); err != nil {
			return err
		}
		if err := p.oneOf("the kind of "+name, v.Kind, kinds); err != nil {
			return err
		}
	}
	return nil
}

func checkScopes(c *Config, p *place) error {
	for _, s := range c.Scopes {
		if s.Scope == "" {
			return p.wrong("[[scope]]", "a [[scope]] has no scope", "A scope is runtime, build, test or tooling.", nil)
		}
		if err := p.oneOf("a scope", s.Scope, scopes); err != nil {
			return err
		}
		if err := p.globs("the files of a [[scope]]", s.Files); err != nil {
			return err
		}
	}
	return nil
}

// ScopeOf returns the scope that is configured for a file, or "".
func (c *Config) ScopeOf(file string) reads.Scope {
	for _, s := range c.Scopes {
		if matchesAny(s.Files, file) {
			return reads.Scope(s.Scope)
		}
	}
	return ""
}

func matchesAny(globs []string, name string) bool {
	return slices.ContainsFunc(globs, func(glob string) bool { ok, _ := doublestar.Match(glob, name); return ok })
}

// ExcludesFile reports whether a file is not to be looked at.
func (c *Config) ExcludesFile(file string) bool { return matchesAny(c.Exclude.Files, file) }

// ExcludesVariable reports whether a variable is not to be looked at.
func (c *Config) ExcludesVariable(name string) bool { return matchesAny(c.Exclude.Variables, name) }

// TreeComponents returns the configured components as the tree knows them.
func (c *Config) TreeComponents() (list []tree.Component) {
	for _, component := range c.Components {
		list = append(list, tree.Component{Name: component.Name, Folder: strings.Trim(component.Folder, "/"), Uses: component.Uses})
	}
	return list
}

// Declared returns the configured environments.
func (c *Config) Declared() (list []environment.Declared) {
	for _, e := range c.Environments {
		list = append(list, environment.Declared{Name: e.Name, Component: e.Component, Layers: e.Layers})
	}
	return list
}
