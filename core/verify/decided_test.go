package verify_test

import (
	"slices"
	"strings"
	"testing"
)

// One file reads which way the program goes, and another what that way wants: it is missing where the environment goes
// that way, and nowhere else. So it is where a library fills the setting.
func TestDecidedElsewhere(t *testing.T) {
	const environments = "-- .env.staging --\nMODE=deep\n-- .env.production --\nMODE=low\n-- .env.uat --\nOTHER=1\n"
	const zod = "-- env.ts --\nimport { z } from 'zod';\nexport const env = z.object({ MODE: z.string().default('none'), GATE: z.string().optional() }).parse(process.env);\n"
	const pydantic = "-- settings.py --\nfrom pydantic_settings import BaseSettings\nclass Settings(BaseSettings):\n    mode: str = 'none'\n    gate: str | None = None\n"
	for _, c := range []struct{ name, tree, want string }{
		{"an export", "-- config.js --\nmodule.exports = { mode: process.env.MODE || 'none' };\n-- gate.js --\nconst config = require('./config');\nif (config.mode === 'deep') use(process.env.GATE);\n", "staging"},
		{"without one that stands in", "-- config.ts --\nexport const MODE = process.env.MODE;\n-- gate.ts --\nimport { MODE } from './config';\nif (MODE !== 'low') use(process.env.GATE);\n", "staging uat"},
		{"a constant", "-- config.py --\nimport os\nMODE = os.getenv('MODE', 'deep')\n-- gate.py --\nimport os\nfrom config import MODE\nif MODE == 'deep':\n    os.environ['GATE']\n", "staging uat"},
		{"a field", "-- go.mod --\nmodule gate\n-- config/config.go --\npackage config\nimport \"os\"\ntype Config struct{ Mode string }\nfunc Load() *Config { return &Config{Mode: os.Getenv(\"MODE\")} }\n-- gate.go --\npackage gate\nimport (\n\t\"os\"\n\t\"gate/config\"\n)\nfunc Open(c *config.Config) {\n\tif c.Mode == \"deep\" {\n\t\tuse(os.Getenv(\"GATE\"))\n\t}\n}\n", "staging"},
		{"in a function that is told", "-- Config.java --\nclass Config { static final String MODE = System.getenv().getOrDefault(\"MODE\", \"none\"); }\n-- Gate.java --\nclass Gate { void open() { if (Config.MODE.equals(\"low\")) { use(System.getenv(\"GATE\")); } } }\n", "production"},
		{"a schema", zod + "-- gate.ts --\nimport { env } from './env';\nif (env.MODE === 'deep' && !env.GATE) throw new Error('no gate');\n", "staging"},
		{"beside a schema", zod + "-- gate.ts --\nimport { env } from './env';\nif (env.MODE === 'low') use(process.env.WEIR);\n", "production WEIR"},
		{"a settings class", pydantic + "settings = Settings()\n-- gate.py --\nfrom settings import settings\ndef f():\n    if settings.mode == 'deep' and not settings.gate:\n        raise RuntimeError()\n", "staging"},
		{"that a function gives", pydantic + "def get():\n    return Settings()\n-- gate.py --\nimport os\nfrom settings import get\ndef f():\n    if get().mode == 'low':\n        os.environ['WEIR']\n", "production WEIR"},
		{"a struct with tags", "-- go.mod --\nmodule gate\n-- config/config.go --\npackage config\nimport \"github.com/caarlos0/env/v11\"\ntype Config struct {\n\tMode string `env:\"MODE\"`\n\tGate string `env:\"GATE\" envDefault:\"\"`\n}\nfunc Load() (*Config, error) {\n\tc := &Config{}\n\treturn c, env.Parse(c)\n}\n-- gate.go --\npackage gate\nimport \"gate/config\"\nfunc Open(c *config.Config) {\n\tif c.Mode == \"deep\" && c.Gate == \"\" {\n\t\tpanic(\"no gate\")\n\t}\n}\n", "staging"},
		{"copied by a framework", "-- config.py --\nimport os\nclass Config:\n    MODE = os.getenv('MODE', 'none')\n    GATE = os.getenv('GATE')\n-- gate.py --\nfrom flask import current_app\ndef f():\n    if current_app.config['MODE'] == 'deep' and not current_app.config.get('GATE'):\n        raise RuntimeError()\n# config\n", "staging"},
		{"what stands before a field", "-- Gate.java --\nclass Gate {\n  @Value(\"${MODE:none}\") private String mode;\n  void open() { if (\"deep\".equals(mode)) { use(System.getenv(\"GATE\")); } }\n}\n", "staging"},
		{"asked for by its name", "-- gate.ts --\nimport { ConfigService } from '@nestjs/config';\n@Injectable()\nclass Gate {\n  constructor(private config: ConfigService) {\n    if (this.config.get('MODE') === 'deep') { this.gate = this.config.getOrThrow('GATE'); }\n  }\n}\n", "staging"},
	} {
		var where []string
		for _, f := range findings(t, c.tree+environments) {
			if f.Rule == "missing" && f.Variable != "MODE" {
				if f.Variable != "GATE" {
					f.Environment += " " + f.Variable
				}
				where = append(where, f.Environment)
			}
		}
		slices.Sort(where)
		if got := strings.Join(where, " "); got != c.want {
			t.Errorf("%s: missing in %s, want %s", c.name, got, c.want)
		}
	}
}
