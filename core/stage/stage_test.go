package stage

import (
	"slices"
	"strings"
	"testing"
)

func TestWords(t *testing.T) {
	for _, c := range []struct {
		word, stage string
		sure        bool
	}{{"prod", "production", true}, {"Production", "production", true}, {"DEV", "development", true}, {"local", "development", false}, {"live", "production", false}, {"blue", "", false}, {"", "", false}} {
		if of, sure := Of(c.word); of != c.stage || sure != c.sure {
			t.Errorf("%q: %q, %v, want %q, %v", c.word, of, sure, c.stage, c.sure)
		}
	}
	words := Words("production")
	if slices.Sort(words); strings.Join(words, " ") != "live prod production" {
		t.Errorf("words for production: %v", words)
	}
	for name, is := range map[string]bool{"NODE_ENV": true, "ENV": true, "ASPNETCORE_ENVIRONMENT": true, "GATE_STAGE": true, "ENVELOPE": false, "GATE_URL": false} {
		if IsVariable(name) != is {
			t.Errorf("IsVariable(%s) is %v", name, !is)
		}
	}
}
