package parse_test

import "testing"

// Further trees, by what decides between two ways to read a word or a bracket.
func TestTreesByOneWord(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.ps1", "$a = -$b\n$c = +$d\n$e = ,$f\n--$g", "(assign = $a (wrapper $b))\n(assign = $c (wrapper $d))\n(assign = $e (wrapper $f))\n(wrapper $g)"},
		{"a.ps1", "$a.$($b) = 1\n$c.$d\n$e.'f'", "(assign = (call (member $ $a) $b) 1)\n(member $d $c)\n(member 'f' $e 'f')"},
		{"a.rb", "f 'A', b: 'c' do |v|\n  v.d\nend\nputs e.map do |g|\n  g\nend\nx = h.map do |i|\n  i\nend\nf(j do\n  k\nend)", "(call f 'A' (pair b 'c') (lambda (parameter v) (block (member d v))))\n(call puts (member map e) (lambda (parameter g) (block g)))\n(assign = x (call (member map h) (lambda (parameter i) (block i))))\n(call f (call j (lambda (block k))))"},
		{"a.java", "interface A {\n  B c(D e);\n  default F g() { return h; }\n}", "(class A (block (function c (parameter e)) default (function g (block (return h)))))"},
		{"a.kt", "fun interface A { fun b(c: D): E }", "(class A (block (function b (parameter c))))"},
		{"a.groovy", "assert a : 'b'\nassert c.d != null", "(unary assert a)\n(unknown)\n'b'\n(unary assert (binary != (member d c) null))"},
		{"a.kt", "a.any(B?::c)", "(call (member any a) (member c B))"},
		{"a.py", "match a:\n    case B() as c:\n        d()\n    case [e, *f] if g:\n        h()\n    case _:\n        pass", "(switch a (case (binary as (call B) c) (block (call d))) (case (list e (wrapper f)) (if g) (block (call h))) (case _ (block (leave))))"},
		{"a.rb", "def [](a)\n  b\nend\ndef []=(a, b)\n  c\nend\ndef self.d(e) = f", "(function ] (parameter a) (block b))\n(function = (parameter a) (parameter b) (block c))\n(function d (parameter e) f)"},
		{"a.rb", "a = class << self\n  b\nend\nc and return d\ne or raise f", "(assign = a (class self (block b)))\n(binary and c (return d))\n(binary or e (call raise f))"},
		{"a.cs", "class A : B { A(int c) : base(c) { d(); } A() : this(1) { } }", "(class A B (block (function A (parameter c) (call base c) (block (call d))) (function A (call this 1) (block))))"},
		{"a.kt", "class A(b: C) : D(b) { constructor(e: F) : this(e.g) { h() } }", "(class A (parameter b) (call D b) (block (function constructor (parameter e) (call this (member g e)) (block (call h)))))"},
		{"a.py", "a = b not in c\nd = e is not f\ng = not h in i", "(assign = a (binary not b c))\n(assign = d (binary is e f))\n(assign = g (unary not (binary in h i)))"},
		{"a.kt", "val a = b !in c\nval d = e !is F\nval g = !h", "(declare a (binary ! b c))\n(declare d (binary ! e F))\n(declare g (unary ! h))"},
		{"a.c", "struct row *rows;\nstruct row a = { b };\nenum kind c(void);\nunion u *d, e[2];", "(declare rows)\n(declare a (list b))\nkind\n(call c void)\n(declare d e 2)"},
		{"a.ts", "class A { a?: string; b!: number; c: D = e; f = g; h(i?: J): K { return l; } }", "(class A (block (declare a) (declare b) (declare c e) (assign = f g) (function h (parameter i) (block (return l)))))"},
		{"a.ts", "type A = { b: c };\nconst d = <E>f;\nlet g = h as I;\nlet j = k!.l;", "(declare)\n(declare d (wrapper f))\n(declare g (wrapper h))\n(declare j (member l (wrapper k)))"},
		{"a.go", "package a\nvar b = C{D: e}\nvar f = g{h, i}\nfunc j() { if k { l() }; for _, m := range n { o() } }", "(declare b (record (pair : D e)))\n(declare f (list h i))\n(function j (block (if k (block (call l))) (loop _ m n (block (call o)))))"},
		{"a.rs", "let a = B { c, d: e };\nif f { g() }\nmatch h { I { j } => k, _ => l }\nlet m = |(n, o), &p| q;", "(declare a (record B c (pair d e)))\n(if f (block (call g)))\n(switch h (case I (block j) (block k)) (case _ (block l)))\n(declare m (lambda (parameter (list n o)) (parameter p) q))"},
		{"a.swift", "let a = b { c in d }\nlet e = f(g) { $0.h }\nif i { j() }\nguard let k = l else { return }", "(declare a (call b (lambda (parameter c) d)))\n(declare e (call f g (lambda (member h $0))))\n(if i (block (call j)))\n(if (unary guard (declare k l)) (block (return)))"},
		{"a.scala", "val a = b { case (c, d) if e(c) => f }", "(declare a (call b (lambda (parameter c) (parameter d) (call e c) f)))"},
		{"a.lua", "local a <const> = b\nlocal c, d <close> = e()", "(declare a b)\n(declare c d (call e))"},
		{"a.php", "<?php $a = new class { function b() { return $c; } };\n$d = fn($e) => $f;\n$g = match ($h) { 'i', 'j' => $k, default => $l };", "(assign = $a (unary new (class (block (function b (block (return $c)))))))\n(assign = $d (lambda (parameter $e) $f))\n(assign = $g (switch $h (case 'i' 'j' (block $k)) (case (block $l))))"},
		{"a.dart", "var a = b?.c ?? d;\nvar e = f!.g;\nfinal h = switch (i) { 'j' => k, _ => l };\nvar m = [...n, if (o) p];", "(declare a (binary ?? (member c b) d))\n(declare e (member g (wrapper f)))\n(declare h (switch i (case 'j' (block k)) (case _ (block l))))\n(declare m (list (wrapper n) (call if o) (unknown p)))"},
		{"a.ex", "with {:ok, a} <- b, c = d do\n  e\nelse\n  f -> g\nend\nunless h, do: i", "(loop (assign <- (record :ok a) b) (assign = c d) (block e) (switch (case f (block g))))\n(if (unary unless h) (pair do i))"},
		{"a.java", "var a = switch (b) { case \"c\", \"d\" -> e; default -> throw f; };\nG h = i -> j;\nK l = M::n;\nif (o instanceof P q && q.r()) { }", "(declare a (switch b (case \"c\" \"d\" (block e)) (case (block (throw f)))))\n(declare h (lambda (parameter i) j))\n(declare l (member n M))\n(if (binary && (binary instanceof o P q) (call (member r q))) (block))"},
		{"a.js", "a: for (const [b, { c }] of d) { if (e) continue a; }\nf?.[g]?.(h);\nconst i = async ({ j = k }, ...l) => m;", "a\n(unknown)\n(loop (declare (list b (record c))) d (block (if e (block (leave a)))))\n(call (index f g) h)\n(declare i (lambda (parameter (record (pair j k))) (parameter l) m))"},
		{"a.js", "class A extends B { static #c = d; get e() { return f; } static { g(); } *h() { yield i; } }", "(class A B (block (assign = #c d) (function e (block (return f))) (block (call g)) (function h (block (wrapper i)))))"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}

// How functions are written, and what they are given: names, defaults, patterns, types.
func TestTreesOfFunctions(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.ex", "a = fn {b, c} -> d end\ne = fn %{f: g}, [h] -> i end\nj = fn k, _ -> k end", "(assign = a (lambda (parameter (record b c)) (block d)))\n(assign = e (lambda (parameter (record (pair f g))) (parameter (list h)) (block i)))\n(assign = j (lambda (parameter k) (parameter _) (block k)))"},
		{"a.c", "int f(a, b)\nint a;\nchar *b;\n{ g(a); }\nint h(a) { return a; }\nl(m)\nn();", "(function f (parameter a) (parameter b) (block (call g a)))\n(function h (parameter a) (block (return a)))\n(call l m)\n(call n)"},
		{"a.rs", "macro_rules! m { ($a:expr, $($b:literal),+ $(,)?) => { f($a, $(g($b)),+) }; () => { h() }; }\nm!(1, 2, 3);", "(block (function m (parameter $a) (parameter $b) (block (call f $a (block (call g $b))))) (function m (block (call h))))\n(call (wrapper m) 1 2 3)"},
		{"a.ps1", "using namespace A.B\n$c = 1; using module D; $e = 2\nthrow $f; break", "(import)\n(assign = $c 1)\n(import)\n(assign = $e 2)\n(throw $f)\n(leave)"},
		{"a.kt", "when (a) { in b -> c; !in d -> e; is F -> g; !is H -> i; j, k -> l; else -> m }", "(switch a (case (unary in b) (block c)) (case (unary ! (unary in d)) (block e)) (case (unary is F) (block g)) (case (unary ! (unary is H)) (block i)) (case j k (block l)) (case (block m)))"},
		{"a.rb", "def f a, b = 1\n  c\nend\ndef g(d); e; end\ndef h(i, j = k, *l, m: 1, n:, **o, &p) = q", "(function f (parameter a) (parameter b 1) (block c))\n(function g (parameter d) (block e))\n(function h (parameter i) (parameter j k) (parameter l) (parameter m 1) (parameter n) (parameter o) (parameter p) q)"},
		{"a.ex", "def a(b, c \\\\ 1) when d(b) do\n  e\nend\ndefp f g, h do\n  i\nend", "(function a (parameter b) (parameter c 1) (if (call d b)) (block e))\n(function f (parameter g) (parameter h) (block i))"},
		{"a.ts", "function a(b?: c, d: E = f, ...g: h[]) { }", "(function a (parameter b) (parameter d f) (parameter g) (block))"},
		{"a.php", "<?php function a(?B $c = null, int|string $d = 1, &$e, ...$f): ?G { return $h; }", "(function a (parameter $c null) (parameter $d 1) (parameter $e) (parameter $f) (block (return $h)))"},
		{"a.swift", "func a(_ b: C, to d: E = f, g: H...) -> I { j }", "(function a (parameter b) (parameter d f) (parameter g) (block j))"},
		{"a.py", "def a(b, /, c: D = e, *f, g=1, **h) -> i:\n    return j\nk = lambda l, m=n: o", "(function a (parameter b) (parameter) (parameter c e) (parameter f) (parameter g 1) (parameter h) i (block (return j)))\n(assign = k (lambda (parameter l) (parameter m n) o))"},
		{"a.lua", "function a.b:c(d, ...) return d end\nlocal function e(f) end\ng = function(h) i() end", "(function c (parameter d) (parameter) (block (return d)))\n(function e (parameter f) (block))\n(assign = g (lambda (parameter h) (block (call i))))"},
		{"a.scala", "def a(b: C, d: E = f)(implicit g: H): I = j\nval k = (l: M) => n\nval o: P => Q = _.r", "(function a (parameter b) (parameter d f) (parameter g) j)\n(declare k (lambda (parameter l) n))\n(declare o (member r _))"},
		{"a.cs", "A B(C d = null, params E[] f) => g;\nH I<J>(this K l) where J : M { return n; }\nFunc<O, P> q = r => s;", "(function B (parameter d null) (parameter f (list)) g)\n(function I (parameter l) (block (return n)))\n(declare q (lambda (parameter r) s))"},
		{"a.go", "package a\nfunc (b *C) D(e, f int, g ...string) (h string, err error) { return }\nvar i = func(j K) L { return m }", "(function D (parameter e) (parameter f) (parameter g) (block (return)))\n(declare i (lambda (parameter j) (block (return m))))"},
		{"a.ps1", "function A([string]$b = 'c', [Parameter(Mandatory)] $d) { param($e, [int]$f = 1) $g }", "(function A (parameter $b 'c') (parameter $d) (parameter $e) (parameter $f 1) (block $g))"},
		{"a.kt", "fun <T> A.b(c: D = e, vararg f: G): H? = i\nval j: (K) -> L = { m, n -> o }", "(function b (parameter c e) (parameter f) i)\n(declare j (lambda (parameter m) (parameter n) o))"},
		{"a.java", "<T extends A> List<T> b(final C<D, E> f, G... h) throws I { return j; }\nRunnable k = () -> l();\nBiFunction<M, N, O> p = (q, r) -> s;", "(function b (parameter f) (parameter h) (block (return j)))\n(declare k (lambda (call l)))\n(declare p (lambda (parameter q) (parameter r) s))"},
		{"a.rs", "fn a<'b, T: C>(&mut self, d: &'b str, (e, f): (G, H)) -> Option<I> where T: J { k }\nlet l = move |m: N, &o| p;", "(function a (parameter self) (parameter d) (parameter (list e f) (list G H)) (block k))\n(declare l (wrapper (lambda (parameter m) (parameter o) p)))"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}
