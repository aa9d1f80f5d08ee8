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
		{"a.kt", "class A(b: C) : D(b) { constructor(e: F) : this(e.g) { h() } }", "(class A (parameter b) (call D b) (block (function constructor (parameter e) (unknown (member g e)) (block (call h)))))"},
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
