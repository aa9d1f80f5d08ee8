// Package stage knows the words by which people say in which stage a program
// runs: in development, under test, in production.
package stage

import "strings"

// words has what each word is called most, and whether it is said of nothing else.
var words = map[string]struct {
	stage string
	sure  bool
}{
	"dev": {"development", true}, "development": {"development", true}, "local": {"development", false},
	"test": {"test", false}, "testing": {"test", false},
	"staging": {"staging", true}, "stage": {"staging", false}, "qa": {"qa", false}, "preview": {"preview", false}, "uat": {"uat", false},
	"prod": {"production", true}, "production": {"production", true}, "live": {"production", false},
}

// Of returns the stage that a word stands for in any case, or "", and whether the
// word is said of hardly anything else: not so "local", "test" and "live".
func Of(word string) (stage string, sure bool) {
	w := words[strings.ToLower(word)]
	return w.stage, w.sure
}

// Words returns every word for a stage, in any order.
func Words(stage string) (list []string) {
	for word, w := range words { // in any order
		if w.stage == stage {
			list = append(list, word)
		}
	}
	return list
}

// IsVariable reports whether a variable says by its name in which stage a program
// runs: NODE_ENV, APP_ENV, ENVIRONMENT.
func IsVariable(name string) bool {
	return strings.HasSuffix(name, "_ENV") || name == "ENV" || strings.HasSuffix(name, "ENVIRONMENT") || strings.HasSuffix(name, "_STAGE") || name == "STAGE"
}
