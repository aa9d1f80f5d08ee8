package language

import (
	"path"
	"strings"

	"inzicht/core/declare"
	"inzicht/core/reads"
)

// The forms of languages that have few of them.
var (
	phpForms = []declare.Form{
		{
			Name:  "demands: $dotenv->required(['KEY'])->notEmpty()",
			Words: []string{"Dotenv", "dotenv"},
			Find: (&declare.Options{
				Heads: "required ifPresent", Receivers: "dotenv env", First: true, Need: declare.Required, Needs: map[string]string{"ifPresent": declare.Optional}, Access: "required",
			}).Find,
		},
		{
			Name:  "parameters: #[Autowire(env: 'KEY')], '%env(int:PORT)%'",
			Words: []string{"Autowire", "%env"},
			Find: declare.All(
				(&declare.Options{Heads: "Autowire", Names: "env", Need: declare.Required}).Find,
				envParameters,
			),
		},
	}
	rubyForms = []declare.Form{
		{
			Name:  "demands: Dotenv.require_keys(\"KEY\")",
			Words: []string{"require_keys"},
			Find:  (&declare.Options{Heads: "require_keys", All: true, Need: declare.Required}).Find,
		},
		{
			Name:  "what is asked of Figaro: Figaro.env.gate_key!",
			Words: []string{"Figaro"},
			Find: declare.All(
				(&declare.Options{Heads: "require_keys", Receivers: "figaro", All: true, Need: declare.Required}).Find,
				figaroNames,
			),
		},
		{
			Name:  "variables of an Envfile: variable :PORT, :Integer, default: 80",
			Words: []string{"variable "},
			Find:  envfileVariables,
		},
		{
			Name:  "settings classes: class GateConfig < Anyway::Config",
			Words: []string{"Anyway", "attr_config"},
			Find:  anywayClasses,
		},
		{
			Name:  "settings classes: class Settings < Hanami::Settings",
			Words: []string{"Hanami"}, With: []string{"setting"},
			Find: hanamiClasses,
		},
		{
			Name:  "all variables with a prefix: config.env_prefix = \"GATE\"",
			Words: []string{"env_prefix"},
			Find:  (&declare.Prefixes{Assigned: "env_prefix", Joint: "_", Access: "env_prefix"}).Find,
		},
	}
	elixirForms = []declare.Form{
		{
			Name:  "what a source gives: env!(\"PORT\", :integer, 80)",
			Words: []string{"Dotenvy"},
			Find:  dotenvyReads,
		},
	}
	dartForms = []declare.Form{
		{
			Name:  "fields that are filled: @EnviedField(varName: 'KEY')",
			Words: []string{"EnviedField"},
			Find:  (&declare.Options{Heads: "EnviedField", Names: "varName", Need: declare.Required, Annotation: true}).Find,
		},
	}
	scalaForms = []declare.Form{
		{
			Name:  "values: env(\"PORT\").as[Int].default(80), Config.string(\"KEY\").optional",
			Words: []string{"ciris", "zio"},
			Find: declare.All(
				(&declare.Options{Heads: "env", Bare: true, First: true, Written: true, Need: declare.Required}).Find,
				(&declare.Options{Heads: "string int boolean double uri secret duration bigInt bigDecimal long localDate", Receivers: "config", First: true, Written: true, Need: declare.Required}).Find,
			),
		},
	}
)

// envParameters finds what strings of configuration take: '%env(int:PORT)%'.
func envParameters(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		text, ok := f.Value(i)
		if !ok || !strings.Contains(text, "%env(") || len(text) > longestLine {
			continue
		}
		for _, found := range envParameter().FindAllStringSubmatch(text, -1) {
			if name, need, kind := processed(found[1]); name != "" {
				list = append(list, declare.Setting{Token: i, Name: name, Access: "%env()%", Need: string(need), Kind: string(kind)})
			}
		}
	}
	return list
}

// anywayClasses finds settings classes whose attributes are variables: class
// GateConfig < Anyway::Config with attr_config :port, host: "north".
func anywayClasses(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		if !f.Is(i, "class") || !f.Is(i+2, "<") || !f.Is(i+3, "Anyway") {
			continue
		}
		prefix := strings.ToUpper(splitWords(strings.TrimSuffix(f.Text(i+1), "Config")))
		required := map[string]bool{}
		from := len(list)
		for j := i + 4; j < len(f.Tokens) && !f.Is(j, "class"); j++ {
			switch {
			case f.Is(j, "config_name") || f.Is(j, "env_prefix"):
				name, ok := f.Value(j + 1)
				if !ok {
					name = strings.Trim(f.Text(j+1), ":")
					if name == "" {
						name = f.Text(j + 2)
					}
				}
				prefix = strings.ToUpper(name)
			case f.Is(j, "required"):
				for n := j + 1; n < len(f.Tokens) && (n == j+1 || !f.Tokens[n].NewLine); n++ {
					required[strings.Trim(f.Text(n), ":")] = true
				}
			case f.Is(j, "attr_config"):
				list = append(list, attributes(s, j+1)...)
			}
		}
		for n := from; n < len(list); n++ {
			if required[list[n].Name] && list[n].Fallback == nil {
				list[n].Need = declare.Required
			}
			list[n].Name = prefix + "_" + strings.ToUpper(list[n].Name)
		}
	}
	return list
}

