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
