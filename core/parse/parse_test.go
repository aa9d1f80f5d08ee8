package parse_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// treeOf parses source in the language that a file's name tells.
func treeOf(name string, src []byte) *parse.Tree {
	l := language.Of(name)
	switch {
	case l == nil:
		return nil
	case l.Tree != nil:
		return l.Tree(l.Table.Scan(src, false))
	case l.Grammar == nil:
		return nil
	}
	return parse.File(l.Table.Scan(src, false), l.Grammar)
}

// brief writes a node and what is below it: (kind name child …), names and
// texts as they stand in the source.
func brief(t *parse.Tree, n int32) string {
	node := t.Nodes[n]
	switch node.Kind {
	case parse.Name, parse.Text, parse.Number:
		return t.Text(n)
	}
	parts := []string{node.Kind.String()}
	if node.At >= 0 {
		switch node.Kind {
		case parse.Member, parse.Unary, parse.Binary, parse.Assign, parse.Function, parse.Class, parse.Parameter, parse.Pair:
			parts = append(parts, t.Name(n))
		}
	}
	t.Children(n, func(child int32) bool {
		parts = append(parts, brief(t, child))
		return true
	})
	return "(" + strings.Join(parts, " ") + ")"
}

// What people write about the environment, in each language, with the tree of it.
func TestTrees(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.py", "v = os.environ.get('A') or 1 if x else None", "(assign = v (choice x (binary or (call (member get (member environ os)) 'A') 1) None))"},
		{"a.py", "if v is None:\n  raise E(v)\nelif not v in w: pass\nelse:\n  x.y: int = 2", "(if (binary is v None) (block (throw (call E v))) (if (unary not (binary in v w)) (block (leave)) (block (declare (member y x) int 2))))"},
		{"a.py", "@a(b)\nasync def f(x: str, *y, z=1) -> T:\n  return lambda q: q", "(wrapper (wrapper (call a b)) (function f (parameter x) (parameter y) (parameter z 1) T (block (return (lambda (parameter q) q)))))"},
		{"a.py", "a, b = [os.environ[k] for k in ('A', 'B') if k]", "(assign = (list a b) (list (index (member environ os) k) (loop k (list 'A' 'B') k)))"},
		{"a.py", "try:\n  f(a=1, **b)\nexcept (E, F) as e:\n  g()", "(try (block (call f (pair a 1) (unary ** b))) (catch (list E F) e (block (call g))))"},
		{"a.py", "if (a and\n    b):\n    c = 'x' 'y'", "(if (wrapper (binary and a b)) (block (assign = c (template 'x' 'y'))))"},
		{"a.ts", "const { A = '1', B: b } = process.env", "(declare (record (pair A '1') (pair B b)) (member env process))"},
		{"a.ts", "export async function f<T>(a: string, b?: T): Promise<T> { if (!a) throw new E(`x ${a.b}`); return g<T>(a) as T }",
			"(function f (parameter a) (parameter b) (block (if (unary ! a) (block (throw (call E (template (member b a)))))) (return (wrapper (call (wrapper g) a)))))"},
		{"a.ts", "x = a ? b : c?.[d] ?? ((e: string): string => e)(f)", "(assign = x (choice a b (binary ?? (index c d) (call (wrapper (lambda (parameter e) e)) f))))"},
		{"a.ts", "class S extends B { private readonly u: string = process.env.U!; get(n = 1) { return this.m(n) } }",
			"(class S B (block (declare u (wrapper (member U (member env process)))) (function get (parameter n 1) (block (return (call (member m this) n))))))"},
		{"a.js", "switch (v) { case 'a': f(); break; default: g() }", "(switch v (case 'a' (block (call f) (leave))) (case (block (call g))))"},
		{"a.php", "<?php function f(string $k, ?int $d = null): string { return $_ENV[$k] ?? $d ?: throw new E($k); }",
			"(function f (parameter $k) (parameter $d null) (block (return (binary ?: (binary ?? (index $_ENV $k) $d) (unary throw (unary new (call E $k)))))))"},
		{"a.php", "<?php $x = fn ($a) => $a->b(['c' => (int) $d]);", "(assign = $x (lambda (parameter $a) (call (member b $a) (list (pair => 'c' (wrapper $d))))))"},
		{"a.rb", "def f(k, d: nil)\n  ENV.fetch(k) { |x| raise E, x } unless d\nend", "(function f (parameter k) (parameter d nil) (block (if (unary unless d) (call (member fetch ENV) k (lambda (parameter x) (throw (list E x)))))))"},
		{"a.rb", "x = if a then b else c end\nputs y, z: 1", "(assign = x (if a (block b) (block c)))\n(call puts y (pair z 1))"},
		{"A.java", "class A { @V(\"x\") String f(int a) throws E { String s = System.getenv(\"A\"); return s == null ? (String) b : s; } }",
			"(class A (block (wrapper (wrapper (call V \"x\")) (function f (parameter a) (block (declare s (call (member getenv System) \"A\")) (return (choice (binary == s null) (wrapper b) s)))))))"},
		{"a.kt", "val a = System.getenv(\"A\") ?: error(\"x\")\nfun f(k: String, d: Int = 1): String? = g(k)?.let { it.h() }",
			"(declare a (binary ?: (call (member getenv System) \"A\") (call error \"x\")))\n(function f (parameter k) (parameter d 1) (call (member let (call g k)) (lambda (call (member h it)))))"},
		{"a.swift", "guard let a = env[\"A\"] else { fatalError(\"x\") }", "(if (unary guard (declare a (index env \"A\"))) (block (call fatalError \"x\")))"},
		{"a.rs", "let a = env::var(\"A\").unwrap_or_else(|_| \"b\".into());\nmatch x { Ok(v) => v, Err(_) => panic!(\"y\") }",
			"(declare a (call (member unwrap_or_else (call (member var env) \"A\")) (lambda (parameter _) (call (member into \"b\")))))\n(switch x (case (call Ok v) (block v)) (case (call Err _) (block (call (wrapper panic) \"y\"))))"},
		{"a.c", "int f(const char *k) { char *v = getenv(k); if (!v) exit(1); return atoi(v); }",
			"(function f (parameter k) (block (declare v (call getenv k)) (if (unary ! v) (block (call exit 1))) (return (call atoi v))))"},
		{"a.cs", "var a = Environment.GetEnvironmentVariable(\"A\") ?? throw new E($\"x {b}\");",
			"(declare a (binary ?? (call (member GetEnvironmentVariable Environment) \"A\") (throw (call E (template b)))))"},
		{"a.lua", "local a = os.getenv('A') or 'b'\nif not a then error('x') end", "(declare a (binary or (call (member getenv os) 'A') 'b'))\n(if (unary not a) (block (call error 'x')))"},
		{"a.go", "package a\nfunc (s S) f(a, b string) int { if v, ok := os.LookupEnv(a); !ok { return E{X: v} } else { panic(`x`) } }",
			"(function f (parameter a) (parameter b) (block (if (declare (list v ok) (call (member LookupEnv os) a)) (unary ! ok) (block (return (record (pair : X v)))) (block (call panic `x`)))))"},
		{"a.go", "package a\nvar p, q = x[1:], func(k string) { for _, e := range l { switch k { case \"a\": go f() } } }",
			"(declare p q (index x 1) (lambda (parameter k) (block (loop _ e l (block (switch k (case \"a\" (block (wrapper (call f))))))))))"},
		{"a.pl", "sub f { my ($n) = @_; die \"no $n\" unless defined $ENV{$n}; return $ENV{$n} || keys %h; }",
			"(function f (block (declare (wrapper $n) @_) (if (unary unless (call defined (index $ENV $n))) (throw (template $n))) (return (binary || (index $ENV $n) (call keys (unary % h))))))"},
		{"a.ex", "def f(k, d \\\\ nil) do\n  case System.get_env(k) do\n    nil -> raise \"no\"\n    v -> v |> g(1, a: 2)\n  end\nend",
			"(function f (parameter k) (parameter d nil) (block (switch (call (member get_env System) k) (case nil (block (call raise \"no\"))) (case v (block (binary |> v (call g 1 (pair a 2))))))))"},
		{"a.ex", "x = if a, do: b, else: fn k -> k end", "(assign = x (if a (pair do b) (pair else (lambda (parameter k) (block k)))))"},
	} {
		tree := treeOf(c.file, []byte(c.source))
		var got []string
		tree.Children(0, func(child int32) bool { got = append(got, brief(tree, child)); return true })
		if have := strings.Join(got, "\n"); have != c.want {
			t.Errorf("%s\nhave %s\nwant %s", c.source, have, c.want)
		}
		check(t, tree)
	}
}

