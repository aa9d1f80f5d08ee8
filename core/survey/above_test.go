package survey

import (
	"path/filepath"
	"testing"

	"inzicht/core/testtree"
)

func TestMiddleOfAModule(t *testing.T) {
	const module = "-- go.mod --\nmodule example.com/lockside\n" +
		"-- setting/setting.go --\npackage setting\nimport \"os\"\nfunc Or(name, fallback string) string {\n\tif v := os.Getenv(name); v != \"\" {\n\t\treturn v\n\t}\n\treturn fallback\n}\n" +
		"-- gate/main.go --\npackage main\nimport \"example.com/lockside/setting\"\nvar url = setting.Or(\"GATE_URL\", \"x\")\nfunc main() {}\n" +
		"-- weir/main.go --\npackage main\nimport \"os\"\nvar url = os.Getenv(\"WEIR_URL\")\nfunc main() {}\n"
	for _, c := range []struct{ name, more, folder, want string }{
		{"a helper above", "", "gate", "main.go:3 GATE_URL runtime =x through Or"},
		{"no helper", "", "weir", "main.go:3 WEIR_URL runtime"},
		{"a module of its own", "-- gate/go.mod --\nmodule other\n", "gate", ""},
		{"a repository of its own", "-- gate/.git/HEAD --\nref: x\n", "gate", ""},
		{"a scope of its own", "-- gate/inzicht.toml --\n[[scope]]\nfiles = [\"*.go\"]\nscope = \"tooling\"\n", "gate", "main.go:3 GATE_URL tooling =x through Or"},
	} {
		t.Run(c.name, func(t *testing.T) {
			s, err := Take(filepath.Join(testtree.Tree(t, module+c.more), c.folder), Options{})
			if err != nil {
				t.Fatal(err)
			}
			if got := list(s); got != c.want {
				t.Errorf("have %s\nwant %s", got, c.want)
			}
		})
	}
}
