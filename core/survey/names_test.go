package survey

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"inzicht/core/config"
	"inzicht/core/testtree"
)

// Names are had before a survey was made; those of variables are from the last
// one.
func TestNames(t *testing.T) {
	root := testtree.Tree(t, "-- gate/go.mod --\nmodule gate\n-- gate/g.py --\nimport os\nos.environ['GATE_URL'], os.getenv('GATE_MODE')\n-- tolls/go.mod --\nmodule tolls\n"+
		"-- .env --\nGATE_URL=1\n-- staging.env --\nGATE_URL=2\n-- inzicht.toml --\n[[environment]]\nname = \"deep\"\nlayers = [{ env = \"staging.env\" }]\n")
	o := Options{Keep: t.TempDir()}
	for _, c := range []struct {
		when, change, variables string
		survey                  bool
	}{
		{"before a survey", "", "unknown", false},
		{"after one", "", "GATE_MODE GATE_URL", true},
		{"after a change that no survey has seen", "import os\nos.environ['GATE_PORT']\n", "GATE_MODE GATE_URL", false},
		{"after one more", "import os\nos.environ['GATE_PORT']\n", "GATE_PORT", true},
	} {
		if c.change != "" {
			testtree.Write(t, root, "gate/g.py", c.change)
		}
		if c.survey {
			time.Sleep(time.Duration(2 * tooYoung)) // what was written just now is not kept
			if _, err := Take(root, o); err != nil {
				t.Fatal(err)
			}
		}
		n, err := NamesOf(root, o)
		if err != nil {
			t.Fatal(err)
		}
		variables := "unknown"
		if names, known := n.Variables(); known {
			variables = strings.Join(names, " ")
		}
		if variables != c.variables {
			t.Errorf("%s: variables %s", c.when, variables)
		}
		if got := strings.Join(n.Environments(), " "); got != "deep local staging" {
			t.Errorf("%s: environments %s", c.when, got)
		}
		if got := strings.Join(n.Components(), " "); got != "gate tolls" {
			t.Errorf("%s: components %s", c.when, got)
		}
	}
}

func TestNamesOfNothing(t *testing.T) {
	root := testtree.Tree(t, "-- inzicht.toml --\nenvironment = 4\n")
	if _, err := NamesOf(root, Options{}); err == nil {
		t.Error("a configuration that is wrong is taken")
	} else if _, is := err.(*config.Error); !is {
		t.Errorf("the error is a %T", err)
	}
	gone := filepath.Join(t.TempDir(), "gone")
	os.Mkdir(gone, 0o755)
	n, err := NamesOf(gone, Options{})
	if err != nil {
		t.Fatal(err)
	}
	os.Remove(gone)
	if e, c := n.Environments(), n.Components(); len(e)+len(c) > 0 {
		t.Errorf("a tree that is gone has %v and %v", e, c)
	}
}
