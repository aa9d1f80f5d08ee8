package language

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var (
	javascript = runBy(scriptLanguage("javascript", syntax.JSXHook, ".js", ".jsx", ".mjs", ".cjs", ".es6"), "node", "nodejs")
	typescript = runBy(scriptLanguage("typescript", syntax.RegexHook, ".ts", ".mts", ".cts"), "deno", "bun", "tsx", "ts-node")
	// In .tsx, what looks like a tag is one; in .ts it is a cast.
	typescriptJSX = scriptLanguage("typescript", syntax.JSXHook, ".tsx")
	// The script blocks of pages: what is round them is no source, but for
	// what is in braces.
	pageScripts   = scriptsOfPages([]syntax.Island{scriptBlock}, ".vue")
	pagesInBraces = scriptsOfPages([]syntax.Island{scriptBlock, {Open: "<style", Close: "</style>", Comment: true}, {Open: "<!--", Close: "-->", Comment: true}, {Open: "---\n", Close: "---"}, {Open: "{", Close: "}"}}, ".svelte", ".astro")
)

var scriptBlock = syntax.Island{Open: "<script", Until: ">", Close: "</script>"}

// runBy names the programs that a script without an ending asks for.
func runBy(l *reads.Language, interpreters ...string) *reads.Language {
	l.Interpreters = interpreters
	return l
}

func scriptsOfPages(islands []syntax.Island, extensions ...string) *reads.Language {
	l := scriptLanguage("javascript", syntax.RegexHook, extensions...)
	l.Table.Islands = islands
	return l
}

