package language

import "inzicht/core/declare"

// scriptForms are how libraries of JavaScript have settings declared.
var scriptForms = []declare.Form{
	{
		Name:  "schemas applied to the environment: schema.parse(process.env), createEnv({ server: { … } }), validationSchema",
		Words: []string{"createEnv", "validationSchema", "envSchema", "envField", "cleanEnv"},
		Find: (&declare.Schemas{
			Apply: "parse safeParse parseAsync safeParseAsync validate validateSync validateAsync cast attempt decode assert create check from mask is Decode Parse Convert decodeUnknownSync decodeUnknownEither decodeSync decodePromise validateOrReject parseEnv cleanEnv bouncer match",
			Hand:  "assign merge extend defaults defaultsDeep spawn spawnSync fork exec execFile execa set setProcessEnv stubEnv keys entries values",
			Options: map[string]string{
				"validationSchema": "", "server": "createEnv *", "client": "createEnv *", "shared": "createEnv *", "schema": "envSchema register fastifyEnv *",
				"env": "defineConfig", "validate": "forRoot", "vars": "*", "extends": "createEnv",
			},
			Loose: "joi yup",
		}).Find,
	},
}
