package tree

import (
	"path"
	"strings"
)

// EnvFile says what a file's name makes of an env file.
type EnvFile struct {
	Example     bool
	Environment string // the environment it belongs to, "" for an example
	Override    bool   // .env.local, .env.staging.local: wins over the file without
	Base        bool   // .env.defaults: all others beside it win over it
}

var exampleWords = names("example examples sample template dist default schema")

// otherWords end names that look like env files and are none.
var otherWords = names(kept + " js ts py rb go php json yml yaml md txt sh d lock enc gpg age html map keys hbs handlebars j2 jinja jinja2 njk ejs mustache erb liquid eta tera gotmpl ctmpl")

// keptWords end the names of files that are kept of others: old.env, bak.env.
var keptWords = names(kept)

const kept = "bak backup old orig swp tmp save"

// EnvFileName takes the name of a file for that of an env file: .env,
// .env.NAME, NAME.env, and the same with example, sample, template or dist.
func EnvFileName(file string) (EnvFile, bool) {
	if !strings.ContainsAny(file[strings.LastIndexByte(file, '/')+1:], "vV") { // most files, at once
		return EnvFile{}, false
	}
	base := strings.ToLower(path.Base(file))
	var rest string
	switch {
	case base == ".envrc":
		return EnvFile{Environment: "local"}, !IsTestPath(file)
	case base == ".env":
		return EnvFile{Environment: "local"}, !IsTestPath(file)
	case strings.HasPrefix(base, ".env.") || strings.HasPrefix(base, ".env-") || strings.HasPrefix(base, ".env_"):
		rest = base[5:]
	case strings.HasSuffix(base, ".env"):
		rest = strings.TrimPrefix(strings.TrimSuffix(base, ".env"), ".")
	case strings.HasPrefix(base, "env.") || strings.HasPrefix(base, "env-"):
		_, rest, _ = strings.Cut(strings.ReplaceAll(base, "-", "."), ".")
		if !hasExampleWord(rest) {
			return EnvFile{}, false
		}
	case strings.Contains(base, ".env.") && hasExampleWord(base[strings.Index(base, ".env.")+5:]): // web.env.example
		return EnvFile{Example: true}, !IsTestPath(file)
	default:
		return EnvFile{}, false
	}
	words := strings.FieldsFunc(rest, func(r rune) bool { return r == '.' || r == '-' || r == '_' })
	others := otherWords
	if strings.HasSuffix(base, ".env") { // lock.env is one, .env.lock is none
		others = keptWords
	}
	if len(words) == 0 || others[words[len(words)-1]] || strings.HasSuffix(base, "~") || IsTestPath(file) {
		return EnvFile{}, false
	}
	if hasExampleWord(rest) {
		return EnvFile{Example: true}, true
	}
	if base == ".env.defaults" {
		return EnvFile{Environment: "local", Base: true}, true
	}
	e := EnvFile{Environment: rest}
	if name, isLocal := strings.CutSuffix(rest, ".local"); isLocal {
		e = EnvFile{Environment: name, Override: true}
	} else if rest == "local" {
		e.Override = true
	}
	return e, true
}

func hasExampleWord(rest string) bool {
	for _, word := range strings.FieldsFunc(rest, func(r rune) bool { return r == '.' || r == '-' || r == '_' }) {
		if exampleWords[word] {
			return true
		}
	}
	return false
}

var testFolders = names("test tests testdata spec specs fixtures __tests__ __fixtures__ __mocks__ mocks e2e testing")

// IsTestPath reports whether a file lies in a folder for tests.
func IsTestPath(file string) bool {
	return inFolder(file, testFolders)
}

// inFolder reports whether one of the folders that a file lies in has one of some
// names, which are in small letters.
func inFolder(file string, names map[string]bool) bool {
	for {
		folder, rest, more := strings.Cut(file, "/")
		if !more {
			return false
		}
		if names[strings.ToLower(folder)] {
			return true
		}
		file = rest
	}
}
