package parse_test

import "testing"

// Forms that hardly stand in programs of settings: what separates two statements, what
// belongs to a head, what names a function.
func TestTreesOfRareForms(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.pl", "use constant A => b;\nuse constant { C => d, E => f };\nuse constant G;\nuse constant 'h' => i;", "(declare A b)\n(record (pair C d) (pair E f))\nG\n'h'\n(unknown)\ni"},
		{"a.scala", "def a: B = c\ndef d[E](f: G): H = i\ndef +(j: K) = l\ndef m = n", "(function a c)\n(function d (parameter f) i)\n(function + (parameter j) l)\n(function m n)"},
		{"a.kt", "fun <A> B<A>.c(d: E): F = g\nfun List<H>.i() = j\nfun k() = l\nval List<M>.n: O get() = p", "(function c (parameter d) g)\n(function i j)\n(function k l)\n(function n p)"},
		{"a.go", "package a\nfunc (b *C) d(e F) G { return h }\nfunc (I) j() {}\nfunc k[L any](m L) {}", "(function d (parameter e) (block (return h)))\n(function j (block))\n(function k (parameter m) (block))"},
		{"a.rb", "def a = b\ndef c; d end\ndef e f, *g\n  h\nend\ndef i.j(k)\n  l\nend\ndef m\nend", "(function a b)\n(function c (block d))\n(function e (parameter f) (parameter g) (block h))\n(function j (parameter k) (block l))\n(function m (block))"},
		{"a.lua", "function a.b:c(d) e() end\nlocal function f() return g end\nfunction h(...) end", "(function c (parameter d) (block (call e)))\n(function f (block (return g)))\n(function h (parameter) (block))"},
		{"a.ex", "def a, do: b\ndef c when d do\n  e\nend\ndefp f(g) when h(g), do: i", "(function a (pair do b))\n(function c (parameter d) (block e))\n(function f (parameter g) (if (call h g)) (pair do i))"},
		{"a.ts", "type A<B> = { c: D } | E\nlet f = g\ntype H = I extends J ? K : L\nlet m = n", "(declare)\n(declare f g)\n(declare)\n(declare m n)"},
		{"a.rs", "type A<B> = C<B>;\nlet d = e;\ntype F = fn(G) -> H;\nlet i = j;", "(declare)\n(declare d e)\n(declare)\n(declare i j)"},
		{"a.kt", "typealias A<B> = C<B>\nval d = e\ntypealias F = (G) -> H\nval i = j", "(declare)\n(declare d e)\n(declare)\n(declare i j)"},
		{"a.ps1", "using module a; $b = 1\nusing namespace c\n$d = 2", "(import)\n(assign = $b 1)\n(import)\n(assign = $d 2)"},
		{"a.ps1", "'{0}' -f $a, $b\n$c -in $d, $e\n$f -replace 'g', 'h' -split ','\n$i = $j ? $k : $l\n$m -eq $n -and $o", "(binary f '{0}' (list $a $b))\n(binary in $c (list $d $e))\n(call (member split (call (member replace $f) (list 'g' 'h'))) ',')\n(assign = $i (choice $j $k $l))\n(binary and (binary eq $m $n) $o)"},
		{"a.rb", "puts :a, *b, &c\nd -e\nf - g\nh ->(i) { j }\nk ::L\nm !n\no **p\nq %w[r s]\nt % u\nv [w]\nx[y]\nputs(z) if a1", "(call puts :a (wrapper b) (wrapper c))\n(call d (unary - e))\n(binary - f g)\n(call h (lambda (parameter i) (block j)))\n(call k L)\n(call m (unary ! n))\n(call o (unary ** p))\n(call q (unknown (template) (template)))\n(binary % t u)\n(call v (list w))\n(index x y)\n(if a1 (call puts z))"},
		{"a.pl", "f \\@a, %b;\nprint STDERR $c;\nd { $_->e } @f;\npush @g, $h;", "(call f (unary \\ @a) (unary % b))\n(call print (call STDERR $c))\nd\n(block (member e $_))\n@f\n(call push @g $h)"},
		{"a.c", "unsigned long a = b;\nstatic const struct c *d;\nconst char *e[] = { f, g };\nif (h) *i = j;\nwhile (k) --l;\nsize_t m, *n = o;", "(declare a b)\n(declare d)\n(declare e (list f g))\n(if h (block (assign = (wrapper i) j)))\n(loop k (block (unary -- l)))\n(declare m)\n(assign = n o)"},
		{"a.java", "final A<B> c = d;\nA.B[] e = f;\nint g = h, i;\nassert j : k;", "(declare c d)\n(declare e f)\n(declare g h i)\n(unary assert j)\n(unknown)\nk"},
		{"a.dart", "final String? a = b;\nlate final C d;\nE<F> g = h;\nconst i = j;\nif (k) l; else m;", "(declare a b)\n(declare d)\n(declare g h)\n(declare i j)\n(if k (block l) (block m))"},
		{"a.js", "if (a) -b;\nif (c) /d/.test(e);\nif (f) (g)();\nif (h) [i] = j;\nif (k)\n  l\nelse m\nwhile (n) o++;", "(if a (block (unary - b)))\n(if c (block (call (member test (pattern)) e)))\n(if f (block (call (wrapper g))))\n(if h (block (assign = (list i) j)))\n(if k (block l) (block m))\n(loop n (block (wrapper o)))"},
		{"a.rs", "if (a).b() { c }\nif (d) == e { f }\nwhile (g) { h }\nif !(i) { j }", "(if (call (member b (wrapper a))) (block c))\n(if (binary == (wrapper d) e) (block f))\n(loop g (block h))\n(if (unary ! (wrapper i)) (block j))"},
		{"a.swift", "if (a) && b { c() }\nif (d) == e { f() }\nif let g = h, i { j() }\nwhile (k) { l() }", "(if (binary && (wrapper a) b) (block (call c)))\n(if (binary == (wrapper d) e) (block (call f)))\n(if (declare g h) i (block (call j)))\n(loop k (block (call l)))"},
		{"a.go", "package a\nfunc b() { if (c) != d { e() }; for (f) { g() }; switch (h) { case i: j() } }", "(function b (block (if (binary != (wrapper c) d) (block (call e))) (loop (wrapper f) (block (call g))) (switch (wrapper h) (case i (block (call j))))))"},
		{"a.rb", "if (a) && b then c end\nwhile (d) do e end\nunless (f)\n  g\nend\nh if (i) || j", "(if (binary && (wrapper a) b) (block c))\n(loop (wrapper d) (block e))\n(if (unary unless (wrapper f)) (block g))\n(if (binary || (wrapper i) j) h)"},
		{"a.py", "match = a\nmatch.b\nmatch(c)\nmatch d:\n    case 1: e\nmatch (f, g):\n    case _:\n        h\nmatch, i = j", "(assign = match a)\n(member b match)\n(call match c)\n(switch d (case 1 (block e)))\n(switch (list f g) (case _ (block h)))\n(assign = (list match i) j)"},
		{"a.ex", "case {a, b} do\n  {c, d} -> e\nend\ncase f do\n  nil -> g\n  h when i -> j\nend", "(switch (record a b) (case (record c d) (block e)))\n(switch f (case nil (block g)) (case (binary when h i) (block j)))"},
		{"a.kt", "a { b: C, (d, e) -> f }\ng { it.h }\ni { j, k ->\n  l\n}\nval m: (N) -> O = { p -> q }\nr { -> s }", "(call a (lambda (parameter b) (parameter d) (parameter e) f))\n(call g (lambda (member h it)))\n(call i (lambda (parameter j) (parameter k) l))\n(declare m (lambda (parameter p) q))\n(call r (lambda s))"},
		{"a.swift", "a { [weak self] b, c in d }\ne { (f: G) -> H in i }\nj { k in\n  l\n}\nm { $0 + $1 }", "(call a (lambda (parameter b) (parameter c) d))\n(call e (lambda (parameter f) i))\n(call j (lambda (parameter k) l))\n(call m (lambda (binary + $0 $1)))"},
		{"a.groovy", "a { b, c -> d }\ne { it.f }\ng.each { h = i -> j }\nk = { -> l }", "(call a (lambda (parameter b) (parameter c) d))\n(call e (lambda (member f it)))\n(call (member each g) (lambda (assign = h (lambda (parameter i) j))))\n(assign = k (lambda l))"},
		{"a.scala", "a { b => c }\nd.map { case E(f) => g }\ni(_.j)\nk { (l: M) => n }\no.foreach { p =>\n  q\n}", "(call a (lambda (parameter b) c))\n(call (member map d) (lambda (parameter E) (parameter f) g))\n(call i (member j _))\n(call k (lambda (parameter l) n))\n(call (member foreach o) (lambda (parameter p) q))"},
		{"a.cs", "Func<A> b = c => d;\ne(async (f, g) => { h(); });\nvar i = j switch { K l => m, _ => n };\nif (o) { } else if (p) q(); else r();", "(declare b (lambda (parameter c) d))\n(call e (lambda (parameter f) (parameter g) (block (call h))))\n(declare i (switch j (case (declare l) (block m)) (case _ (block n))))\n(if o (block) (if p (block (call q)) (block (call r))))"},
		{"a.php", "<?php if ($a) -$b; elseif ($c) { $d; } else $e;\nforeach ($f as $g => $h): $i; endforeach;\n$j = $k ?: $l;\n$m = static fn(N $o): P => $q;", "(if $a (block (unary - $b)) (if $c (block $d) (block $e)))\n(loop $f (lambda (parameter $g) $h) (block $i))\n(assign = $j (binary ?: $k $l))\n(assign = $m (lambda (parameter $o) $q))"},
		{"a.ts", "function a<B extends C>(this: D, e?: F, ...g: H[]): asserts e is F { i }\nabstract class J<K> extends L<K> implements M { abstract n(): O; private constructor(private readonly p: Q) { super() } }", "(function a (parameter this) (parameter e) (parameter g) (block i))\n(class J L M (block (call n) (unknown) O (function constructor (parameter p) (block (call super)))))"},
		{"a.py", "def a(b: C = d, /, *e, f=g, **h) -> I: j\nasync def k(): await l\nclass M(N, o=P):\n    q: R = s\n    t = u", "(function a (parameter b d) (parameter) (parameter e) (parameter f g) (parameter h) I (block j))\n(function k (block (wrapper l)))\n(class M N (pair o P) (block (declare q R s) (assign = t u)))"},
		{"a.py", "a = b if c else d\ne = lambda f, *g: h\ni = [j for k in l if m for n in o]\np = {q: r for q in s}\nt = u[v:w, x]", "(assign = a (choice c b d))\n(assign = e (lambda (parameter f) (parameter g) h))\n(assign = i (list j (loop k l m n o)))\n(assign = p (record (pair q r) (loop q s)))\n(assign = t (index u v (unknown w) x))"},
		{"a.rs", "let a = if b { c } else { d };\nlet e = loop { break f };\nlet g = h?.i()?;\nlet Some(j) = k else { return };\nlet l = m as n;", "(declare a (if b (block c) (block d)))\n(declare e (loop (block (leave f))))\n(declare g (wrapper (call (member i (wrapper h)))))\n(declare Some (unknown j) k (block (return)))\n(declare l (wrapper m))"},
		{"a.dart", "var a = b ? c : d;\nf() => g;\nFuture<H> i() async => await j;\nclass K { K(this.l, {required this.m}); K.n() : l = o; }", "(declare a (choice b c d))\n(call f)\n(unknown)\ng\n(function i (wrapper j))\n(class K (block (function K (parameter l) (parameter m)) (function n (assign = l o))))"},
		{"a.kt", "val a = if (b) -1 else c\nif (d) !e\nval f = if (g) (h) else i", "(declare a (if b (block (unary - 1)) (block c)))\n(if d (block (unary ! e)))\n(declare f (if g (block (wrapper h)) (block i)))"},
		{"a.scala", "val a = if (b) -1 else c\nval d = if (e) && f then g else h", "(declare a (if b (block (unary - 1)) (block c)))\n(declare d (if (binary && (wrapper e) f) (block g) (block h)))"},
		{"a.java", "if (a) ++b; else --c;\nfor (d = 0; d < e; d++) f();\nwhile (g) -h.i();\nreturn (j) + k;", "(if a (block (unary ++ b)) (block (unary -- c)))\n(loop (assign = d 0) (binary < d e) (wrapper d) (block (call f)))\n(loop g (block (unary - (call (member i h)))))\n(return (binary + (wrapper j) k))"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}
