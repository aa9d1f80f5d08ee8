package language

import (
	"strings"

	"inzicht/core/declare"
	"inzicht/core/parse"
)

// flagKinds are what the functions of the flag package take a value for.
var flagKinds = map[string]string{
	"String": "", "StringVar": "", "Int": "integer", "IntVar": "integer", "Int64": "integer", "Int64Var": "integer", "Uint": "integer", "UintVar": "integer", "Uint64": "integer", "Uint64Var": "integer",
	"Float64": "number", "Float64Var": "number", "Bool": "boolean", "BoolVar": "boolean", "Duration": "duration", "DurationVar": "duration",
}

// prefixedFlags finds options of the command line that a library looks for in the
// environment, too: fs.String("listen-addr", ":80", "…"), where the file calls
// WithEnvVarPrefix("GATE"). Where it defines none, any variable with the prefix may be one.
func prefixedFlags(s *declare.Source) []declare.Setting {
	all := (&declare.Prefixes{Heads: "WithEnvVarPrefix", First: true, Joint: "_"}).Find(s)
	prefix := ""
	switch bare := hasWord(s.Tree.File, 0, len(s.Tree.File.Tokens), "WithEnvVars"); {
	case len(all) == 1:
		prefix = strings.TrimSuffix(all[0].Pattern, "*")
	case !bare:
		return all
	}
	var list []declare.Setting
	for n := range s.Tree.Nodes {
		if setting, is := flagOf(s.Tree, int32(n), prefix); is {
			list = append(list, setting)
		}
	}
	if len(list) == 0 {
		return all
	}
	return list
}

// flagOf returns the variable of an option that a call defines, and whether it does:
// fs.Int("port", 80, "…"), fs.IntVar(&port, "port", 80, "…").
func flagOf(t *parse.Tree, n int32, prefix string) (setting declare.Setting, is bool) {
	callee := t.Child(n, 0)
	kind, known := flagKinds[t.Name(callee)]
	if t.Nodes[n].Kind != parse.Call || t.Nodes[callee].Kind != parse.Member || !known {
		return setting, false
	}
	at := 1
	if strings.HasSuffix(t.Name(callee), "Var") {
		at = 2
	}
	name, usual := t.Child(n, at), t.Child(n, at+1)
	if t.Nodes[name].Kind != parse.Text || usual == 0 || t.Child(n, at+2) == 0 {
		return setting, false
	}
	text, _ := t.File.Value(int(t.Nodes[name].From))
	if text == "" {
		return setting, false
	}
	fallback := t.Text(usual)
	setting = declare.Setting{
		Token: int(t.Nodes[callee].From), Name: prefix + strings.ToUpper(strings.NewReplacer("-", "_", ".", "_", "/", "_").Replace(text)),
		Access: "flag", Need: declare.Optional, Kind: kind, Fallback: &fallback, Computed: true,
	}
	if value, plain := t.File.Value(int(t.Nodes[usual].From)); plain && t.Nodes[usual].Kind == parse.Text {
		setting.Fallback, setting.Computed = &value, false
	} else if k := t.Nodes[usual].Kind; k == parse.Number || fallback == "true" || fallback == "false" {
		setting.Computed = false
	}
	return setting, true
}
