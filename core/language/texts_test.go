package language

import (
	"regexp"
	"testing"
)

func TestTextThatAnExpressionNeeds(t *testing.T) {
	for expression, want := range map[string]string{
		`\$ENV\{([A-Z]+)\}`:                "$ENV{",
		`(?:lookup|query)\(\s*["']env["']`: "env",
		`(\$\{oc\.env:)+x?`:                "${oc.env:",
		`(?i)setenv`:                       "",
		`a|bc`:                             "",
		`(?:abc)?de`:                       "de",
		`(?:abc)*d`:                        "d",
	} {
		if have := string(literalOf(regexp.MustCompile(expression))); have != want {
			t.Errorf("%s: have %q, want %q", expression, have, want)
		}
	}
}