// check holds a tree to what every tree promises: a child lies within its
// parent, two children share no token, and every node hangs at one place.
func check(t testing.TB, tree *parse.Tree) {
	t.Helper()
	seen := make([]bool, len(tree.Nodes))
	var walk func(n int32)
	walk = func(n int32) {
		node := tree.Nodes[n]
		if seen[n] || node.From > node.To || int(node.To) > len(tree.File.Tokens) {
			t.Fatalf("node %d, %v, hangs at two places or lies outside: %+v", n, node.Kind, node)
		}
		seen[n] = true
		var spans [][2]int32
		tree.Children(n, func(child int32) bool {
			c := tree.Nodes[child]
			if c.From < node.From || c.To > node.To {
				t.Fatalf("%v at %d lies outside of its %v", c.Kind, c.From, node.Kind)
			}
			for _, s := range spans {
				if c.From < s[1] && s[0] < c.To {
					t.Fatalf("%v at %d shares tokens with another child of its %v", c.Kind, c.From, node.Kind)
				}
			}
			if len(spans) < 50 {
				spans = append(spans, [2]int32{c.From, c.To})
			}
			walk(child)
			return true
		})
	}
	walk(0)
}

// In the fixtures of every language, the words that return and throw begin such
// nodes.
func TestFixtures(t *testing.T) {
	files, err := filepath.Glob("../language/testdata/*/*")
	if err != nil || len(files) == 0 {
		t.Fatal("there are no fixtures")
	}
	languages, words, lost := map[string]bool{}, 0, 0
	for _, file := range files {
		src, err := os.ReadFile(file)
		if err != nil {
			continue
		}
		tree := treeOf(file, src)
		if tree == nil {
			continue
		}
		check(t, tree)
		languages[language.Of(file).Name] = true
		begins := map[int32]bool{}
		for _, n := range tree.Nodes {
			if n.Kind == parse.Return || n.Kind == parse.If {
				begins[n.From] = true
				begins[n.At] = true
			}
		}
		for i := range tree.File.Tokens {
			if tree.File.Kind(i) == syntax.Word && (tree.File.Is(i, "return") || tree.File.Is(i, "if") && !tree.File.Is(i-1, "else")) {
				words++
				if !begins[int32(i)] {
					lost++
				}
			}
		}
	}
	if len(languages) < 12 || words < 50 || lost*20 > words {
		t.Errorf("of %d words in %d languages %d begin no node", words, len(languages), lost)
	}
}

