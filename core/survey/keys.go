package survey

import (
	"bytes"
	"encoding/json"
	"path"
	"regexp"
	"strings"
	"sync"

	"go.yaml.in/yaml/v4"

	"inzicht/core/late"
	"inzicht/core/reads"
)

// Two families of frameworks read no variable by its name: each key of their
// files of settings may be given by a variable instead, whose name is made from
// the key. What such a variable is called is documented: app.mail-from is
// APP_MAILFROM or APP_MAIL_FROM, and Db:Host is Db__Host. So a variable that
// stands for a key of the tree is used.

// mayHoldKeys reports whether keys are looked for in a file.
func mayHoldKeys(file string) bool {
	return (keyFile(file) || keySource(file) || overridden(file)) && scopeOf(file) != "test"
}

// keyFile reports whether a file holds settings whose keys variables stand for.
func keyFile(file string) bool {
	base := strings.ToLower(path.Base(file))
	ext := path.Ext(base)
	switch {
	case ext == ".json":
		return strings.HasPrefix(base, "appsettings")
	case ext == ".yml" || ext == ".yaml" || ext == ".properties":
		return strings.HasPrefix(base, "application") || strings.HasPrefix(base, "bootstrap")
	}
	return false
}

// takesVariables reports whether a variable is sure to be taken for a key that a file
// names: for those of files of settings it is, and in source for one that is written as
// such a key alone is, Gate__Host.
func takesVariables(file, variable string) bool {
	return keyFile(file) || overridden(file) || path.Ext(file) == ".cs" && strings.Contains(variable, "__")
}

// keySource reports whether a file is source that may name such keys.
func keySource(file string) bool {
	switch path.Ext(file) {
	case ".java", ".kt", ".groovy", ".scala", ".cs", ".fs", ".vb":
		return true
	}
	return false
}

// overridden reports whether a file is source whose settings variables override
// by their names behind a prefix, whatever else they are given: runtimeConfig of
// nuxt.config.ts, where db.url is NUXT_DB_URL.
func overridden(file string) bool { return strings.HasPrefix(path.Base(file), "nuxt.config.") }

var overriddenKeys = late.Regexp(`\b([A-Za-z]\w{2,100})["']?\s*:`)

// inOverridden finds keys that variables with the prefix override.
func (k settingKeys) inOverridden(src []byte, note func(bare string, line int)) {
	for _, at := range overriddenKeys().FindAllSubmatchIndex(src, mostKeys) {
		key := bareKey(string(src[at[2]:at[3]]))
		for bare := range k { // in any order
			if strings.HasPrefix(bare, "nuxt") && strings.HasSuffix(bare, key) {
				note(bare, 1+bytes.Count(src[:at[2]], []byte{'\n'}))
			}
		}
	}
}

// Keys are named in source by these: classes and calls that take a prefix of
// keys, and calls that take one key.
var (
	keyPrefixes = keyForm{
		lateWords("ConfigurationProperties", "ConfigProperties", "ConfigMapping", "EachProperty", "GetSection", "GetRequiredSection", "BindConfiguration", "getSubset", "AddEnvironmentVariables"),
		late.Regexp(`^\w+\s*\(\s*(?:(?:prefix|value)\s*=\s*|prefix:\s*)?"([\w.:\-]{1,200})"`),
	}
	// of C#: const string Section = "Gate"; GetSection(nameof(GateOptions))
	keySections = []keyForm{
		{lateWords("const string"), late.Regexp(`^const string\s+\w+\s*=\s*"([\w:]{1,200})"`)},
		{lateWords("nameof"), late.Regexp(`^nameof\s*\(\s*(?:\w+\.)*(\w{1,200})\s*\)`)},
	}
	keyNames = keyForm{
		lateWords("getProperty", "getRequiredProperty", "ConfigProperty", "@Property", "getValue", "getOptionalValue", "GetValue", "GetConnectionString", "Config", "config", "Configuration", "configuration", "${"),
		late.Regexp(`^(?:getProperty\s*\(|getRequiredProperty\s*\(|(?:Config|@)Property\s*\(\s*name\s*=\s*|get(?:Optional)?Value\s*\(|GetValue(?:<[\w?]+>)?\s*\(|GetConnectionString\s*\(|[Cc]onfig(?:uration)?\s*\[|\$\{)\s*"?([A-Za-z][\w.:\-]{1,200})`),
	}
)

// keyForm is a way in which source names keys: the words that it begins with,
// which are found fast, and what it looks like from there on.
type keyForm struct {
	words func() *reads.Words
	form  func() *regexp.Regexp
}

// lateWords returns a search for words that is prepared when it is first asked for.
func lateWords(words ...string) func() *reads.Words {
	return sync.OnceValue(func() *reads.Words { return reads.NewWords(words) })
}

// longestForm is how many bytes of source a form is sought in.
const longestForm = 500

