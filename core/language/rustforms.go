package language

import "inzicht/core/declare"

// rustForms are how libraries of Rust have settings declared.
var rustForms = []declare.Form{
	{
		Name:  "options of a command line: #[arg(env = \"PORT\", default_value = \"80\")], Arg::new(\"port\").env(\"PORT\")",
		Words: []string{"clap", "structopt", "bpaf", "gumdrop"}, With: []string{"env", "env_os"},
		Find: declare.All(
			(&declare.Options{Heads: "arg clap structopt", Names: "env", Need: declare.Required, Flags: true, Annotation: true, Access: "arg env"}).Find,
			(&declare.Options{Heads: "Arg", Names: "env env_os", Need: declare.Optional}).Find,
			(&declare.Options{Heads: "env", First: true, Written: true, Modules: "bpaf", Need: declare.Expected}).Find,
		),
	},
	{
		Name:  "fields with variables of their own: #[envconfig(from = \"PORT\", default = \"80\")]",
		Words: []string{"envconfig", "Envconfig"},
		Find:  (&declare.Options{Heads: "envconfig", Names: "from", Need: declare.Required, Annotation: true}).Find,
	},
	{
		Name:  "fields of a configuration: #[config(env = \"PORT\", default = 80)]",
		Words: []string{"confique"},
		Find:  (&declare.Options{Heads: "config", Names: "env", Need: declare.Required, Annotation: true, Access: "config env"}).Find,
	},
	{
		Name:  "structs that are filled: envy::prefixed(\"GATE_\").from_env::<Settings>()",
		Words: []string{"envy"},
		Find:  (&declare.Filled{Fill: "from_env", Modules: "envy", Prefixed: "prefixed", Rename: "rename", Usual: "default", Annotation: "serde", Access: "envy"}).Find,
	},
	{
		Name:  "structs that are filled from several places: Figment::new().merge(Env::prefixed(\"GATE_\")).extract::<Settings>()",
		Words: []string{"figment", "Figment"}, With: []string{"Env"},
		Find: (&declare.Filled{Fill: "extract", Modules: "env::", Prefixed: "prefixed", Bare: "raw", Only: "only", Split: "split", Beside: "toml json yaml serialized", Rename: "rename", Usual: "default", Annotation: "serde", Access: "Env"}).Find,
	},
	{
		Name:  "all variables with a prefix: Environment::with_prefix(\"GATE\"), Env::prefixed(\"GATE_\")",
		Words: []string{"with_prefix", "prefixed"},
		Find: declare.All(
			(&declare.Prefixes{Heads: "with_prefix", First: true, Joint: "_", Receivers: "environment", Access: "with_prefix"}).Find,
			(&declare.Prefixes{Heads: "prefixed", First: true, Joint: "_", Receivers: "=env", Access: "prefixed"}).Find,
		),
	},
}
