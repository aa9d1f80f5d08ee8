package survey

import (
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"inzicht/core/testtree"
)

// A secret of today that stood in an earlier commit is found, once a file, with
// the commit that brought it.
func TestSearchHistory(t *testing.T) {
	root := t.TempDir()
	write := func(name, content string) {
		if err := os.WriteFile(filepath.Join(root, name), []byte(content), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	git := func(arguments ...string) {
		arguments = append([]string{"-C", root, "-c", "user.name=Lockside", "-c", "user.email=keeper@lockside.example", "-c", "commit.gpgsign=false"}, arguments...)
		if out, err := exec.Command("git", arguments...).CombinedOutput(); err != nil {
			t.Skipf("git is not here: %s", out)
		}
	}
	git("init", "-q")
	write("a.py", "key = 'tok-83hfk29dk1'\n")
	git("add", "-A")
	git("commit", "-qm", "one")
	write("a.py", "import os\nkey = os.environ['A_TOKEN']\n")
	git("add", "-A")
	git("commit", "-qm", "two")
	write(".gitignore", ".env\n")
	write(".env", "A_TOKEN=tok-83hfk29dk1\nB_TOKEN=never-83hfk29dk1\n")
	s, err := Take(root, Options{})
	if err != nil {
		t.Fatal(err)
	}
	if len(s.Leaks) > 0 {
		t.Errorf("it stands nowhere now: %v", s.Leaks)
	}
	if err := s.SearchHistory(context.Background(), nil); err != nil {
		t.Fatal(err)
	}
	if len(s.Leaks) != 1 || s.Leaks[0].Variable != "A_TOKEN" || s.Leaks[0].File != "a.py" || s.Leaks[0].Line != 1 || !s.Leaks[0].Past || s.Leaks[0].Commit == "" {
		t.Errorf("have %+v", s.Leaks)
	}
}

// A settings class, an object that reads, a schema and a prefix of another file
// are known where they are used.
func TestRoles(t *testing.T) {
	for _, c := range []struct{ name, tree, want string }{
		{"a settings class", "-- base.py --\nfrom pydantic_settings import BaseSettings, SettingsConfigDict\nclass Base(BaseSettings):\n    model_config = SettingsConfigDict(env_prefix=\"LOCK_\")\n    a: str\n-- mid.py --\nfrom base import Base\nclass Mid(Base):\n    b: int = 2\n-- top.py --\nfrom mid import Mid\nclass Top(Mid):\n    c: str\n", "LOCK_A required\nLOCK_B optional\nLOCK_C required"},
		{"an object that reads", "-- base.py --\nimport environ\nenv = environ.Env()\n-- prod.py --\nfrom .base import env\nurl = env.db(\"LOCK_URL\")\n", "LOCK_URL required"},
		{"an object that reads where it was asked for", "-- a.py --\nimport os, environ\nenv = environ.Env()\nif os.environ.get(\"LOCK_URL\"):\n    url = env.db(\"LOCK_URL\")\nif \"GATE_URL\" not in os.environ:\n    url = env.db(\"GATE_URL\")\n", "GATE_URL required\nLOCK_URL optional"},
		{"schemas that are put together", "-- schema.ts --\nimport { z } from \"zod\";\nexport const server = z.object({ LOCK_URL: z.string() });\nexport const other = z.object({ LOCK_NOT: z.string() });\n-- index.ts --\nimport { server } from \"./schema\";\nexport const env = server.parse(process.env);\n", "LOCK_URL required"},
		{"structs with a prefix", "-- go.mod --\nmodule lock\n-- a/a.go --\npackage a\ntype Store struct {\n\tHost string `env:\"HOST\"`\n}\n-- main.go --\npackage main\nimport \"lock/a\"\ntype S struct {\n\tStore a.Store `envPrefix:\"STORE_\"`\n}\n", "STORE_HOST expected"},
		{"keys of a settings library", "-- go.mod --\nmodule lock\n-- a.go --\npackage a\nfunc init() {\n\tviper.SetEnvPrefix(\"lock\")\n\tviper.AutomaticEnv()\n\tviper.SetDefault(\"port\", 80)\n}\n-- b.go --\npackage a\nvar port = viper.GetInt(\"port\")\nvar mail = viper.GetString(\"mail\")\n", "LOCK_MAIL expected\nLOCK_PORT optional"},
		{"a function of a sibling language", "-- env.ts --\nexport function need(name: string): string {\n  const v = process.env[name];\n  if (!v) throw new Error(name);\n  return v;\n}\n-- a.js --\nconst { need } = require('./env');\nconst a = need('LOCK_A');\n", "LOCK_A required"},
		{"a function under another name", "-- env.ts --\nexport const optional = (name: string, fallback: string): string => process.env[name] ?? fallback;\n-- a.ts --\nimport { optional as opt } from \"./env\";\nconst a = opt(\"LOCK_A\", \"a\");\n", "LOCK_A optional"},
	} {
		t.Run(c.name, func(t *testing.T) {
			s, err := Take(testtree.Tree(t, c.tree), Options{})
			if err != nil {
				t.Fatal(err)
			}
			got := ""
			for _, v := range s.Contract.Variables {
				if got != "" {
					got += "\n"
				}
				got += v.Name + " " + string(v.Need)
			}
			if got != c.want {
				t.Errorf("have\n%s\nwant\n%s", got, c.want)
			}
		})
	}
}
