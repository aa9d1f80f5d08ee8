package evaluate_test

import "testing"

// Names that are listed in one text, which is taken apart where it stands.
func TestTextsTakenApart(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os
for n in """
A
B
""".split():
    os.environ[n]
c = [os.environ[n] for n in "C,D".split(",")]
e = os.getenv("E", "x,y").split(",")
`, "A required; B required; C required; D required; E optional list =x,y"},
		{"a.js", `
for (const n of 'A,B'.split(',')) if (!process.env[n]) throw new Error(n);
'C; D'.split(/; */).forEach((n) => { if (!process.env[n]) throw new Error(n); });
`, "A required; B required; C required; D required"},
		{"a.go", `
package a
func f() {
	for _, n := range strings.Fields("A B") { if os.Getenv(n) == "" { panic(n) } }
	for _, n := range strings.Split("C,D", ",") { if os.Getenv(n) == "" { panic(n) } }
}
`, "A required; B required; C required; D required"},
		{"a.rb", `
'A B'.split.each { |n| abort n unless ENV[n] }
"C,D".split(',').map { |n| ENV.fetch(n) }
`, "A required; B required; C required; D required"},
		{"A.java", `
class A { void f() { for (String n : "A|B".split("\\|")) { if (System.getenv(n) == null) throw new X(n); } } }
`, "A required; B required"},
		{"a.rs", `
use std::env;
fn f() { for n in "A B".split_whitespace() { env::var(n).unwrap(); } for n in "C,D".split(',') { env::var(n).expect("x"); } }
`, "A required; B required; C required; D required"},
		{"a.php", `<?php
foreach (explode(',', 'A,B') as $n) { if (!getenv($n)) { throw new E($n); } }
`, "A required; B required"},
		{"a.pl", "for my $n (split / /, 'A B') { die $n unless $ENV{$n}; }\n", "A required; B required"},
		{"a.ex", `"A,B" |> String.split(",") |> Enum.each(&System.fetch_env!/1)`, "A required; B required"},
	})
}

// Maps and lists that are called with a key, and functions of which the first arguments are given.
func TestCalledWithKeys(t *testing.T) {
	hold(t, []saying{
		{"a.scala", `
val names = Map("a" -> "A", "b" -> "B")
val list = List("C", "D")
val a = sys.env(names("a"))
val d = sys.env(list(1))
`, "A required; D required"},
		{"a.py", `
import os
from functools import partial
a = partial(os.environ.get, "A")()
get = partial(os.getenv, default="q")
b = get("B")
d = {"C": "x"}
d.update(os.environ)
c = d["C"]
`, "A expected; B optional =q; C optional =x"},
	})
}
