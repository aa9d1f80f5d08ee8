package environment

import (
	"bytes"
	"encoding/base64"
	"encoding/binary"
	"encoding/csv"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"unicode/utf16"

	"go.yaml.in/yaml/v4"

	"inzicht/core/envfile"
	"inzicht/core/late"
)

// maxListing is the size in bytes up to which a listing is read.
const maxListing = 16 << 20

// listings are what is given on the command line, and never by inzicht.toml.
var listings = kind{key: "listing", says: "what a platform lists", traits: Traits{Foreign: true, Shared: true}}

// ReadListing reads what a platform lists of an environment: NUL-separated
// NAME=value, JSON (a mapping, a list of entries with key and value, an object a
// line, or a record), YAML, an env file, what a shell exports, rows of commas or tabs, or
// a table for people. Which it is, is told by the bytes. name says for
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
	src = plainText(src)
	trimmed := bytes.TrimSpace(src)
	switch {
	case len(trimmed) == 0:
		return nil, &SpecError{name, "it is empty", "Run the command that writes it again, and look at what it says."}
	case bytes.IndexByte(src, 0) >= 0:
		l.zeroSeparated(src)
	case trimmed[0] == '{' || trimmed[0] == '[':
		return l, l.json(name, trimmed)
	default:
		return l, l.written(name, src)
	}
	return l, nil
}

// plainText returns a text in UTF-8, without the mark of its order.
func plainText(src []byte) []byte {
	var order func([]byte) uint16
	switch {
	case bytes.HasPrefix(src, []byte{0xFF, 0xFE}):
		order = binary.LittleEndian.Uint16
	case bytes.HasPrefix(src, []byte{0xFE, 0xFF}):
		order = binary.BigEndian.Uint16
	default:
		return bytes.TrimPrefix(src, []byte("\xEF\xBB\xBF"))
	}
	units := make([]uint16, 0, len(src)/2)
	for i := 2; i+1 < len(src); i += 2 {
		units = append(units, order(src[i:]))
	}
	return []byte(string(utf16.Decode(units)))
}

func (l *Layer) zeroSeparated(src []byte) {
	for _, entry := range bytes.Split(src, []byte{0}) {
		if name, value, found := strings.Cut(string(entry), "="); found && name != "" {
			l.Values[name] = textValue(value, "", 0, 0)
		}
	}
}

// written reads text: lines of an env file or of the environment itself, YAML,
// or a table for people.
func (l *Layer) written(name string, src []byte) error {
	for _, read := range []func([]byte){l.lines, l.separated, l.mapping, l.underlined, l.table} {
		if read(src); len(l.Values) > 0 {
			return nil
		}
	}
	return &SpecError{name, "no variable could be found in it", "Expected are NAME=value lines, NUL-separated entries (env -0), JSON, or a mapping in YAML."}
}

var (
	listedLine   = late.Regexp(`^(?:export |declare -[a-z]*x[a-z]* )?([A-Za-z_][A-Za-z0-9_]*)=(.*)$`)
	declaredLine = late.Regexp(`(?m)^declare -[a-z]*x[a-z]* `)
	otherLine    = late.Regexp(`^(?:BASH_FUNC_[^=]*|[A-Za-z]+\(x86\))=`) // of functions, and of names that no code here reads
	tableLine    = late.Regexp(`^([A-Za-z_][A-Za-z0-9_]*):\s+(\S.*)$`)
)

// lines reads what env, or an env file, prints. Where most values are quoted, or
// one is exported, the quotes are no part of them; otherwise a line that names
// nothing goes on with the value before.
func (l *Layer) lines(src []byte) {
	all, quoted, exported, plain := 0, 0, 0, true
	lines := strings.Split(strings.ReplaceAll(string(src), "\r\n", "\n"), "\n")
	for _, line := range lines {
		if m := listedLine().FindStringSubmatch(line); m != nil && m[2] != "" {
			all++
			if m[2][0] == '"' || m[2][0] == '\'' {
				quoted++
			}
			if strings.HasPrefix(line, "export ") || strings.HasPrefix(line, "declare ") {
				exported++
			}
			plain = plain && (m[2][0] == '"' || m[2][0] == '\'' || !strings.ContainsAny(m[2], " \t"))
		}
	}
	if exported > 0 || quoted*2 > all {
		dialect := envfile.Dotenv
		if exported == all && plain { // as a shell prints it
			dialect = envfile.Shell
		}
		for name, a := range dialect.Read(declaredLine().ReplaceAll(src, []byte("export ")), nil).Values { // in any order
			if !a.Passed && envfile.IsName(name) {
				l.Values[name] = textValue(a.Value, "", 0, 0)
			}
		}
		return
	}
	current, value := "", ""
	flush := func() {
		if current != "" {
			l.Values[current] = textValue(strings.TrimSuffix(value, "\n"), "", 0, 0)
		}
		current = ""
	}
	for _, line := range lines {
		if m := listedLine().FindStringSubmatch(line); m != nil {
			flush()
			current, value = m[1], m[2]
		} else if otherLine().MatchString(line) {
			flush()
		} else if current != "" && !strings.HasPrefix(line, "#") {
			value += "\n" + line
		}
	}
	flush()
}

