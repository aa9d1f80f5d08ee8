package config

import (
	"errors"
	"fmt"
	"slices"

	"inzicht/core/language"
	"inzicht/core/reads"
)

func checkIdioms(c *Config, p *place) error {
	var languages []string
	for _, l := range language.All {
		if l.Own == nil {
			languages = append(languages, l.Name)
		}
	}
	for _, i := range c.Idioms {
		if i.Access == "" {
			return p.wrong("[[idiom]]", "an [[idiom]] has no access", `Write what a read looks like, such as access = "config.must($name)".`, nil)
		}
		if !slices.Contains(languages, i.Language) {
			return p.wrong(i.Language, fmt.Sprintf("[[idiom]] %s is for the language %q, which takes no idioms", i.Access, i.Language), "See inzicht languages.", languages)
		}
		if err := p.oneOf("the need of [[idiom]] "+i.Access, i.Need, needs); err != nil {
			return err
		}
		if err := p.oneOf("the kind of [[idiom]] "+i.Access, i.Kind, kinds); err != nil {
			return err
		}
	}
	return nil
}

// Languages returns the languages with the idioms of the configuration. The
// error is an *Error.
func (c *Config) Languages() (*language.Set, error) {
	idioms := map[string][]reads.Idiom{}
	for _, i := range c.Idioms {
		idioms[i.Language] = append(idioms[i.Language], reads.Idiom{Access: i.Access, Need: reads.Need(i.Need), Kind: reads.Kind(i.Kind)})
	}
	set, err := language.Compiled(idioms)
	var bad *reads.PatternError
	if errors.As(err, &bad) {
		return nil, &Error{Name, "an [[idiom]] cannot be understood: " + bad.Error(), "Holes are $name, $fallback, $any for anything, and a closing $rest for further arguments."}
	}
	return set, err
}