func scriptLanguage(name string, hook func(*syntax.Scanner) bool, extensions ...string) *reads.Language {
	l := &reads.Language{
		Name:       name,
		Family:     "script",
		Extensions: extensions,
		Grammar:    javascriptGrammar,
		Table: &syntax.Table{
			LineComments:  []string{"//"},
			BlockComments: []syntax.BlockComment{{Open: "/*", Close: "*/"}},
			WordStart:     "$#",
			WordPart:      "$",
			Strings: []syntax.StringForm{
				{Open: `"`, Close: `"`, Backslash: true},
				{Open: `'`, Close: `'`, Backslash: true},
				{Open: "`", Close: "`", Backslash: true, Lines: true, Holes: []syntax.Hole{{Open: "${", Close: "}"}}},
			},
			Hook:      hook,
			HookBytes: "/<",
		},
		Exports:  "export",
		Forms:    scriptForms,
		Declared: scriptSettings,
		Imported: true,
		Outline:  reads.BraceOutline(true),
		Passes:   "(",
		Entire:   []string{"ConfigService"},
		Imports:  scriptImports,
		LineEnds: true,
		Triggers: []string{"env", "ConfigService", "Env", "loadEnv", "react-native-config"},
		With:     []string{"loadEnv", "process", "import.meta", "Deno", "Bun", "ConfigService", "env-var", "convict", "commander", "$env", "#start", "{ env", "{env", "Adonis", "@env", "react-native"},
		Roots:    []string{"globalThis", "window", "global", "self"},
		Idioms: []reads.Idiom{
			{Access: `Deno.env.get($name)`},
			{Access: `Deno.env.has($name)`, Test: true},
			{Access: `Deno.env`, Whole: true},
			{Access: `Deno.env.toObject()`, Whole: true},
			{Access: `Deno.env.toObject().$name`},
			{Access: `Deno.env.toObject()[$name]`},
			{Access: `$any.stubEnv($name, $rest)`, Sets: true},
			{Access: `lodash.get(process.env, $name)`},
			{Access: `lodash.get(process.env, $name, $fallback)`},
			{Access: `lodash.has(process.env, $name)`, Test: true},
			{Access: `lodash.pick(process.env, [$names])`},
		},
		Uses: append([]reads.Idiom{
			{Access: `parseInt($read, 16)`, Kind: reads.Integer, Form: reads.BeginsHex, Does: evaluate.NotNumber},
			{Access: `Number.parseInt($read, 16)`, Kind: reads.Integer, Form: reads.BeginsHex, Does: evaluate.NotNumber},
			{Access: `parseInt($read, $rest)`, Kind: reads.Integer, Does: evaluate.NotNumber},
			{Access: `Number.parseInt($read, $rest)`, Kind: reads.Integer, Does: evaluate.NotNumber},
			{Access: `parseFloat($read)`, Kind: reads.Number, Form: reads.BeginsNumber, Does: evaluate.NotNumber},
			{Access: `Number.parseFloat($read)`, Kind: reads.Number, Form: reads.BeginsNumber, Does: evaluate.NotNumber},
			{Access: `Number($read)`, Kind: reads.Number, Does: evaluate.NotNumber},
			{Access: `isNaN($read)`, Absent: true},
			{Access: `_.isEmpty($read)`, Absent: true},
			{Access: `_.defaultTo($read, $fallback)`},
			{Access: `_.isNil($read)`, Absent: true},
			{Access: `isEmpty($read)`, Absent: true},
			{Access: `isNil($read)`, Absent: true},
			{Access: `isFinite($read)`, Test: true},
			{Access: `Number.isFinite($read)`, Test: true},
			{Access: `Number.isInteger($read)`, Test: true},
			{Access: `Number.isSafeInteger($read)`, Test: true},
			{Access: `Number.isNaN($read)`, Absent: true},
			{Access: `BigInt($read)`, Kind: reads.Integer, Form: reads.AnyBase, Does: evaluate.Fail},
			{Access: `Boolean($read)`, Kind: reads.Boolean, Does: evaluate.Tests},
			{Access: `JSON.parse($read, $rest)`, Kind: reads.JSON, Does: evaluate.Fail},
			{Access: `URL($read, $rest)`, Kind: reads.URL, Does: evaluate.Fail},
			{Access: `$read.split($rest)`, Kind: reads.List},
			{Access: `ms($read)`, Kind: reads.Duration},
			{Access: `assert($read, $rest)`, Does: evaluate.Demands},
			{Access: `assert.ok($read, $rest)`, Does: evaluate.Demands},
			{Access: `assert.notEqual($read, undefined, $rest)`, Does: evaluate.OnNothing},
			{Access: `assert.notStrictEqual($read, undefined, $rest)`, Does: evaluate.OnNothing},
			{Access: `assert.match($read, $rest)`, Does: evaluate.OnNothing},
			{Access: `invariant($read, $rest)`, Does: evaluate.Demands},
			{Access: `nullthrows($read)`, Does: evaluate.OnNothing},
			{Access: `nullthrows($read, $rest)`, Does: evaluate.OnNothing},
		}, javascriptGiven...),
		Rewrites:    scriptRewrites,
		Runs:        reads.Runs{Stages: map[string]string{"import.meta.env.MODE": "NODE_ENV", "import.meta.env.PROD": "", "import.meta.env.DEV": ""}, Forms: map[reads.Kind]reads.Form{reads.Number: reads.ScriptNumber, reads.Integer: reads.BeginsInteger, reads.URL: reads.AbsoluteURL}, Status: "process.exitCode", Explicit: true, Raises: true, Chains: true, KeysIn: true, Platform: map[string]string{"process.platform": "linux"}},
		Transparent: []string{"String", ".trim", ".toLowerCase", ".toUpperCase", ".toString", ".trimEnd", ".trimStart"},
		Stops:       []string{"throw", "process.exit", "process.abort", "Deno.exit"},
		Nothing:     []string{"undefined", "null", "void 0"},
		WordOr:      []string{"||", "??"},
		Copies:      []string{"assign", "freeze", "seal", "structuredClone"},
	}
	for _, object := range []string{"process.env", "import.meta.env", "Bun.env"} {
		except := scriptMembers
		if object == "import.meta.env" { // supplied by the bundler
			except = append([]string{"MODE", "DEV", "PROD", "SSR", "BASE_URL"}, except...)
		}
		l.Idioms = append(l.Idioms,
			reads.Idiom{Access: object + `.hasOwnProperty($name)`, Test: true},
			reads.Idiom{Access: `Object.prototype.hasOwnProperty.call(` + object + `, $name)`, Test: true},
			reads.Idiom{Access: object + `.$name`, Except: except},
			reads.Idiom{Access: object + `[$name]`, Except: scriptMembers},
			reads.Idiom{Access: `$name in ` + object, Test: true, Except: scriptMembers},
			reads.Idiom{Access: `Object.hasOwn(` + object + `, $name)`, Test: true},
			reads.Idiom{Access: `Reflect.get(` + object + `, $name)`},
			reads.Idiom{Access: `_.get(` + object + `, $name)`},
			reads.Idiom{Access: `_.get(` + object + `, $name, $fallback)`},
			reads.Idiom{Access: `_.has(` + object + `, $name)`, Test: true},
			reads.Idiom{Access: `Reflect.has(` + object + `, $name)`, Test: true},
			reads.Idiom{Access: object, Whole: true, Except: scriptMembers},
		)
	}
	return l
}

