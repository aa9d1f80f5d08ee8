package language

import (
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var java = &reads.Language{
	Name:       "java",
	Extensions: []string{".java"},
	Grammar:    javaGrammar,
	Table: &syntax.Table{
		LineComments: cComments, BlockComments: cBlocks, WordStart: "$", WordPart: "$",
		Strings: []syntax.StringForm{textBlock, plainString, character},
	},
	SharesNames: true,
	Outline:     reads.BraceOutline(false),
	Passes:      "(",
	Imports:     staticImports,
	Roots:       []string{"java", "lang"},
	Triggers:    jvmTriggers,
	Forms:       jvmForms,
	Idioms:      append(jvmIdioms("System.getenv"), jvmSettings...),
	Uses:        jvmUses,
	Transparent: jvmTransparent,
	Stops:       []string{"throw", "System.exit"},
	Nothing:     []string{"null"},
	Rewrites:    jvmRewrites,
	Runs:        reads.Runs{Mutates: true, Sizes: jvmSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.TrueAnyCase, reads.Duration: reads.ISODuration}, Raises: true, Exact: true},
	Formats:     []string{"String.format"},
	Copies:      []string{"HashMap", "LinkedHashMap", "TreeMap", "copyOf"},
}

var jvmTriggers = []string{"getenv", "@Value", "@ConfigProperty"}

// jvmIdioms are the ways of the Java library, by the name of its function.
func jvmIdioms(getenv string) []reads.Idiom {
	return []reads.Idiom{
		{Access: getenv + `($name)`},
		{Access: getenv + `().get($name)`},
		{Access: getenv + `().getOrDefault($name, $fallback)`},
		{Access: getenv + `().getOrElse($name) { $fallback }`},
		{Access: getenv + `().putIfAbsent($name, $fallback)`, Keeps: true},
		{Access: getenv + `().computeIfAbsent($name, $any -> $fallback)`, Keeps: true},
		{Access: getenv + `().getOrPut($name) { $fallback }`, Keeps: true},
		{Access: getenv + `().getValue($name)`, Need: reads.Required},
		{Access: getenv + `().containsKey($name)`, Test: true},
		{Access: getenv + `()[$name]`},
		{Access: getenv + `()`, Whole: true},
	}
}

// jvmSettings are annotations whose placeholders name variables: ${NAME:default}.
var jvmSettings = []reads.Idiom{
	{Access: `@Value($placeholders)`},
	{Access: `@Value(value = $placeholders)`},
	{Access: `@ConfigProperty(name = $variable)`, Need: reads.Required},
	{Access: `@ConfigProperty(name = $variable, defaultValue = $fallback)`},
}