// hanamiKinds are by the last word of what a setting is converted by.
var hanamiKinds = map[string]reads.Kind{"Integer": reads.Integer, "Float": reads.Number, "Decimal": reads.Number, "Bool": reads.Boolean, "Hash": reads.JSON}

// hanamiClasses finds settings classes whose settings are variables: class Settings <
// Hanami::Settings with setting :port, default: 80, constructor: Types::Params::Integer.
func hanamiClasses(s *declare.Source) (list []declare.Setting) {
	f, within := s.Tree.File, false
	for i := range f.Tokens {
		if f.Is(i, "class") {
			within = f.Is(i+2, "<") && f.Is(i+3, "Hanami") && strings.HasSuffix(f.Text(i+5), "Settings")
		}
		name := strings.Trim(f.Text(i+1), ":")
		at := i + 1
		if name == "" {
			name, at = f.Text(i+2), i+2
		}
		if !within || !f.Is(i, "setting") || f.Is(i-1, ".") || !isShellName(name) {
			continue
		}
		setting := declare.Setting{Token: at, Name: strings.ToUpper(name), Access: "setting", Need: declare.Required}
		for j := at + 1; j < len(f.Tokens) && (!f.Tokens[j].NewLine || f.Is(j-1, ",")); j++ {
			if word := strings.Trim(f.Text(j), ":"); word == "default" {
				value := j + 1
				if f.Is(value, ":") {
					value++
				}
				setting.Need, setting.Fallback = declare.Optional, literalAt(f, value)
			} else if kind, known := hanamiKinds[word]; known {
				setting.Kind = string(kind)
			}
		}
		list = append(list, setting)
	}
	return list
}

// attributes returns the attributes from a token on to the end of the
// statement: ":port, host: "north"".
func attributes(s *declare.Source, from int) (list []declare.Setting) {
	f := s.Tree.File
	for i := from; i < len(f.Tokens) && i < from+400; i++ {
		if i > from && f.Tokens[i].NewLine && !f.Is(i-1, ",") {
			return list
		}
		text := f.Text(i)
		name := strings.Trim(text, ":")
		begins := i == from || f.Is(i-1, ",")
		if !begins || !isShellName(name) {
			if begins && f.Is(i, ":") && isShellName(f.Text(i+1)) {
				name = f.Text(i + 1)
			} else {
				continue
			}
		}
		setting := declare.Setting{Token: i, Name: name, Access: "attr_config", Need: declare.Optional}
		value := i + 1
		if f.Is(value, ":") {
			value++
		}
		setting.Fallback = literalAt(f, value)
		list = append(list, setting)
	}
	return list
}

// figaroNames finds names that are asked of an object in small letters: env.gate_key!,
// which must be there, and env.gate_key.
func figaroNames(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		if !f.Is(i, "Figaro") || !f.Is(i+1, ".") || !f.Is(i+2, "env") || !f.Is(i+3, ".") {
			continue
		}
		name, must := strings.CutSuffix(f.Text(i+4), "!")
		name, asked := strings.CutSuffix(name, "?")
		if !isShellName(name) {
			continue
		}
		setting := declare.Setting{Token: i, Name: strings.ToUpper(name), Access: "Figaro.env", Need: declare.Expected}
		switch {
		case must:
			setting.Need = declare.Required
		case asked:
			setting.Need = declare.Optional
		case f.Is(i+5, "||"):
			setting.Need, setting.Fallback = declare.Optional, literalAt(f, i+6)
		}
		list = append(list, setting)
	}
	return list
}

// envfileVariables finds the variables that an Envfile lists: variable :KEY, and
// variable :PORT, :Integer, default: 80.
func envfileVariables(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	if path.Base(s.File) != "Envfile" {
		return nil
	}
	for i := range f.Tokens {
		at := i + 1
		if f.Is(at, ":") {
			at++
		}
		name := strings.TrimPrefix(f.Text(at), ":")
		if !f.Is(i, "variable") || !variableName().MatchString(name) {
			continue
		}
		setting := declare.Setting{Token: i, Name: name, Access: "variable", Need: declare.Required}
		for j := at + 1; j < len(f.Tokens) && !f.Tokens[j].NewLine; j++ {
			if strings.Trim(f.Text(j), ":") == "default" {
				value := j + 1
				if f.Is(value, ":") {
					value++
				}
				setting.Need, setting.Fallback = declare.Optional, literalAt(f, value)
			} else if kind, _ := declare.KindOf(f.Text(j)); kind != "" && setting.Kind == "" {
				setting.Kind = kind
			}
		}
		list = append(list, setting)
	}
	return list
}

// dotenvyReads finds what env!("PORT", :integer, 80) reads, and env!("KEY").
func dotenvyReads(s *declare.Source) (list []declare.Setting) {
	f := s.Tree.File
	for i := range f.Tokens {
		name, ok := f.Value(i + 2)
		if !f.Is(i, "env!") || !f.Is(i+1, "(") || !ok || !isEnvironmentName(name) {
			continue
		}
		setting := declare.Setting{Token: i, Name: name, Access: "env!", Need: declare.Required}
		at := i + 3
		if f.Is(at, ",") {
			kind := at + 1
			if f.Is(kind, ":") {
				kind++
			}
			setting.Kind, _ = declare.KindOf(strings.Trim(f.Text(kind), ":?!"))
			at = kind + 1
		}
		if f.Is(at, ",") {
			setting.Need, setting.Fallback = declare.Optional, literalAt(f, at+1)
		}
		list = append(list, setting)
	}
	return list
}