// separated reads rows whose columns commas or tabs divide, below a row that says which are
// the names and the values.
func (l *Layer) separated(src []byte) {
	head, _, _ := bytes.Cut(src, []byte{'\n'})
	in := csv.NewReader(bytes.NewReader(src))
	if bytes.IndexByte(head, '\t') >= 0 {
		in.Comma = '\t'
	}
	in.FieldsPerRecord, in.LazyQuotes = -1, true
	first, err := in.Read()
	if err != nil {
		return
	}
	name := slices.IndexFunc(first, func(s string) bool { return headings[strings.ToLower(strings.TrimSpace(s))] })
	value := slices.IndexFunc(first, func(s string) bool { return strings.EqualFold(strings.TrimSpace(s), "value") })
	for rows := 0; name >= 0 && value >= 0 && rows < mostObjects; rows++ {
		row, err := in.Read()
		if err != nil {
			return
		}
		if max(name, value) < len(row) && envfile.IsName(row[name]) {
			l.Values[row[name]] = textValue(row[value], "", 0, 0)
		}
	}
}

var underline = late.Regexp(`^(-{3,}\s+)-{3,}\s*$`)

// underlined reads two columns below headings that are underlined.
func (l *Layer) underlined(src []byte) {
	column := 0
	for line := range strings.Lines(strings.ReplaceAll(string(src), "\r\n", "\n")) {
		if m := underline().FindStringSubmatch(line); m != nil {
			column = len(m[1])
			continue
		}
		if column == 0 || strings.TrimSpace(line) == "" {
			continue
		}
		if name := strings.TrimSpace(line[:min(column, len(line))]); envfile.IsName(name) {
			l.Values[name] = textValue(strings.TrimSpace(line[min(column, len(line)):]), "", 0, 0)
		}
	}
}

// mapping reads YAML.
func (l *Layer) mapping(src []byte) {
	documents, problem := parseYAML("", src)
	if problem != nil {
		return
	}
	for _, d := range documents {
		l.gather(plainNode(d.root, 0), 0)
	}
	for _, word := range messages {
		delete(l.Values, word)
	}
}

// messages are what a line begins with that tells what went wrong.
var messages = strings.Fields("Error error Warning warning Message message Fatal fatal Usage usage Note note")

// plainNode returns what YAML holds as JSON would hold it.
func plainNode(n *yaml.Node, depth int) any {
	if n = follow(n); n == nil || depth > maxYAMLDepth {
		return nil
	}
	switch n.Kind {
	case yaml.MappingNode:
		m := map[string]any{}
		for i := 0; i+1 < len(n.Content); i += 2 {
			m[follow(n.Content[i]).Value] = plainNode(n.Content[i+1], depth+1)
		}
		return m
	case yaml.SequenceNode:
		list := []any{}
		for _, item := range n.Content {
			list = append(list, plainNode(item, depth+1))
		}
		return list
	}
	if n.Tag == "!!null" {
		return nil
	}
	return n.Value
}

// headings are what the columns of a table are called.
var headings = map[string]bool{"name": true, "key": true, "variable": true, "names": true, "variables": true}

// table reads what a program prints for people: NAME: value under a heading, or
// columns that lines divide.
func (l *Layer) table(src []byte) {
	for line := range strings.Lines(strings.ReplaceAll(string(src), "\r\n", "\n")) {
		line = strings.TrimSpace(line)
		if m := tableLine().FindStringSubmatch(line); m != nil && !slices.Contains(messages, m[1]) {
			l.Values[m[1]] = textValue(m[2], "", 0, 0)
			continue
		}
		cells := strings.FieldsFunc(line, func(r rune) bool { return r == '|' || r == '│' || r == '┃' })
		if len(cells) < 2 {
			continue
		}
		if name := strings.TrimSpace(cells[0]); envfile.IsName(name) && !headings[strings.ToLower(name)] {
			l.Values[name] = textValue(strings.TrimSpace(cells[1]), "", 0, 0)
		}
	}
}

