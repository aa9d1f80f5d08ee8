package parse_test

import "testing"

// Languages whose functions are applied without parentheses: what is given to what, where a
// line ends what stands before it, and what signs and words make of it.
func TestApplied(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.hs", "f x = g x (h 1) \"a\"\n", "(function f (parameter x) (block (call g x (wrapper (call h 1)) \"a\")))"},
		{"a.hs", "a = f $ g <$> h 1\nb = x >>= f 2 & g\n", "(function a (block (call f (call g (call h 1)))))\n(function b (block (call g (call f 2 x))))"},
		{"a.hs", "a = (f . g 1) <$> x\nb = (>>= f) x\nc = (== 1) x\n", "(function a (block (call f (call g 1 x))))\n(function b (block (call (wrapper (lambda (parameter >>=) (call f >>=))) x)))\n(function c (block (call (wrapper (lambda (parameter ==) (binary == == 1))) x)))"},
		{"a.hs", "main = do\n  x <- f\n  let y = g x\n      z = 1\n  when (h y) $ stop\n  unless z (k 2)\n  pure ()\n", "(function main (block (declare x f) (declare y (call g x)) (declare z 1) (if (wrapper (call h y)) (block stop)) (if (unary unless z) (block (wrapper (call k 2)))) (call pure)))"},
		{"a.hs", "f x\n  | x == 1, y = a\n  | otherwise = b\n  where\n    y = 2\ng = 3\n", "(function f (parameter x) (block (declare y 2) (if (unknown (binary == x 1) y) (block a) (block b))))\n(function g (block 3))"},
		{"a.hs", "f :: Int -> Int\nf 0 = 1\nf (Just n) = case n of\n  A b | b > 1 -> c\n      | otherwise -> d\n  _ -> e\n", "(import)\n(function f (parameter 0) (block 1))\n(function f (parameter (wrapper (call Just n))) (block (switch n (case (call A b) (if (binary > b 1) (block c) (block d))) (case _ (block e)))))"},
		{"a.hs", "a = [f x | x <- xs, x > 1]\nb = T { c = 1, d = \\e -> e }\nh = x `k` y\n", "(function a (block (list (call f x) (loop x xs (binary > x 1)))))\n(function b (block (call T (record (pair c 1) (pair d (lambda (parameter e) (block e)))))))\n(function h (block (call k x y)))"},
		{"a.hs", "a = f x `E.catch` \\e -> g\nb = handle (\\e -> g) (f x)\n#if X\nc = if p then 1 else do\n  q\n  2\n#endif\n", "(function a (block (try (block (call f x)) (catch (block g)))))\n(function b (block (try (block (wrapper (call f x))) (catch (block g)))))\n(function c (block (if p (block 1) (block q 2))))"},
		{"a.hs", "class A b where\n  c :: b\ninstance A B where\n  c = 1\nd = 2\n", "(class A (block (import)))\n(class A (block (declare c 1)))\n(function d (block 2))"},
		{"a.ml", "let f ?(a = 1) ~b c : int = g ~b c ~d:2\nlet rec x = 1 and y () = x\n", "(function f (parameter c) (parameter a 1) (parameter b) (block (call g c (pair b b) (pair d 2))))\n(declare x 1)\n(function y (block x))"},
		{"a.ml", "let a = match f b with\n  | Some (\"1\" | \"2\") when c -> d; e\n  | exception N -> g\n  | None -> (match h with A -> 1 | _ -> 2)\nlet i = j\n", "(declare a (try (block (switch (call f b) (case (call Some (wrapper (binary | \"1\" \"2\"))) (if c) (block d e)) (case N (block g)) (case None (block (wrapper (switch h (case A (block 1)) (case _ (block 2)))))))) (catch)))\n(declare i j)"},
		{"a.ml", "let a = match b with c -> d | exception N -> e\nlet f = match b with exception N -> e | c -> d\n", "(declare a (try (block (switch b (case c (block d)))) (catch N (block e))))\n(declare f (switch (try (block b) (catch N (block e))) (case c (block d))))"},
		{"a.ml", "let () =\n  let a, b = c in\n  if not a then begin d; e end else f b;\n  for i = 1 to 2 do g i done;\n  try h () with N -> k\n", "(block (declare (list a b) c) (if (unary not a) (block (wrapper (block d e))) (block (call f b))) (loop i 1 2 (block (call g i))) (try (block (call h)) (catch N (block k))))"},
		{"a.ml", "module M : sig\n  val a : int\nend = struct\n  let a = 1\nend\nopen M\nlet f = function A -> !a | B -> a.b.(0)\n", "(class M (block (declare a 1)))\n(import)\n(declare f (lambda (parameter function) (switch function (case A (block (wrapper a))) (case B (block (index (member b a) 0))))))"},
		{"a.ml", "let a = { b = 1; M.c = f 2 }\nlet d = b |> f ~c:1 |> g @@ h\nlet e : int list = [1; 2]\n", "(declare a (record (pair b 1) (pair c (call f 2))))\n(declare d (call g (call f b (pair c 1)) h))\n(declare e (list 1 2))"},
		{"a.fs", "let f (a: int, b) =\n    let c = g (a, b)\n    c.D(1).E\n    |> h\nlet i = j\n", "(function f (parameter a) (parameter b) (block (declare c (call g a b)) (call h (member E (call (member D c) 1)))))\n(declare i j)"},
		{"a.fs", "let a =\n    match b with\n    | Some c ->\n        match c with\n        | 1 -> 2\n        | _ -> 3\n    | None -> 4\nlet d = x >> f\n", "(declare a (switch b (case (call Some c) (block (switch c (case 1 (block 2)) (case _ (block 3))))) (case None (block 4))))\n(declare d (binary >> x f))"},
		{"a.fs", "module A.B\nopen C\ntype T(x: int) =\n    let y = x\n    member this.M(z) = y + z\n    static member N = 1\n[<EntryPoint>]\nlet main argv =\n    use r = task { let! q = p\n                   return q }\n    r <- 1\n    0\n", "(import)\n(import)\n(class T (parameter x) (block (declare y x) (function M (parameter z) (block (binary + y z))) (function N (block 1))))\n(function main (parameter argv) (block (declare r (block (declare q p) q)) (assign <- r 1) 0))"},
		{"a.fs", "if a then\n    b\nelif c then d\nelse\n    e\nfor x in xs do\n    f x\nlet g = { H = 1\n          I = k 2 }\n", "(if a (block b) (if c (block d) (block e)))\n(loop x xs (block (call f x)))\n(declare g (record (pair H 1) (pair I (call k 2))))"},
		{"a.awk", "BEGIN { a }\n$1 == 2 { b }\nc\n{ d }\n", "(try (block a))\n(if (binary == $1 2) (block b))\nc\n(block d)"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}
