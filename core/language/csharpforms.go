package language

import (
	"strings"

	"inzicht/core/declare"
)

// csharpForms are how libraries of C# have settings declared.
var csharpForms = []declare.Form{
	{
		Name:  "all variables with a prefix: AddEnvironmentVariables(\"GATE_\")",
		Words: []string{"AddEnvironmentVariables"},
		Find:  (&declare.Prefixes{Heads: "AddEnvironmentVariables", Named: "prefix", First: true}).Find,
	},
	{
		Name:  "what is read through a library for env files: Env.GetInt(\"PORT\", 80)",
		Words: []string{"DotNetEnv"},
		Find:  (&declare.Options{Heads: "GetString GetInt GetDouble GetBool", Receivers: "=env =dotnetenv.env", First: true, Second: true, Need: declare.Expected}).Find,
	},
	{
		Name:  "values of a configuration: builder.Configuration[\"GATE_KEY\"], config.GetValue(\"GATE_PORT\", 80)",
		Words: []string{"IConfiguration", ".Configuration"},
		Find: declare.All(
			configurationKeys,
			(&declare.Options{Heads: "GetValue", Receivers: "config", First: true, Second: true, Written: true, Inferred: true, Need: declare.Expected}).Find,
		),
	},
}

// configurationKeys finds the keys of a configuration that are written like variables,
// which every application has among its settings: Configuration["GATE_KEY"] ?? "x".
func configurationKeys(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		name, ok := f.Value(i + 2)
		if !ok || !f.Is(i+1, "[") || !f.Is(i+3, "]") || !variableName().MatchString(name) || !strings.Contains(strings.ToLower(f.Text(i)), "config") {
			continue
		}
		setting := declare.Setting{Token: i, Name: name, Access: "Configuration", Need: declare.Expected}
		switch behind := i + 4; {
		case f.Is(behind, "??") && f.Is(behind+1, "throw"), f.Is(behind, "!"):
			setting.Need = declare.Required
		case f.Is(behind, "??"):
			setting.Need, setting.Fallback = declare.Optional, literalAt(f, behind+1)
		case f.Is(behind, "=") && !f.Is(behind+1, "="):
			continue // it is set
		}
		list = append(list, setting)
	}
	return list
}
