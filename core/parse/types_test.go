package parse_test

import (
	"strings"
	"testing"
)

// Types, which are no part of the tree, wherever they stand: what they are round is read all the same.
func TestTypesArePassedOver(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.ts", `
const a: { b: number; c?: string } = { b: d };
let e: { [f: string]: { g: number } } = {}, h: [i: string, j?: K] = l;
const m: Record<string, { n: string }> = o as { p: q };
`, `
(declare a (record (pair b d)))
(declare e (record) h l)
(declare m (wrapper o))`},
		{"a.ts", `
function a(): { b: string } { return c; }
async function d({ e, f = 1 }: { e: string; f?: number } = g): Promise<{ h: i }> { return j; }
const k = (l: { m: n }): { o: p }[] => ({ q: 1 });
const r = (s: any): s is T => { return u; };
function v(w: unknown): asserts w is X { y(); }
`, `
(function a (block (return c)))
(function d (parameter (record e (pair f 1)) g) (block (return j)))
(declare k (lambda (parameter l) (wrapper (record (pair q 1)))))
(declare r (lambda (parameter s) (block (return u))))
(function v (parameter w) (block (call y)))`},
		{"a.ts", `
const a = (b: string): (C | D) => { return e; };
const f: <G>(h: G, i?: J) => Promise<K> = async (l) => m;
const n = o("p") as () => void;
const q = {} as any as R;
const s: typeof import("t") = u;
`, `
(declare a (lambda (parameter b) (block (return e))))
(declare f (lambda (parameter l) m))
(declare n (wrapper (call o "p")))
(declare q (wrapper (wrapper (record))))
(declare s u)`},
		{"a.ts", `
type A<B, C = {}> = B extends {
  d: string
}
  ? (<E>() => B extends E ? 1 : 2)
  : never
const f = new Map<string, { g: H }>([["i", j]]);
type K = { l: string } | (m: string) => void
n()
`, `
(declare)
(declare f (call Map (list (list "i" j))))
(declare)
(call n)`},
		{"a.ts", `
a.b = class C extends D { e() { f(); } };
const g = class<T> { h() { return i; } }, j = new class K extends L { m = n }(o);
abstract class P<Q extends { r: string } = {}> extends S<Q> {
  private t: { u: V } = { w: x };
  y(): { z: A } { return b; }
  import(c) { return d; }
  static for(e: F): Promise<{ g: H }> { return i; }
}
const j = async function k<L>(m: L): Promise<L> { return m; };
function* o() { yield* p(); }
`, `
(assign = (member b a) (class C D (block (function e (block (call f))))))
(declare g (class (block (function h (block (return i))))) j (call (class K L (block (assign = m n))) o))
(class P (wrapper S) (block (declare t (record (pair w x))) (function y (block (return b))) (function import (parameter c) (block (return d))) (function for (parameter e) (block (return i)))))
(declare j (lambda (parameter m) (block (return m))))
(function o (block (wrapper (call p))))`},
		{"a.java", `
A<B> a = new C<>(D.of("e"));
f(new G<>(h), 2);
var i = J.<K>of().l(m);
var n = (O<P, Q<R>>) s;
if (t instanceof U<?> v && v.w()) { x(); }
`, `
(declare a (call C (call (member of D) "e")))
(call f (call G h) 2)
(declare i (call (member l (call (member of J))) m))
(declare n (wrapper s))
(if (binary && (binary instanceof t U<?> v) (call (member w v))) (block (call x)))`},
	} {
		holdTree(t, c.file, c.source, strings.TrimSpace(c.want))
	}
}

// Declarations as each language writes them, of which a parser that stumbles loses what follows.
func TestDeclarationsInFull(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.scala", `
object A {
  self: B =>
  def c[D](e: String = f)(g: => D): D = {
    g
  }
  def |(h: I): I = j
  val k = l
}
`, `
(class A (block (function c (parameter e f) (parameter g) (lambda g)) (function | (parameter h) j) (declare k l)))`},
		{"a.kt", `
val A.b: C?
    get() = d
fun E?.f(): G { return h }
fun <I, J : K, L : Map<I, J>> M<I>.n(o: P): L { return q }
val r = s<T, (U, V) -> W>(x)
val y = object : Z(a), B { override fun c() = d }
`, `
(function b d)
(function f (block (return h)))
(function n (parameter o) (block (return q)))
(declare r (call (wrapper s) x))
(declare y (class (call Z a) B (block (function c d))))`},
		{"a.cs", `
#region for all
class A {
  public string B => c;
  public string D { get { return e; } set { f = value; } }
  public string G { get => h; }
  public string I { get; set; } = j;
  long k = 5;
  IEnumerable<L> M() { yield return n; await foreach (var o in p) { q(o); } yield break; }
}
#endregion
`, `
(class A (block (function B c) (function D (block (return e))) (function G h) (declare I j) (declare k 5) (function M (block (wrapper n) (loop (declare o) p (block (call q o))) (return)))))`},
		{"a.java", `
A b = new A<>(c) {
  @Override public String d(String e) { return f; }
};
`, `
(declare b (call (class (call A c) (block (wrapper (wrapper Override) (function d (parameter e) (block (return f))))))))`},
		{"a.java", "interface A { String b(String c) throws D, E; }\nabstract class F { protected abstract String g(); }", `
(class A (block (function b (parameter c))))
(class F (block (function g)))`},
		{"a.kt", "val a = B { c: D<E<*>>, f -> c.g(f) }", `
(declare a (call B (lambda (parameter c) (parameter f) (call (member g c) f))))`},
		{"a.php", `<?php
$a = new class($b) extends C implements D { function e($f) { return $g; } };
`, `
(assign = $a (unary new (class $b C D (block (function e (parameter $f) (block (return $g)))))))`},
		{"a.c", "char *a[] = {\n#ifndef B\n  \"c\",\n#else\n  \"d\"\n#endif\n};\nint e = f(1,\n#ifdef G\n  2,\n#endif\n  3);", `
(declare a (list "c" "d"))
(declare e (call f 1 2 3))`},
		{"a.c", "long a = b;\nunsigned long c;\nunsigned int *d = e;\nlong f(void) { return g; }", `
(declare a b)
(declare c)
(declare d e)
(function f (parameter void) (block (return g)))`},
	} {
		holdTree(t, c.file, c.source, strings.TrimSpace(c.want))
	}
}

// Calls without parentheses, lambdas and blocks of one line, of Ruby and Perl.
func TestCommandsInFull(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.rb", `
a = ->(b) { ENV[b] }
c = -> do
  d
end
need ["E", "F"]
need %w[G H]
need (i + 1).j
config.k :l, m: ENV['N'],
             o: p,
             :if => q
@@r = s
begin; t; rescue U => v; w; end
x = 1
`, `
(assign = a (lambda (parameter b) (block (index ENV b))))
(assign = c (lambda (block d)))
(call need (list "E" "F"))
(call need (unknown (template) (template)))
(call need (member j (wrapper (binary + i 1))))
(call (member k config) :l (pair m (index ENV 'N')) (pair o p) (pair => :if q))
(assign = @r s)
(try (block t) (catch U v (block w)))
(assign = x 1)`},
		{"a.pl", `
push (@a, $b) unless $ENV{$b};
die ("c") unless defined ($ENV{D});
Readonly my $e => $ENV{E} // 'f';
foreach $g (@h) { i ($g); }
local $ENV{J} = 'k';
`, `
(if (unary unless (index $ENV $b)) (call push @a $b))
(if (unary unless (call defined (index $ENV D))) (call die "c"))
Readonly
(declare $e (binary // (index $ENV E) 'f'))
(loop $g (wrapper @h) (block (call i $g)))
(assign = (index $ENV J) 'k')`},
		{"a.c", `
unsigned int a = (unsigned int) b(c), *d;
e = (struct f *)g;
const char *const h = i;
`, `
(declare a (wrapper (call b c)))
d
(assign = e (wrapper g))
(declare h i)`},
		{"a.php", `<?php
$a = (int) @getenv('B');
$c = (bool) \getenv('D');
$e = array_map(static fn (string $f): string => $g, []);
`, `
(assign = $a (wrapper (unary @ (call getenv 'B'))))
(assign = $c (wrapper (call getenv 'D')))
(assign = $e (call array_map (lambda (parameter $f) $g) (list)))`},
		{"a.scala", `
val a = new B[C](d) with E { override def f(g: H) = i }
private[this] val j = new K
`, `
(declare a (call (class (call B d) (block (function f (parameter g) i)))))
(declare j (call K))`},
		{"a.kt", "val a = this@B.c\nval d = e.map { f -> return@map g }", `
(declare a (member c (wrapper this)))
(declare d (call (member map e) (lambda (parameter f) (return g))))`},
	} {
		holdTree(t, c.file, c.source, strings.TrimSpace(c.want))
	}
}
