package survey

import (
	"fmt"
	"testing"

	"inzicht/core/testtree"
)

// Each manifest says that it names libraries, and that it names none.
func TestUninstalled(t *testing.T) {
	for _, c := range []struct{ tree, want string }{
		{"-- package.json --\n{\"dependencies\": {\"post\": \"1\"}}\n", "package.json"},
		{"-- package.json --\n{\"devDependencies\": {\"post\": \"1\"}, \"dependencies\": {}}\n", "package.json"},
		{"-- package.json --\n{\"dependencies\": {}}\n", ""},
		{"-- package.json --\n{\"dependencies\": {\"post\": \"1\"}}\n-- node_modules/post/index.js --\n", ""},
		{"-- package.json --\n{broken\n", ""},
		{"-- composer.json --\n{\"require\": {\"php\": \"8\", \"ext-json\": \"*\"}}\n", ""},
		{"-- composer.json --\n{\"require\": {\"php\": \"8\", \"a/post\": \"1\"}}\n", "composer.json"},
		{"-- go.mod --\nmodule lock\n\ngo 1.26\n", ""},
		{"-- go.mod --\nmodule lock\n\nrequire (\n\texample.com/post v1.2.3\n)\n", "go.mod"},
		{"-- go.mod --\nmodule lock\nrequire example.com/post v1.2.3\n-- vendor/example.com/post/a.go --\npackage post\n", ""},
		{"-- requirements.txt --\n# none\n-r other.txt\n", ""},
		{"-- requirements.txt --\npost>=1\n", "requirements.txt"},
		{"-- pyproject.toml --\n[project]\nname = \"lock\"\ndependencies = []\n", ""},
		{"-- pyproject.toml --\n[project]\ndependencies = [\n  \"post\",\n]\n", "pyproject.toml"},
		{"-- Gemfile --\nsource \"x\"\n", ""},
		{"-- Gemfile --\ngroup :a do\n  gem \"post\"\nend\n", "Gemfile"},
		{"-- Cargo.toml --\n[package]\nname = \"lock\"\n[dev-dependencies]\na = \"1\"\n", ""},
		{"-- Cargo.toml --\n[dependencies]\na = \"1\"\n", "Cargo.toml"},
		{"-- pom.xml --\n<project><dependencies><dependency></dependency></dependencies></project>\n", "pom.xml"},
		{"-- build.gradle.kts --\ndependencies {\n    implementation(\"a:b:1\")\n}\n", "build.gradle.kts"},
		{"-- mix.exs --\ndefp deps, do: [{:post, \"~> 1\"}]\n", "mix.exs"},
		{"-- mix.exs --\ndef project, do: [app: :lock]\n", ""},
		{"-- lock.csproj --\n<Project><ItemGroup><PackageReference Include=\"Post\"/></ItemGroup></Project>\n", ""},
		{"-- gate/lock.csproj --\n<Project><ItemGroup><PackageReference Include=\"Post\"/></ItemGroup></Project>\n", "gate/lock.csproj"},
		{"-- package.json --\n{}\n-- web/package.json --\n{\"dependencies\": {\"post\": \"1\"}}\n-- node_modules/post/index.js --\n", ""},
	} {
		s, err := Take(testtree.Tree(t, c.tree), Options{})
		if err != nil {
			t.Fatal(err)
		}
		have := ""
		for _, component := range s.Tree.Components {
			have += s.Uninstalled(component.Name)
		}
		if have != c.want {
			t.Errorf("%s\nhave %q\nwant %q", c.tree, have, c.want)
		}
	}
}

func TestMentions(t *testing.T) {
	s, err := Take(testtree.Tree(t, "-- a.py --\n# GATE_NOTE\nKEYS = [\n  \"GATE_URL\",\n]\n-- b.py --\nx = \"GATE_URL and GATE_KEY\"\n-- names.json --\n{\"a\": \"GATE_JSON\"}\n"+
		"-- README.md --\nGATE_READ\n-- test_a.py --\nx = \"GATE_TEST\"\n-- run.sh --\nGATE_SET=1 ./lock\n-- .env --\nGATE_ENV=1\n-- x.conf --\n# GATE_NOTE\nkey = GATE_CONF\n"), Options{})
	if err != nil {
		t.Fatal(err)
	}
	have := s.Mentions([]string{"GATE_NOTE", "GATE_URL", "GATE_KEY", "GATE_JSON", "GATE_READ", "GATE_TEST", "GATE_SET", "GATE_ENV", "GATE_CONF", "GATE_NONE"})
	want := map[string]Mention{"GATE_URL": {"a.py", 3, false, false}, "GATE_KEY": {"b.py", 1, false, false}, "GATE_JSON": {"names.json", 1, false, false}, "GATE_CONF": {"x.conf", 2, false, false}}
	if fmt.Sprint(have) != fmt.Sprint(want) {
		t.Errorf("have %v\nwant %v", have, want)
	}
}

