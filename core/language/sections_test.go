package language

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/reads"
)

// In which stages alone what a file of settings reads counts, by the line that it stands in.
func TestInSections(t *testing.T) {
	for _, c := range []struct{ name, file, src, want string }{
		{"sections with Ruby in them", "config/database.yml", "default: &d\n  a: <%= ENV['X'] %>\ntest:\n  b: <%= ENV['X'] %>\nproduction:\n  b: <%= ENV['X'] %>\n", "4 test, 6 production"},
		{"without any that is sure", "config/x.yml", "test:\n  b: <%= ENV['X'] %>\nlive:\n  b: 1\n", ""},
		{"plain ones", "config/x.yml", "production:\n  b: ${X}\n", ""},
		{"said so", "config/packages/mailer.yaml", "framework:\n  a: '%env(X)%'\nwhen@prod:\n  framework:\n    b: '%env(X)%'\nother:\n  c: '%env(X)%'\n", "5 production"},
		{"documents for profiles", "application.yml", "a: ${X}\n---\nspring:\n  config:\n    activate:\n      on-profile: \"dev | test\"\nb: ${X}\n---\nspring.config.activate.on-profile: '!prod'\nc: ${X}\n---\nd: ${X}\n", "7 development test, 10 not production"},
		{"of a profile of one's own", "application.yml", "spring:\n  profiles: blue\nb: ${X}\n", ""},
		{"keys", "application.properties", "a=${X}\n%prod.b=${X}\n%dev,test.c=${X}\n%blue.d=${X}\n", "2 production, 3 development test"},
		{"another kind of file", "x.toml", "%prod.b=${X}\n", ""},
	} {
		var list []reads.Read
		for n, line := range strings.Split(c.src, "\n") {
			if strings.Contains(line, "X") {
				list = append(list, reads.Read{Name: "X", Line: n + 1, Need: reads.Expected}, reads.Read{Name: "REQUIRED", Line: n + 1, Need: reads.Required})
			}
		}
		var said []string
		for _, r := range InSections(c.file, []byte(c.src), list) {
			for _, w := range r.When {
				text := fmt.Sprintf("%d %s", r.Line, strings.Join(w.Come, " "))
				if len(w.Not) > 0 {
					text = fmt.Sprintf("%d not %s", r.Line, strings.Join(w.Not, " "))
				}
				if r.Name == "X" {
					said = append(said, text)
				} else if strings.Contains(c.src, "<%") {
					t.Errorf("%s: what is run all the same counts in %s alone", c.name, text)
				}
			}
		}
		if got := strings.Join(said, ", "); got != c.want {
			t.Errorf("%s: %s, want %s", c.name, got, c.want)
		}
	}
}
