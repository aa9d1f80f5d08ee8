package declare

import (
	"strings"

	"inzicht/core/parse"
)

// Tree finds a record of settings whose keys, one within the other, make the
// names of variables that replace what is written: runtimeConfig: { db: { host:
// "x" } } is NUXT_DB_HOST.
type Tree struct {
	Property string // under which the record stands
	Prefix   string
	Access   string
}

// Find returns what the records of a file declare.
func (t *Tree) Find(s *Source) (list []Setting) {
	for n := range s.Tree.Nodes {
		if n := int32(n); s.is(n, parse.Pair) {
			if p := s.pair(n); p.word == t.Property && s.is(s.unwrap(p.arg(0)), parse.Record) {
				list = append(list, t.within(s, s.unwrap(p.arg(0)), strings.TrimSuffix(t.Prefix, "_"), 0)...)
			}
		}
	}
	return list
}

func (t *Tree) within(s *Source, record int32, prefix string, depth int) (list []Setting) {
	if depth > mostDepth {
		return nil
	}
	for _, p := range s.pairs(record) {
		value := s.unwrap(p.arg(0))
		name := prefix + "_" + strings.ToUpper(snake(p.word))
		if s.is(value, parse.Record) {
			list = append(list, t.within(s, value, name, depth+1)...)
			continue
		}
		text, any := s.literal(value)
		if any && text == nil && !s.is(value, parse.List) || !isName(name) || len(list) > mostSettings {
			continue // it is read from something else
		}
		kind := ""
		if s.is(value, parse.Number) {
			kind = "number"
		} else if text != nil && (*text == "true" || *text == "false") && s.is(value, parse.Name) {
			kind = "boolean"
		}
		list = append(list, Setting{Token: p.token, Name: name, Access: t.Access, Need: Optional, Kind: kind, Fallback: text, Computed: any && text == nil})
	}
	return list
}

// snake writes apiBase as api_Base.
func snake(name string) string {
	var out strings.Builder
	for i, r := range name {
		if r >= 'A' && r <= 'Z' && i > 0 && name[i-1] != '_' && (name[i-1] < 'A' || name[i-1] > 'Z') {
			out.WriteByte('_')
		}
		out.WriteRune(r)
	}
	return out.String()
}