// Whatever the bytes, in every language: a tree comes of it.
func FuzzFile(f *testing.F) {
	names := []string{"a.py", "a.ts", "a.php", "a.rb", "A.java", "a.kt", "a.swift", "a.rs", "a.c", "a.cs", "a.lua", "a.dart", "a.scala", "a.pl", "a.ex", "a.go"}
	for n := range names {
		f.Add(n, []byte("if (a) { b[c] = d?.e(f => g) } else return x\ndef h(i, j=1): pass\n"))
		f.Add(n, []byte("class A<B> { int f(int a) { switch (x) { case 1: y } } }\nfun g() = { a -> b }\nend\nwhen x do"))
	}
	f.Fuzz(func(t *testing.T, n int, src []byte) {
		if n < 0 {
			n = -(n + 1)
		}
		check(t, treeOf(names[n%len(names)], src))
	})
}

// Depth is bounded: what is deeper is not understood, and costs no more.
func TestDeep(t *testing.T) {
	for _, one := range []string{"(", "[", "{", "f(", "a?", "!", "if a:", "a => ", "x.y(", "-"} {
		for _, name := range []string{"a.py", "a.ts", "a.rb", "a.kt"} {
			check(t, treeOf(name, []byte(strings.Repeat(one, 5000))))
		}
	}
	if n := len(treeOf("a.py", []byte(fmt.Sprint(strings.Repeat("f(", 100), strings.Repeat(")", 100)))).Nodes); n < 200 {
		t.Errorf("of 100 calls in each other there are %d nodes", n)
	}
}
