package config

import (
	"errors"
	"fmt"
	"reflect"
	"strings"

	"github.com/pelletier/go-toml/v2"

	"inzicht/core/near"
)

// Error says where the configuration cannot be understood, and what to do.
type Error struct {
	File, Reason, Hint string
}

func (e *Error) Error() string { return e.File + ": " + e.Reason }

// place finds lines of the configuration for messages.
type place struct {
	name, src string
}

// wrong says that something is wrong where text stands, and names the nearest
// of what is known.
func (p *place) wrong(text, reason, hint string, known []string) error {
	where := p.name
	if at := strings.Index(p.src, text); at >= 0 && text != "" {
		where = fmt.Sprintf("%s:%d", p.name, strings.Count(p.src[:at], "\n")+1)
	}
	if closest := near.Closest(text, known); closest != "" {
		hint = fmt.Sprintf("Is %s meant? %s", closest, hint)
	}
	return &Error{where, reason, hint}
}

// tomlError says line and column of what is wrong.
func tomlError(name string, err error) error {
	var strict *toml.StrictMissingError
	var decode *toml.DecodeError
	switch {
	case errors.As(err, &strict) && len(strict.Errors) > 0:
		line, column := strict.Errors[0].Position()
		key := strict.Errors[0].Key()
		hint := "docs/reference.md lists the settings."
		if closest := near.Closest(key[len(key)-1], settings(reflect.TypeFor[Config]())); closest != "" {
			hint = fmt.Sprintf("Is %s meant? %s", closest, hint)
		}
		return &Error{fmt.Sprintf("%s:%d:%d", name, line, column), "there is no setting " + strings.Join(key, "."), hint}
	case errors.As(err, &decode):
		line, column := decode.Position()
		return &Error{fmt.Sprintf("%s:%d:%d", name, line, column), strings.TrimPrefix(decode.Error(), "toml: "), "Mend this line."}
	}
	return &Error{name, err.Error(), "Mend the file, or remove it."}
}

// settings gives the names of all settings.
func settings(t reflect.Type) (names []string) {
	switch t.Kind() {
	case reflect.Slice, reflect.Map, reflect.Pointer:
		return settings(t.Elem())
	case reflect.Struct:
		for i := range t.NumField() {
			if tag := t.Field(i).Tag.Get("toml"); tag != "" {
				names = append(names, tag)
				names = append(names, settings(t.Field(i).Type)...)
			}
		}
	}
	return names
}