// each calls named with the places of the keys that src names in this way: where the
// form begins, and where its key begins and ends.
func (k keyForm) each(src []byte, named func(at, from, to int)) {
	for _, offset := range k.words().Offsets(src, 0) {
		at := int(offset)
		if in := k.form().FindSubmatchIndex(src[at:min(len(src), at+longestForm)]); in != nil {
			named(at, at+in[2], at+in[3])
		}
	}
}

// keyMarks takes away what tells the ways apart in which a key may be written.
var keyMarks = strings.NewReplacer("_", "", ".", "", ":", "", "-", "", "[", "", "]", "")

// bareKey returns a key, or the name of a variable, without what tells the ways
// apart in which it may be written.
func bareKey(key string) string { return strings.ToLower(keyMarks.Replace(key)) }

// settingKeys are the names of variables that may stand for keys of settings, by
// their bare form.
type settingKeys map[string][]string

func keysFor(names []string) settingKeys {
	k := settingKeys{}
	for _, name := range names {
		bare := bareKey(name)
		k[bare] = append(k[bare], name)
	}
	return k
}

// in returns which of the names stand for a key of a file, each with the line.
func (k settingKeys) in(file string, src []byte) map[string]int {
	found := map[string]int{}
	note := func(bare string, line int) { // of each name the first place counts
		for _, variable := range k[bare] {
			if found[variable] == 0 {
				found[variable] = line
			}
		}
	}
	key := func(name string, line int) { note(bareKey(name), line) }
	switch {
	case keySource(file):
		k.inSource(src, note)
	case overridden(file):
		k.inOverridden(src, note)
	case path.Ext(file) == ".properties":
		for n, line := range bytes.Split(src, []byte{'\n'}) {
			if name, _, has := bytes.Cut(bytes.TrimLeft(line, " \t"), []byte{'='}); has && !bytes.HasPrefix(name, []byte{'#'}) {
				key(string(bytes.TrimSpace(name)), n+1)
			}
		}
	default:
		inTree(src, key)
	}
	return found
}

// inSource finds keys, and prefixes of keys, that source names.
func (k settingKeys) inSource(src []byte, note func(bare string, line int)) {
	line := func(at int) int { return 1 + bytes.Count(src[:at], []byte{'\n'}) }
	keyNames.each(src, func(at, from, to int) {
		name := string(src[from:to])
		note(bareKey(name), line(from))
		if bytes.HasPrefix(src[at:], []byte("GetConnectionString")) {
			note(bareKey("ConnectionStrings:"+name), line(from))
		}
	})
	prefixed := func(_, from, to int) {
		prefix := bareKey(string(src[from:to]))
		for bare := range k { // in any order
			if prefix != "" && strings.HasPrefix(bare, prefix) && len(bare) > len(prefix) {
				note(bare, line(from))
			}
		}
	}
	keyPrefixes.each(src, prefixed)
	if bytes.Contains(src, []byte("GetSection(")) || bytes.Contains(src, []byte("BindConfiguration(")) || bytes.Contains(src, []byte("const string")) {
		for _, form := range keySections {
			form.each(src, prefixed)
		}
	}
}

// mostKeys bounds how many keys of one file are looked at.
const mostKeys = 20_000

// inTree finds the keys of a file in YAML or JSON, which may have comments.
func inTree(src []byte, key func(string, int)) {
	decoder := yaml.NewDecoder(bytes.NewReader(withoutComments(src)))
	left := mostKeys
	for left > 0 {
		var doc yaml.Node
		if decoder.Decode(&doc) != nil {
			return
		}
		walkKeys(&doc, "", 0, &left, key)
	}
}

// withoutComments returns JSON with white space in place of its comments, and
// all else as it is.
func withoutComments(src []byte) []byte {
	if trimmed := bytes.TrimLeft(src, "\ufeff \t\r\n"); len(trimmed) == 0 || trimmed[0] != '{' || json.Valid(trimmed) {
		return src
	}
	out := bytes.Clone(src)
	f := written.Scan(src, true)
	for i := range f.Tokens {
		if t := f.Tokens[i]; bytes.HasPrefix(src[t.Start:t.End], []byte("//")) || bytes.HasPrefix(src[t.Start:t.End], []byte("/*")) {
			for at := t.Start; at < t.End; at++ {
				if out[at] != '\n' {
					out[at] = ' '
				}
			}
		}
	}
	return out
}

// deepestKey bounds how deep keys lie within each other.
const deepestKey = 20

func walkKeys(n *yaml.Node, path string, depth int, left *int, key func(string, int)) {
	if depth > deepestKey || *left <= 0 {
		return
	}
	switch n.Kind {
	case yaml.DocumentNode, yaml.SequenceNode:
		for _, c := range n.Content {
			walkKeys(c, path, depth+1, left, key)
		}
	case yaml.MappingNode:
		for i := 0; i+1 < len(n.Content); i += 2 {
			*left--
			name := strings.TrimPrefix(path+"."+n.Content[i].Value, ".")
			key(name, n.Content[i].Line)
			walkKeys(n.Content[i+1], name, depth+1, left, key)
		}
	}
}
