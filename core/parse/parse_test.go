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
		{"a.cpp", "class A {\n  A(int b, C c = d) : b_(move(b)), n_{1}, ns::E<F>(c) { g(); }\n};\nvoid h() { I j(\"k\"); I l{m}; std::string n(o.p()); I q(R s); t(u); }\nint v(int w);", "(class A (block (function A (parameter b) (parameter c d) (call b_ (call move b)) (call n_ 1) (call E c) (block (call g)))))\n(function h (block (declare j (unknown \"k\")) (declare l (unknown m)) (declare n (unknown (call (member p o)))) (wrapper (call q R (unknown s))) (call t u)))\nint\n(call v int (unknown w))"},
		{"a.dart", "class A {\n  A(this.b, {this.c = 'd'});\n  A.e(F f) : b = f, super(f);\n  const A.g(this.b);\n  H i(J k);\n}\nenum L { m('n'), o('p'); const L(this.q); final String q; }", "(class A (block (function A (parameter b) (parameter c 'd')) (function e (parameter f) (assign = b f) (call super f)) (function g (parameter b)) (function i (parameter k))))\n(class L (block (call m 'n') (call o 'p') (function L (parameter q)) (declare q)))"},
		{"a.py", "def a(b=...):\n    assert (c := d), \"e\"\n    if b is ...: f()\n", "(function a (parameter b ...) (block (list (unary assert (wrapper (binary := c d))) \"e\") (if (binary is b ...) (block (call f)))))"},
		{"a.py", "a = b or \\\n  c\nd = e", "(assign = a (binary or b c))\n(assign = d e)"},
		{"a.c", "#define A(b) c(b)\n#define D(e, f) f = g(#e); \\\n  h(f)\n#define I (j)\nk(L \"m\", \"n\" O);", "(function A (parameter b) (call c b))\n(function D (parameter e) (parameter f) (block (assign = f (call g (unary #))) (call h f)))\n(unknown)\ndefine\n(call I j)\n(call k (template L \"m\") (template \"n\" O))"},
		{"a.c", "int\na(b, c)\n\tint b;\n\tchar *c[];\n{\n\treturn d;\n}\nint e(f);\nint g() { return h; }", "(function a (parameter b) (parameter c) (block (return d)))\nint\n(call e f)\n(function g (block (return h)))"},
		{"a.c", "#if A\nint b;\n#else\nint c;\n#endif\nint d() {\n#ifdef E\n  f();\n# if G\n  h();\n# endif\n#elif I\n  j();\n#else\n  k();\n#endif\n  if (l) {\n#ifdef M\n    n();\n  } else {\n#endif\n    o();\n  }\n}", "(unknown)\n(declare b)\n(unknown)\n(declare c)\n(unknown)\n(function d (block (if (unknown) (block (call f) (unknown) (call h) (unknown)) (if (unknown) (block (call j)) (block (call k)))) (if l (block (unknown) (call n)) (block (unknown) (call o)))))"},
		{"a.pl", "sub a { return bless { b => c }, shift; }\nbless $d, $e;", "(function a (block (return (call bless (record (pair b c)) shift))))\n(call bless $d $e)"},
		{"a.pl", "a if defined $b && $c; d(exists $e ? f : g); -e $h || die;", "(if (binary && (call defined $b) $c) a)\n(call d (choice (call exists $e) f g))\n(binary || (unary - (call e $h)) die)"},
		{"a.cs", "class A { public string B { get; set; } = \"c\"; [D(\"e\")] int[] F<T>(T g) { return h; } }", "(class A (block (declare B \"c\") (wrapper (wrapper (call D \"e\")) (function F (parameter g) (block (return h))))))"},
		{"a.rs", "struct A { #[b(env = \"C\")] d: Option<E>, f: G }\nmatch h { 1 | 2 => i, _ => j }", "(class A (block (wrapper (wrapper (call b (assign = env \"C\"))) (declare d)) (declare f)))\n(switch h (case (binary | 1 2) (block i)) (case _ (block j)))"},
		{"a.java", "class A { int[] b() { return c; } <T> T d(Class<T> e) { return f; } static { g(); } }", "(class A (block (function b (block (return c))) (function d (parameter e) (block (return f))) (block (call g))))"},
		{"a.kt", "val f = { a: Int, b -> a + b }\nlist.map { (k, v) -> k }", "(declare f (lambda (parameter a) (parameter b) (binary + a b)))\n(call (member map list) (lambda (parameter k) (parameter v) k))"},
		{"a.go", "package a\nvar b, c = d, e\nfunc (f *G) H() { var i int; if j { return }; select { case k := <-l: m() }; defer n() }", "(declare b c d e)\n(function H (block (declare i) (if j (block (return))) (switch (case (declare k (unary <- l)) (block (call m)))) (wrapper (call n))))"},
		{"a.ts", "class A { @B('c') d?: string = e; static async f<T>(g: T[]): Promise<void> {} }\nlet h: string\nh = i\n;[j] = k", "(class A (block (wrapper (wrapper (call B 'c')) (declare d e)) (function f (parameter g) (block))))\n(declare h)\n(assign = h i)\n(assign = (list j) k)"},
		{"a.rb", "a = if b then c else d end\ne&.f(*g, **h, &i)\nj.k do |l, (m, n)| o end\nwhile p do q end\nx = y[1..]", "(assign = a (if b (block c) (block d)))\n(call (member f e) (wrapper g) (unary ** h) (wrapper i))\n(call (member k j) (lambda (parameter l) (parameter (list m n)) (block o)))\n(loop p (block q))\n(assign = x (index y (binary .. 1)))"},
		{"a.c", "static int a(const char *b, int c) { switch (c) { case 1: return 2; default: break; } do { d(); } while (e); return b ? 1 : 0; }\n#define F \"G\"", "(function a (parameter b) (parameter c) (block (switch c (case 1 (block (return 2))) (case (block (leave)))) (loop (block (call d)) e) (return (choice b 1 0))))\n(unknown)\ndefine\nF\n\"G\""},
		{"a.ps1", "$a = $env:B ?? 'c'; if (-not $a -or $d.E -eq 1) { throw 'f' } elseif ($g) { h } else { exit 2 }", "(assign = $a (binary ?? (member B $env) 'c'))\n(if (wrapper (binary or (unary not $a) (binary eq (member E $d) 1))) (block (throw 'f')) (if (wrapper $g) (block (call h)) (block (call exit 2))))"},
		{"a.ps1", "function Get-A([int]$b = 1) { param() }\nfunction c { [D()] param([string]$e, $f = 'g') [int]$h = $e\n $h }\nGet-A -B 2 x\\y 'z' -Force", "(function Get-A (parameter $b 1) (block))\n(function c (parameter $e) (parameter $f 'g') (block (assign = (wrapper $h) $e) $h))\n(call Get-A (pair B 2) x\\y 'z' (pair Force))"},
		{"a.ps1", "@('a', 'b') | Where-Object { -not [C]::D($_) } | e\n@{ f = 1; 'g' = \"$h $(i j)\" }\nforeach ($k in $l, $m) { n $k }", "(call (member e (call (member Where-Object (wrapper (list 'a' 'b'))) (lambda (block (unary not (call (member D C) $_)))))))\n(record (pair f 1) (pair 'g' (template $h (call i j))))\n(loop $k (list $l $m) (block (call n $k)))"},
		{"a.ps1", "switch ($a) { 'b' { c } default { d } }\ntry { e } catch [F] { g } finally { h }\nif (Test-Path env:i) { & $j `\n -K [int]$l[0].M(1) }", "(switch (wrapper $a) (case 'b' (block (call c))) (case (block (call d))))\n(try (block (call e)) (catch (block (call g))) (block (call h)))\n(if (wrapper (call Test-Path env:i)) (block (call $j (pair K (unknown (call (member M (index $l 0)) 1))))))"},
		{"a.lua", "for i = 1, 10 do a(i) end\nfor k, v in pairs(b) do c[k] = v end\nrepeat d() until e\nlocal f = { g = 1, ['h'] = 2, 3 }", "(loop (assign = i 1) 10 (block (call a i)))\n(loop k v (call pairs b) (block (assign = (index c k) v)))\n(loop (block (call d)) e)\n(declare f (record (pair g 1) (pair = (list 'h') 2) 3))"},
		{"a.ex", "with {:ok, a} <- b(), c <- d do\n  e\nelse\n  _ -> f\nend\ng = fn h, i -> h + i end\n%{j: 1, \"k\" => l}", "(loop (assign <- (record :ok a) (call b)) (assign <- c d) (block e) (switch (case _ (block f))))\n(assign = g (lambda (parameter h) (parameter i) (block (binary + h i))))\n(unary % (record (pair j 1) (pair => \"k\" l)))"},
		{"a.kt", "class A(val b: String = \"c\", d: Int) : E(d) { companion object { const val F = \"G\" } }\nfor ((k, v) in m) n(k)\ntry { o() } catch (e: P) { q() }", "(class A (parameter b \"c\") (parameter d) (call E d) (block (class (block (declare F \"G\")))))\n(loop (list k v) m (block (call n k)))\n(try (block (call o)) (catch e P (block (call q))))"},
		{"a.swift", "if let f = g, f > 1 { h() } else if i { j() }\nif let a = b, let c = d { e() }\nguard let a = b, c else { return }", "(if (declare f g) (binary > f 1) (block (call h)) (if i (block (call j))))\n(if (declare a b) (declare c d) (block (call e)))\n(if (unary guard (declare a b) c) (block (return)))"},
		{"a.php", "<?php if ($a): b(); elseif ($c): d(); else: e(); endif; foreach ($f as $g): h(); endforeach; i();", "(if $a (block (call b)) (if $c (block (call d)) (block (call e))))\n(loop $f $g (block (call h)))\n(call i)"},
		{"a.cs", "using I;\nusing (var j = k) { l(); }\nusing var m = n; o();", "(import)\n(try (declare j k) (block (call l)))\n(declare m n)\n(call o)"},
		{"a.ts", "switch (m) { case 'a': case 'b': f(); break; default: g() }", "(switch m (case 'a' (block)) (case 'b' (block (call f) (leave))) (case (block (call g))))"},
		{"a.ts", "do { x++ } while (!x); for (const k of a) f(k); for (let i = 0; i < n; i++) g(i)", "(loop (block (wrapper x)) (unary ! x))\n(loop (declare k) a (block (call f k)))\n(loop (declare i 0) (binary < i n) (wrapper i) (block (call g i)))"},
		{"a.ts", "const f = async <T,>(k: string, d?: T): Promise<T> => { return (await g(k)) as T }", "(declare f (lambda (parameter k) (parameter d) (block (return (wrapper (wrapper (wrapper (call g k))))))))"},
		{"a.ts", "const f = <T extends string>(k: string): T => (g(k)) as T", "(declare f (lambda (parameter k) (wrapper (wrapper (call g k)))))"},
		{"a.ts", "export default { a: b || 'c', d: { e } }", "(record (pair a (binary || b 'c')) (pair d (record e)))"},
		{"a.ts", "class A extends B { get b(): string { return this.c!.d?.e ?? 'f' } }", "(class A B (block (function b (block (return (binary ?? (member e (member d (wrapper (member c this)))) 'f'))))))"},
		{"a.js", "try { f() } catch { g() } finally { h() }", "(try (block (call f)) (catch (block (call g))) (block (call h)))"},
		{"a.js", "a ||= b; a = b ? c : d ? e : f; `x${y}z`; /a[/]b/.test(c)", "(assign ||= a b)\n(assign = a (choice b c (choice d e f)))\n(template y)\n(call (member test (pattern)) c)"},
		{"a.js", "x => x.y; (a, b = 1, ...c) => ({ d: a })", "(lambda (parameter x) (member y x))\n(lambda (parameter a) (parameter b 1) (parameter c) (wrapper (record (pair d a))))"},
		{"a.py", "with open(a) as f, g(b):\n  h(f)", "(try (call open a) f (call g b) (block (call h f)))"},
		{"a.py", "for i, (a, b) in enumerate(c):\n  d\nelse:\n  e", "(loop i (list a b) (call enumerate c) (block d) (block e))"},
		{"a.py", "match x:\n  case 'a' | 'b' if y:\n    f()\n  case _:\n    g()", "(switch x (case (binary | 'a' 'b') (if y) (block (call f))) (case _ (block (call g))))"},
		{"a.py", "x = {**a, 'b': c}\ny = {k: v for k, v in d.items()}\nif (n := f(x)) > 1: pass", "(assign = x (record (unary ** a) (pair : 'b' c)))\n(assign = y (record (pair k v) (loop k v (call (member items d)))))\n(if (binary > (wrapper (binary := n (call f x))) 1) (block (leave)))"},
		{"a.py", "class A(B, metaclass=C):\n  d: Optional[str] = Field(None, env='E')\n  def __init__(self): pass", "(class A B (pair metaclass C) (block (declare d (index Optional str) (call Field None (pair env 'E'))) (function __init__ (parameter self) (block (leave)))))"},
		{"a.py", "assert a, 'b'\nraise E('f') from g\nreturn not i", "(list (unary assert a) 'b')\n(throw (call E 'f') g)\n(return (unary not i))"},
		{"a.rb", "x = ENV.fetch('A') { |k| raise k } unless y\n", "(if (unary unless y) (assign = x (call (member fetch ENV) 'A' (lambda (parameter k) (throw k)))))"},
		{"a.rb", "case x\nwhen 'a', 'b' then f\nelse g\nend\nbegin\n  h\nrescue E => e\n  i\nensure\n  j\nend", "(switch x (case 'a' 'b' (block f)) (case (block g)))\n(try (block h) (catch E e (block i)) (block j))"},
		{"a.rb", "class A < B\n  attr_reader :c\n  def d(e, f: 1) = e || f\n  def self.g; @h ||= i; end\nend", "(class A B (block (call attr_reader :c) (function d (parameter e) (parameter f 1) (binary || e f)) (function g (block (assign ||= @h i)))))"},
		{"a.rb", "f a, b or raise 'c'\nf(a or b)\n", "(binary or (call f a b) (call raise 'c'))\n(call f (binary or a b))"},
		{"a.php", "<?php $a = $b['c'] ?? getenv('D') ?: 'e'; $f = fn($x) => $x?->y;", "(assign = $a (binary ?: (binary ?? (index $b 'c') (call getenv 'D')) 'e'))\n(assign = $f (lambda (parameter $x) (member y $x)))"},
		{"a.php", "<?php $x = match (true) { $a === 'b' => 1, default => throw new E('f') }; class A { public function __construct(private string $b = 'c') {} }", "(assign = $x (switch true (case (binary === $a 'b') (block 1)) (case (block (unary throw (unary new (call E 'f')))))))\n(class A (block (function __construct (parameter $b 'c') (block))))"},
		{"a.java", "String a = System.getenv(\"B\"); if (a == null) throw new E(\"c\"); int d = (int) e; List<String> f = g.stream().map(h -> h.i()).toList();", "(declare a (call (member getenv System) \"B\"))\n(if (binary == a null) (block (throw (call E \"c\"))))\n(declare d (wrapper e))\n(declare f (call (member toList (call (member map (call (member stream g))) (lambda (parameter h) (call (member i h)))))))"},
		{"a.java", "class A { private final String b; A(String c) { this.b = c; } @D(\"e\") int f() throws G { return switch (h) { case 1 -> 2; default -> 3; }; } }", "(class A (block (declare b) (function A (parameter c) (block (assign = (member b this) c))) (wrapper (wrapper (call D \"e\")) (function f (block (return (switch h (case 1 (block 2)) (case (block 3)))))))))"},
		{"a.kt", "val a = System.getenv(\"B\") ?: error(\"c\")\nwhen (d) { \"e\", \"f\" -> g()\n else -> h() }\nfun i(j: String, k: Int = 1): String? = l?.let { it.m() }", "(declare a (binary ?: (call (member getenv System) \"B\") (call error \"c\")))\n(switch d (case \"e\" \"f\" (block (call g))) (case (block (call h))))\n(function i (parameter j) (parameter k 1) (call (member let l) (lambda (call (member m it)))))"},
		{"a.rs", "let a = match env::var(\"B\") { Ok(v) if v > 1 => v, Err(_) => return, _ => \"c\".into() }; if let Some(x) = y { f!(x) } else { g()? }", "(declare a (switch (call (member var env) \"B\") (case (call Ok v) (if (binary > v 1)) (block v)) (case (call Err _) (block (return))) (case _ (block (call (member into \"c\"))))))\n(if (declare Some (unknown x) y) (block (call (wrapper f) x)) (block (wrapper (call g))))"},
		{"a.rs", "fn f<T: A>(&self, k: &str) -> Result<T, E> { let v = std::env::var(k)?; v.parse::<T>().map_err(|e| E(e)) }", "(function f (parameter self) (parameter k) (block (declare v (wrapper (call (member var (member env std)) k))) (call (member map_err (call (wrapper (member parse v)))) (lambda (parameter e) (call E e)))))"},
		{"a.swift", "guard let a = env[\"B\"], !a.isEmpty else { fatalError(\"c\") }\nlet d = a.map { $0 + 1 } ?? e\nswitch f { case .g, .h: i()\ndefault: break }", "(if (unary guard (declare a (index env \"B\")) (unary ! (member isEmpty a))) (block (call fatalError \"c\")))\n(declare d (binary ?? (call (member map a) (lambda (binary + $0 1))) e))\n(switch f (case (member g) (member h) (block (call i))) (case (block (leave))))"},
		{"a.dart", "final a = Platform.environment['B'] ?? 'c'; String i({required String j, int k = 1}) => j;", "(declare a (binary ?? (index (member environment Platform) 'B') 'c'))\n(function i (parameter j) (parameter k 1) j)"},
		{"a.cs", "var a = Environment.GetEnvironmentVariable(\"B\") ?? throw new E(); var x = a switch { \"c\" => 1, _ => 2 };", "(declare a (binary ?? (call (member GetEnvironmentVariable Environment) \"B\") (throw (call E))))\n(declare x (switch a (case \"c\" (block 1)) (case _ (block 2))))"},
		{"a.scala", "val a = sys.env.getOrElse(\"B\", \"c\"); a match { case \"d\" | \"e\" => f case x if x > 1 => g case _ => h }", "(declare a (call (member getOrElse (member env sys)) \"B\" \"c\"))\n(switch a (case (binary | \"d\" \"e\") (block f)) (case x (if (binary > x 1)) (block g)) (case _ (block h)))"},
		{"a.scala", "val a = for (i <- j) yield m(i)\nval b = for { i <- j } yield { i }", "(declare a (loop (assign <- i j) (block (call m i))))\n(declare b (loop (assign <- i j) (block i)))"},
		{"a.scala", "for { (a, b) <- c; d = a if d > 1\n e <- f } g\nfor (a <- 1 to b if a > 1; c <- d) yield e\nfor a <- b; c <- d do e", "(loop (assign <- (list a b) c) (assign = d a) (if (binary > d 1)) (assign <- e f) (block g))\n(loop (assign <- a (binary to 1 b)) (if (binary > a 1)) (assign <- c d) (block e))\n(loop (assign <- a b) (assign <- c d) (block e))"},
		{"a.scala", "object A:\n  def b(c: D): E =\n    val f = g\n    f match\n      case H(i) => i\n      case _ =>\n        j\n  end b\n  def k = l\nend A\nm", "(class A (block (function b (parameter c) (block (declare f g) (switch f (case (call H i) (block i)) (case _ (block j))))) (function k l)))\nm"},
		{"a.scala", "val a =\n  val b = c\n  b\nval d =\n  e\nf =\n  if g then\n    h\n    i\n  else j\n", "(declare a (block (declare b c) b))\n(declare d e)\n(assign = f (if g (block h i) (block j)))"},
		{"a.scala", "try\n  a\ncatch\n  case b: C => d\nfinally e\nval f = try g catch case _: H => i\nfor\n  j <- k\n  l <- m\nyield n", "(try (block a) (catch (switch (case b (block d)))) (block e))\n(declare f (try (block g) (catch (switch (case _ (block i))))))\n(loop (assign <- j k) (assign <- l m) (block n))"},
		{"a.scala", "extension (a: B)\n  def c = d\nextension [T](e: F[T]) def g = h\nextension(i)\nval j = k.map: l =>\n  m\n  n\nval o = P:\n  q", "(class (parameter a) (block (function c d)))\n(class (parameter e (list T)) (function g h))\n(call extension i)\n(declare j (call (member map k) (lambda (parameter l) m n)))\n(declare o (call P (lambda q)))"},
		{"a.scala", "a get \"B\" map (_.c) getOrElse d\ne getOrElse (\"F\", g)\nh foreach { i => j }\nif (k contains l) m else n\no match { case p if q eq r => s }", "(call (member getOrElse (call (member map (call (member get a) \"B\")) (member c _))) d)\n(call (member getOrElse e) \"F\" g)\n(call (member foreach h) (lambda (parameter i) j))\n(if (call (member contains k) l) (block m) (block n))\n(switch o (case p (if (binary eq q r)) (block s)))"},
		{"a.lua", "local a = os.getenv('B') or 'c'\nif not a then error('d') elseif e then f() else g() end\nlocal function h(i, ...) return i.j:k(1) end", "(declare a (binary or (call (member getenv os) 'B') 'c'))\n(if (unary not a) (block (call error 'd')) (if e (block (call f)) (block (call g))))\n(function h (parameter i) (parameter) (block (return (call (member k (member j i)) 1))))"},
		{"a.pl", "my $c = $ENV{D} // 'e'; die 'f' unless defined $c; print \"$ENV{G}\\n\" if $h; unlink $i or die; sub j { return shift->{k} }", "(declare $c (binary // (index $ENV D) 'e'))\n(if (unary unless (call defined $c)) (throw 'f'))\n(if $h (call print (template (index $ENV G))))\n(binary or (call unlink $i) die)\n(function j (block (return (index shift k))))"},
		{"a.ex", "a = System.get_env(\"B\") || raise \"c\"\ncase d do\n  nil -> e\n  f when f > 1 -> g\nend\nh |> i(1) |> j()\ndef k(l \\\\ nil), do: l", "(assign = a (binary || (call (member get_env System) \"B\") (call raise \"c\")))\n(switch d (case nil (block e)) (case (binary when f (binary > f 1)) (block g)))\n(binary |> (binary |> h (call i 1)) (call j))\n(function k (parameter l nil) (pair do l))"},
		{"a.c", "char *a = getenv(\"B\"); if (a && *a) { c = atoi(a); } else c = d ? e : f; for (i = 0; i < 3; i++) g[i] = h(&j->k);", "(declare a (call getenv \"B\"))\n(if (binary && a (wrapper a)) (block (assign = c (call atoi a))) (block (assign = c (choice d e f))))\n(loop (assign = i 0) (binary < i 3) (wrapper i) (block (assign = (index g i) (call h (wrapper (member k j))))))"},
		{"a.go", "package a\nfunc f(k string, d ...int) (s string, err error) {\n\tif v, ok := os.LookupEnv(k); !ok { return \"\", errors.New(k) } else { s = v }\n\tswitch x := y.(type) { case int: g() ; default: }\n\tfor i := range d { go h(i) }\n\treturn\n}", "(function f (parameter k) (parameter d) (block (if (declare (list v ok) (call (member LookupEnv os) k)) (unary ! ok) (block (return (list \"\" (call (member New errors) k)))) (block (assign = s v))) (switch (declare x (wrapper y)) (case int (block (call g))) (case (block))) (loop i d (block (wrapper (call h i)))) (return)))"},
		{"a.gleam", "pub fn main() {\n  let a = case b { Ok(c) -> c Error(_) -> panic as \"d\" }\n}", "(function main (block (declare a (switch b (case (call Ok c) (block c)) (case (call Error _) (block (throw (unary as \"d\"))))))))"},
		{"a.zig", "const a = std.posix.getenv(\"B\") orelse \"c\"; if (a) |b| { f(b); } else { return error.C; }", "(declare a (binary orelse (call (member getenv (member posix std)) \"B\") \"c\"))\n(if (declare b a) (block (call f b)) (block (return (member C error))))"},
		{"a.zig", "const a = if (b) |c| try d(c) else 1;\ne().?;\nf().?.g;\nh orelse @i(\"j\");", "(declare a (if (declare c b) (block (wrapper (call d c))) (block 1)))\n(wrapper (call e))\n(member g (wrapper (call f)))\n(binary orelse h (call @i \"j\"))"},
		{"a.groovy", "def a = System.getenv('B') ?: 'c'\nif (!a) { throw new E('d') }\n[1, 2].each { f(it) }", "(declare a (binary ?: (call (member getenv System) 'B') 'c'))\n(if (unary ! a) (block (throw (call E 'd'))))\n(call (member each (list 1 2)) (lambda (call f it)))"},
		{"a.cr", "a = ENV[\"B\"]? || \"c\"\nraise \"d\" unless a\ndef e(f : String) : String\n  f\nend", "(assign = a (binary || (wrapper (index ENV \"B\")) \"c\"))\n(if (unary unless a) (throw \"d\"))\n(function e (parameter f) (block f))"},
		{"a.jl", "a = get(ENV, \"B\", \"c\")\nif isempty(a)\n  error(\"d\")\nend\nf(x) = x", "(assign = a (call get ENV \"B\" \"c\"))\n(if (call isempty a) (block (call error \"d\")))\n(function f (parameter x) x)"},
		{"a.nim", "let a = getEnv(\"B\", \"c\")\nif a == \"\":\n  quit(1)", "(declare a (call getEnv \"B\" \"c\"))\n(if (binary == a \"\") (block (call quit 1)))"},
		{"a.nim", "proc f(a: string, b = \"\"): string {.raises: [].} =\n  result = a\nlet c = if d: e else: g\ncase h\nof \"i\": j()\nelse: k()\nl()", "(function f (parameter a) (parameter b \"\") (block (assign = result a)))\n(declare c (if d (block e) (block g)))\n(switch h (case \"i\" (block (call j))) (case (block (call k))))\n(call l)"},
		{"a.zig", "const a = b catch |c| d: { break :d \"e\"; };\nf();", "(declare a (binary catch b (lambda (parameter c) (call (lambda (block (return \"e\")))))))\n(call f)"},
		{"a.jl", "a = get(B, \"c\") do d, e\n  f\nend\ng = try h catch; i end\nj", "(assign = a (call get B \"c\" (lambda (parameter d) (parameter e) (block f))))\n(assign = g (try (block h) (catch (block i))))\nj"},
		{"a.kt", "val a: String? get() = b\nval c: Int\n  get() { return d }\nval e = get()", "(function a b)\n(function c (block (return d)))\n(declare e (call get))"},
		{"a.scala", "class A { def b: String = c; def d = e; def f(g: Int) = h }", "(class A (block (function b c) (function d e) (function f (parameter g) h)))"},
		{"a.pl", "$a and return $b; next if $c;", "(binary and $a (return $b))\n(if $c (leave))"},
		{"a.R", "f <- function(a) { if (a) return(b); c }", "(assign <- f (lambda (parameter a) (block (if a (block (return (wrapper b)))) c)))"},
		{"a.R", "a <- Sys.getenv(\"B\", \"c\")\nif (a == \"\") stop(\"d\")\nf <- function(x, y = 1) { x }", "(assign <- a (call (member getenv Sys) \"B\" \"c\"))\n(if (binary == a \"\") (block (call stop \"d\")))\n(assign <- f (lambda (parameter x) (parameter y 1) (block x)))"},
		{"a.vala", "string? a = Environment.get_variable (\"B\"); if (a == null) { error (\"c\"); }", "(declare a (call (member get_variable Environment) \"B\"))\n(if (binary == a null) (block (call error \"c\")))"},
		{"a.v", "fn main() {\n\ta := os.getenv_opt('B') or { panic('c') }\n\tif a == '' { exit(1) }\n}", "(function main (block (assign := a (binary or (call (member getenv_opt os) 'B') (block (call panic 'c')))) (if (binary == a '') (block (call exit 1)))))"},
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
		holdTree(t, c.file, c.source, c.want)
	}
}

