package survey

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"inzicht/core/config"
	"inzicht/core/testtree"
)

// list writes reads as file:line name scope through.
func list(s *Survey) string {
	var out []string
	for _, r := range s.Reads {
		one := fmt.Sprintf("%s:%d %s%s %s", r.File, r.Line, r.Name, r.Pattern, r.Scope)
		if r.Fallback != nil {
			one += " =" + *r.Fallback
		}
		if r.Through != "" {
			one += " through " + r.Through
		}
		out = append(out, one)
	}
	return strings.Join(out, "\n")
}

func TestAcrossFiles(t *testing.T) {
	for _, c := range []struct{ name, tree, want string }{
		{"a constant of the package", "-- go.mod --\nmodule m\n-- a.go --\npackage m\nimport \"os\"\nvar x = os.Getenv(gateEnv)\n-- b.go --\npackage m\nconst gateEnv = \"GATE_URL\"\n",
			"a.go:3 GATE_URL runtime"},
		{"a constant of a class", "-- a.py --\nimport os\nfrom keys import Keys\nos.environ[Keys.TOKEN]\n-- keys.py --\nclass Keys:\n    TOKEN = \"GATE_TOKEN\"\n",
			"a.py:3 GATE_TOKEN runtime"},
		{"an imported helper", "-- config.py --\nimport os\ndef must(key, default=None):\n    return os.environ.get(key, default)\n-- a.py --\nfrom config import must\nmust(\"GATE_URL\", \"x\")\n",
			"a.py:2 GATE_URL runtime =x through must"},
		{"a helper of a module", "-- package.json --\n{}\n-- lib/env.js --\nexport function need(name) { return process.env[name]; }\n-- a.js --\nimport { need } from './lib/env.js';\nneed('GATE_URL');\n",
			"a.js:2 GATE_URL runtime through need"},
		{"a helper round another", "-- config.py --\nimport os\ndef must(key):\n    return os.environ[key]\n-- more.py --\nfrom config import must\ndef port(name):\n    return int(must(name + \"_PORT\"))\n-- a.py --\nfrom more import port\nport(\"GATE\")\n",
			"a.py:2 GATE_PORT runtime through port"},
		{"a helper of another name is none", "-- config.py --\nimport os\ndef must(key):\n    return os.environ[key]\nmust(\"A_B\")\n-- a.py --\nfrom other import must\nmust(\"GATE_URL\")\n",
			"config.py:4 A_B runtime through must"},
		{"a helper that nothing calls", "-- config.py --\nimport os\ndef must(key):\n    return os.environ[key]\n", "config.py:3  runtime"},
		{"an idiom of the tree's own", "-- inzicht.toml --\n[[idiom]]\nlanguage = \"python\"\naccess = \"keeper.setting($name, $fallback)\"\nneed = \"optional\"\n-- a.py --\nimport keeper\nkeeper.setting(\"GATE_URL\", \"x\")\n",
			"a.py:2 GATE_URL runtime =x"},
		{"a scope of the tree's own", "-- inzicht.toml --\n[[scope]]\nfiles = [\"jobs/**\"]\nscope = \"tooling\"\n-- jobs/a/b.py --\nimport os\nos.environ[\"GATE_URL\"]\n",
			"jobs/a/b.py:2 GATE_URL tooling"},
		{"by path", "-- tests/a.py --\nimport os\nos.environ[\"A_URL\"]\n-- b_test.go --\npackage b\nimport \"os\"\nvar x = os.Getenv(\"B_URL\")\n-- build.rs --\nfn main() { env!(\"C_URL\"); }\n-- scripts/d.sh --\necho $D_URL\n",
			"b_test.go:3 B_URL test\nbuild.rs:1 C_URL build\nscripts/d.sh:1 D_URL tooling\ntests/a.py:2 A_URL test"},
	} {
		t.Run(c.name, func(t *testing.T) {
			s, err := Take(testtree.Tree(t, c.tree), Options{})
			if err != nil {
				t.Fatal(err)
			}
			if got := list(s); got != c.want {
				t.Errorf("have %s\nwant %s", got, c.want)
			}
		})
	}
}

func TestConfigErrors(t *testing.T) {
	for _, c := range []struct{ config, where, part string }{
		{"[[idiom]]\nlanguage = \"python\"\naccess = \"keeper.get($name\"\n", "inzicht.toml", "^"},
		{"[[idiom]]\nlanguage = \"latin\"\naccess = \"x($name)\"\n", "inzicht.toml", `"latin"`},
		{"[[idiom]]\nlanguage = \"python\"\naccess = \"x($name)\"\nneed = \"dire\"\n", "inzicht.toml", `"dire"`},
		{"[[scope]]\nfiles = [\"a\"]\nscope = \"never\"\n", "inzicht.toml", `"never"`},
		{"[[idom]]\nlanguage = \"x\"\n", "inzicht.toml:1:", "no setting idom"},
		{"a = \n", "inzicht.toml:1:", ""},
	} {
		_, err := Take(testtree.Tree(t, "-- inzicht.toml --\n"+c.config), Options{})
		var bad *config.Error
		if !errors.As(err, &bad) {
			t.Errorf("%q: %v", c.config, err)
			continue
		}
		if !strings.HasPrefix(bad.File, c.where) || !strings.Contains(bad.Error(), c.part) || bad.Hint == "" {
			t.Errorf("%q: %s (%s)", c.config, bad, bad.Hint)
		}
	}
}
