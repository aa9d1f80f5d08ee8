package language

import "inzicht/core/declare"

// pythonForms are how libraries of Python have settings declared.
var pythonForms = []declare.Form{
	{
		Name:  "settings classes: class Settings(BaseSettings)",
		Words: []string{"BaseSettings"},
		Find: (&declare.Classes{
			Bases: "BaseSettings", Prefix: "env_prefix", Delimiter: "env_nested_delimiter", Describe: "Field PrivateAttr field", Alias: "alias validation_alias env", Access: "BaseSettings",
		}).Find,
	},
	{
		Name:  "decorated settings classes: @environ.config(prefix=\"APP\")",
		Words: []string{"environ"},
		Find: (&declare.Classes{
			Decorators: "config", Modules: "environ", Prefix: "prefix", Usual: "APP", Joint: "_", Describe: "var bool_var secret", Alias: "name", Assigned: true, Group: "group", Access: "environ.var",
		}).Find,
	},
	{
		Name:  "configuration classes with values: class Dev(Configuration)",
		Words: []string{"configurations"},
		Find: (&declare.Classes{
			Bases: "Configuration", Modules: "configurations.values configurations", Prefix: "environ_prefix", Usual: "DJANGO", Joint: "_", Own: "environ_name", Assigned: true, Access: "values.Value",
			Describe: "Value BooleanValue IntegerValue FloatValue DecimalValue ListValue TupleValue SetValue DictValue SecretValue URLValue EmailValue DatabaseURLValue CacheURLValue EmailURLValue SearchURLValue PathValue RegexValue IPValue PositiveIntegerValue SingleNestedListValue",
		}).Find,
	},
	{
		Name:  "options with envvar=",
		Words: []string{"envvar"},
		Find: (&declare.Options{
			Heads: "option Option argument Argument password_option confirmation_option add_argument make_option", Names: "envvar env_var", Need: declare.Optional, Default: true, Access: "option",
		}).Find,
	},
}
