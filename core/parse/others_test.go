package parse_test

import (
	"strings"
	"testing"

	"inzicht/core/parse"
)

// Languages that fewer people write, in the ways that their programs are written in every day.
func TestTreesOfOtherLanguages(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.jl", "function f(a::Int, b=2; c::String=\"d\", e...)::Int\n    if a > 1 && !b\n        return c\n    elseif isempty(e)\n        error(\"g\")\n    else\n        h()\n    end\nend\n", "(function f (parameter a) (parameter b 2) (parameter c \"d\") (parameter e) (block (if (binary && (binary > a 1) (unary ! b)) (block (return c)) (if (call isempty e) (block (call error \"g\")) (block (call h))))))"},
		{"a.jl", "f(x::T)::U = get(ENV, x, \"a\")\nconst B = f.([\"c\", \"d\"])\nmap(B) do e\n    g(e)\nend\nh = x -> x * 2\n", "(function f (parameter x) (call get ENV x \"a\"))\n(declare B (call f (list \"c\" \"d\")))\n(call map B (lambda (parameter e) (block (call g e))))\n(assign = h (lambda (parameter x) (binary * x 2)))"},
		{"a.jl", "struct A{T} <: B\n    c::T\n    d = 1\nend\nmodule E\nusing F: g, h\nend\ntry\n    a()\ncatch e\n    b(e)\nfinally\n    c()\nend\n", "(class A B (block (wrapper c) (assign = d 1)))\n(class E (block (import)))\n(try (block (call a)) (catch e (block (call b e))) (block (call c)))"},
		{"a.jl", "a = b ? c : d\nh = \"i $j $(k(l))\"\nfor (m, n) in o\n    continue\nend\nwhile p; q(); end\nr |> s |> t\nu === nothing || throw(V(\"w\"))\nif x; y(); else; z(); end\n", "(assign = a (choice b c d))\n(assign = h (template j (call k l)))\n(loop (list m n) o (block (leave)))\n(loop p (block (call q)))\n(binary |> (binary |> r s) t)\n(binary || (binary === u nothing) (throw (wrapper (call V \"w\"))))\n(if x (block (call y)) (block (call z)))"},
		{"a.nim", "import os, strutils\nproc f*(a: string, b = 1): string =\n  if a == \"\":\n    return \"c\"\n  elif b > 1: d()\n  else:\n    raise newException(E, \"g\")\nlet h = getEnv(\"I\", \"j\")\n", "(import)\n(function f (parameter a) (parameter b 1) (block (if (binary == a \"\") (block (return \"c\")) (if (binary > b 1) (block (call d)) (block (throw (call newException E \"g\")))))))\n(declare h (call getEnv \"I\" \"j\"))"},
		{"a.nim", "case h\nof \"i\", \"j\": k()\nelse: l()\ntry:\n  m()\nexcept N:\n  o()\nfinally:\n  p()\n", "(switch h (case \"i\" \"j\" (block (call k))) (case (block (call l))))\n(try (block (call m)) (catch N (block (call o))) (block (call p)))"},
		{"a.nim", "for i in 0..<3:\n  echo i\nwhile a: b()\nlet c = if d: e else: f\nlet g = proc(x: int): int = x + 1\nh.map(x => x.y).filter(z)\nproc l*[T](m: seq[T]): T = m[0]\n", "(loop i (binary ..< 0 3) (block (call echo i)))\n(loop a (block (call b)))\n(declare c (if d (block e) (block f)))\n(declare g (lambda (parameter x) (block (binary + x 1))))\n(call (member filter (call (member map h) (pair => x (member y x)))) z)\n(function l (parameter m (list T)) (block (index m 0)))"},
		{"a.zig", "const std = @import(\"std\");\npub fn f(a: []const u8, b: ?u32) !void {\n    if (b) |c| {\n        try g(c);\n    } else if (a.len == 0) {\n        return error.D;\n    } else h();\n}\n", "(declare std (call @import \"std\"))\n(function f (parameter a (list)) (parameter b) (block (if (declare c b) (block (wrapper (call g c))) (if (binary == (member len a) 0) (block (return (member D error))) (block (call h))))))"},
		{"a.zig", "const a = b orelse \"c\";\nconst d = e catch |err| return err;\nswitch (h) {\n    .i, .j => k(),\n    else => |l| m(l),\n}\nwhile (n) |o| : (p += 1) { q(o); }\nfor (r) |s| t(s);\nfor (u, v) |w, x| y(w, x);\n", "(declare a (binary orelse b \"c\"))\n(declare d (binary catch e (lambda (parameter err) (return err))))\n(switch h (case (member i) (member j) (block (call k))) (case (block (lambda (parameter l) (call m l)))))\n(loop (declare o n) (wrapper (assign += p 1)) (block (call q o)))\n(loop s r (block (call t s)))\n(loop (declare w x u v) (block (call y w x)))"},
		{"a.zig", "const a = [_][]const u8{ \"b\", \"c\" };\nconst d = .{ \"e\", f };\nconst g = H{ .i = 1, .j = \"k\" };\nconst l = m(.{ .n = o });\n", "(declare a (list \"b\" \"c\"))\n(declare d (list \"e\" f))\n(declare g (record H (pair i 1) (pair j \"k\")))\n(declare l (call m (record (pair n o))))"},
		{"a.r", "f <- function(a, b = 2, ...) {\n  if (is.null(a)) stop(\"c\") else if (b > 1) d\n  x <<- e[[\"g\"]]\n  y$h <- i\n}\nj <- Sys.getenv(\"K\", unset = \"l\")\nif (!m %in% c(\"n\", \"o\")) p\nq <- r %||% \"s\"\n", "(assign <- f (lambda (parameter a) (parameter b 2) (parameter) (block (if (call (member null is) a) (block (call stop \"c\")) (if (binary > b 1) (block d))) (assign <<- x (index e (list \"g\"))) (assign <- (member h y) i))))\n(assign <- j (call (member getenv Sys) \"K\" (pair unset \"l\")))\n(if (unary ! (binary %in% m (call c \"n\" \"o\"))) (block p))\n(assign <- q (binary %||% r \"s\"))"},
		{"a.r", "for (i in seq_len(3)) { next }\nwhile (TRUE) break\nrepeat { a() }\nb <- if (c) d else e\nf = \\(x) x + 1\ng %>% h() |> j(k)\nl::m(-n, !o)\ntryCatch({ p() }, error = function(e) q(e))\n", "(loop i (call seq_len 3) (block (leave)))\n(loop TRUE (block (leave)))\n(loop (block (call a)))\n(assign <- b (if c (block d) (block e)))\n(assign = f (lambda (parameter x) (binary + x 1)))\n(binary |> (binary %>% g (call h)) (call j k))\n(call (member m l) (unary - n) (unary ! o))\n(call tryCatch (block (call p)) (pair error (lambda (parameter e) (call q e))))"},
		{"a.cr", "@c : String = d\np : Hash(K, V) = q\nr : Int32\nputs s ? t : u\n", "(assign = @c d)\n(assign = p q)\nr\n(call puts (choice s t u))"},
		{"a.cr", "class A < B\n  def e(f : Int32, g = 1, *, h) : String\n    i.j { |x| x + 1 }\n  rescue k : L\n    raise M.new(\"n\")\n  ensure\n    o\n  end\nend\n", "(class A B (block (function e (parameter f) (parameter g 1) (parameter) (parameter h) (block (try (block (call (member j i) (lambda (parameter x) (binary + x 1)))) (catch k L (block (throw (call (member new M) \"n\")))) (block o))))))"},
		{"a.v", "module main\nimport os\nfn f(mut a A, b int) ?string {\n\tc := os.getenv_opt('D') or { return none }\n\tif a == '' { panic('e') } else if b > 1 { g() } else { h() }\n\treturn c\n}\n", "(import)\n(import)\n(function f (parameter a) (parameter b) (block (assign := c (binary or (call (member getenv_opt os) 'D') (block (return none)))) (if (binary == a '') (block (call panic 'e')) (if (binary > b 1) (block (call g)) (block (call h)))) (return c)))"},
		{"a.v", "for i, d in e { f(d) }\nmatch h {\n\t'i', 'j' { k() }\n\telse { l() }\n}\nm := { 'n': 1 }\no := P{\n\tq: 1\n\tr: s\n}\nt := if u { v } else { w }\n", "(loop i d e (block (call f d)))\n(switch h (case 'i' 'j' (block (call k))) (case (block (call l))))\n(assign := m (record (pair : 'n' 1)))\n(assign := o (record P (pair q 1) (pair r s)))\n(assign := t (if u (block v) (block w)))"},
		{"a.d", "auto a = to!int(b);\nauto c = d.to!int;\nif (e !is null) f();\nthrow new G(\"h\");\nauto i = j in k;\n", "(declare a (call to!int b))\n(declare c (member to!int d))\n(if (binary !is e null) (block (call f)))\n(throw (unary new (call G \"h\")))\n(declare i (binary in j k))"},
		{"a.d", "int main(string[] args) { foreach (ref d; e) { f(d); } try { g(); } catch (H h) { return 1; } finally { i(); } switch (n) { case \"o\": p(); break; default: q(); } return 0; }\n", "(function main (parameter args (list)) (block (loop (declare d) e (block (call f d))) (try (block (call g)) (catch H h (block (return 1))) (block (call i))) (switch n (case \"o\" (block (call p) (leave))) (case (block (call q)))) (return 0)))"},
		{"a.vala", "public class A : B {\n    public string c { get; set; default = \"d\"; }\n    public static int main(string[] f) {\n        var g = Environment.get_variable(\"H\") ?? \"i\";\n        foreach (var j in f) { k(j); }\n        return 0;\n    }\n}\n", "(class A B (block (declare c (block get set (assign = default \"d\"))) (function main (parameter f (list)) (block (declare g (binary ?? (call (member get_variable Environment) \"H\") \"i\")) (loop (declare j) f (block (call k j))) (return 0)))))"},
		{"a.groovy", "def f(String a, b = 1) {\n  if (!a) throw new E(\"c\")\n  d.each { k, v -> println \"$k ${v.x}\" }\n  return a ?: b\n}\ndef (g, h) = [1, 2]\nMap i = [j: 1, 'k': l, (m): n]\n", "(function f (parameter a) (parameter b 1) (block (if (unary ! a) (block (throw (call E \"c\")))) (call (member each d) (lambda (parameter k) (parameter v) (call println (template k (member x v))))) (return (binary ?: a b))))\n(declare (list g h) (list 1 2))\n(declare i (list (pair j 1) (pair : 'k' l) (pair : (wrapper m) n)))"},
		{"a.ml", "let f a ?(b = 1) ~c () =\n  match Sys.getenv_opt \"D\" with\n  | Some e when e <> \"\" -> g e\n  | None | Some _ -> failwith \"h\"\n\nlet () = try i () with Not_found -> j ()\n", "(function f (parameter a) (parameter b 1) (parameter c) (block (switch (call (member getenv_opt Sys) \"D\") (case (call Some e) (if (binary <> e \"\")) (block (call g e))) (case None (call Some _) (block (call failwith \"h\"))))))\n(block (try (block (call i)) (catch Not_found (block (call j)))))"},
		{"a.ml", "module A = struct\n  type b = { c : int; d : string }\n  let e = { c = 1; d = \"f\" }\n  let rec g = function [] -> 0 | x :: xs -> 1 + g xs\nend\nlet h = function Some a -> a | None -> b\n", "(class A (block (import) (declare e (record (pair c 1) (pair d \"f\"))) (declare g (lambda (parameter function) (switch function (case (list) (block 0)) (case (binary :: x xs) (block (binary + 1 (call g xs)))))))))\n(declare h (lambda (parameter function) (switch function (case (call Some a) (block a)) (case None (block b)))))"},
		{"a.fs", "module A\nlet private f (a: string) b =\n    match g \"C\" with\n    | null | \"\" -> failwith \"d\"\n    | e -> e.Trim() |> h b\nlet inline i x = x\nlet o = { m = 1; n = \"p\" }\n", "(import)\n(function f (parameter a) (parameter b) (block (switch (call g \"C\") (case null \"\" (block (call failwith \"d\"))) (case e (block (call h b (call (member Trim e))))))))\n(function i (parameter x) (block x))\n(declare o (record (pair m 1) (pair n \"p\")))"},
		{"a.fs", "type A(b: string) =\n    let c = b\n    member this.D = c\n    override this.E(f) = f + 1\n    static member G = A(\"h\")\nlet i = [ for j in k do yield l j ]\n", "(class A (parameter b) (block (declare c b) (function D (block c)) (function E (parameter f) (block (binary + f 1))) (function G (block (call A \"h\")))))\n(declare i (list (loop j k (block (call l j)))))"},
		{"a.hs", "module A where\nf :: String -> IO String\nf a = do\n  b <- lookupEnv a\n  case b of\n    Nothing -> error \"c\"\n    Just d | null d -> return \"e\"\n           | otherwise -> return d\n", "(import)\n(import)\n(function f (parameter a) (block (declare b (call lookupEnv a)) (switch b (case Nothing (block (call error \"c\"))) (case (call Just d) (if (call null d) (block (call return \"e\")) (block (call return d)))))))"},
		{"a.hs", "g x = let y = x + 1 in if y > 2 then \"h\" else show y\n  where z = 3\nk = map (\\x -> x * 2) [1, 2]\nl = m . n $ o <$> p\n", "(function g (parameter x) (block (declare z 3) (block (declare y (binary + x 1)) (if (binary > y 2) (block \"h\") (block (call show y))))))\n(function k (block (call map (wrapper (lambda (parameter x) (block (binary * x 2)))) (list 1 2))))\n(function l (block (call m (call n (call o p)))))"},
		{"a.awk", "BEGIN { FS = \":\"; a = ENVIRON[\"B\"]; if (!a) exit 1 }\nfunction f(g, h) { for (i in j) delete j[i]; return g \"k\" h }\n$1 == \"l\" { m[$2] += $3 }\nEND { printf(\"%s\", n) }\n", "(try (block (assign = FS \":\") (assign = a (index ENVIRON \"B\")) (if (unary ! a) (block (call exit 1)))))\n(function f (parameter g) (parameter h) (block (loop i j (block (call delete (index j i)))) (return (call (call g \"k\") h))))\n(if (binary == $1 \"l\") (block (assign += (index m $2) $3)))\n(try (block (call printf \"%s\" n)))"},
		{"a.swift", "let a = try? b(\"c\")\nlet d = (try? e()) ?? \"f\"\nlet g = try! h()\nlet i = j<(K) -> L>(m)\n", "(declare a (wrapper (call b \"c\")))\n(declare d (binary ?? (wrapper (wrapper (call e))) \"f\"))\n(declare g (wrapper (call h)))\n(declare i (call (wrapper j) m))"},
	} {
		holdTree(t, c.file, c.source, c.want)
	}
}

// What is before a default says that it is one.
func TestDefaults(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.js", "function f(a, b = \"c\", { d } = e) { }", " \"c\" e"},
		{"a.rb", "def f(a, b: \"c\", d:)\nend", " \"c\" "},
		{"a.ex", "def f(a \\\\ \"b\", c), do: d", "\"b\" "},
		{"a.cs", "class A { void f([B] string c, int d = 1) { } }", " 1"},
	} {
		tree := treeOf(c.file, []byte(c.source))
		var got []string
		for n := range tree.Nodes {
			if tree.Nodes[n].Kind != parse.Parameter {
				continue
			}
			text := ""
			if value := tree.Default(int32(n)); value != 0 {
				text = tree.Text(value)
			}
			got = append(got, text)
		}
		if have := strings.Join(got, " "); have != c.want {
			t.Errorf("%s\nhave %q\nwant %q", c.source, have, c.want)
		}
	}
}
