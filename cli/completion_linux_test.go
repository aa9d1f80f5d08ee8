package cli_test

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// words stands in for what bash's own package for completions brings, where
// that is not installed: the words of the line, and the one that is typed.
const words = `
_get_comp_words_by_ref() {
	local name
	while [[ $1 == -n ]]; do shift 2; done
	for name in "$@"; do
		case $name in
			cur) cur=${COMP_WORDS[COMP_CWORD]} ;;
			prev) prev=${COMP_WORDS[COMP_CWORD-1]} ;;
			words) words=("${COMP_WORDS[@]}") ;;
			cword) cword=$COMP_CWORD ;;
		esac
	done
}
COMP_WORDBREAKS=${COMP_WORDBREAKS//[=:]/}
`

// Variables, environments, components and rules are completed in a real bash.
func TestCompletionInBash(t *testing.T) {
	bash, err := exec.LookPath("bash")
	if err != nil {
		t.Skip("bash is not installed")
	}
	dir := lockside(t)
	script, _, _ := run(t, dir, "completion", "bash")
	rc := filepath.Join(t.TempDir(), "rc")
	if err := os.WriteFile(rc, []byte("PS1='ready> '\nbind 'set enable-bracketed-paste off'\nPATH="+filepath.Dir(program)+":$PATH\n"+words+script), 0o600); err != nil {
		t.Fatal(err)
	}
	command := exec.Command(bash, "--noprofile", "--rcfile", rc, "-i")
	command.Dir, command.Env = dir, append(os.Environ(), "TERM=dumb", "INPUTRC=/dev/null")
	terminal := testtree.OnTerminal(t, command)
	terminal.Await(0, "ready> ")
	for _, c := range []struct{ typed, completed string }{
		{"trace LEVEL_AL\t", "trace LEVEL_ALARM_CM "},
		{"verify -e stag\t", "verify -e staging "},
		{"verify --component way\b\b\bwat\t", "waterlevel "},
		{"verify --only ill\t", "--only ill-typed "},
		{"rules conf\t", "rules conflicting-fallback "},
		{"launch -e prod\t", "launch -e production "},
		{"fill .env --from stag\t", "--from staging "},
		{"mat\t", "matrix "},
	} {
		at := len(terminal.Shown())
		terminal.Type("inzicht " + c.typed)
		if shown := terminal.Await(at, c.completed); strings.Contains(shown, "command not found") {
			t.Errorf("%s: %s", c.typed, shown)
		}
		at = len(terminal.Shown())
		terminal.Type("\x15\n") // takes the line back
		terminal.Await(at, "ready> ")
	}
}