func TestMentionsInConfiguration(t *testing.T) {
	s, err := Take(testtree.Tree(t, "-- Taskfile.yml --\nrun:\n  - lock --zone ${GATE_ZONE} $GATE_KEY\n  - lock {{.GATE_PORT}} # $GATE_NOTE\nenv:\n  GATE_SET: x\n  GATE_LIST: [GATE_TEXT]\n"), Options{})
	if err != nil {
		t.Fatal(err)
	}
	have := s.Mentions([]string{"GATE_ZONE", "GATE_KEY", "GATE_PORT", "GATE_NOTE", "GATE_SET", "GATE_LIST", "GATE_TEXT"})
	want := map[string]Mention{"GATE_ZONE": {"Taskfile.yml", 2, false, false}, "GATE_KEY": {"Taskfile.yml", 2, false, false}, "GATE_PORT": {"Taskfile.yml", 3, false, false}}
	if fmt.Sprint(have) != fmt.Sprint(want) {
		t.Errorf("have %v\nwant %v", have, want)
	}
}

func TestMentionsByKey(t *testing.T) {
	s, err := Take(testtree.Tree(t, "-- pom.xml --\n<project/>\n-- src/main/resources/application.yml --\nlock:\n  gate-count: 4\n-- src/main/resources/application-works.properties --\n# lock.old=1\nlock.mail.from = x\n"+
		"-- src/main/java/a/Store.java --\n@ConfigurationProperties(prefix = \"lock.store\")\nrecord Store(String place) {}\n-- src/main/java/a/Use.java --\nclass Use { String s = env.getProperty(\"weir.level\"); }\n"+
		"-- src/main/java/a/Named.java --\nclass Named {\n  @ConfigProperty(name = \"mail.key\") String k;\n  @Property(name = \"mail.port\") int p;\n  int n = config.getValue(\"mail.rate\", Integer.class);\n}\n-- src/main/java/a/Doors.java --\n@ConfigMapping(prefix = \"doors\")\ninterface Doors { String region(); }\n"+
		"-- appsettings.json --\n{\n  // where it lies\n  \"Weir\": { \"Host\": \"x\" }\n}\n-- P.cs --\nvar c = builder.Configuration.GetConnectionString(\"Main\");\nvar d = config[\"Sluice:Depth\"];\n"+
		"-- nuxt.config.ts --\nexport default defineNuxtConfig({\n  runtimeConfig: { store: { apiUrl: process.env.X || 'y' } },\n})\n"), Options{})
	if err != nil {
		t.Fatal(err)
	}
	have := s.Mentions([]string{"LOCK_GATECOUNT", "LOCK_GATE_COUNT", "LOCK_OLD", "LOCK_MAIL_FROM", "LOCK_STORE_PLACE", "LOCK_STORE", "WEIR_LEVEL", "Weir__Host", "WEIR__PORT", "ConnectionStrings__Main", "Sluice__Depth", "OTHER", "NUXT_STORE_API_URL", "NUXT_OTHER", "MAIL_KEY", "MAIL_PORT", "MAIL_RATE", "MAIL_OTHER", "DOORS_REGION"})
	want := map[string]Mention{
		"LOCK_GATECOUNT": {"src/main/resources/application.yml", 2, true, true}, "LOCK_GATE_COUNT": {"src/main/resources/application.yml", 2, true, true},
		"LOCK_MAIL_FROM": {"src/main/resources/application-works.properties", 2, true, true}, "LOCK_STORE_PLACE": {"src/main/java/a/Store.java", 1, true, false},
		"WEIR_LEVEL": {"src/main/java/a/Use.java", 1, true, false}, "Weir__Host": {"appsettings.json", 3, true, true},
		"ConnectionStrings__Main": {"P.cs", 1, true, true}, "Sluice__Depth": {"P.cs", 2, true, true}, "NUXT_STORE_API_URL": {"nuxt.config.ts", 2, true, true},
		"MAIL_KEY": {"src/main/java/a/Named.java", 2, true, false}, "MAIL_PORT": {"src/main/java/a/Named.java", 3, true, false}, "MAIL_RATE": {"src/main/java/a/Named.java", 4, true, false}, "DOORS_REGION": {"src/main/java/a/Doors.java", 1, true, false},
	}
	for name, at := range have {
		if want[name] != at {
			t.Errorf("%s: have %v, want %v", name, at, want[name])
		}
	}
	if len(have) != len(want) {
		t.Errorf("have %d, want %d", len(have), len(want))
	}
}
