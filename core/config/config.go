package survey

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/bmatcuk/doublestar/v4"
	"github.com/pelletier/go-toml/v2"

	"inzicht/core/language"
	"inzicht/core/reads"
	"inzicht/core/tree"
)

// ConfigName is the name of the configuration file in the root of a tree.
const ConfigName = "inzicht.toml"

// Config is what a tree says of itself in inzicht.toml.
type Config struct {
	Idioms []ConfigIdiom `toml:"idiom"`
	Scopes []ConfigScope `toml:"scope"`
}

// ConfigIdiom is one [[idiom]]: a wrapper of the tree's own that reads.
type ConfigIdiom struct {
	Language string `toml:"language"`
	Access   string `toml:"access"`
	Need     string `toml:"need"`
	Kind     string `toml:"kind"`
}

// ConfigScope is one [[scope]]: when the reads in some files happen.
type ConfigScope struct {
	Files []string `toml:"files"` // globs, relative to the root; ** spans folders
	Scope string   `toml:"scope"`
}

// ConfigError says where the configuration cannot be understood, and what to do.
type ConfigError struct {
	File, Reason, Hint string
}

func (e *ConfigError) Error() string { return e.File + ": " + e.Reason }

// readConfig reads the configuration of a tree: the file named, or inzicht.toml
// in its root if there is one.
func readConfig(root string) (*Config, error) {
	folder, err := tree.OpenFolder(root, "")
	if err != nil {
		return &Config{}, nil
	}
	defer folder.Close()
	src, err := folder.ReadFile(ConfigName, nil)
	if err != nil {
		return &Config{}, nil
	}
	return parseConfig(ConfigName, src)
}

func parseConfig(name string, src []byte) (*Config, error) {
	c := &Config{}
	decoder := toml.NewDecoder(strings.NewReader(string(src)))
	decoder.DisallowUnknownFields()
	if err := decoder.Decode(c); err != nil {
		return nil, tomlError(name, err)
	}
	for _, i := range c.Idioms {
		if err := i.check(name); err != nil {
			return nil, err
		}
	}
	for _, s := range c.Scopes {
		if !slices.Contains([]string{"runtime", "build", "test", "tooling"}, s.Scope) {
			return nil, &ConfigError{name, fmt.Sprintf("[[scope]] has scope = %q", s.Scope), "A scope is runtime, build, test or tooling."}
		}
		for _, glob := range s.Files {
			if !doublestar.ValidatePattern(glob) {
				return nil, &ConfigError{name, fmt.Sprintf("[[scope]] has %q among its files, which is no glob", glob), "Write one such as services/**/seed.js."}
			}
		}
	}
	return c, nil
}

// tomlError says line and column of what is wrong.
func tomlError(name string, err error) error {
	var strict *toml.StrictMissingError
	var decode *toml.DecodeError
	switch {
	case errors.As(err, &strict) && len(strict.Errors) > 0:
		line, column := strict.Errors[0].Position()
		return &ConfigError{fmt.Sprintf("%s:%d:%d", name, line, column), "there is no setting " + strings.Join(strict.Errors[0].Key(), "."), "Settings are [[idiom]] with language, access, need and kind, and [[scope]] with files and scope."}
	case errors.As(err, &decode):
		line, column := decode.Position()
		return &ConfigError{fmt.Sprintf("%s:%d:%d", name, line, column), strings.TrimPrefix(decode.Error(), "toml: "), "Mend this line."}
	}
	return &ConfigError{name, err.Error(), "Mend the file, or remove it."}
}

func (i ConfigIdiom) check(name string) error {
	if i.Access == "" {
		return &ConfigError{name, "an [[idiom]] has no access", `Write what a read looks like, such as access = "config.must($name)".`}
	}
	if !slices.ContainsFunc(language.All, func(l *reads.Language) bool { return l.Name == i.Language && l.Own == nil }) {
		return &ConfigError{name, fmt.Sprintf("[[idiom]] %s is for the language %q, which takes no idioms", i.Access, i.Language), "See inzicht languages."}
	}
	if !slices.Contains([]string{"", "required", "expected", "optional"}, i.Need) {
		return &ConfigError{name, fmt.Sprintf("[[idiom]] %s has need = %q", i.Access, i.Need), "A need is required, expected or optional."}
	}
	if !slices.Contains([]string{"", "text", "integer", "number", "boolean", "duration", "url", "list", "json"}, i.Kind) {
		return &ConfigError{name, fmt.Sprintf("[[idiom]] %s has kind = %q", i.Access, i.Kind), "A kind is text, integer, number, boolean, duration, url, list or json."}
	}
	return nil
}

// compile prepares the languages with the idioms of the configuration.
func (c *Config) compile() error {
	for _, l := range language.All {
		var extra []reads.Idiom
		for _, i := range c.Idioms {
			if i.Language == l.Name {
				extra = append(extra, reads.Idiom{Access: i.Access, Need: reads.Need(i.Need), Kind: reads.Kind(i.Kind)})
			}
		}
		if err := l.Compile(extra...); err != nil {
			var bad *reads.PatternError
			if errors.As(err, &bad) {
				return &ConfigError{ConfigName, "an [[idiom]] cannot be understood: " + bad.Error(), "Holes are $name, $fallback, $_ and a closing ... for further arguments."}
			}
			return err
		}
	}
	return nil
}

// scope says when the reads in a file happen: as configured, or as its path says.
func (c *Config) scope(file string) (scope reads.Scope, configured bool) {
	for _, s := range c.Scopes {
		for _, glob := range s.Files {
			if ok, _ := doublestar.Match(glob, file); ok {
				return reads.Scope(s.Scope), true
			}
		}
	}
	return scopeOf(file), false
}