func (l *Layer) json(name string, src []byte) error {
	if bytes.Contains(src, []byte(recordSchema)) {
		return l.record(name, src)
	}
	decoder := json.NewDecoder(bytes.NewReader(src))
	decoder.UseNumber()
	for n := 0; n < mostObjects; n++ { // one, or one a line
		var root any
		err := decoder.Decode(&root)
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			line := bytes.Count(src[:min(int(decoder.InputOffset()), len(src))], []byte{'\n'}) + 1
			return &SpecError{name, fmt.Sprintf("this is no complete JSON: it breaks off or goes wrong after line %d", line), "Run the command that writes it again."}
		}
		l.gather(root, 0)
	}
	if len(l.Values) == 0 {
		return &SpecError{name, "no variable could be found in this JSON", `Expected is {"NAME": "value"}, or a list of entries with key (or name) and value.`}
	}
	return nil
}

// mostObjects bounds how many objects a listing may have, one behind another.
const mostObjects = 100_000

// gather finds variables: mappings of names to plain values, and entries with a
// key or name and a value. What is round such a mapping names no variables.
func (l *Layer) gather(n any, depth int) (found bool) {
	if depth > maxYAMLDepth {
		return false
	}
	switch n := n.(type) {
	case []any:
		for _, item := range n {
			if s, isText := item.(string); isText {
				if name, value, cut := strings.Cut(s, "="); cut && envfile.IsName(name) {
					l.Values[name], found = textValue(value, "", 0, 0), true
				}
			}
			found = l.gather(item, depth+1) || found
		}
	case map[string]any:
		return l.gatherMapping(n, depth)
	}
	return found
}

// gatherMapping finds the variables in a mapping.
func (l *Layer) gatherMapping(n map[string]any, depth int) (found bool) {
	if l.entry(n) {
		return true
	}
	if kind, _ := n["kind"].(string); kind == "Secret" || kind == "ConfigMap" {
		return l.manifestData(n, kind == "Secret")
	}
	_, isManifest := n["kind"]
	for _, key := range sortedKeys(n) {
		if isManifest && key == "metadata" {
			continue
		}
		switch value := n[key].(type) {
		case map[string]any:
			if inner, has := firstOf(value, "value", "Value"); has && envfile.IsName(key) && isPlain(inner) { // NAME: {value: …}
				l.Values[key], found = jsonValue(inner), true
				continue
			}
			found = l.gather(value, depth+1) || found
		case []any:
			found = l.gather(value, depth+1) || found
		}
	}
	if found {
		return true
	}
	for _, key := range sortedKeys(n) {
		if value := n[key]; isPlain(value) && envfile.IsName(key) {
			l.Values[key], found = jsonValue(value), true
		}
	}
	return found
}

// entry takes a mapping that is one variable: its name, and its value where the
// platform does not keep it back.
func (l *Layer) entry(n map[string]any) bool {
	name, ok := firstText(n, "key", "name", "Key", "Name", "variable")
	if !ok || !envfile.IsName(name) {
		return false
	}
	value, has := firstOf(n, "value", "Value", "stringValue")
	if has && isPlain(value) {
		l.Values[name] = jsonValue(value)
		return true
	}
	for key, inner := range n { // in any order: all must be plain
		if !isPlain(inner) && key != "target" && key != "valueFrom" && key != "scopes" {
			return false
		}
	}
	_, from := firstOf(n, "valueFrom", "secret", "sensitive", "type", "target", "isSecret", "encrypted")
	if _, isKey := firstText(n, "key", "Key"); !isKey && !from {
		return false
	}
	l.Values[name] = jsonValue(nil)
	return true
}

// manifestData takes the data of a ConfigMap or a Secret.
func (l *Layer) manifestData(n map[string]any, encoded bool) (found bool) {
	for _, part := range []string{"data", "stringData"} {
		data, _ := n[part].(map[string]any)
		for _, key := range sortedKeys(data) {
			text := fmt.Sprint(data[key])
			if encoded && part == "data" {
				plain, err := base64.StdEncoding.DecodeString(text)
				if err != nil {
					continue
				}
				text = string(plain)
			}
			l.Values[key], found = textValue(text, "", 0, 0), true
		}
	}
	return found
}

func isPlain(v any) bool {
	switch v.(type) {
	case []any, map[string]any:
		return false
	}
	return true
}

func firstOf(m map[string]any, keys ...string) (any, bool) {
	for _, key := range keys {
		if v, has := m[key]; has {
			return v, true
		}
	}
	return nil, false
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