// holdTree holds the tree of a source to what it is in brief, one line for each
// statement, and to what every tree promises.
func holdTree(t *testing.T, file, source, want string) {
	t.Helper()
	tree := treeOf(file, []byte(source))
	var got []string
	tree.Children(0, func(child int32) bool { got = append(got, brief(tree, child)); return true })
	if have := strings.Join(got, "\n"); have != want {
		t.Errorf("%s\nhave %s\nwant %s", source, have, want)
	}
	check(t, tree)
}

// check holds a tree to what every tree promises: a child lies within its
// parent, two children share no token, every node hangs at one place, and of every
// call it is known what is called.
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
		if node.Kind == parse.Call && len(spans) == 0 {
			t.Fatalf("a call of nothing at %d", node.From)
		}
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
	names := []string{"a.py", "a.ts", "a.php", "a.rb", "A.java", "a.kt", "a.swift", "a.rs", "a.c", "a.cs", "a.lua", "a.dart", "a.scala", "a.pl", "a.ex", "a.go", "a.ps1", "a.hs", "a.ml", "a.fs", "a.clj", "a.erl", "a.vb", "a.jl", "a.nim", "a.zig", "a.cr", "a.v", "a.d", "a.R", "a.gleam", "a.vala", "a.groovy", "a.awk"}
	for n := range names {
		f.Add(n, []byte("if (a) { b[c] = d?.e(f => g) } else return x\ndef h(i, j=1): pass\n"))
		f.Add(n, []byte("(defn f ([a] (if-let [b a] #(g % b) {:c d})) ([a & b] (-> a (some-> b))))\n#_(x) (case a (\"b\" 1) c)"))
		f.Add(n, []byte("f([A|B]) when A -> case g(A) of {ok, C} -> C; _ -> #{d => 1} end; f(_) -> try x catch _:_ -> [Y || Y <- Z] end."))
		f.Add(n, []byte("Module A\nSub F(Optional x = 1)\nIf a Then b = {1, 2} Else c\nSelect Case d\nCase 1\nEnd Select\nEnd Sub\nEnd Module"))
		f.Add(n, []byte("class A<B> { int f(int a) { switch (x) { case 1: y } } }\nfun g() = { a -> b }\nend\nwhen x do"))
		f.Add(n, []byte("f(a::T)::U = b ? c : d\nfor (e) |g, h| [_]k{ .l = m }\nproc n*(o: p): q = r\ns : T = u %in% v <<- to!w(x) !is y\nmatch z { 'a' { } else { } }"))
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
	for _, one := range []string{"(", "[", "{", "f(", "a?", "!", "if a:", "a => ", "x.y(", "-", "let a = ", "| a = b ", "\\a -> ", "a . ", "if a then b else ", "#(", "(-> a ", "(cond a b ", "case a of b -> ", "fun(A) -> ", "If a Then ", "Sub a\n", "[a|", "#{a => "} {
		for _, name := range []string{"a.py", "a.ts", "a.rb", "a.kt", "a.ps1", "a.hs", "a.ml", "a.fs", "a.clj", "a.erl", "a.vb"} {
			check(t, treeOf(name, []byte(strings.Repeat(one, 5000))))
		}
	}
	if n := len(treeOf("a.py", []byte(fmt.Sprint(strings.Repeat("f(", 100), strings.Repeat(")", 100)))).Nodes); n < 200 {
		t.Errorf("of 100 calls in each other there are %d nodes", n)
	}
}
