package survey

import (
	"testing"

	"inzicht/core/testtree"
)

// Components that name each other in their manifests are one program: what reads in the
// one by a name that the other hands it is read there. Others are held apart.
func TestLinked(t *testing.T) {
	js := "-- lib/src/env.js --\nexports.need = (name) => { if (!process.env[name]) throw 1; return process.env[name] }\n-- gate/main.js --\nconst { need } = require('@lock/lib')\nneed('GATE_URL')\n"
	golang := "-- lib/go.mod --\nmodule example.com/lib\n-- lib/env/env.go --\npackage env\nimport \"os\"\nfunc Need(name string) string {\n\tif v := os.Getenv(name); v != \"\" {\n\t\treturn v\n\t}\n\tpanic(name)\n}\n-- gate/main.go --\npackage main\nimport \"example.com/lib/env\"\nvar url = env.Need(\"GATE_URL\")\n"
	rust := "-- lib/src/env.rs --\npub fn need(name: &str) -> String { std::env::var(name).unwrap() }\n-- gate/src/main.rs --\nuse lock_lib::env::need;\nfn main() { need(\"GATE_URL\"); }\n"
	java := "-- lib/Env.java --\npackage lock;\npublic final class Env {\n  public static String need(String name) {\n    String v = System.getenv(name);\n    if (v == null) throw new IllegalStateException(name);\n    return v;\n  }\n}\n-- gate/Main.java --\nimport lock.Env;\nclass Main { String url = Env.need(\"GATE_URL\"); }\n"
	python := "-- lib/lock/env.py --\nimport os\ndef need(name):\n    return os.environ[name]\n-- gate/main.py --\nfrom lock.env import need\nneed('GATE_URL')\n"
	for _, c := range []struct{ name, tree, want string }{
		{"a package", "-- lib/package.json --\n{\"name\":\"@lock/lib\"}\n-- gate/package.json --\n{\"name\":\"gate\",\"dependencies\":{\"@lock/lib\":\"*\"}}\n" + js, "gate/main.js"},
		{"a package of another name", "-- lib/package.json --\n{\"name\":\"@lock/other\"}\n-- gate/package.json --\n{\"name\":\"gate\",\"dependencies\":{\"@lock/other\":\"*\"}}\n" + js, ""},
		{"a module that is required", "-- gate/go.mod --\nmodule example.com/gate\n\nrequire example.com/lib v1.0.0\n" + golang, "gate/main.go"},
		{"a module of a workspace", "-- go.work --\ngo 1.22\nuse (\n\t./lib\n\t./gate\n)\n-- gate/go.mod --\nmodule example.com/gate\n" + golang, "gate/main.go"},
		{"a module that no workspace uses", "-- go.work --\ngo 1.22\nuse ./lib\n-- gate/go.mod --\nmodule example.com/gate\n" + golang, ""},
		{"a crate by its path", "-- lib/Cargo.toml --\n[package]\nname = \"lock-lib\"\n-- gate/Cargo.toml --\n[package]\nname = \"gate\"\n[dependencies]\nlock_lib = { path = \"../lib\", package = \"lock-lib\" }\n" + rust, "gate/src/main.rs"},
		{"an artifact", "-- lib/pom.xml --\n<project><artifactId>lib</artifactId></project>\n-- gate/pom.xml --\n<project><artifactId>gate</artifactId><dependency><artifactId>lib</artifactId></dependency></project>\n" + java, "gate/Main.java"},
		{"children of one artifact", "-- lib/pom.xml --\n<project><parent><artifactId>lock</artifactId></parent><artifactId>lib</artifactId></project>\n-- gate/pom.xml --\n<project><parent><artifactId>lock</artifactId></parent><artifactId>gate</artifactId></project>\n" + java, ""},
		{"a distribution", "-- lib/pyproject.toml --\n[project]\nname = \"lock\"\n-- gate/pyproject.toml --\n[project]\nname = \"gate\"\ndependencies = [\n  \"lock\",\n]\n" + python, "gate/main.py"},
	} {
		s, err := Take(testtree.Tree(t, c.tree), Options{})
		if err != nil {
			t.Fatal(err)
		}
		have := ""
		for _, r := range s.Reads {
			if r.Name == "GATE_URL" {
				have = r.File
			}
		}
		if have != c.want {
			t.Errorf("%s: read in %q, want %q", c.name, have, c.want)
		}
	}
}
