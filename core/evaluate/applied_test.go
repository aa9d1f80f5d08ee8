package evaluate_test

import "testing"

// What languages of applied functions do with a read: operators by other names, what catches,
// what is given by name or left out.
func TestAppliedFunctions(t *testing.T) {
	hold(t, []saying{
		{"a.ml", "let a = match Sys.getenv \"A\" with exception Not_found -> false | s -> bool_of_string s\nlet b = (try Sys.getenv \"B\" with _ -> \"b\") ^ \"x\"\nlet c = Sys.getenv_opt \"C\" <> None\nlet d = Option.fold (Sys.getenv_opt \"D\") ~none:3 ~some:int_of_string\n", "A optional boolean =false; B optional =b; C optional; D optional =3"},
		{"a.ml", "let get ?(usual = \"u\") name = Option.value (Sys.getenv_opt name) ~default:usual\nlet a = get \"A\"\nlet b = get ~usual:\"b\" \"B\"\nlet default given other = match given with Some v -> v | None -> other\nlet flags ?variable library = Sys.getenv_opt (default variable (\"LIB_\" ^ library) ^ \"_FLAGS\")\nlet c = flags \"C\"\nlet d = flags ~variable:\"D\" \"C\"\n", "A optional =u; B optional =b; LIB_C_FLAGS expected; D_FLAGS expected"},
		{"a.ml", "let a = List.map Sys.getenv_opt [\"A\"; \"B\"]\nlet () = List.iter (fun (k, d) -> ignore (Option.value (Sys.getenv_opt k) ~default:d)) [\"C\", \"c\"; \"D\", \"d\"]\n", "A expected; B expected; C optional =c; D optional =d"},
		{"a.hs", "a = fromMaybe \"a\" <$> lookupEnv \"A\"\nb = (/= Just \"\") <$> lookupEnv \"B\"\nc = try (getEnv \"C\") >>= either (const (pure \"c\")) pure\nd = getEnv \"D\" `catch` \\(_ :: IOException) -> pure \"d\"\ne = lookupEnv \"E\" >>= maybe (die \"no E\") pure\n", "A optional =a; B optional; C optional; D optional =d; E required"},
		{"a.fs", "let tried = match Int32.TryParse(Environment.GetEnvironmentVariable \"A\") with\n            | true, n -> n\n            | _ -> 80\nlet b = Environment.GetEnvironmentVariable \"B\" |> Option.ofObj |> Option.map int |> Option.defaultValue 5\nlet c = if Environment.GetEnvironmentVariable \"C\" = \"on\" then 1 else 2\n", "A optional integer =80; B optional integer =5; C optional boolean"},
		{"a.awk", "$1 ~ /x/ && \"A\" in ENVIRON { print ENVIRON[\"A\"] }\n", "A optional; A optional"},
	})
}

// A function that is given nothing is asked what it makes of it; what a caller leaves unknown
// takes nothing away from what a function itself asks.
func TestGivenNothing(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\ndef pick(a, b):\n    if a is None:\n        return b\n    return a\ndef flags(library, variable=None):\n    return os.environ[pick(variable, 'LIB_' + library)]\nflags('A')\nflags('A', 'B')\n", "LIB_A required; B required"},
		{"a.py", "import os\ndef pick(a, b):\n    if a is None:\n        return b\n    return a\ndef flags(variable, library):\n    return os.environ[pick(variable, 'LIB_' + library) + '_FLAGS']\ndef g(x):\n    flags(x, 'A')\n", "LIB_*_FLAGS required; *_FLAGS required"},
	})
}
