package environment

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"strings"

	"inzicht/core/envfile"
)

// maxListing is the size in bytes up to which a listing is read.
const maxListing = 16 << 20

// ReadListing reads what a platform lists of an environment: NUL-separated
// NAME=value, JSON (a mapping, a list of entries with key and value, or a
// record), or an env file. Which it is, is told by the bytes. name says for
// people where it comes from. Errors hold no value.
func ReadListing(name string, in io.Reader) (*Layer, error) {
	src, err := io.ReadAll(io.LimitReader(in, maxListing+1))
	if err != nil {
		return nil, &SpecError{name, "it cannot be read to its end", "Run the command that writes it again."}
	}
	if len(src) > maxListing {
		return nil, &SpecError{name, "it is over 16 MiB", "Give the variables of one environment."}
	}
	l := &Layer{Kind: "listing", Label: name, Values: map[string]Value{}}
	defer l.clean()
	trimmed := bytes.TrimSpace(src)
	switch {
	case bytes.IndexByte(src, 0) >= 0:
		l.zeroSeparated(src)
	case len(trimmed) > 0 && (trimmed[0] == '{' || trimmed[0] == '['):
		return l, l.json(name, trimmed)
	default:
		return l, l.lines(name, src)
	}
	return l, nil
}

func (l *Layer) zeroSeparated(src []byte) {
	for _, entry := range bytes.Split(src, []byte{0}) {
		if name, value, found := strings.Cut(string(entry), "="); found && name != "" {
			l.Values[name] = textValue(value, "", 0, 0)
		}
	}
}

// lines reads what env, or an env file, prints.
func (l *Layer) lines(name string, src []byte) error {
	dialect := envfile.Docker // a listing quotes nothing
	if bytes.Contains(src, []byte("export ")) || bytes.Contains(src, []byte(`="`)) || bytes.Contains(src, []byte("='")) {
		dialect = envfile.Dotenv
	}
	reading := dialect.Read(src, nil)
	for name, a := range reading.Values { // in any order
		if !a.Passed && envfile.IsName(name) {
			l.Values[name] = textValue(a.Value, "", 0, 0)
		}
	}
	if len(l.Values) == 0 && len(bytes.TrimSpace(src)) > 0 {
		return &SpecError{name, "no variable could be found in it", "Expected are NAME=value lines, NUL-separated entries (env -0) or JSON."}
	}
	return nil
}

func (l *Layer) json(name string, src []byte) error {
	if bytes.Contains(src, []byte(recordSchema)) {
		return l.record(name, src)
	}
	decoder := json.NewDecoder(bytes.NewReader(src))
	decoder.UseNumber()
	var root any
	if err := decoder.Decode(&root); err != nil {
		line := bytes.Count(src[:min(int(decoder.InputOffset()), len(src))], []byte{'\n'}) + 1
		return &SpecError{name, fmt.Sprintf("this is no complete JSON: it breaks off or goes wrong after line %d", line), "Run the command that writes it again."}
	}
	l.gather(root, 0)
	if len(l.Values) == 0 {
		return &SpecError{name, "no variable could be found in this JSON", `Expected is {"NAME": "value"}, or a list of entries with key (or name) and value.`}
	}
	return nil
}

// gather finds variables in JSON: mappings of names to plain values, and
// entries with a key or name and a value.
func (l *Layer) gather(n any, depth int) {
	if depth > maxYAMLDepth {
		return
	}
	switch n := n.(type) {
	case []any:
		for _, item := range n {
			if s, isText := item.(string); isText {
				if name, value, found := strings.Cut(s, "="); found && envfile.IsName(name) {
					l.Values[name] = textValue(value, "", 0, 0)
				}
			}
			l.gather(item, depth+1)
		}
	case map[string]any:
		if name, ok := firstText(n, "key", "name", "Key", "Name"); ok && envfile.IsName(name) {
			if value, has := n["value"]; has || n["Value"] != nil {
				if !has {
					value = n["Value"]
				}
				l.Values[name] = jsonValue(value)
				return
			}
		}
		for _, key := range sortedKeys(n) {
			switch value := n[key]; value.(type) {
			case []any, map[string]any:
				l.gather(value, depth+1)
			default:
				if envfile.IsName(key) {
					l.Values[key] = jsonValue(value)
				}
			}
		}
	}
}

func firstText(m map[string]any, keys ...string) (string, bool) {
	for _, key := range keys {
		if s, ok := m[key].(string); ok {
			return s, true
		}
	}
	return "", false
}

func jsonValue(v any) Value {
	if v == nil {
		return Value{State: Given, Why: "kept back by the platform"}
	}
	return textValue(fmt.Sprint(v), "", 0, 0)
}