var jvmUses = append([]reads.Idiom{
	{Access: `$read.orElse($fallback)`},
	{Access: `$read.getOrElse($fallback)`},
	{Access: `$read.getOrElse { $fallback }`},
	{Access: `$read.recover { $fallback }`},
	{Access: `$read.orElseThrow($rest)`, Need: reads.Required},
	{Access: `$read.isEmpty()`, Absent: true},
	{Access: `$read.isDefined`, Test: true},
	{Access: `$read.isNullOrEmpty()`, Absent: true},
	{Access: `$read.isNullOrBlank()`, Absent: true},
	{Access: `StringUtils.isBlank($read)`, Absent: true},
	{Access: `StringUtils.isEmpty($read)`, Absent: true},
	{Access: `requireNonNull($read, $rest)`, Does: evaluate.OnNothing},
	{Access: `Objects.requireNonNull($read, $rest)`, Does: evaluate.OnNothing},
	{Access: `Objects.requireNonNullElse($read, $fallback)`},
	{Access: `requireNotNull($read, $rest)`, Does: evaluate.OnNothing},
	{Access: `checkNotNull($read, $rest)`, Does: evaluate.OnNothing},
	{Access: `Integer.parseInt($read)`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `Enum.valueOf($any, $read)`, Does: evaluate.OnNothing},
	{Access: `Integer.valueOf($read)`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `Long.parseLong($read)`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `Long.valueOf($read)`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `Double.parseDouble($read)`, Kind: reads.Number, Does: evaluate.Fail},
	{Access: `Float.parseFloat($read)`, Kind: reads.Number, Does: evaluate.Fail},
	{Access: `BigDecimal($read)`, Kind: reads.Number, Does: evaluate.Fail},
	{Access: `Boolean.parseBoolean($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
	{Access: `Boolean.valueOf($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
	{Access: `Duration.parse($read)`, Kind: reads.Duration, Does: evaluate.Fail},
	{Access: `URI.create($read)`, Kind: reads.URL, Does: evaluate.Fail},
	{Access: `URI($read)`, Kind: reads.URL, Does: evaluate.Fail},
	{Access: `URL($read)`, Kind: reads.URL, Form: reads.AbsoluteURL, Does: evaluate.Fail},
	{Access: `$read.split($rest)`, Kind: reads.List},
	{Access: `$read.splitToSequence($rest)`, Kind: reads.List},
	{Access: `Json.decodeFromString($read)`, Kind: reads.JSON, Does: evaluate.Fail},
	{Access: `$any.readTree($read)`, Kind: reads.JSON, Does: evaluate.Fail},
	{Access: `$any.readValue($read, $rest)`, Kind: reads.JSON, Does: evaluate.Fail},
	{Access: `Url($read)`, Kind: reads.URL, Does: evaluate.Fail},
	{Access: `NumberUtils.toInt($read, $fallback)`, Kind: reads.Integer},
	{Access: `NumberUtils.toLong($read, $fallback)`, Kind: reads.Integer},
	{Access: `$read.orElseGet($fallback)`},
	{Access: `$read.orNull()`},
	{Access: `$read.getOrNull()`},
	{Access: `$read.getOrDefault($fallback)`},
	{Access: `$read.or($fallback)`},
	{Access: `$read.ifEmpty { $fallback }`, Empties: true},
	{Access: `$read.ifBlank { $fallback }`, Empties: true},
	{Access: `$read.fold($fallback, $rest)`},
	{Access: `$read.isPresent()`, Test: true},
	{Access: `$read.isDefined()`, Test: true},
	{Access: `$read.nonEmpty`, Test: true},
	{Access: `$read.isNotEmpty()`, Test: true},
	{Access: `$read.isNotBlank()`, Test: true},
	{Access: `$read.isBlank()`, Absent: true},
	{Access: `$read.map($any)`, Maps: true},
	{Access: `$read.map { $any }`, Maps: true},
	{Access: `$read.flatMap($any)`, Maps: true},
	{Access: `$read.flatMap { $any }`, Maps: true},
	{Access: `$read.filter($any)`},
	{Access: `$read.takeUnless { $any }`},
	{Access: `$read.takeIf { $any }`},
	{Access: `$read.takeUnless($any)`},
	{Access: `$read.takeIf($any)`},
	{Access: `require($read, $rest)`, Does: evaluate.Demands},
	{Access: `check($read, $rest)`, Does: evaluate.Demands},
	{Access: `assert($read, $rest)`, Does: evaluate.Demands},
	{Access: `$read.toLongOrNull()`, Kind: reads.Integer, Does: evaluate.Nones},
	{Access: `$read.toDoubleOrNull()`, Kind: reads.Number, Does: evaluate.Nones},
	{Access: `$read.toBooleanStrictOrNull()`, Kind: reads.Boolean, Form: reads.ExactTruth, Does: evaluate.Nones},
	{Access: `$read.toIntOption`, Kind: reads.Integer, Does: evaluate.Nones},
	{Access: `$read.toInt`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `$read.toLong`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `$read.toDouble`, Kind: reads.Number, Does: evaluate.Fail},
	{Access: `$read.toBoolean`, Kind: reads.Boolean, Does: evaluate.Fail},
	{Access: `$read.toInt()`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `$read.toIntOrNull()`, Kind: reads.Integer, Does: evaluate.Nones},
	{Access: `$read.toLong()`, Kind: reads.Integer, Does: evaluate.Fail},
	{Access: `$read.toDouble()`, Kind: reads.Number, Does: evaluate.Fail},
	{Access: `$read.toBoolean()`, Kind: reads.Boolean, Does: evaluate.Converts},
	{Access: `Optional.ofNullable($read)`, Does: evaluate.Holds},
	{Access: `Option($read)`, Does: evaluate.Holds},
	{Access: `Option.apply($read)`, Does: evaluate.Holds},
	{Access: `$read.ifPresentOrElse($any, $fallback)`},
	{Access: `Objects.toString($read, $fallback)`},
	{Access: `$read.ifPresent($any)`, Maps: true, Does: evaluate.Tests},
}, jvmGiven...)

var jvmTransparent = []string{".toOption", ".getOrNull", ".trim", ".strip", ".toLowerCase", ".toUpperCase", ".lowercase", ".uppercase", "String.valueOf"}

// staticImports records "import static java.lang.System.getenv;" and imports of members.
func staticImports(f *syntax.File, o *reads.Outline) { memberImports(f, o, false) }

// memberImports is staticImports; functions says that packages have functions, too, which
// import gate.env.* takes in.
func memberImports(f *syntax.File, o *reads.Outline, functions bool) {
	for i := range f.Tokens {
		if !f.Is(i, "import") {
			continue
		}
		first := i + 1
		if f.Is(first, "static") {
			first++
		}
		last := first
		for f.Is(last+1, ".") {
			last += 2
		}
		o.Skip(reads.Range{Lo: i, Hi: last + 1})
		bound := last
		if f.Is(last+1, "as") {
			bound = last + 2
		}
		if last-first < 4 || !f.Is(first, "java") || !f.Is(first+4, "System") {
			ownImport(f, o, first, last, bound, functions)
			continue
		}
		switch {
		case last == first+4:
			o.Import(f.Text(bound), "System", 0)
		case f.Is(last, "*") || f.Is(last, "_"):
			o.Import("*", "System", 0)
		default:
			o.Import(f.Text(bound), "System."+f.Text(last), 0)
		}
	}
}

// ownImport records the import of what a program defines itself, a function or a
// value: import static gate.Env.need, import gate.need, import gate.Env.*. What
// begins with a capital letter is a class, and known by its name.
func ownImport(f *syntax.File, o *reads.Outline, first, last, bound int, functions bool) {
	switch f.Text(first) {
	case "java", "javax", "kotlin", "kotlinx", "scala", "groovy", "android", "androidx":
		return
	}
	module := ""
	for i := first; i < last; i += 2 {
		module += f.Text(i) + "."
	}
	owner := f.Text(last - 2)
	switch name := f.Text(last); {
	case module == "" || name == "" || owner == "":
	case name == "*" || name == "_":
		if functions || syntax.IsCapital(owner) {
			o.Import("*", strings.TrimSuffix(module, "."), 0)
		}
	case (!syntax.IsCapital(name) || f.Is(first-1, "static")) && f.Kind(bound) == syntax.Word:
		o.Import(f.Text(bound), module+name, 0)
	}
}

var javaGrammar = &parse.Grammar{
	Layout: parse.Braces, Heads: true, Ternary: true, Typed: true, Angles: true, Arrow: "->", ParenCasts: true, Patterns: true,
	Binary: []string{"||", "&&", "|", "^", "&", "== !=", "< > <= >= instanceof", "<< >> >>>", "+ -", "* / %"},
	Assign: "= += -= *= /= %= &= |= ^= <<= >>= >>>=", Prefix: "! - + ~ ++ -- assert", Suffix: "++ --", Member: ". ::",
	If: "if", Else: "else", Loop: "for while do", Switch: "switch", Case: "case", Default: "default", Try: "try", Catch: "catch", Finally: "finally",
	Return: "return", Throw: "throw", Leave: "break continue", Class: "class interface enum record", Import: "import package", With: "synchronized", Declare: "var",
	Modifier: "public private protected static final abstract native synchronized transient volatile strictfp default sealed", Nothing: "null", Bool: "true false",
}
