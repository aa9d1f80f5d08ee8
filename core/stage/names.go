package stage

import (
	"slices"
	"strings"
)

// Sounds reports whether a name has a word for the stage in it.
func Sounds(name string) bool {
	return slices.ContainsFunc(wordsOf(name), func(word string) bool {
		switch word {
		case "env", "environment", "environments", "stage", "profile", "profiles", "mode", "configure", "only":
			return true
		}
		return false
	})
}

// wordsOf returns the words that a name is made of, in small letters: isProduction, IS_PROD, app_env.
func wordsOf(name string) (words []string) {
	start := 0
	flush := func(end int) {
		if start < end {
			words = append(words, strings.ToLower(name[start:end]))
		}
	}
	for i := 0; i < len(name); i++ {
		c := name[i]
		switch {
		case c == '_' || c == '-' || c == '?' || c == '$' || c == '@' || c == '.':
			flush(i)
			start = i + 1
		case i > start && c >= 'A' && c <= 'Z' && (name[i-1] >= 'a' && name[i-1] <= 'z'):
			flush(i)
			start = i
		}
	}
	flush(len(name))
	return words
}

// Only returns the one word that is left of a name without what only says what it is of: EnvProduction,
// ProductionConfig.
func Only(name string) string {
	words := slices.DeleteFunc(wordsOf(name), func(word string) bool {
		switch word {
		case "env", "environment", "mode", "config", "configuration", "settings", "options":
			return true
		}
		return word == "stage" && len(name) > len("stage")
	})
	if len(words) != 1 {
		return ""
	}
	return words[0]
}

// Named returns the stage in which what has a name is true by that name: isProduction, IN_DEV, production?. A
// bare word may be something else where it is said of a device.
func Named(name string, device bool) string {
	switch name {
	case "kReleaseMode", "isRelease":
		return "production"
	case "kDebugMode":
		return "development"
	}
	words := wordsOf(name)
	bare := len(words) == 1
	for len(words) > 1 && slices.Contains([]string{"is", "in", "app", "are", "on", "running", "run", "k"}, words[0]) {
		words = words[1:]
	}
	for len(words) > 1 && slices.Contains([]string{"mode", "env", "environment", "build"}, words[len(words)-1]) {
		words = words[:len(words)-1]
	}
	if len(words) != 1 {
		return ""
	}
	word := words[0]
	for _, before := range []string{"is", "in"} {
		if after, found := strings.CutPrefix(word, before); found && bare {
			if of, sure := Of(after); sure {
				return of
			}
		}
	}
	of, sure := Of(word)
	switch {
	case strings.HasSuffix(name, "?") && word == "local":
		return of
	case !sure || device && bare:
		return ""
	}
	return of
}
