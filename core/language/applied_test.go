package language

import "testing"

// Languages whose functions are applied without parentheses: what is done with a
// name that a read is given, and what is behind try.
func TestAppliedSays(t *testing.T) {
	holds(t, "x.ml", "", []saying{{`
let a = ( try Sys.getenv "A"
	with
		Not_found ->
		  (try Sys.getenv "B" with Not_found -> "" )
  )
let c = try Fl_split.path (Sys.getenv "C")
          with Not_found -> []
let d =
     try ignore(Sys.getenv "D"); true
      with Not_found -> false
let e = Sys.getenv "E"
let f = let v = Sys.getenv_opt "F" in
  match v with Some x -> x | None -> "f"
let g = match Sys.getenv_opt "G" with None -> failwith "g" | Some v -> v
`, "A optional; B optional =; C optional; D optional; E required; F optional =f; G required"}})
	holds(t, "x.hs", "", []saying{{`module X where
main = do
    a <- lookupEnv "A"
    let dir = case a of
            Just _ -> "there"
            Nothing -> "here"
    b <- lookupEnv "B"
    let c = fromMaybe "b" b
    d <- lookupEnv "D"
    when (isNothing d) $ exitFailure
    e <- getEnv "E"
    f <- lookupEnv "F"
    print f
    g <- maybe 5 read <$> lookupEnv "G"
other = do
    print d
`, "A optional; B optional =b; D required; E required; F expected; G optional number =5"}})
}

// A name that is no text: what is known of it, and functions of the file that are
// given it.
func TestAppliedNames(t *testing.T) {
	holds(t, "x.ml", "", []saying{{`
let need name = try Sys.getenv name with Not_found -> failwith name
let or_else name d = match Sys.getenv_opt name with Some v -> v | None -> d
let a = need "A"
let b = or_else "B" "b"
let c = Sys.getenv_opt ("APP_" ^ key)
let d = List.map Sys.getenv_opt names
`, "A required; B optional =b; APP_* expected; ? expected"}})
	holds(t, "x.hs", "", []saying{{`module X (need, lookupEnv) where
import System.Environment (getEnv, lookupEnv)
need :: String -> IO String
need n = lookupEnv n >>= maybe (fail n) pure
orElse n d = maybe d id <$> lookupEnv n
main = do
  a <- need "A"
  b <- orElse "B" "b"
  c <- getEnv $ "C_" ++ b
  getEnv =<< pick
`, "A required; B optional =b; C_* required; ? required"}})
	holds(t, "x.fs", "", []saying{{`
let need (name: string) =
    match Environment.GetEnvironmentVariable name with
    | null -> failwithf "no %s" name
    | v -> v
let a = need "A"
let c = Environment.GetEnvironmentVariable("APP_" + key)
`, "A required; APP_* expected"}})
	holds(t, "x.clj", "", []saying{{`
(defn need [k] (or (System/getenv k) (throw (ex-info "no" {:k k}))))
(def a (need "A"))
(def b (or (System/getenv "B") other)) (def c "c")
(map #(System/getenv %) names)
`, "A required; B optional; ? expected"}})
	holds(t, "x.erl", "", []saying{{`
need(Name) -> case os:getenv(Name) of false -> error(Name); V -> V end.
run() -> need("A"), os:getenv("B", "b"), os:getenv("APP_" ++ X), os:getenv().
`, "A required; B optional =b; APP_* expected; * optional"}})
	holds(t, "x.clj", "", []saying{{`
(def a (get (System/getenv) "A" "a"))
(def b (get (System/getenv) "B"))
(defn or-else [k d] (or (System/getenv k) d))
(def c (or-else "C" "c"))
(if-let [x (System/getenv "D")] x "d")
(when-let [x (System/getenv "E")] (println x))
(when-not (System/getenv "F") (throw (Exception. "F")))
(if (= "on" (System/getenv "G")) 1 2)
(let [v (System/getenv "H")] (when (nil? v) (System/exit 1)))
(def all (into {} (System/getenv)))
(def i (Integer/parseInt (get (System/getenv) "I" "80")))
`, "A optional =a; B expected; C optional =c; D optional =d; E optional; F required; G optional boolean; H required; * optional; I optional integer =80"}})
	holds(t, "y.clj", "", []saying{
		{"(ns x (:require [environ.core :refer [env]]))\n(def a (env :gate-a \"a\"))\n(def b (:gate-b env))\n(def c (or (:gate-c env) \"c\"))\n(def d (:gate-d other))\n", "GATE_A optional =a; GATE_B expected; GATE_C optional =c"},
		{"(def b (:gate-b env)) (System/getenv)\n", "* optional"},
	})
	holds(t, "x.bzl", "", []saying{
		{"def _impl(ctx):\n    a = ctx.os.environ[\"A\"]\n    b = ctx.os.environ.get(\"B\", \"b\")\n    c = ctx.getenv(\"C\")\n    d = mine.os.environ[\"D\"]\n", "A required; B optional =b; C expected; D required"},
		{"def env(c, name, default = None):\n    if name in c.os.environ:\n        return c.os.environ[name]\n    if default == None:\n        fail(name)\n    return default\n\ndef _impl(ctx):\n    env(ctx, \"A\")\n    env(ctx, \"B\", \"b\")\n    c = ctx.getenv(\"C\")\n    if not c:\n        fail(\"C\")\n", "A required; B optional =b; C required"},
	})
	holds(t, "x.nix", "", []saying{{"let a = if builtins.getEnv \"A\" == \"\" then \"a\" else x; c = builtins.getEnv \"C\" != \"1\"; b = builtins.getEnv \"B\"; in a", "A optional =a; C optional; B expected"}})
	holds(t, "x.jl", "", []saying{{"a = get(() -> \"a\", ENV, \"A\"); b = get(f, ENV, \"B\")", "A optional =a; B optional"}})
	holds(t, "y.hs", "", []saying{{`
import System.Environment (lookupEnv, getEnvironment)
main = do
  a <- (== Just "1") <$> lookupEnv "A"
  all <- getEnvironment
  print a
`, "A optional boolean; * optional"}})
	holds(t, "x.m", "", []saying{{`
NSDictionary *env = [[NSProcessInfo processInfo] environment];
NSString *a = env[@"GATE_A"], *b = [env objectForKey:@"GATE_B"] ?: @"b";
NSString *c = other[@"GATE_C"];
`, "GATE_A expected; GATE_B optional =b"}})
}
