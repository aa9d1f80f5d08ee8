package language

import (
	"strings"

	"inzicht/core/declare"
	"inzicht/core/late"
	"inzicht/core/syntax"
)

// jvmForms are how libraries of Java and Kotlin have settings declared.
var jvmForms = []declare.Form{
	{
		Name:  "fields with placeholders: @Value(\"${PORT:80}\") int port, @ConfigProperty(name = \"PORT\") Optional<Integer> port",
		Words: []string{"@Value", ":Value", "ConfigProperty"},
		Find:  annotatedFields,
	},
	{
		Name:  "methods with keys of an interface that is filled from system:env: @Key(\"PORT\") @DefaultValue(\"80\") int port()",
		Words: []string{"aeonbits"},
		With:  []string{"env"},
		Find:  keyedMethods,
	},
	{
		Name:  "properties of the environment: environment.getProperty(\"PORT\", \"80\")",
		Words: []string{"getProperty", "getRequiredProperty"},
		Find: (&declare.Options{
			Heads: "getProperty getRequiredProperty", Receivers: "env", First: true, Second: true, Written: true, Need: declare.Expected, Needs: map[string]string{"getRequiredProperty": declare.Required},
		}).Find,
	},
	{
		Name:  "values of a configuration: getConfig().getValue(\"PORT\", Integer.class)",
		Words: []string{"ConfigProvider", "getOptionalValue"},
		Find: (&declare.Options{
			Heads: "getValue getOptionalValue", Receivers: "config", First: true, Second: true, Written: true, Need: declare.Required, Needs: map[string]string{"getOptionalValue": declare.Optional},
		}).Find,
	},
	{
		Name:  "what is read through a library for env files: dotenv.get(\"PORT\", \"80\")",
		Words: []string{"cdimascio"},
		Find:  (&declare.Options{Heads: "get", Receivers: "dotenv", First: true, Second: true, Written: true, Need: declare.Expected}).Find,
	},
	{
		Name:  "keys of the environment: EnvironmentKey.int().defaulted(\"PORT\", 80)",
		Words: []string{"EnvironmentKey"},
		Find: (&declare.Options{
			Heads: "required optional defaulted", Receivers: "environmentkey", First: true, Second: true, Written: true, Need: declare.Required, Needs: map[string]string{"optional": declare.Optional},
		}).Find,
	},
	{
		Name:  "options of a command line: option(\"--port\", envvar = \"PORT\").int().default(80), @Option(defaultValue = \"${env:PORT:-80}\")",
		Words: []string{"envvar", "picocli"},
		Find: declare.All(
			(&declare.Options{Heads: "option argument", Names: "envvar", Need: declare.Optional}).Find,
			commandOptions,
		),
	},
}

// annotatedFields finds what annotations before fields and parameters name.
func annotatedFields(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		if !f.Is(i, "@") && !strings.HasPrefix(f.Text(i), "@") {
			continue
		}
		at := i
		word := strings.TrimPrefix(f.Text(i), "@")
		if word == "" {
			at++
			word = f.Text(at)
		}
		if f.Is(at+1, ":") { // @field:Value
			at += 2
			word = f.Text(at)
		}
		if (word != "Value" && word != "ConfigProperty") || !f.Is(at+1, "(") || f.Mate(at+1) < 0 {
			continue
		}
		kind, optional := declare.KindOf(fieldType(f, f.Mate(at+1)+1))
		for _, setting := range annotated(f, word, at+1) {
			setting.Token = i
			if setting.Kind = kind; optional && setting.Fallback == nil {
				setting.Need = declare.Optional
			}
			list = append(list, setting)
		}
	}
	return list
}

// keyedMethods finds what annotations before the methods of an interface name.
func keyedMethods(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := 1; i < len(f.Tokens); i++ {
		name, ok := f.Value(i + 2)
		if !f.Is(i, "Key") || !f.Is(i-1, "@") || !f.Is(i+1, "(") || !ok || !variableName().MatchString(name) {
			continue
		}
		end := f.Mate(i+1) + 1
		setting := declare.Setting{Token: i - 1, Name: name, Access: "@Key", Need: declare.Expected}
		setting.Kind, _ = declare.KindOf(fieldType(f, end))
		first := i
		for first > 0 && !f.Is(first, ";") && !f.Is(first, "{") && !f.Is(first, "}") {
			first--
		}
		for j := first; j < len(f.Tokens) && !(j > end && (f.Is(j, ";") || f.Is(j, "}"))); j++ {
			if text, ok := f.Value(j + 2); ok && f.Is(j, "DefaultValue") && f.Is(j+1, "(") {
				setting.Need, setting.Fallback = declare.Optional, &text
			}
		}
		list = append(list, setting)
	}
	return list
}