// scriptMembers are names that libraries ask whatever object they are given for, to see what
// it is.
var scriptMembers = []string{"length", "constructor", "prototype", "__proto__", "toString", "valueOf", "toJSON", "hasOwnProperty", "then", "nodeType", "callee", "byteLength", "byteOffset"}

// scriptImports records import declarations: import p, { env as e } from "node:process".
func scriptImports(f *syntax.File, o *reads.Outline) {
	for i := range f.Tokens {
		if f.Is(i, "loadEnv") && f.Is(i+1, "(") && f.Is(i-1, "=") && f.Kind(i-2) == syntax.Word {
			o.Import(f.Text(i-2), "process.env", i-2) // variables, and those of env files
		}
		if !f.Is(i, "import") || f.Kind(i) != syntax.Word || f.Is(i+1, "(") || f.Is(i+1, ".") {
			continue
		}
		from := i + 1
		for from < len(f.Tokens) && from < i+400 && f.Kind(from) != syntax.String {
			from++
		}
		module, ok := f.Value(from)
		if !ok || !f.Is(from-1, "from") {
			continue
		}
		o.Skip(reads.Range{Lo: i, Hi: from})
		bindImported(f, o, i+1, from-1, reads.ModuleName(module))
	}
}

// bindImported binds the names between "import" and "from".
func bindImported(f *syntax.File, o *reads.Outline, lo, hi int, module string) {
	braces := false
	for i := lo; i < hi; i++ {
		switch {
		case f.Is(i, "{"):
			braces = true
		case f.Is(i, "}"):
			braces = false
		case f.Is(i, "*") && f.Is(i+1, "as"):
			o.Import(f.Text(i+2), module, i+2)
			i += 2
		case f.Kind(i) != syntax.Word || f.Is(i, "type") && f.Kind(i+1) == syntax.Word:
		case !braces && module == "react-native-config":
			o.Import(f.Text(i), "process.env", i) // the variables of the build
		case !braces:
			o.Import(f.Text(i), module, i)
		case f.Is(i+1, "as"):
			o.Import(f.Text(i+2), importedPath(module, f.Text(i)), i+2)
			i += 2
		default:
			o.Import(f.Text(i), importedPath(module, f.Text(i)), i)
		}
	}
}

func importedPath(module, name string) string {
	if name == "env" && strings.HasPrefix(module, "$env/dynamic/") {
		return "process.env"
	}
	if name == "default" {
		return module
	}
	return module + "." + name
}

var javascriptGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, Records: true, Angles: true, ObjectTypes: true, Arrow: "=>",
	Binary: []string{"?? ||", "&&", "|", "^", "&", "== != === !==", "< > <= >= instanceof in", "<< >> >>>", "+ -", "* / %", "**"}, Right: "**",
	Assign: "= += -= *= /= %= **= <<= >>= >>>= &= |= ^= &&= ||= ??=", Prefix: "! - + ~ typeof void delete await yield ... ++ --", Suffix: "++ -- !",
	Member: ". ?.", Casts: "as satisfies",
	If: "if", Else: "else", Loop: "for while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return", Throw: "throw", Leave: "break continue debugger", Function: "function", Class: "class interface enum namespace", Import: "import",
	Declare: "const let var", Modifier: "async export default public private protected readonly static abstract declare override get set",
	Nothing: "null undefined", Bool: "true false",
}
