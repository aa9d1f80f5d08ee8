package language

import (
	"cmp"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var groovyHoles = []syntax.Hole{{Open: "${", Close: "}"}, {Open: "$", Members: true}}

// Groovy is in scripts, in builds and in pipelines. What a pipeline reads
// has env before it.
var groovy = &reads.Language{
	Name: "groovy", Extensions: []string{".groovy", ".gradle", ".jenkinsfile"}, Names: []string{"Jenkinsfile"}, Interpreters: []string{"groovy"},
	Grammar: &parse.Grammar{
		Layout: parse.Braces, LineEnds: true, Heads: true, Ternary: true, Typed: true, Angles: true, Arrow: "->", Closures: true, Commands: true, Labels: true, Choices: true, Leading: ". ?. ?: && ||",
		Binary: []string{"?:", "||", "&&", "|", "^", "&", "== != === =~", "< > <= >= in instanceof", "<< >> .. ..<", "+ -", "* / %", "**"}, Right: "?:",
		Assign: "= += -= *= /= %= ?=", Prefix: "! - + ~ ++ -- * assert", Suffix: "++ --", Member: ". ?. *. &. .&", Casts: "as",
		If: "if", Else: "else", Loop: "for while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
		Return: "return", Throw: "throw", Leave: "break continue", Class: "class interface enum trait", Import: "import package", Declare: "def var",
		Modifier: "public private protected static final abstract synchronized transient", Nothing: "null", Bool: "true false",
	},
	Table: &syntax.Table{
		LineComments: append([]string{"#!"}, cComments...), BlockComments: cBlocks,
		Strings: []syntax.StringForm{
			{Open: `"""`, Close: `"""`, Backslash: true, Lines: true, Holes: groovyHoles},
			{Open: `'''`, Close: `'''`, Backslash: true, Lines: true},
			{Open: `"`, Close: `"`, Backslash: true, Holes: groovyHoles},
			{Open: `'`, Close: `'`, Backslash: true},
		},
	},
	Outline:     reads.BraceOutline(true),
	Imports:     staticImports,
	LineEnds:    true,
	QuietParens: true,
	QuietString: true,
	Roots:       []string{"java", "lang"},
	Triggers:    []string{"getenv", "env", "environmentVariable", "sh", "@Value", "@ConfigProperty"},
	Forms:       jvmForms,
	Declared:    pipelineSteps,
	Idioms: append(append(jvmIdioms("System.getenv"), jvmSettings...),
		reads.Idiom{Access: `System.getenv().$name`},
		reads.Idiom{Access: `System.getenv().get($name, $fallback)`},
		reads.Idiom{Access: `System.env.$name`},
		reads.Idiom{Access: `System.env[$name]`},
		reads.Idiom{Access: `env.$name`, Except: []string{"*[a-z]*"}},
		reads.Idiom{Access: `env[$name]`, Except: []string{"*[a-z]*"}},
		reads.Idiom{Access: `providers.environmentVariable($name)`, Unset: evaluate.Holder}),
	Uses: append([]reads.Idiom{
		{Access: `$read.toInteger()`, Kind: reads.Integer},
		{Access: `$read.toBoolean()`, Kind: reads.Boolean},
		{Access: `$read.tokenize($rest)`, Kind: reads.List},
	}, jvmUses...),
	Transparent: jvmTransparent,
	Copies:      []string{"HashMap", "LinkedHashMap", "TreeMap"},
	Stops:       []string{"throw", "error", "System.exit"},
	Nothing:     []string{"null"},
	Rewrites:    jvmRewrites,
	Runs:        reads.Runs{Returns: true, Lends: []string{"with"}, Taps: []string{"tap"}},
	WordOr:      []string{"?:"},
}

// pipelineSteps finds what the scripts of a pipeline's steps read: sh 'echo $X'.
func pipelineSteps(f *syntax.File, _ *reads.Outline) (list []reads.Declared) {
	set := map[string]bool{}
	for i := range f.Tokens { // environment { NAME = … }, and def NAME = …
		if f.Kind(i) == syntax.Word && f.Is(i+1, "=") {
			set[f.Text(i)] = true
		}
	}
	for i := range f.Tokens {
		if !f.Is(i, "sh") || f.Kind(i) != syntax.Word || f.Is(i-1, ".") {
			continue
		}
		at := i + 1
		for n := 0; n < 8 && f.Kind(at) != syntax.String && !f.Tokens[min(at, len(f.Tokens)-1)].NewLine; n++ { // sh(script: '…')
			at++
		}
		script, ok := f.Value(at)
		if !ok {
			continue
		}
		found, err := readShell([]byte(script))
		if err != nil {
			continue
		}
		for _, r := range found {
			if r.Name != "" && !set[r.Name] {
				list = append(list, reads.Declared{At: at, Name: r.Name, Access: "sh", Need: cmp.Or(r.Need, reads.Expected), Kind: cmp.Or(r.Kind, reads.Text), Fallback: r.Fallback})
			}
		}
	}
	return list
}
