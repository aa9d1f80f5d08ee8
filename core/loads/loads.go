// Package loads finds out which env files source loads by itself, through the
// libraries that do so: load_dotenv("prod.env"). Which calls those are is data;
// paths are put together from the texts of an argument, as far as what stands
// between them is known.
package loads

import (
	"bytes"
	"path"
	"slices"
	"strings"

	"inzicht/core/syntax"
)

// Load is an env file that source loads.
type Load struct {
	File  string // that loads it, relative to the root of the tree
	Line  int
	Path  string // as it is written: relative to where the program runs, or to File
	From  bool   // Path begins in the folder of File
	Whole bool   // Path is all that says which file it is; else it may have more before it
	Stops bool   // the program stops where the file is not there
}

// form is a call that loads env files.
type form struct {
	call  string   // the function, or the object and the method: Dotenv.load
	keys  []string // of arguments by name, or keys of an object, that give the path
	named bool     // only they do; what has no name is something else
	many  bool     // each argument is a path
	stops bool     // it fails where the file is not there
	below bool     // the first argument is the folder, and the others are below it
	usual bool     // it is a usual name: only a path that speaks of an environment counts
	gives bool     // no call: a name that is given the path, a keyword of a call among them
}

// forms are by language, as the libraries document them.
var forms = map[string][]form{
	"python": {
		{call: "load_dotenv", keys: []string{"dotenv_path"}}, {call: "dotenv_values", keys: []string{"dotenv_path"}}, {call: "read_env", keys: []string{"path"}},
		{call: "read_dotenv"}, {call: "env_file", gives: true}, {call: "RepositoryEnv", stops: true}, {call: "from_dotenv"},
	},
	"javascript": {
		{call: "config", keys: []string{"path"}, named: true, usual: true}, {call: "configDotenv", keys: []string{"path"}, named: true},
		{call: "loadEnvFile", stops: true}, {call: "forRoot", keys: []string{"envFilePath"}, named: true},
	},
	"go": {
		{call: "godotenv.Load", many: true}, {call: "godotenv.Overload", many: true}, {call: "godotenv.Read", many: true}, {call: "gotenv.Load", many: true}, {call: "cleanenv.ReadConfig", stops: true},
		{call: "viper.SetConfigFile", usual: true},
	},
	"ruby": {{call: "Dotenv.load", many: true}, {call: "Dotenv.load!", many: true, stops: true}, {call: "Dotenv.overload", many: true}, {call: "Dotenv.parse", many: true}},
	"php": {
		{call: "createImmutable", stops: true, below: true}, {call: "createMutable", stops: true, below: true}, {call: "createUnsafeImmutable", stops: true, below: true},
		{call: "bootEnv", stops: true}, {call: "loadEnv", stops: true}, {call: "load", many: true, stops: true, usual: true}, {call: "overload", many: true, stops: true, usual: true},
	},
	"rust":   {{call: "from_filename"}, {call: "from_path", usual: true}, {call: "from_filename_override"}},
	"java":   {{call: "filename", usual: true}},
	"kotlin": {{call: "filename", usual: true}},
	"csharp": {{call: "Env.Load"}, {call: "LoadMulti", many: true}},
	"elixir": {{call: "source", many: true, usual: true}, {call: "source!", many: true, stops: true, usual: true}},
	"dart":   {{call: "load", keys: []string{"fileName"}, named: true}, {call: "DotEnv"}},
}

// loaders are words of which a file holds one that calls such a library: their
// functions have names that others have too.
var loaders = strings.Fields("dotenv Dotenv DotEnv loadEnv LoadEnv envFilePath read_env env_file cleanenv gotenv viper bootEnv DotNetEnv")

// MayBeIn reports whether a file may load env files: most do not.
func MayBeIn(src []byte) bool {
	if !bytes.Contains(src, []byte("env")) && !bytes.Contains(src, []byte("Env")) && !bytes.Contains(src, []byte("viper")) {
		return false
	}
	return slices.ContainsFunc(loaders, func(word string) bool { return bytes.Contains(src, []byte(word)) })
}

func formsOf(language string) []form {
	if language == "typescript" {
		language = "javascript"
	}
	return forms[language]
}

// May reports whether files of a language may load env files.
func May(language string) bool { return len(formsOf(language)) > 0 }

// In returns what a file in a language loads, where that is known at least in part. It is
// asked of files that MayBeIn is true for.
func In(language string, table *syntax.Table, file string, src []byte) (list []Load) {
	f := table.Scan(src, false)
	for i := range f.Tokens {
		if f.Tokens[i].Kind != syntax.Word {
			continue
		}
		for _, form := range formsOf(language) {
			for _, w := range form.at(f, i) {
				if form.usual && !strings.Contains(strings.ToLower(path.Base(w.path)), "env") {
					continue
				}
				line, _ := f.Position(int(f.Tokens[i].Start))
				list = append(list, Load{File: file, Line: line, Path: w.path, From: w.from, Whole: w.whole, Stops: form.stops || language == "go" && stopsOnError(f, i)})
			}
		}
	}
	return list
}

