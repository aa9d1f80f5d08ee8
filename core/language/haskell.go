package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var haskell = &reads.Language{
	Name: "haskell", Extensions: []string{".hs", ".lhs"}, Interpreters: []string{"runhaskell", "runghc"},
	Tree: parse.Haskell,
	Table: &syntax.Table{
		LineComments: []string{"--"}, BlockComments: []syntax.BlockComment{{Open: "{-", Close: "-}", Nest: true}, {Open: "#", Close: "\n", LineStart: true}}, WordPart: "'",
		Strings: []syntax.StringForm{plainString, {Open: `'`, Close: `'`, Backslash: true, Char: true, Bytes: true}},
	},
	Outline:     reads.NewOutline,
	LineEnds:    true,
	Applied:     true,
	QuietParens: true,
	Imports:     haskellImports,
	Triggers:    []string{"getEnv", "lookupEnv", "getEnvironment", "getEnvDefault"},
	Idioms: []reads.Idiom{
		{Access: `getEnv($name)`, Need: reads.Required},
		{Access: `lookupEnv($name)`},
		{Access: `getEnvDefault($name, $fallback)`},
		{Access: `getEnvironment`, Whole: true},
		{Access: `System.Environment.getEnv($name)`, Need: reads.Required},
		{Access: `System.Environment.lookupEnv($name)`},
		{Access: `System.Environment.getEnvironment`, Whole: true},
		{Access: `System.Environment.getEnvironment.lookup($name)`}, // lookup name, of what it gave
		{Access: `System.Environment.getEnvironment.member($name)`, Test: true},
		{Access: `System.Environment.getEnvironment.findWithDefault($name, $fallback)`},
	},
	Uses: []reads.Idiom{
		{Access: `fromMaybe($fallback, $read)`},
		{Access: `maybe($fallback, $any, $read)`, Maps: true},
		{Access: `fromJust($read)`, Need: reads.Required},
		{Access: `maybeToList($read)`, Does: evaluate.Converts},
		{Access: `isJust($read)`, Test: true},
		{Access: `isNothing($read)`, Absent: true},
		{Access: `null($read)`, Absent: true},
		{Access: `read($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `readMaybe($read)`, Kind: reads.Number, Does: evaluate.Nones},
		{Access: `splitOn($any, $read)`, Kind: reads.List},
		{Access: `words($read)`, Kind: reads.List},
	},
	Transparent: []string{"pure", "return", "liftIO", "lift", "T.pack", "Text.pack", "pack", "T.unpack", "BS.pack", "strip", "T.strip", "T.toLower", "fromString", "Just", "id", "trim"},
	Stops:       []string{"error", "die", "fail", "exitFailure", "exitWith", "throwIO", "throw", "ioError", "errorWithoutStackTrace", "throwError"},
	Nothing:     []string{"Nothing"},
	Rewrites:    haskellRewrites,
	Runs:        reads.Runs{Variants: evaluate.Named, Operators: map[string]string{"/=": "!=", "<>": "++"}, Unset: evaluate.Nothing, EmptyTrue: true, Returns: true, Bare: true, Clauses: true, Catchers: []string{"try", "tryIOError", "tryAny", "tryIO", "tryJust"}, Exhausts: []string{"case"}},
	WordOr:      []string{"<|>"},
}

// givenOn are functions of the standard library that other modules give on under their
// names.
var givenOn = wordSet("getEnv lookupEnv getEnvironment")

// haskellImports records the names by which modules of the environment are asked,
// import qualified System.Environment as Env, and passes over what is only named.
func haskellImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if !f.Tokens[i].NewLine || !f.Is(i, "import") && !f.Is(i, "module") {
			continue
		}
		o.Skip(reads.Range{Lo: i, Hi: declarationEnd(f, i)})
		if f.Is(i, "module") {
			continue
		}
		at := i + 1
		qualified := f.Is(at, "qualified")
		if qualified {
			at++
		}
		path, end := longName(f, at)
		if f.Is(end, "qualified") {
			qualified = true
			end++
		}
		if f.Is(end, "as") && f.Kind(end+1) == syntax.Word {
			o.Import(f.Text(end+1), path, i)
			end += 2
		}
		if close := f.Mate(end); f.Is(end, "(") && close > end {
			for n := end + 1; n < close; n++ {
				if f.Kind(n) == syntax.Word && !givenOn[f.Text(n)] {
					o.Import(f.Text(n), path+"."+f.Text(n), i)
				}
			}
		} else if !qualified {
			o.Import("*", path, i)
		}
	}
}

// declarationEnd returns the token behind a declaration: the first of a line that is not
// set in deeper.
func declarationEnd(f *syntax.File, i int) int {
	_, column := f.Position(int(f.Tokens[i].Start))
	for i++; i < len(f.Tokens); i++ {
		if f.Tokens[i].NewLine {
			if _, at := f.Position(int(f.Tokens[i].Start)); at <= column {
				break
			}
		}
	}
	return i
}

// longName returns the words with dots between them that begin at a token, and the token
// behind them.
func longName(f *syntax.File, i int) (path string, end int) {
	path = f.Text(i)
	for i++; f.Is(i, ".") && f.Kind(i+1) == syntax.Word; i += 2 {
		path += "." + f.Text(i+1)
	}
	return path, i
}
