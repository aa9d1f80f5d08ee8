package module

import (
	_ "embed"
	"go/parser"
	"go/token"
	"path"
	"strings"

	"inzicht/core/reads"
	"inzicht/core/survey"
)

//go:embed golang.tmpl
var golangSource string

var golang = &Language{
	Name: "go", reads: []string{"go"}, comment: "//", source: golangSource, pointers: true,
	kinds: map[reads.Kind]form{
		reads.Text: {"asText", "string"}, reads.Integer: {"asInteger", "int"}, reads.Number: {"asNumber", "float64"},
		reads.Boolean: {"asBoolean", "bool"}, reads.Duration: {"asDuration", "time.Duration"}, reads.URL: {"asURL", "*url.URL"},
		reads.List: {"asList", "[]string"}, reads.JSON: {"asJSON", "json.RawMessage"},
	},
	optional: func(plain string) string {
		if strings.HasPrefix(plain, "*") || plain == "string" || plain == "[]string" || plain == "json.RawMessage" {
			return plain // which has a value for nothing
		}
		return "*" + plain
	},
	name: func(words []string) (name string) {
		for _, word := range words {
			name += goWord(word)
		}
		return name
	},
}

// initials are words that Go writes in capitals.
var initials = map[string]bool{}

func init() {
	for word := range strings.FieldsSeq("acl api ascii cpu css dns eof guid html http https id ip json lhs qps ram rhs rpc sla smtp sql ssh tcp tls ttl udp ui uid uuid uri url utf8 vm xml xmpp xsrf xss") {
		initials[word] = true
	}
}

func goWord(word string) string {
	if initials[word] {
		return strings.ToUpper(word)
	}
	return capital(word)
}

// packageName returns the name of the package that a file is in: that of
// another file in the folder, or else one made of the folder's name.
func packageName(s *survey.Survey, file string) string {
	for _, other := range s.Tree.Files {
		if path.Dir(other.Path) != path.Dir(file) || !strings.HasSuffix(other.Path, ".go") || strings.HasSuffix(other.Path, "_test.go") {
			continue
		}
		if src, err := s.Tree.ReadFile(other.Path); err == nil {
			if parsed, err := parser.ParseFile(token.NewFileSet(), "", src, parser.PackageClauseOnly); err == nil {
				return parsed.Name.Name
			}
		}
	}
	name := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= '0' && r <= '9' {
			return r
		}
		return -1
	}, strings.ToLower(path.Base(path.Dir(file))))
	if name == "" || name[0] >= '0' && name[0] <= '9' || token.IsKeyword(name) {
		return "settings"
	}
	return name
}
