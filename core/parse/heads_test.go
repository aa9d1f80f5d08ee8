package parse_test

import (
	"strings"
	"testing"
)

// Namespaces, modules by other names, types that are values, heads without bodies, structs and functions in short.
func TestNamespacesAndHeads(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.php", "<?php\nnamespace A\\B { function c() { return d; } }\nnamespace E { $f = g(); }\n",
			"(import)\n(block (function c (block (return d))))\n(import)\n(block (assign = $f (call g)))"},
		{"a.php", "<?php\nnamespace A\\B;\nuse C\\{D, E as F};\n$g = h();\n",
			"(import)\n(import)\n(assign = $g (call h))"},
		{"a.zig", "pub const A = struct { b: u8, pub fn c(self: A) u8 { return self.b; } };\nconst D = packed struct { e: bool };\nconst F = union(enum) { g: u8 };\nconst h = struct_of(i);\n",
			"(class A (block b (unknown) u8 (function c (parameter self) (block (return (member b self))))))\n(class D (block e (unknown) bool))\n(class F (block g (unknown) u8))\n(declare h (call struct_of i))"},
		{"a.cpp", "class A { public: explicit A(B b); C d(const E& f) const; static int g(const char* h); virtual bool i() = 0; bool j(K k) override; private: L m_; int n = 3; };\n",
			"(class A (block public (unknown) (function A (parameter b)) (function d (parameter f)) (function g (parameter h)) (function i) (function j (parameter k)) private (unknown) (declare m_) (declare n 3)))"},
		{"a.nim", "let a = (if b(c): 1 else: 2)\nd(if e: f else: g)\n",
			"(declare a (wrapper (if (call b c) (block 1) (block 2))))\n(call d (if e (block f) (block g)))"},
		{"a.java", "for (A b : c) { d(b); }\n", "(loop (declare b) c (block (call d b)))"},
		{"a.fs", "module A = B.C\nlet d = A.e \"F\"\ntype G(h: string, ?i) =\n    member _.J(k) = h + k\n",
			"(declare A (member C B))\n(declare d (call (member e A) \"F\"))\n(class G (parameter h) (parameter i) (block (function J (parameter k) (block (binary + h k)))))"},
		{"a.ml", "module A = B\nmodule C = struct let d = 1 end\nlet e = A.f\n", "(declare A B)\n(class C (block (declare d 1)))\n(declare e (member f A))"},
		{"a.ex", "a = %B{c: d}\ne = %F.G{h | i: j}\nk = %{l: m}\n",
			"(assign = a (record (pair c d)))\n(assign = e (record (pair : (binary | h i) j)))\n(assign = k (unary % (record (pair l m))))"},
		{"a.ex", "def a(%B{c: nil}), do: d\ndef a(%{e: f} = g), do: h\ndef a(i \\\\ j), do: k\n",
			"(function a (parameter (record (pair c nil))) (pair do d))\n(function a (parameter (assign = (unary % (record (pair e f))) g)) (pair do h))\n(function a (parameter i j) (pair do k))"},
		{"a.ex", "a = Enum.filter(b, &is_nil(c(&1)))\nd = &(&1 + &2)\ne = &f/1\ng = &{&1, h}\n",
			"(assign = a (call (member filter Enum) b (lambda (call is_nil (call c &1)))))\n(assign = d (lambda (wrapper (binary + &1 &2))))\n(assign = e (binary / (wrapper f) 1))\n(assign = g (lambda (record &1 h)))"},
		{"a.ex", "defmacro a(b) do\n  quote do: c(unquote(b))\nend\nd = quote do\n  e()\nend\n",
			"(function a (parameter b) (block (try (call c (call unquote b)))))\n(assign = d (try (block (call e))))"},
		{"a.rs", "macro_rules! m { (key: $a:expr, $($b:ident),* $(,)?) => { f($a, $($b),*) }; }\n", "(block (function m (parameter $a) (parameter $b) (block (call f $a (block $b)))))"},
		{"a.clj", "(def a #js {:b c})\n(def d #_(e f) g)\n(def h #?(:clj i :cljs j))\n(k #_l m)\n(n #inst \"o\")\n",
			"(declare a (wrapper (record (pair :b c))))\n(declare d g)\n(declare h (unknown :clj i :cljs j))\n(wrapper (call k m))\n(wrapper (call n (wrapper \"o\")))"},
		{"a.hs", "h = f.g\ni x = (f.g) x\nj = A.k l\n", "(function h (block (binary . f g)))\n(function i (parameter x) (block (call (wrapper (binary . f g)) x)))\n(function j (block (call (member k A) l)))"},
		{"a.zig", "const a = [_][]const u8{ \"b\" };\nconst c = [3]u8{ 1, 2, 3 };\nconst d = e[f];\n", "(declare a (list \"b\"))\n(declare c (list 1 2 3))\n(declare d (index e f))"},
	} {
		tree, parts := treeOf(c.file, []byte(c.source)), []string(nil)
		tree.Children(0, func(n int32) bool {
			parts = append(parts, brief(tree, n))
			return true
		})
		if have := strings.Join(parts, "\n"); have != c.want {
			t.Errorf("%s\n%s\nhave %s\nwant %s", c.file, c.source, have, c.want)
		}
	}
}
