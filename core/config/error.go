package config

import (
	"errors"
	"fmt"
	"reflect"
	"strings"

	"inzicht/core/settings"
	"inzicht/core/similarity"
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
	return p.wrongAt(text, text, reason, hint, known)
}

// wrongAt is wrong with a text that tells the place better, if it is there.
func (p *place) wrongAt(first, text, reason, hint string, known []string) error {
	where := p.name
	if !strings.Contains(p.src, first) {
		first = text
	}
	if at := strings.Index(p.src, first); at >= 0 && text != "" {
		where = fmt.Sprintf("%s:%d", p.name, strings.Count(p.src[:at], "\n")+1)
	}
	if closest := similarity.Closest(text, known); closest != "" {
		hint = fmt.Sprintf("Is %s meant? %s", closest, hint)
	}
	return &Error{where, reason, hint}
}

// settingsError says line and column of what is wrong.
func settingsError(name string, err error) error {
	var bad *settings.Error
	if !errors.As(err, &bad) {
		return &Error{name, "this is no TOML that can be read", "Mend the file, or remove it."}
	}
	where := name
	if bad.Line > 0 {
		where = fmt.Sprintf("%s:%d:%d", name, bad.Line, bad.Column)
	}
	if len(bad.Unknown) == 0 {
		return &Error{where, bad.Reason, "Mend this line."}
	}
	hint := "docs/reference/configuration.md lists the settings."
	if closest := similarity.Closest(bad.Unknown[len(bad.Unknown)-1], names(reflect.TypeFor[Config]())); closest != "" {
		hint = fmt.Sprintf("Is %s meant? %s", closest, hint)
	}
	return &Error{where, "there is no setting " + strings.Join(bad.Unknown, "."), hint}
}

// names returns the names of all settings.
func names(t reflect.Type) (list []string) {
	switch t.Kind() {
	case reflect.Slice, reflect.Map, reflect.Pointer:
		return names(t.Elem())
	case reflect.Struct:
		for i := range t.NumField() {
			if tag := t.Field(i).Tag.Get("toml"); tag != "" {
				list = append(list, tag)
				list = append(list, names(t.Field(i).Type)...)
			}
		}
	}
	return list
}
