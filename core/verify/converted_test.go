package verify_test

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// Each source reads @, which stands for a name, and does something with it; what is said is by the words that its
// language's own function understands: the rule, or nothing.
func TestConverted(t *testing.T) {
	for _, c := range []struct{ file, source, said string }{ // said: value=rule
		{"a.go", "package a\nimport (\n\"os\"\n\"strconv\"\n)\nvar a, _ = strconv.ParseInt(os.Getenv(\"@\"), 10, 64)", "0x1f=ill-typed 31="},
		{"a.go", "package a\nimport (\n\"os\"\n\"strconv\"\n)\nvar a, _ = strconv.ParseInt(os.Getenv(\"@\"), 0, 64)", "0x1f= x=ill-typed"},
		{"a.go", "package a\nimport (\n\"os\"\n\"strings\"\n)\nfunc f() bool { return strings.EqualFold(os.Getenv(\"@\"), \"on\") }", "ON= true=never-matches"},
		{"a.py", "import os\na = int(os.environ['@'])", "1_000= 0x50=ill-typed"},
		{"a.py", "import os\na = int(os.environ['@'], 8)", "0o755= 789=ill-typed"},
		{"a.py", "import os\na = int(os.environ['@'], base=0)", "0x1f= 1f=ill-typed"},
		{"a.py", "import os\na = int(os.environ['@'], wide)", "1f= 1.5=ill-typed"},
		{"a.js", "const a = parseInt(process.env.@, 16);", "ff= zz=ill-typed"},
		{"a.rb", "a = Float(ENV.fetch('@'))", "12px=ill-typed 1e3="},
		{"a.c", "int main(void) { long a = strtol(getenv(\"@\"), NULL, 16); return a; }", "ff= zz=ill-typed"},
		{"a.php", "<?php if (!empty($_ENV['@'])) { echo 1; }", "0= no=always-true"},
		{"a.py", "import os\na = bool(os.environ.get('@'))\nuse(a)", "False=always-true 1="},
		{"a.py", "from pydantic_settings import BaseSettings\nclass S(BaseSettings):\n    @: AnyHttpUrl\nS()", "gate.example=ill-typed https://gate.example="},
		{"a.js", "const a = Boolean(process.env.@); use(a);", "no=always-true yes="},
		{"a.js", "const a = Number(process.env.@);", "12px=ill-typed 1e3="},
		{"a.js", "const a = parseInt(process.env.@, 10);", "12px= four=ill-typed"},
		{"A.java", "class A { int a = Integer.parseInt(System.getenv(\"@\")); }", "8_080=ill-typed 8080="},
		{"A.java", "class A { Duration a = Duration.parse(System.getenv(\"@\")); }", "30s=ill-typed PT30S="},
		{"a.kt", "val a = System.getenv(\"@\").toBooleanStrict()", "no=ill-typed false="},
		{"a.kt", "val a = System.getenv(\"@\").equals(\"on\", ignoreCase = true)", "ON= 1=never-matches"},
		{"A.cs", "class A { static TimeSpan a = TimeSpan.Parse(Environment.GetEnvironmentVariable(\"@\")); }", "00:05:00= 5m=ill-typed"},
		{"A.cs", "class A { static Uri a = new Uri(Environment.GetEnvironmentVariable(\"@\")); }", "gate.example=ill-typed http://gate.example="},
		{"a.rs", "fn main() { let a: bool = std::env::var(\"@\").unwrap().parse().unwrap(); }", "True=ill-typed true="},
		{"a.swift", "let a = Bool(ProcessInfo.processInfo.environment[\"@\"]!)!", "0=ill-typed false="},
		{"a.rb", "a = Integer(ENV.fetch('@'))", "08=ill-typed 1_000="},
		{"a.php", "<?php if (getenv('@')) { echo 1; }", "0= no=always-true"},
		{"a.php", "<?php $a = (bool) getenv('@'); use_it($a);", "0= no=always-true"},
		{"a.php", "<?php if (env('@', false)) { echo 1; }", "false= off=always-true"},
		{"a.php", "<?php if (isset($_ENV['@'])) { echo 1; }", "0=always-true 1="},
		{"a.pl", "print 1 if $ENV{@};", "0= no=always-true"},
		{"a.pl", "print 1 if exists $ENV{@};", "0=always-true"},
		{"a.c", "int main(void) { const char *a = getenv(\"@\"); if (a && strcmp(a, \"1\") == 0) puts(a); }", "yes=never-matches 1="},
		{"a.c", "int main(void) { const char *a = getenv(\"@\"); if (a && strcasecmp(a, \"on\") == 0) puts(\"on\"); }", "ON= true=never-matches"},
		{"a.ps1", "if ($env:@ -eq 'true') { 'a' }", "TRUE= yes=never-matches"},
		{"a.sh", "if [[ $@ && ! $B_@ ]]; then echo a; fi", "false=always-true 1="},
		{"a.sh", "if [[ $@ == x ]]; then echo a; fi", "false="},
	} {
		for row := range strings.FieldsSeq(c.said) {
			value, want, _ := strings.Cut(row, "=")
			s, err := survey.Take(testtree.Tree(t, fmt.Sprintf("-- %s --\n%s\n-- .env --\nGATE_A=%s\n-- .env.example --\nGATE_A=\n", c.file, strings.ReplaceAll(c.source, "@", "GATE_A"), value)), survey.Options{})
			if err != nil {
				t.Fatal(err)
			}
			have := ""
			for _, f := range verify.Run(s, nil) {
				if f.Variable == "GATE_A" {
					have = strings.TrimSpace(have + " " + f.Rule)
				}
			}
			if have != want {
				t.Errorf("%s\n@=%s: said %q, want %q", c.source, value, have, want)
			}
		}
	}
}
