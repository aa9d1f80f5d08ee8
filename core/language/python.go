package language

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var pythonHoles = []syntax.Hole{{Open: "{", Close: "}", Doubled: true}}

var python = &reads.Language{
	Name:         "python",
	Extensions:   []string{".py", ".pyi", ".pyw"},
	Names:        []string{"SConstruct", "SConscript", "wscript"},
	Interpreters: []string{"python", "pypy"},
	Grammar:      pythonGrammar,
	Table: &syntax.Table{
		LineComments: []string{"#"}, ColonEnds: true,
		Strings: []syntax.StringForm{
			{Prefix: "f fr rf t tr rt", Open: `"""`, Close: `"""`, Backslash: true, Lines: true, Holes: pythonHoles},
			{Prefix: "f fr rf t tr rt", Open: `'''`, Close: `'''`, Backslash: true, Lines: true, Holes: pythonHoles},
			{Prefix: "f fr rf t tr rt", Open: `"`, Close: `"`, Backslash: true, Holes: pythonHoles},
			{Prefix: "f fr rf t tr rt", Open: `'`, Close: `'`, Backslash: true, Holes: pythonHoles},
			{Prefix: "r br rb", Open: `"""`, Close: `"""`, Backslash: true, Raw: true, Lines: true},
			{Prefix: "r br rb", Open: `'''`, Close: `'''`, Backslash: true, Raw: true, Lines: true},
			{Prefix: "r br rb", Open: `"`, Close: `"`, Backslash: true, Raw: true},
			{Prefix: "r br rb", Open: `'`, Close: `'`, Backslash: true, Raw: true},
			{Prefix: "u b", Bare: true, Open: `"""`, Close: `"""`, Backslash: true, Lines: true},
			{Prefix: "u b", Bare: true, Open: `'''`, Close: `'''`, Backslash: true, Lines: true},
			{Prefix: "u b", Bare: true, Open: `"`, Close: `"`, Backslash: true},
			{Prefix: "u b", Bare: true, Open: `'`, Close: `'`, Backslash: true},
		},
	},
	Forms:    pythonForms,
	Imported: true,
	Outline:  reads.IndentOutline,
	Imports:  pythonImports,
	LineEnds: true,
	Triggers: []string{"environ", "environb", "getenv", "getenvb", "decouple", "environs", "envvar", "BaseSettings", "starlette", "expandvars", "from_envvar", "config_from_envvar"},
	Idioms: append([]reads.Idiom{
		{Access: `os.environ[$name]`, Need: reads.Required},
		{Access: `$any.from_envvar($name)`, Need: reads.Required},
		{Access: `$any.from_envvar($name, silent=True)`, Need: reads.Optional},
		{Access: `$any.config_from_envvar($name)`, Need: reads.Required},
		{Access: `$any.config_from_envvar($name, silent=True)`, Need: reads.Optional},
		{Access: `os.environ.get($name)`},
		{Access: `os.environ.get($name, $fallback)`},
		{Access: `os.environ.get($name, default=$fallback)`},
		{Access: `os.environ.get(key=$name)`},
		{Access: `os.environ.get(key=$name, default=$fallback)`},
		{Access: `os.environ.pop($name)`, Need: reads.Required, Removes: true},
		{Access: `os.environ.pop($name, $fallback)`, Removes: true},
		{Access: `os.environ.setdefault($name, $fallback)`, Keeps: true},
		{Access: `os.environ.__getitem__($name)`, Need: reads.Required},
		{Access: `os.environ.__contains__($name)`, Test: true},
		{Access: `os.environ.has_key($name)`, Test: true},
		{Access: `$name in os.environ`, Test: true},
		{Access: `$name in os.environ.keys()`, Test: true},
		{Access: `os.getenv($name)`},
		{Access: `os.getenv($name, $fallback)`},
		{Access: `os.getenv($name, default=$fallback)`},
		{Access: `os.getenv(key=$name)`},
		{Access: `os.getenv(key=$name, default=$fallback)`},
		{Access: `os.path.expandvars($template)`},
		{Access: `os.getenvb($name)`},
		{Access: `os.getenvb($name, $fallback)`},
		{Access: `os.environb[$name]`, Need: reads.Required},
		{Access: `os.environb.get($name)`},
		{Access: `os.environb.get($name, $fallback)`},
		{Access: `$name in os.environb`, Test: true},
		{Access: `$fields.format(**os.environ)`, Need: reads.Required},
		{Access: `$fields.format_map(os.environ)`, Need: reads.Required},
		{Access: `$fields % os.environ`, Need: reads.Required},
		{Access: `string.Template($template).substitute(os.environ)`, Need: reads.Required},
		{Access: `string.Template($template).safe_substitute(os.environ)`},
		{Access: `os.environ.update($names)`, Sets: true},
		{Access: `$any.setenv($name, $rest)`, Sets: true}, // of what a test is given to set up
		{Access: `$any.setitem(os.environ, $name, $rest)`, Sets: true},
		{Access: `unittest.mock.patch.dict($any, $names)`, Sets: true}, // also by its name: "os.environ"
		{Access: `os.environ`, Whole: true},
		{Access: `os.environb`, Whole: true},
	}, pythonLibraries()...),
	Uses: append([]reads.Idiom{
		{Access: `str($read)`, Does: evaluate.Writes},
		{Access: `int($read)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `int($read, 8)`, Kind: reads.Integer, Form: reads.Octal, Does: evaluate.Fail},
		{Access: `int($read, 16)`, Kind: reads.Integer, Form: reads.Hexadecimal, Does: evaluate.Fail},
		{Access: `int($read, 2)`, Kind: reads.Integer, Form: reads.Binary, Does: evaluate.Fail},
		{Access: `int($read, 0)`, Kind: reads.Integer, Form: reads.PythonBase, Does: evaluate.Fail},
		{Access: `int($read, 10)`, Kind: reads.Integer, Does: evaluate.Fail},
		{Access: `int($read, $any)`, Kind: reads.Integer, Form: reads.SomeBase, Does: evaluate.Fail},
		{Access: `float($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `decimal.Decimal($read)`, Kind: reads.Number, Does: evaluate.Fail},
		{Access: `bool($read)`, Kind: reads.Boolean, Does: evaluate.Tests},
		{Access: `strtobool($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `distutils.util.strtobool($read)`, Kind: reads.Boolean, Does: evaluate.Fail},
		{Access: `json.loads($read)`, Kind: reads.JSON, Does: evaluate.Fail},
		{Access: `ast.literal_eval($read)`, Kind: reads.JSON, Does: evaluate.Fail},
		{Access: `urllib.parse.urlparse($read)`, Kind: reads.URL, Does: evaluate.Holds},
		{Access: `urllib.parse.urlsplit($read)`, Kind: reads.URL, Does: evaluate.Holds},
		{Access: `$read.split($rest)`, Kind: reads.List},
		{Access: `pathlib.Path($read)`, Does: evaluate.OtherPath},
		{Access: `os.fspath($read)`, Does: evaluate.OtherPath},
		{Access: `os.path.expanduser($read)`, Does: evaluate.OtherPath},
		{Access: `os.path.abspath($read)`, Does: evaluate.OtherPath},
		{Access: `isinstance($read, $rest)`, Test: true},
	}, pythonGiven...),
	Rewrites:    pythonRewrites,
	Runs:        reads.Runs{Forms: map[reads.Kind]reads.Form{reads.Integer: reads.PythonInteger}, Explicit: true, Element: evaluate.Fails, Joins: []string{"+"}, EmptyLists: true, Raises: true, OwnScopes: true, Loops: evaluate.Keys, Platform: map[string]string{"sys.platform": "linux", "os.name": "posix"}},
	Transparent: []string{"strip", ".strip", ".rstrip", ".lstrip", ".lower", ".upper", ".casefold", "os.fsencode", ".encode", ".decode"},
	Stops:       []string{"sys.exit", "exit", "quit", "os._exit", "abort", "pytest.skip", "skipTest", ".skipTest"},
	Nothing:     []string{"None"},
	WordOr:      []string{"or"},
	Catches:     true,
	Copies:      []string{"dict", "copy", "deepcopy"},
}

// pythonLibraries are the ways of settings libraries.
func pythonLibraries() (list []reads.Idiom) {
	for _, object := range []string{"environs.Env()", "environ.Env()"} {
		for _, m := range []struct {
			name string
			kind reads.Kind
		}{
			{"", reads.Text}, {".str", reads.Text}, {".int", reads.Integer}, {".float", reads.Number}, {".bool", reads.Boolean}, {".list", reads.List},
			{".json", reads.JSON}, {".dict", reads.JSON}, {".url", reads.URL}, {".db", reads.URL}, {".decimal", reads.Number}, {".timedelta", reads.Duration},
		} {
			list = append(list,
				reads.Idiom{Access: object + m.name + "($name, default=$fallback, $rest)", Kind: m.kind},
				reads.Idiom{Access: object + m.name + "($name, $fallback)", Kind: m.kind},
				reads.Idiom{Access: object + m.name + "($name, $rest)", Kind: m.kind, Need: reads.Required})
		}
	}
	return append(list,
		reads.Idiom{Access: "decouple.config($name, default=$fallback, $rest)"},
		reads.Idiom{Access: "decouple.config($name, $rest)", Need: reads.Required})
}

// pythonImports records what import statements bind.
func pythonImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		switch {
		case f.Is(i, "import") && f.Kind(i) == syntax.Word:
			if from := importFrom(f, i); from >= 0 { // also from . import a
				o.Skip(reads.Range{Lo: i, Hi: pythonFrom(f, o, dotted(f, from, i), i+1)})
			} else if !f.Is(i-1, ".") {
				o.Skip(reads.Range{Lo: i, Hi: pythonImport(f, o, i+1)})
			}
		}
	}
}

// importFrom finds the token behind "from" for the import at i, or -1.
func importFrom(f *syntax.File, i int) int {
	for j := i - 1; j >= 0 && !f.Tokens[j+1].NewLine; j-- {
		if f.Is(j, "from") {
			return j + 1
		}
	}
	return -1
}

func dotted(f *syntax.File, lo, hi int) string {
	var out strings.Builder
	for i := lo; i < hi; i++ {
		out.WriteString(f.Text(i))
	}
	return out.String()
}

// pythonImport reads "import a.b as c, d" and gives its end.
func pythonImport(f *syntax.File, o *reads.Outline, i int) int {
	for f.Kind(i) == syntax.Word {
		first, end := i, i+1
		for f.Is(end, ".") {
			end += 2
		}
		if f.Is(end, "as") {
			o.Import(f.Text(end+1), dotted(f, first, end), end+1)
			end += 2
		} else {
			o.Import(f.Text(first), f.Text(first), first)
		}
		if !f.Is(end, ",") {
			return end
		}
		i = end + 1
	}
	return i
}

// pythonFrom reads "from module import (a as b, c)" and gives its end.
func pythonFrom(f *syntax.File, o *reads.Outline, module string, i int) int {
	if f.Is(i, "(") {
		i++
	}
	for f.Kind(i) == syntax.Word || f.Is(i, "*") {
		name, bound, next := f.Text(i), i, i+1
		if f.Is(next, "as") {
			bound, next = next+1, next+2
		}
		o.Import(f.Text(bound), module+"."+name, bound)
		if name == "*" {
			o.Import("*", module, i)
		}
		if !f.Is(next, ",") {
			return next
		}
		i = next + 1
	}
	return i
}

var pythonGrammar = newPythonGrammar()

func newPythonGrammar() *parse.Grammar {
	return &parse.Grammar{
		Layout: parse.Indented, LineEnds: true, IfLater: true, Records: true, Keywords: true, Comprehends: true,
		Binary: []string{":=", "or", "and", "in not_in is is_not < > <= >= != == <>", "|", "^", "&", "<< >>", "+ -", "* / // % @", "**"}, Right: "** :=",
		Assign: "= += -= *= /= //= %= @= &= |= ^= >>= <<= **=", Prefix: "not - + ~ await * ** yield assert", Member: ".", LambdaWords: "lambda",
		If: "if", Elif: "elif", Else: "else", Loop: "for while", Switch: "match", Case: "case", Try: "try", Catch: "except", Finally: "finally",
		Return: "return", Throw: "raise", Leave: "break continue pass", Function: "def", Class: "class", Import: "import from", With: "with", Modifier: "async",
		Nothing: "None", Bool: "True False",
	}
}
