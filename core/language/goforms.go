package language

import "inzicht/core/declare"

// goForms are how libraries of Go have settings declared.
var goForms = []declare.Form{
	{
		Name: "tags of fields: env:\"PORT\" envDefault:\"80\", in structs within structs with prefixes", Words: []string{"env:\"", "envconfig:\"", "envvar:\"", "mapstructure:\"", "env-prefix", "envPrefix", "envprefix", "arg:\"", "ardanlabs/conf", "cristalhq/aconfig"},
		Find: goTags,
	},
	{
		Name:  "keys of a settings library: viper.SetEnvPrefix(\"gate\"), viper.GetInt(\"port\")",
		Words: []string{"viper"},
		Find:  viperKeys,
	},
	{
		Name:  "options of a command line: StringFlag{EnvVars: []string{\"PORT\"}}",
		Words: []string{"EnvVars", "EnvVar", "altsrc"},
		Find: declare.All((&declare.Options{Record: true, Names: "EnvVars EnvVar", Value: "Value", Need: declare.Optional, Access: "EnvVars"}).Find, (&declare.Options{
			Heads: "StringFlag IntFlag Int64Flag Int32Flag Int16Flag Int8Flag UintFlag Uint64Flag Uint32Flag BoolFlag BoolWithInverseFlag Float64Flag FloatFlag DurationFlag TimestampFlag PathFlag GenericFlag StringSliceFlag IntSliceFlag Int64SliceFlag Float64SliceFlag UintSliceFlag StringMapFlag",
			Names: "Sources", Value: "Value", Need: declare.Optional,
		}).Find),
	},
	{
		Name:  "options in a chain: Flag(\"port\", \"\").Envar(\"PORT\").Default(\"80\").Int()",
		Words: []string{"Envar", "OverrideDefaultFromEnvar"},
		Find:  (&declare.Options{Heads: "Flag Arg", Names: "Envar OverrideDefaultFromEnvar", Need: declare.Optional}).Find,
	},
	{
		Name:  "options named by the program: kingpin.New(\"gate\", \"\").DefaultEnvars(), Flag(\"port\", \"\").Default(\"80\").Int()",
		Words: []string{"DefaultEnvars"},
		Find:  (&declare.Chained{Says: "DefaultEnvars", Of: "New", Option: "Flag", Own: "Envar OverrideDefaultFromEnvar NoEnvar", Access: "DefaultEnvars"}).Find,
	},
	{
		Name:  "all variables with a prefix: WithEnvVarPrefix(\"GATE\"), env.Provider(\"GATE_\", …)",
		Words: []string{"WithEnvVarPrefix", "WithEnvVars", "koanf"},
		Find: declare.All(
			prefixedFlags,
			(&declare.Prefixes{Heads: "Provider ProviderWithValue", Receivers: "=env", First: true, Joint: "_", Access: "env.Provider"}).Find,
		),
	},
}