// annotated returns the settings that an annotation names, whose brackets open
// at a token.
func annotated(f *syntax.File, word string, open int) (list []declare.Setting) {
	for j := open + 1; j < f.Mate(open); j++ {
		text, ok := f.Value(j)
		if !ok {
			continue
		}
		if word == "Value" {
			for _, p := range placeholders([]byte(text), 0, style{open: "${", close: "}", colon: true}) {
				s := declare.Setting{Name: p.name, Access: "@Value", Need: declare.Required}
				if p.operator != "" {
					fallback := p.argument
					s.Need, s.Fallback = declare.Optional, &fallback
				}
				list = append(list, s)
			}
			list = append(list, expressed(text)...)
			continue
		}
		switch {
		case f.Is(j-2, "name") && variableName().MatchString(text):
			list = append(list, declare.Setting{Name: text, Access: "@ConfigProperty", Need: declare.Required})
		case f.Is(j-2, "defaultValue") && len(list) > 0:
			list[0].Need, list[0].Fallback = declare.Optional, &text
		}
	}
	return list
}

// ofEnvironment is how the expression of a @Value names a variable, and what it is
// replaced by: #{systemEnvironment['PORT'] ?: '80'}, #{environment.PORT}.
var ofEnvironment = late.Regexp(`\b(?:systemEnvironment|environment)(?:\.([A-Z][A-Z0-9_]*)|\[['"]([A-Za-z0-9_]+)['"]\]|\.getProperty\(['"]([A-Z][A-Z0-9_]*)['"]\))(?:\s*\?:\s*'?([^'}]*)'?)?`)

// expressed returns the variables that the expression of a @Value names.
func expressed(text string) (list []declare.Setting) {
	if !strings.Contains(text, "#{") || len(text) > longestLine {
		return nil
	}
	for _, m := range ofEnvironment().FindAllStringSubmatchIndex(text, -1) {
		s := declare.Setting{Access: "@Value", Need: declare.Expected}
		for group := 1; group <= 3; group++ {
			if m[2*group] >= 0 {
				s.Name = text[m[2*group]:m[2*group+1]]
			}
		}
		if m[8] >= 0 {
			fallback := strings.TrimSpace(text[m[8]:m[9]])
			s.Need, s.Fallback = declare.Optional, &fallback
		}
		list = append(list, s)
	}
	return list
}

// fieldType returns the source of the type of a field whose annotations end
// before a token: "int limit;" or "val limit: Int".
func fieldType(f *syntax.File, i int) string {
	from := i
	for depth := 0; i < len(f.Tokens) && i < from+40; i++ {
		switch {
		case f.Is(i, "@"):
			i++
			if f.Is(i+1, "(") && f.Mate(i+1) > i {
				i = f.Mate(i + 1)
			}
			from = i + 1
			continue
		case f.Is(i, "<"):
			depth++
		case f.Is(i, ">"):
			depth--
		case f.Is(i, ";"), f.Is(i, "="), f.Is(i, "{"), f.Is(i, ")"), f.Is(i, "(") && i > from, f.Is(i, ",") && depth <= 0:
			if typed := colonIn(f, from, i); typed > 0 {
				from = typed + 1
			} else {
				i-- // the name
			}
			if from >= i {
				return ""
			}
			return string(f.Src[f.Tokens[from].Start:f.Tokens[i-1].End])
		}
	}
	return ""
}

// colonIn returns the colon among tokens, or 0.
func colonIn(f *syntax.File, lo, hi int) int {
	for i := lo; i < hi; i++ {
		if f.Is(i, ":") {
			return i
		}
	}
	return 0
}

// commandOptions finds options of a command line whose default is a variable:
// @Option(names = "--port", defaultValue = "${env:PORT:-80}").
func commandOptions(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		text, ok := f.Value(i)
		rest, found := strings.CutPrefix(text, "${")
		if !ok || !found || !f.Is(i-2, "defaultValue") || !strings.HasSuffix(rest, "}") {
			continue
		}
		rest = strings.TrimPrefix(strings.TrimSuffix(rest, "}"), "env:")
		name, fallback, has := strings.Cut(rest, ":-")
		if !variableName().MatchString(name) {
			continue
		}
		setting := declare.Setting{Token: i, Name: name, Access: "@Option", Need: declare.Expected}
		if has {
			setting.Need, setting.Fallback = declare.Optional, &fallback
		}
		open := i
		for open > 0 && open > i-60 && !(f.Is(open, "(") && f.Mate(open) > i) {
			open--
		}
		if f.Mate(open) > i {
			setting.Kind, _ = declare.KindOf(fieldType(f, f.Mate(open)+1))
		}
		list = append(list, setting)
	}
	return list
}
