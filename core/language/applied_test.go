package language

import "testing"

// Languages whose functions are applied without parentheses: what is done with a
// name that a read is given, and what stands behind try.
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
`, "A optional; B optional =; C optional; D optional =false; E required; F optional =f; G required"}})
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
`, "A optional =here; B optional =b; D required; E required; F expected; G optional number =5"}})
}
