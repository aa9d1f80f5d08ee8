package language

import (
	"fmt"
	"strings"
	"testing"
)

// Where a declared setting is asked for, and where it is required, if not everywhere: by what the description itself
// says, by what is refused behind it, and by where it stands.
func TestConditionsOfSettings(t *testing.T) {
	const zod = "import { z } from \"zod\";\n"
	for _, c := range []struct{ name, file, src, want string }{
		{"one of two descriptions", "a.ts", zod + `z.object({ GATE: process.env.MODE === "deep" ? z.string() : z.string().optional() }).parse(process.env);`,
			"GATE optional, required where MODE is deep; MODE optional"},
		{"the contrary, by a name", "a.ts", zod + `const deep = process.env.MODE === "deep";` + "\n" + `z.object({ GATE: deep ? z.string().default("x") : z.string() }).parse(process.env);`,
			"MODE optional; GATE optional, required where MODE is not deep"},
		{"both need it", "a.ts", zod + `z.object({ GATE: isDeep ? z.string() : z.string().min(4) }).parse(process.env);`, "GATE required"},
		{"by what is not known", "a.ts", zod + `z.object({ GATE: f() ? z.string() : z.string().optional() }).parse(process.env);`, "GATE expected"},
		{"by the stage", "a.ts", zod + `z.object({ GATE: isProduction ? z.string() : z.string().optional() }).parse(process.env);`,
			"GATE optional, required where the stage is production"},
		{"what is no description", "a.ts", zod + `f(process.env, { GATE: isDeep ? "1" : "0" });`, ""},
		{"one of two schemas", "a.ts", zod + "const base = z.object({ WEIR: z.string() });\nconst deep = base.extend({ GATE: z.string() });\nconst s = process.env.MODE === \"deep\" ? deep : base.extend({ SLUICE: z.string() });\ns.parse(process.env);",
			"WEIR required; GATE required, where MODE is deep; MODE optional; SLUICE required, where MODE is not deep"},
		{"variants", "a.ts", zod + `z.discriminatedUnion("MODE", [z.object({ MODE: z.literal("deep"), GATE: z.string() }), z.object({ MODE: z.literal("low") })]).parse(process.env);`,
			"MODE required; GATE required, where MODE is deep"},
		{"refused where a value is so", "a.ts", zod + `z.object({ MODE: z.string().default("deep"), GATE: z.string().optional() }).superRefine((v, ctx) => { if (v.MODE === "deep" && !v.GATE) { ctx.addIssue({}); } }).parse(process.env);`,
			"MODE optional; GATE optional, required where MODE is deep or is not set"},
		{"refused in the other case", "a.ts", zod + `z.object({ MODE: z.string(), GATE: z.string().optional() }).superRefine((v, ctx) => { if (v.MODE === "low") { f(); } else { if (!v.GATE) { ctx.addIssue({}); } } }).parse(process.env);`,
			"MODE required; GATE optional, required where MODE is not low"},
		{"refused always", "a.ts", zod + `z.object({ GATE: z.string().optional() }).superRefine((v, ctx) => { if (v.GATE === undefined) ctx.addIssue({}); }).parse(process.env);`, "GATE required"},
		{"refused for what is not known", "a.ts", zod + `z.object({ GATE: z.string().optional() }).superRefine((v, ctx) => { if (f() && !v.GATE) ctx.addIssue({}); }).parse(process.env);`, "GATE optional"},
		{"what must hold", "a.ts", zod + `z.object({ MODE: z.string(), GATE: z.string().optional() }).refine((v) => v.MODE !== "deep" || !!v.GATE).parse(process.env);`,
			"MODE required; GATE optional, required where MODE is deep"},
		{"one of two must be there", "a.ts", zod + `z.object({ WEIR: z.string().optional(), GATE: z.string().optional() }).refine((v) => v.WEIR || v.GATE).parse(process.env);`, "WEIR optional; GATE optional"},
		{"when", "a.js", `const Joi = require("joi"); Joi.object({ GATE: Joi.string().when("MODE", { is: Joi.valid("deep"), then: Joi.required() }) }).validate(process.env);`,
			"GATE optional, required where MODE is deep"},
		{"when not", "a.js", `const Joi = require("joi"); Joi.object({ GATE: Joi.when("MODE", { is: "low", then: Joi.string().optional(), otherwise: Joi.string().required() }) }).validate(process.env);`,
			"GATE optional, required where MODE is not low"},
		{"decorated", "a.ts", "import { IsString, ValidateIf } from 'class-validator';\nclass Env {\n  @ValidateIf((o) => o.MODE === 'deep') @IsString() GATE: string;\n}\nplainToInstance(Env, process.env);",
			"GATE optional, required where MODE is deep"},
		{"what stands in but for production", "a.js", `cleanEnv(process.env, { GATE: str({ devDefault: "x" }), WEIR: str({ requiredWhen: (e) => e.MODE === "deep", default: undefined }) });`,
			"GATE required, where NODE_ENV is production; WEIR optional, required where MODE is deep"},
		{"what is read is given to the schema", "a.ts", zod + `z.object({ GATE: z.string().optional() }).parse({ GATE: process.env.GATE });`, "GATE optional"},
		{"a validator", "a.py", "from pydantic_settings import BaseSettings\nclass S(BaseSettings):\n    mode: str = 'low'\n    gate: str | None = None\n    weir: str | None = None\n    @model_validator(mode='after')\n    def check(self):\n        if self.mode == 'deep' and self.gate is None:\n            raise ValueError()\n        if not self.weir:\n            raise ValueError()\n        return self\n",
			"MODE optional; GATE optional, required where MODE is deep; WEIR required"},
		{"one of two classes", "a.py", "import os\nfrom pydantic_settings import BaseSettings\nclass Deep(BaseSettings):\n    gate: str\nclass Low(BaseSettings):\n    weir: str\ns = Deep() if os.getenv('MODE') == 'deep' else Low()\n",
			"GATE required, where MODE is deep; WEIR required, where MODE is not deep; MODE optional"},
		{"in a branch", "a.php", "<?php $dotenv = Dotenv\\Dotenv::createImmutable(__DIR__);\nif ($_ENV['MODE'] === 'deep') { $dotenv->required('GATE'); }", "MODE optional; GATE required, where MODE is deep"},
	} {
		l, err := Of(c.file).Compiled()
		if err != nil {
			t.Fatal(err)
		}
		var said []string
		for _, r := range l.Analyse(c.file, []byte(c.src), nil).Reads {
			if r.Name == "" { // the environment as a whole
				continue
			}
			text := fmt.Sprintf("%s %s", r.Name, r.Need)
			for _, w := range r.When {
				text += ", where " + w.String()
			}
			for _, w := range r.Demanded {
				text += ", required where " + w.String()
				if w.Unset && len(w.Come) > 0 {
					text += " or is not set"
				}
			}
			said = append(said, text)
		}
		if got := strings.Join(said, "; "); got != c.want {
			t.Errorf("%s:\n%s\nhave %s\nwant %s", c.name, c.src, got, c.want)
		}
	}
}
