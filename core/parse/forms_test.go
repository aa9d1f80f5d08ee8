package parse_test

import "testing"

// Clojure: what a list is, its first form says. Names without a token of their own show as
// nothing here.
func TestForms(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.clj", "(f a (g 1) \"b\")\n", "(wrapper (call f a (wrapper (call g 1)) \"b\"))"},
		{"a.clj", "(def x \"what it is\" 1)\n(def ^:private y {:a 1 \"b\" z})\n", "(declare x 1)\n(declare y (record (pair :a 1) (pair \"b\" \"b\" z)))"},
		{"a.clj", "(defn f \"says\" [a & b] (g a) b)\n", "(function f (parameter a) (parameter b) (block (wrapper (call g a)) b))"},
		{"a.clj", "(defn- f ([] 1) ([a] a))\n", "(block (function f (block 1)) (function f (parameter a) (block a)))"},
		{"a.clj", "(let [a 1 [b] c] a b)\n", "(block (declare a 1) (declare (list b) c) a b)"},
		{"a.clj", "(if a b c)\n(when a b c)\n(if-not a b c)\n(when-not a b)\n", "(if a (block b) (block c))\n(if a (block b c))\n(if a (block c) (block b))\n(if a (block) (block b))"},
		{"a.clj", "(if-let [a b] c d)\n(when-some [a b] c)\n", "(block (declare a b) (if  (block c) (block d)))\n(block (declare a b) (if  (block c)))"},
		{"a.clj", "(cond a b c d :else e)\n", "(if a (block b) (if c (block d) (if :else (block e))))"},
		{"a.clj", "(case a \"b\" 1 (\"c\" \"d\") 2 3)\n", "(switch a (case \"b\" (block 1)) (case \"c\" \"d\" (block 2)) (case (block 3)))"},
		{"a.clj", "(try a (catch E e b) (finally c))\n(throw (E. \"x\"))\n", "(try (block a) (catch E e (block b)) (block c))\n(throw (wrapper (call E \"x\")))"},
		{"a.clj", "(or a b c)\n(str a \"b\")\n(= a b)\n(not a)\n", "(wrapper (binary or (binary or a b) c))\n(wrapper (binary str a \"b\"))\n(binary = a b)\n(unary not a)"},
		{"a.clj", "(-> a f (g b) (.trim))\n(->> a (g b))\n", "(wrapper (wrapper (call (member trim (wrapper (call g (call f a) b))))))\n(wrapper (wrapper (call g b a)))"},
		{"a.clj", "(some-> a f)\n", "(wrapper (block (declare  a) (if  (block (call f )))))"},
		{"a.clj", "(get a :b)\n(get a :b c)\n(:b a)\n", "(call (member get a) :b)\n(call (member get a) :b c)\n(wrapper (call a :b))"},
		{"a.clj", "#(f % %2)\n(fn [a] a)\n@a\n#_(b c)\n'(d e)\n", "(lambda (parameter %) (parameter %2) (wrapper (call f % %2)))\n(lambda (parameter a) (block a))\n(wrapper a)\n(list d e)"},
		{"a.clj", "(.trim a b)\n(.-b a)\n(A/b c)\n(a.b/c)\n\\(\n", "(wrapper (call (member trim a) b))\n(wrapper (member b a))\n(wrapper (call (member b A) c))\n(wrapper (call (member c (member b a))))\n\\("},
		{"a.clj", "(doseq [a b :when c] d)\n(defrecord R [a] P (m [this] a))\n(comment (f))\n", "(loop a b :when c (block d))\n(block (function m (parameter this) (block a)))\n(import)"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}

// Erlang: functions in clauses, whose bodies are expressions with commas between them.
func TestClauses(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.erl", "-module(a).\nf(X) -> g(X), 1.\n", "(import)\n(function f (parameter X) (block (call g X) 1))"},
		{"a.erl", "f([]) -> ok;\nf([A | B]) when A > 1 -> f(B).\n", "(function f (parameter (list)) (block ok))\n(function f (parameter (list (binary | A B))) (if (binary > A 1)) (block (call f B)))"},
		{"a.erl", "-define(A, \"b\").\n-define(C(X), g(X)).\nf() -> ?A, ?C(1).\n", "(declare A \"b\")\n(function C (parameter X) (block (call g X)))\n(function f (block ?A (call ?C 1)))"},
		{"a.erl", "f() -> case g() of false -> 1; {ok, V} when V -> V; _ -> 2 end.\n", "(function f (block (switch (call g) (case false (block 1)) (case (list ok V) (if V) (block V)) (case _ (block 2)))))"},
		{"a.erl", "f(A) -> if A > 1 -> b(); A == 0 -> c(); true -> d() end.\n", "(function f (parameter A) (block (if (binary > A 1) (block (call b)) (if (binary == A 0) (block (call c)) (block (call d))))))"},
		{"a.erl", "f() -> X = try g() of V -> V catch error:_ -> 1 after h() end, X.\n", "(function f (block (assign = X (try (block (switch (call g) (case V (block V)))) (catch (member _ error) (block 1)) (block (call h)))) X))"},
		{"a.erl", "f() -> [g(N) || N <- [a, \"b\"], N =/= 1].\n", "(function f (block (list (call g N) (loop N (list a \"b\") (binary /= N 1)))))"},
		{"a.erl", "f() -> #{a => 1, b := g()}, X#r.a, #r{c = 2}.\n", "(function f (block (record (pair => a 1) (pair := b (call g))) (member a X) (record (pair = c 2))))"},
		{"a.erl", "f() -> lists:map(fun(X) -> X + 1 * 2 end, L), fun g/1, catch h().\n", "(function f (block (call (member map lists) (lambda (parameter X) (block (binary + X (binary * 1 2)))) L) (wrapper g) (try (block (call h)) (catch (block)))))"},
		{"a.erl", "f() -> A ++ \"b\" ++ C, not D andalso E, <<\"x\", Y/binary>>, -1, $a.\n", "(function f (block (binary ++ A (binary ++ \"b\" C)) (binary andalso (unary not D) E) (template \"x\" Y) (unary - 1) $a))"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}

// Visual Basic: a statement is a line, and words in any case begin and end blocks.
func TestBasic(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.vb", "Imports System\nModule A\nPrivate x As String = f(1)\nEnd Module\n", "(import)\n(class A (block (declare x (call f 1))))"},
		{"a.vb", "Public Function F(ByVal a As String, Optional b As Integer = 1) As String\nReturn a & b\nEnd Function\n", "(function F (parameter a) (parameter b 1) (block (return (binary & a b))))"},
		{"a.vb", "If a Is Nothing OrElse b = 1 Then\nc = 2\nElseIf d Then\nExit Sub\nElse\nThrow New E(\"x\")\nEnd If\ny = 1\n", "(if (binary OrElse (binary Is a Nothing) (binary = b 1)) (block (assign = c 2)) (if d (block (return)) (block (throw (unary New (call E \"x\"))))))\n(assign = y 1)"},
		{"a.vb", "if a then b = 1 else c = 2\nd = 3\n", "(if a (block (assign = b 1)) (block (assign = c 2)))\n(assign = d 3)"},
		{"a.vb", "If a Then f \"x\", 1 Else g \"y\"\n", "(if a (block (call f \"x\" 1)) (block (call g \"y\")))"},
		{"a.vb", "Dim a = If(b, \"c\"), d = If(e, 1, 2)\n", "(declare a (binary If b \"c\") d (choice e 1 2))"},
		{"a.vb", "Select Case a\nCase \"b\", \"c\"\nd()\nCase Else\ne()\nEnd Select\n", "(switch a (case \"b\" \"c\" (block (call d))) (case (block (call e))))"},
		{"a.vb", "Try\na()\nCatch ex As E\nb()\nFinally\nc()\nEnd Try\n", "(try (block (call a)) (catch E (block (call b))) (block (call c)))"},
		{"a.vb", "For Each n As String In {\"a\", \"b\"}\nf(n)\nNext\nWhile a\nb()\nEnd While\nc()\n", "(loop n (list \"a\" \"b\") (block (call f n)))\n(loop a (block (call b)))\n(call c)"},
		{"a.vbs", "Set a = f(\"x\")\nMsgBox \"y\", 1\nWScript.Quit 1\nEnd\n", "(assign = a (call f \"x\"))\n(call MsgBox \"y\" 1)\n(call (member Quit WScript) 1)\nEnd"},
		{"a.vb", "Using r = g()\nr.H()\nEnd Using\nDim c = a + b * 2 <> Not d\n", "(block (declare r (call g)) (call (member H r)))\n(declare c (binary <> (binary + a (binary * b 2)) (unary Not d)))"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}
