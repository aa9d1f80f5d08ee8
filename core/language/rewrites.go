package language

import (
	"strconv"
	"strings"

	"inzicht/core/evaluate"
)

// rewriting names the functions and methods, with spaces between them, that do the same with a text. A method has
// a dot before its name. What the text is stands behind a colon, as the number of an argument: without one
// it is what a method is asked of, and the first argument of a function.
type rewriting struct {
	does  evaluate.Rewriting
	names string
}

// rewrites returns what the functions of a language do with texts.
func rewrites(lists ...[]rewriting) map[string]evaluate.Rewrite {
	all := map[string]evaluate.Rewrite{}
	for _, list := range lists {
		for _, r := range list {
			for name := range strings.FieldsSeq(r.names) {
				of := 0
				if strings.HasPrefix(name, ".") {
					of = -1
				}
				if before, place, found := strings.Cut(name, ":"); found {
					name = before
					of, _ = strconv.Atoi(place)
				}
				all[name] = evaluate.Rewrite{Does: r.does, Of: of}
			}
		}
	}
	return all
}

// What the standard libraries make of texts, and what the most used libraries for names do.
var (
	scriptRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".trim _.trim"}, {evaluate.TrimsBefore, ".trimStart .trimLeft"}, {evaluate.TrimsBehind, ".trimEnd .trimRight"},
		{evaluate.Uppers, ".toUpperCase .toLocaleUpperCase _.toUpper"}, {evaluate.Lowers, ".toLowerCase .toLocaleLowerCase _.toLower"},
		{evaluate.Capitals, "_.upperFirst"}, {evaluate.OnlyCapitals, "_.capitalize"},
		{evaluate.Slices, ".slice"}, {evaluate.Spans, ".substring"}, {evaluate.Counts, ".substr"}, {evaluate.Character, ".charAt .at"},
		{evaluate.ReplacesFirst, ".replace"}, {evaluate.ReplacesAll, ".replaceAll"},
		{evaluate.Repeats, ".repeat"}, {evaluate.PadsBefore, ".padStart"}, {evaluate.PadsBehind, ".padEnd"}, {evaluate.Appends, ".concat"},
		{evaluate.Snakes, "snakeCase _.snakeCase"}, {evaluate.ShoutingSnakes, "constantCase"}, {evaluate.Kebabs, "kebabCase _.kebabCase paramCase"},
		{evaluate.Begins, ".startsWith _.startsWith"}, {evaluate.Ends, ".endsWith"}, {evaluate.Includes, ".includes"}, {evaluate.Finds, ".indexOf"},
		{evaluate.HasFit, ".test:0"}, {evaluate.FindsFit, ".match .exec:0"}, {evaluate.Expression, "RegExp"}, {evaluate.Spells, "String .toString"},
	})
	pythonRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".strip"}, {evaluate.TrimsBefore, ".lstrip"}, {evaluate.TrimsBehind, ".rstrip"},
		{evaluate.Uppers, ".upper"}, {evaluate.Lowers, ".lower .casefold"}, {evaluate.OnlyCapitals, ".capitalize"},
		{evaluate.CutsPrefix, ".removeprefix"}, {evaluate.CutsSuffix, ".removesuffix"},
		{evaluate.ReplacesAll, ".replace"}, {evaluate.ReplacesFits, "re.sub:2 .sub:1"},
		{evaluate.PadsNumber, ".zfill"}, {evaluate.PadsBefore, ".rjust"}, {evaluate.PadsBehind, ".ljust"},
		{evaluate.Begins, ".startswith"}, {evaluate.Ends, ".endswith"}, {evaluate.Finds, ".find"},
		{evaluate.BeginsFit, "re.match:1 .match:0"}, {evaluate.FindsFit, "re.search:1 .search:0"}, {evaluate.Expression, "re.compile"}, {evaluate.Spells, "str"},
	})
	goRewrites = rewrites([]rewriting{
		{evaluate.Trims, "strings.TrimSpace strings.Trim"}, {evaluate.TrimsBefore, "strings.TrimLeft"}, {evaluate.TrimsBehind, "strings.TrimRight"},
		{evaluate.Uppers, "strings.ToUpper strings.ToTitle"}, {evaluate.Lowers, "strings.ToLower"}, {evaluate.Capitals, "strings.Title"},
		{evaluate.CutsPrefix, "strings.TrimPrefix"}, {evaluate.CutsSuffix, "strings.TrimSuffix"},
		{evaluate.ReplacesAll, "strings.ReplaceAll strings.Replace"}, {evaluate.ReplacesFits, ".ReplaceAllString:0"}, {evaluate.ReplacesEach, ".Replace:0"},
		{evaluate.Repeats, "strings.Repeat"}, {evaluate.Begins, "strings.HasPrefix"}, {evaluate.Ends, "strings.HasSuffix"}, {evaluate.Includes, "strings.Contains"}, {evaluate.Finds, "strings.Index"},
		{evaluate.HasFit, ".MatchString:0"}, {evaluate.Expression, "regexp.MustCompile"},
		{evaluate.Snakes, "strcase.ToSnake"}, {evaluate.ShoutingSnakes, "strcase.ToScreamingSnake"}, {evaluate.Spells, "strconv.Itoa strconv.FormatInt fmt.Sprint"},
	})
	rubyRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".strip"}, {evaluate.TrimsBefore, ".lstrip"}, {evaluate.TrimsBehind, ".rstrip"},
		{evaluate.Uppers, ".upcase"}, {evaluate.Lowers, ".downcase"}, {evaluate.OnlyCapitals, ".capitalize"},
		{evaluate.CutsPrefix, ".delete_prefix .lchop"}, {evaluate.CutsSuffix, ".delete_suffix .rchop"},
		{evaluate.ReplacesAll, ".gsub"}, {evaluate.ReplacesFirst, ".sub"}, {evaluate.Translates, ".tr"}, {evaluate.Deletes, ".delete"},
		{evaluate.PadsBefore, ".rjust"}, {evaluate.PadsBehind, ".ljust"}, {evaluate.Prepends, ".prepend"}, {evaluate.Appends, ".concat"},
		{evaluate.Snakes, ".underscore"}, {evaluate.Begins, ".start_with? .starts_with?"}, {evaluate.Ends, ".end_with? .ends_with?"}, {evaluate.Includes, ".include? .includes?"},
		{evaluate.HasFit, ".match? .matches?"}, {evaluate.FindsFit, ".match"}, {evaluate.FindsOrNothing, ".index"}, {evaluate.Expression, "Regexp.new"}, {evaluate.Spells, ".to_s .to_str .to_sym"},
	})
	phpRewrites = rewrites([]rewriting{
		{evaluate.Trims, "trim"}, {evaluate.TrimsBefore, "ltrim"}, {evaluate.TrimsBehind, "rtrim chop"},
		{evaluate.Uppers, "strtoupper mb_strtoupper Str.upper"}, {evaluate.Lowers, "strtolower mb_strtolower Str.lower"}, {evaluate.Capitals, "ucfirst Str.ucfirst"}, {evaluate.Uncapitals, "lcfirst"},
		{evaluate.ReplacesAll, "str_replace:2 Str.replace:2"}, {evaluate.ReplacesFits, "preg_replace:2 preg_replace_callback:2"}, {evaluate.Translates, "strtr"},
		{evaluate.Counts, "substr mb_substr"}, {evaluate.Repeats, "str_repeat"}, {evaluate.Snakes, "Str.snake"}, {evaluate.Kebabs, "Str.kebab"},
		{evaluate.Begins, "str_starts_with Str.startsWith"}, {evaluate.Ends, "str_ends_with Str.endsWith"}, {evaluate.Includes, "str_contains Str.contains"}, {evaluate.FindsOrNothing, "strpos"},
		{evaluate.HasFit, "preg_match:1"}, {evaluate.Spells, "strval"},
	})
	jvmWords = []rewriting{
		{evaluate.Trims, ".trim .strip"}, {evaluate.TrimsBefore, ".stripLeading .trimStart"}, {evaluate.TrimsBehind, ".stripTrailing .trimEnd"},
		{evaluate.Uppers, ".toUpperCase .uppercase .toUpper"}, {evaluate.Lowers, ".toLowerCase .lowercase .toLower"}, {evaluate.Capitals, ".capitalize"}, {evaluate.Uncapitals, ".decapitalize .uncapitalize"},
		{evaluate.CutsPrefix, ".removePrefix .stripPrefix"}, {evaluate.CutsSuffix, ".removeSuffix .stripSuffix"},
		{evaluate.Spans, ".substring"}, {evaluate.DropsFirst, ".drop"}, {evaluate.DropsLast, ".dropLast .dropRight"}, {evaluate.TakesFirst, ".take"}, {evaluate.TakesLast, ".takeLast .takeRight"}, {evaluate.Character, ".charAt"},
		{evaluate.ReplacesAll, ".replace"}, {evaluate.ReplacesFits, ".replaceAll"}, {evaluate.ReplacesFit, ".replaceFirst"},
		{evaluate.Repeats, ".repeat"}, {evaluate.PadsBefore, ".padStart .padLeft"}, {evaluate.PadsBehind, ".padEnd .padRight"}, {evaluate.Appends, ".concat"},
		{evaluate.Begins, ".startsWith"}, {evaluate.Ends, ".endsWith"}, {evaluate.Includes, ".contains"}, {evaluate.IsFit, ".matches"}, {evaluate.Finds, ".indexOf"},
		{evaluate.Expression, "Regex Pattern.compile .toRegex"}, {evaluate.Spells, "StringBuilder StringBuffer String.valueOf Integer.toString .toString"},
	}
	jvmRewrites    = rewrites(jvmWords)
	kotlinRewrites = rewrites(jvmWords, []rewriting{{evaluate.ReplacesFirst, ".replaceFirst"}})
	csharpRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".Trim"}, {evaluate.TrimsBefore, ".TrimStart"}, {evaluate.TrimsBehind, ".TrimEnd"},
		{evaluate.Uppers, ".ToUpper .ToUpperInvariant UCase"}, {evaluate.Lowers, ".ToLower .ToLowerInvariant LCase"},
		{evaluate.Counts, ".Substring"}, {evaluate.ReplacesAll, ".Replace"}, {evaluate.ReplacesFits, "Regex.Replace:0"},
		{evaluate.PadsBefore, ".PadLeft"}, {evaluate.PadsBehind, ".PadRight"}, {evaluate.Appends, "string.Concat String.Concat"},
		{evaluate.Begins, ".StartsWith"}, {evaluate.Ends, ".EndsWith"}, {evaluate.Includes, ".Contains"}, {evaluate.Finds, ".IndexOf"},
		{evaluate.HasFit, "Regex.IsMatch .IsMatch:0"}, {evaluate.Expression, "Regex"}, {evaluate.Spells, ".ToString Convert.ToString CStr"},
	})
	rustRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".trim"}, {evaluate.TrimsBefore, ".trim_start"}, {evaluate.TrimsBehind, ".trim_end"},
		{evaluate.Uppers, ".to_uppercase .to_ascii_uppercase"}, {evaluate.Lowers, ".to_lowercase .to_ascii_lowercase"},
		{evaluate.StripsPrefix, ".strip_prefix"}, {evaluate.StripsSuffix, ".strip_suffix"}, {evaluate.TrimsPrefixes, ".trim_start_matches"}, {evaluate.TrimsSuffixes, ".trim_end_matches"},
		{evaluate.ReplacesAll, ".replace .replacen .replace_all:0"}, {evaluate.Repeats, ".repeat"},
		{evaluate.Begins, ".starts_with"}, {evaluate.Ends, ".ends_with"}, {evaluate.Includes, ".contains"}, {evaluate.HasFit, ".is_match:0"}, {evaluate.Expression, "Regex.new regex.Regex.new"},
		{evaluate.Snakes, ".to_snake_case"}, {evaluate.ShoutingSnakes, ".to_shouty_snake_case .to_screaming_snake_case"}, {evaluate.Kebabs, ".to_kebab_case"}, {evaluate.Spells, ".to_string"},
	})
	swiftRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".trimmingCharacters"}, {evaluate.Uppers, ".uppercased"}, {evaluate.Lowers, ".lowercased"},
		{evaluate.ReplacesAll, ".replacingOccurrences"}, {evaluate.DropsFirst, ".dropFirst"}, {evaluate.DropsLast, ".dropLast"}, {evaluate.TakesFirst, ".prefix"}, {evaluate.TakesLast, ".suffix"},
		{evaluate.Appends, ".appending"}, {evaluate.Begins, ".hasPrefix .starts"}, {evaluate.Ends, ".hasSuffix"}, {evaluate.Includes, ".contains"}, {evaluate.Spells, "String"},
	})
	dartRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".trim"}, {evaluate.TrimsBefore, ".trimLeft"}, {evaluate.TrimsBehind, ".trimRight"},
		{evaluate.Uppers, ".toUpperCase"}, {evaluate.Lowers, ".toLowerCase"}, {evaluate.ReplacesAll, ".replaceAll"}, {evaluate.ReplacesFirst, ".replaceFirst"}, {evaluate.Spans, ".substring"},
		{evaluate.PadsBefore, ".padLeft"}, {evaluate.PadsBehind, ".padRight"}, {evaluate.Begins, ".startsWith"}, {evaluate.Ends, ".endsWith"}, {evaluate.Includes, ".contains"}, {evaluate.Finds, ".indexOf"},
		{evaluate.HasFit, ".hasMatch:0"}, {evaluate.Expression, "RegExp"}, {evaluate.Spells, ".toString"},
	})
	elixirRewrites = rewrites([]rewriting{
		{evaluate.Trims, "String.trim"}, {evaluate.TrimsBefore, "String.trim_leading"}, {evaluate.TrimsBehind, "String.trim_trailing"},
		{evaluate.Uppers, "String.upcase"}, {evaluate.Lowers, "String.downcase"}, {evaluate.OnlyCapitals, "String.capitalize"},
		{evaluate.CutsPrefix, "String.replace_prefix String.replace_leading"}, {evaluate.ReplacesAll, "String.replace Regex.replace:1"}, {evaluate.Counts, "String.slice"},
		{evaluate.Repeats, "String.duplicate"}, {evaluate.PadsBefore, "String.pad_leading"}, {evaluate.PadsBehind, "String.pad_trailing"}, {evaluate.Snakes, "Macro.underscore"},
		{evaluate.Begins, "String.starts_with?"}, {evaluate.Ends, "String.ends_with?"}, {evaluate.Includes, "String.contains?"}, {evaluate.HasFit, "String.match? Regex.match?:1"},
		{evaluate.Spells, "to_string Integer.to_string Atom.to_string String.to_atom"},
	})
	luaRewrites = rewrites([]rewriting{
		{evaluate.Uppers, ".upper string.upper"}, {evaluate.Lowers, ".lower string.lower"}, {evaluate.Places, ".sub string.sub"}, {evaluate.Repeats, ".rep string.rep"},
		{evaluate.ReplacesFits, ".gsub string.gsub"}, {evaluate.FindsFit, ".match string.match .find string.find"}, {evaluate.Spells, "tostring"},
	})
	perlRewrites = rewrites([]rewriting{
		{evaluate.Uppers, "uc"}, {evaluate.Lowers, "lc"}, {evaluate.Capitals, "ucfirst"}, {evaluate.Uncapitals, "lcfirst"}, {evaluate.Counts, "substr"}, {evaluate.Finds, "index"},
	})
	cppRewrites = rewrites([]rewriting{
		{evaluate.Counts, ".substr"}, {evaluate.Begins, ".starts_with .startsWith"}, {evaluate.Ends, ".ends_with .endsWith"}, {evaluate.Includes, ".contains"},
		{evaluate.Uppers, ".toUpper absl.AsciiStrToUpper boost.to_upper_copy boost.algorithm.to_upper_copy"}, {evaluate.Lowers, ".toLower absl.AsciiStrToLower boost.to_lower_copy"},
		{evaluate.Trims, ".trimmed"}, {evaluate.Appends, "absl.StrCat"}, {evaluate.Spells, "std.to_string to_string QString.number"},
	})
	haskellRewrites = rewrites([]rewriting{
		{evaluate.Trims, "T.strip Text.strip"}, {evaluate.Uppers, "T.toUpper Text.toUpper"}, {evaluate.Lowers, "T.toLower Text.toLower"}, {evaluate.ReplacesAll, "T.replace:2 Text.replace:2"},
		{evaluate.DropsFirst, "drop:1 T.drop:1"}, {evaluate.TakesFirst, "take:1 T.take:1"}, {evaluate.Begins, "isPrefixOf:1 T.isPrefixOf:1"}, {evaluate.Ends, "isSuffixOf:1 T.isSuffixOf:1"}, {evaluate.Spells, "show"},
	})
	mlRewrites = rewrites([]rewriting{
		{evaluate.Trims, "String.trim .Trim"}, {evaluate.Uppers, "String.uppercase_ascii .ToUpper .ToUpperInvariant"}, {evaluate.Lowers, "String.lowercase_ascii .ToLower .ToLowerInvariant"}, {evaluate.Capitals, "String.capitalize_ascii"},
		{evaluate.Counts, "String.sub .Substring"}, {evaluate.ReplacesAll, ".Replace"}, {evaluate.Begins, "String.starts_with:1 .StartsWith"}, {evaluate.Ends, ".EndsWith"}, {evaluate.Includes, ".Contains"}, {evaluate.Spells, "string_of_int string .ToString"},
	})
	juliaRewrites = rewrites([]rewriting{
		{evaluate.Trims, "strip"}, {evaluate.TrimsBefore, "lstrip"}, {evaluate.TrimsBehind, "rstrip"}, {evaluate.Uppers, "uppercase"}, {evaluate.Lowers, "lowercase"}, {evaluate.Capitals, "uppercasefirst"},
		{evaluate.ReplacesEach, "replace"}, {evaluate.Begins, "startswith"}, {evaluate.Ends, "endswith"}, {evaluate.Includes, "occursin:1"}, {evaluate.Appends, "string"}, {evaluate.PadsBefore, "lpad"}, {evaluate.Repeats, "repeat"},
	})
	rRewrites = rewrites([]rewriting{
		{evaluate.Trims, "trimws"}, {evaluate.Uppers, "toupper"}, {evaluate.Lowers, "tolower"}, {evaluate.ReplacesFits, "gsub:2"}, {evaluate.ReplacesFit, "sub:2"}, {evaluate.Places, "substr substring"},
		{evaluate.Begins, "startsWith"}, {evaluate.Ends, "endsWith"}, {evaluate.HasFit, "grepl:1"}, {evaluate.Spells, "as.character"},
	})
	nimRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".strip strip"}, {evaluate.Uppers, ".toUpperAscii toUpperAscii .toUpper .to_upper"}, {evaluate.Lowers, ".toLowerAscii toLowerAscii .toLower .to_lower"}, {evaluate.Capitals, ".capitalizeAscii"},
		{evaluate.ReplacesAll, ".replace replace"}, {evaluate.Begins, ".startsWith startsWith .starts_with"}, {evaluate.Ends, ".endsWith .ends_with"}, {evaluate.Includes, ".contains"}, {evaluate.Repeats, ".repeat"}, {evaluate.Trims, ".trim_space"},
	})
	clojureRewrites = rewrites([]rewriting{
		{evaluate.Trims, "str.trim clojure.string.trim"}, {evaluate.Uppers, "str.upper-case string.upper-case clojure.string.upper-case"}, {evaluate.Lowers, "str.lower-case string.lower-case clojure.string.lower-case"},
		{evaluate.ReplacesAll, "str.replace string.replace clojure.string.replace"}, {evaluate.Spans, "subs"}, {evaluate.Begins, "str.starts-with? clojure.string.starts-with?"},
	})
	powershellRewrites = rewrites([]rewriting{
		{evaluate.Trims, ".Trim"}, {evaluate.TrimsBefore, ".TrimStart"}, {evaluate.TrimsBehind, ".TrimEnd"}, {evaluate.Uppers, ".ToUpper .ToUpperInvariant"}, {evaluate.Lowers, ".ToLower .ToLowerInvariant"},
		{evaluate.Counts, ".Substring"}, {evaluate.ReplacesAll, ".Replace"}, {evaluate.Begins, ".StartsWith"}, {evaluate.Ends, ".EndsWith"}, {evaluate.Includes, ".Contains"}, {evaluate.Spells, ".ToString"},
	})
)
