package language

import "inzicht/core/declare"

// scriptSchemas are schemas, and what applies them to the environment.
var scriptSchemas = &declare.Schemas{
	Apply: "parse safeParse parseAsync safeParseAsync validate validateSync validateAsync cast attempt decode assert create check from mask is Decode Parse Convert decodeUnknownSync decodeUnknownEither decodeSync decodePromise validateOrReject parseEnv cleanEnv bouncer match plainToInstance plainToClass",
	Hand:  "assign merge extend defaults defaultsDeep spawn spawnSync fork exec execFile execa set setProcessEnv stubEnv keys entries values",
	Options: map[string]string{
		"validationSchema": "", "server": "createEnv *", "client": "createEnv *", "shared": "createEnv *", "schema": "envSchema register fastifyEnv *",
		"env": "defineConfig", "validate": "forRoot", "vars": "*", "extends": "createEnv",
	},
	Loose:  "joi yup",
	Direct: "Env.create Env.rules envsafe ts-dotenv.load",
}

// Service is how a configuration service is asked, which a schema of the program may fill.
const Service = "ConfigService"

// scriptForms are how libraries of JavaScript have settings declared.
var scriptForms = []declare.Form{
	{
		Name:   "schemas applied to the environment: schema.parse(process.env), createEnv({ server: { … } }), validationSchema",
		Words:  []string{"createEnv", "validationSchema", "envSchema", "envField", "cleanEnv", "fastify/env", "fastify-env", "env-schema", "#start/env", "Core/Env", "core/env'", "core/env\"", "envsafe", "ts-dotenv", "class-validator", "ConfigModule"},
		Wholes: true,
		Find:   scriptSchemas.Find,
	},
	{
		Name:  "schemas applied to what is read: schema.parse({ PORT: process.env.PORT })",
		Words: []string{`"zod`, "'zod", `"joi"`, "'joi'", `"yup"`, "'yup'", `"valibot"`, "'valibot'"}, With: []string{"process.env.", "import.meta.env."},
		Find: scriptSchemas.Find,
	},
	{
		Name:  "values of Effect: Config.number(\"PORT\").pipe(Config.withDefault(80))",
		Words: []string{`"effect`, "'effect"}, With: []string{"Config"},
		Find: (&declare.Options{
			Heads: "string number integer int boolean redacted secret url date duration nonEmptyString port literal logLevel branded hashSet array", Modules: "effect.config", First: true, Written: true, Nested: "nested", Need: declare.Required,
		}).Find,
	},
	{
		Name:  "chains: env.get(\"PORT\").default(80).asPortNumber()",
		Words: []string{`"env-var`, "'env-var"},
		Find:  (&declare.Options{Heads: "get", Modules: "env-var", First: true, Need: declare.Expected}).Find,
	},
	{
		Name:  "a configuration service: config.get<number>(\"PORT\", 80), config.getOrThrow(\"KEY\")",
		Words: []string{"ConfigService"},
		Find: (&declare.Options{
			Shown: Service, Heads: "get getOrThrow", Receivers: "config", Typed: "ConfigService", First: true, Second: true, Written: true, Need: declare.Expected, Needs: map[string]string{"getOrThrow": declare.Required},
		}).Find,
	},
	{
		Name:  "the environment of a framework: env.get(\"PORT\", 80)",
		Words: []string{"#start/env", "Core/Env"},
		Find:  (&declare.Options{Heads: "get", Receivers: "env", First: true, Second: true, Written: true, Need: declare.Expected}).Find,
	},
	{
		Name:  "tables of settings: { env: \"PORT\", default: 80, format: \"port\" }",
		Words: []string{"convict", "node-convict", "env: '", `env: "`, `env": "`},
		Find:  (&declare.Options{Record: true, Names: "env", Written: true, Need: declare.Optional, Access: "env"}).Find,
	},
	{
		Name:  "fields with variables of their own: @Env(\"PORT\") port = 80",
		Words: []string{"@Env", "@EnvVar", "@EnvironmentVariable", "@FromEnv", ".Env", ".EnvVar"}, With: []string{"constructor", "class"},
		Find: (&declare.Options{Heads: "Env EnvVar EnvironmentVariable FromEnv", First: true, Written: true, Annotation: true, Inferred: true, Need: declare.Optional, Access: "@Env"}).Find,
	},
	{
		Name:  "options of a command line: new Option(\"--port\").env(\"PORT\"), Flags.string({ env: \"KEY\" })",
		Words: []string{"commander", "oclif", "commander-js"}, With: []string{"env"},
		Find: declare.All(
			(&declare.Options{Heads: "Option Argument addOption createOption", Names: "env", Need: declare.Optional, Access: "Option.env"}).Find,
			(&declare.Options{Heads: "string integer boolean option url file directory custom", Receivers: "flags args", Names: "env", Need: declare.Optional}).Find,
		),
	},
	{
		Name:  "settings in layers: nconf.env([\"PORT\"]), nconf.required([\"KEY\"])",
		Words: []string{"nconf"},
		Find: (&declare.Options{
			Heads: "env required", Receivers: "nconf", All: true, Written: true, Need: declare.Optional, Needs: map[string]string{"required": declare.Required}, Access: "nconf",
		}).Find,
	},
	{
		Name:  "settings of a site at run time: runtimeConfig in nuxt.config",
		Words: []string{"runtimeConfig"},
		Find:  (&declare.Tree{Property: "runtimeConfig", Prefix: "NUXT_", Access: "runtimeConfig"}).Find,
	},
	{
		Name:  "what a bundler replaces: new EnvironmentPlugin({ GATE_URL: \"x\" })",
		Words: []string{"EnvironmentPlugin"},
		Find:  (&declare.Defaults{Head: "EnvironmentPlugin", Modules: "webpack @rspack/core rspack", Access: "webpack.EnvironmentPlugin"}).Find,
	},
	{
		Name:  "options named by a prefix: yargs(argv).env(\"GATE\").option(\"port\", { default: 80 })",
		Words: []string{"yargs"}, With: []string{"env"},
		Find: (&declare.Chained{Says: "env", Option: "option", Options: "options", Modules: "yargs", Access: "yargs.env"}).Find,
	},
}