// stopsOnError reports whether a program of Go ends where a call whose name is at a token fails: the block behind
// the question for its error does.
func stopsOnError(f *syntax.File, i int) bool {
	open := i + 1
	for n := 0; n < mostBeforeBlock && open < len(f.Tokens) && !f.Is(open, "{"); n++ {
		if mate := f.Mate(open); mate > open {
			open = mate
		}
		open++
	}
	if !f.Is(open-1, "nil") || !f.Is(open-2, "!=") {
		return false
	}
	for i := open + 1; i < f.Mate(open); i++ {
		if f.Kind(i) == syntax.Word && f.Is(i+1, "(") && leaving[f.Text(i)] {
			return true
		}
	}
	return false
}

// mostBeforeBlock bounds how many tokens stand between a call and the block that handles its error.
const mostBeforeBlock = 16

// leaving are functions of Go that end the program.
var leaving = map[string]bool{"Fatal": true, "Fatalf": true, "Fatalln": true, "Exit": true, "panic": true, "Panic": true, "Panicf": true, "Panicln": true}

// at returns the paths that a form gives whose name is at a token.
func (m *form) at(f *syntax.File, i int) []written {
	owner, name, has := strings.Cut(m.call, ".")
	if !has {
		owner, name = "", m.call
	}
	next := i + 1
	if bare, bang := strings.CutSuffix(name, "!"); bang && f.Is(i, bare) && f.Is(next, "!") {
		next++
	} else if !f.Is(i, name) {
		return nil
	}
	switch {
	case m.gives && f.Is(next, "=") && !f.Is(i-1, "."):
		return paths(f, elements(f, span{next + 1, endOf(f, next+1)}))
	case m.gives || owner != "" && !f.Is(i-2, owner) || f.Is(i-1, "def") || f.Is(i-1, "func") || f.Is(i-1, "function"):
		return nil
	case f.Is(next, "(") && f.Mate(next) > next:
		return m.given(f, next)
	}
	return nil
}

// given returns the paths among the arguments of a call.
func (m *form) given(f *syntax.File, open int) (list []written) {
	var folder written
	for n, argument := range arguments(f, open) {
		value, named := m.valueOf(f, argument)
		if value.to <= value.from || m.named && !named || n > 0 && !named && !m.many && !m.below {
			continue
		}
		found := paths(f, elements(f, value))
		switch {
		case m.below && n == 0 && len(found) == 1:
			folder = found[0]
		case m.below && n == 0:
			folder = pathOf(f, value) // a folder alone: __DIR__
		case m.below:
			for _, w := range found {
				list = append(list, folder.below(w))
			}
		default:
			list = append(list, found...)
		}
	}
	return list
}

// paths returns the paths that some expressions give, as far as they are known.
func paths(f *syntax.File, expressions []span) (list []written) {
	for _, s := range expressions {
		if w := pathOf(f, s); w.path != "" {
			list = append(list, w)
		}
	}
	return list
}

// endOf returns where the expression that begins at a token ends.
func endOf(f *syntax.File, i int) int {
	for from := i; i < len(f.Tokens); i++ {
		if mate := f.Mate(i); mate > i {
			i = mate
			continue
		}
		if f.Is(i, ",") || f.Kind(i) == syntax.Close || i > from && f.Tokens[i].NewLine {
			break
		}
	}
	return i
}

// span is some tokens of a file: from the first to before the last.
type span struct{ from, to int }

// arguments returns those between brackets, or the elements of a list.
func arguments(f *syntax.File, open int) (list []span) {
	from, end := open+1, f.Mate(open)
	for i := from; i < end; i++ {
		if mate := f.Mate(i); mate > i {
			i = mate
			continue
		}
		if f.Is(i, ",") {
			list = append(list, span{from, i})
			from = i + 1
		}
	}
	return append(list, span{from, end})
}

// valueOf returns what gives the path in an argument: all of it, or what stands behind a
// key, in an object too.
func (m *form) valueOf(f *syntax.File, argument span) (value span, named bool) {
	if f.Is(argument.from, "{") && len(m.keys) > 0 && f.Mate(argument.from) == argument.to-1 {
		for _, pair := range arguments(f, argument.from) {
			if value, named := m.valueOf(f, pair); named {
				return value, true
			}
		}
		return span{}, false
	}
	name := strings.Trim(f.Text(argument.from), `"'`)
	if f.Is(argument.from+1, "=") || f.Is(argument.from+1, ":") {
		for _, key := range m.keys {
			if name == key {
				return span{argument.from + 2, argument.to}, true
			}
		}
		return span{}, false
	}
	return argument, false
}

// elements returns those of a list that is written out, or else the span itself.
func elements(f *syntax.File, s span) []span {
	if (f.Is(s.from, "[") || f.Is(s.from, "(")) && f.Mate(s.from) == s.to-1 {
		return arguments(f, s.from)
	}
	return []span{s}
}
