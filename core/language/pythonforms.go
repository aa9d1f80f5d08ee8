package language

import "inzicht/core/declare"

// pythonForms are how libraries of Python have settings declared.
var pythonForms = []declare.Form{
	{
		Name:  "settings classes: class Settings(BaseSettings)",
		Words: []string{"BaseSettings"},
		Find: (&declare.Classes{
			Bases: "BaseSettings", Prefix: "env_prefix", Delimiter: "env_nested_delimiter", Describe: "Field PrivateAttr field", Alias: "alias validation_alias env", Strict: "pydantic_settings", Config: "model_config", Access: "BaseSettings",
		}).Find,
	},
	{
		Name:  "decorated settings classes: @environ.config(prefix=\"APP\")",
		Words: []string{"import environ", "from environ"},
		Find: (&declare.Classes{
			Decorators: "config", Modules: "environ", Prefix: "prefix", Usual: "APP", Joint: "_", Describe: "var bool_var secret", Alias: "name", Assigned: true, Group: "group", Access: "environ.var",
		}).Find,
	},
	{
		Name:  "configuration classes with values: class Dev(Configuration)",
		Words: []string{"import configurations", "from configurations"},
		Find: (&declare.Classes{
			Bases: "Configuration", Modules: "configurations.values configurations", Prefix: "environ_prefix", Usual: "DJANGO", Joint: "_", Own: "environ_name", Assigned: true, Access: "values.Value",
			Describe: "Value BooleanValue IntegerValue FloatValue DecimalValue ListValue TupleValue SetValue DictValue SecretValue URLValue EmailValue DatabaseURLValue CacheURLValue EmailURLValue SearchURLValue PathValue RegexValue IPValue PositiveIntegerValue SingleNestedListValue",
		}).Find,
	},
	{
		Name:  "options with envvar=",
		Words: []string{"envvar", "env_var"},
		Find: (&declare.Options{
			Heads: "option Option argument Argument password_option confirmation_option add_argument make_option add add_arg", Names: "envvar env_var", Need: declare.Optional, Default: true, Inferred: true, Flags: true, Access: "option",
			Needs: map[string]string{"Option": declare.Required, "Argument": declare.Required, "argument": declare.Required},
		}).Find,
	},
	{
		Name:  "options named by a prefix: auto_envvar_prefix=\"GATE\"",
		Words: []string{"auto_envvar_prefix"},
		Find:  (&declare.Commands{Options: "option password_option confirmation_option", Groups: "command group", Prefix: "auto_envvar_prefix", Own: "envvar"}).Find,
	},
	{
		Name:  "objects that read: env = Env(); env.int(\"PORT\", default=80)",
		Words: []string{"import environ", "from environ", "environ.Env", "environs", "decouple", "starlette", "everett", "prettyconf", "envparse"},
		Find: (&declare.Readers{
			Makers: "Env FileAwareEnv Config AutoConfig ConfigManager basic_config Configuration", Modules: "environ environs decouple starlette.config goodconf everett.manager prettyconf envparse", Objects: "envparse.env", Prefix: "env_prefix", Prefixed: "prefixed", Functions: "decouple.config prettyconf.config",
			Others: "prefixed read_env read_envfile seal dump parser_for get_value_ smart_cast add_parser with_namespace with_options get_runtime_config raise_config_error",
			Kinds:  map[string]string{"db": "url", "db_url": "url", "cache": "url", "cache_url": "url", "email_url": "url", "email": "url", "search_url": "url", "dj_db_url": "url", "dj_email_url": "url", "dj_cache_url": "url", "channels_url": "url", "str": "text", "path": "text", "get_value": "text", "unicode": "text"},
			Usual:  map[string]string{"db": "DATABASE_URL", "db_url": "DATABASE_URL", "cache": "CACHE_URL", "cache_url": "CACHE_URL", "email": "EMAIL_URL", "email_url": "EMAIL_URL", "search_url": "SEARCH_URL", "channels": "CHANNELS_URL", "channels_url": "CHANNELS_URL"},
		}).Find,
	},
	{
		Name:  "all variables with a prefix: from_prefixed_env(\"GATE\")",
		Words: []string{"from_prefixed_env", "envvar_prefix", "Dynaconf", "LazySettings", "env_prefix"},
		Find: declare.All(
			(&declare.Prefixes{Heads: "from_prefixed_env", Named: "prefix", First: true, Usual: "FLASK", Joint: "_"}).Find,
			(&declare.Prefixes{Heads: "Dynaconf LazySettings FlaskDynaconf", Modules: "dynaconf", Named: "envvar_prefix ENVVAR_PREFIX_FOR_DYNACONF", Usual: "DYNACONF", Joint: "_"}).Find,
		),
	},
}
