package changes

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

func taken(t *testing.T, tree string) *survey.Survey {
	t.Helper()
	s, err := survey.Take(testtree.Tree(t, tree), survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// brief writes changes in one line each.
func brief(list []Change) (text string) {
	for _, c := range list {
		name := c.Name
		if c.From != "" {
			name = c.From + "→" + c.Name
		}
		text += strings.TrimSuffix(fmt.Sprintf("%s %s %s", c.Sort, name, c.Component), " ")
		for _, a := range c.Aspects {
			text += fmt.Sprintf(" %s:%s→%s", a.What, a.Before, a.After)
		}
		if c.NewlyRequired() {
			text += " !"
		}
		for _, f := range c.ToDo {
			text += fmt.Sprintf(" [%s %s %s%s]", f.Rule, f.Variable, f.Environment, f.File)
		}
		text += "\n"
	}
	return text
}

const head = "import os\n"

func TestBetween(t *testing.T) {
	for _, c := range []struct{ name, before, after, want string }{
		{"the same", "-- a.py --\n" + head + "os.environ['GATE_URL']\n", "-- b.py --\n" + head + "\n\nos.environ['GATE_URL']\n", ""},
		{"new and gone, with what is left to do", "-- a.py --\n" + head + "os.environ['OLD_FAX']\n-- .env.example --\nOLD_FAX=\n-- staging.env --\nOLD_FAX=1\n",
			"-- a.py --\n" + head + "os.environ['GATE_URL']\nos.environ.get('LEVEL_MODE', 'calm')\nos.environ.get('LEVEL_TOKEN', 'q8Zr41LmXw92TbKd77Yh')\n-- .env.example --\nOLD_FAX=\nLEVEL_MODE=\nLEVEL_TOKEN=\n-- staging.env --\nOLD_FAX=1\n",
			"new GATE_URL ! [missing GATE_URL stagingstaging.env] [undocumented GATE_URL a.py]\nnew LEVEL_MODE\nnew LEVEL_TOKEN [weak-fallback LEVEL_TOKEN stagingstaging.env] [weak-fallback LEVEL_TOKEN a.py]\ngone OLD_FAX [unused OLD_FAX .env.example] [unused OLD_FAX stagingstaging.env]\n"},
		{"what is said of it", "-- a.py --\n" + head + "os.environ.get('GATE_PORT', '80')\nos.environ.get('GATE_KEY', 'q8Zr41LmXw92TbKd77Yh')\n",
			"-- a.py --\n" + head + "int(os.environ['GATE_PORT'])\nos.environ.get('GATE_KEY', 'weir')\n",
			"changed GATE_KEY fallback:\"••••••\"→\"••••••\"\nchanged GATE_PORT need:optional→required kind:text→integer fallback:\"80\"→ !\n"},
		{"a value that does not suit any more", "-- a.py --\n" + head + "os.environ['GATE_PORT']\n-- .env --\nGATE_PORT=many\n", "-- a.py --\n" + head + "int(os.environ['GATE_PORT'])\n-- .env --\nGATE_PORT=many\n",
			"changed GATE_PORT kind:text→integer [undocumented GATE_PORT a.py] [ill-typed GATE_PORT local.env]\n"},
		{"the numbers that it may be", "-- a.py --\n" + head + "n = int(os.environ['GATE_PORT'])\nassert n > 0\n-- .env --\nGATE_PORT=80\n", "-- a.py --\n" + head + "n = int(os.environ['GATE_PORT'])\nassert n > 1023\n-- .env --\nGATE_PORT=80\n",
			"changed GATE_PORT bounds:of at least 1→of at least 1024 [undocumented GATE_PORT a.py] [ill-typed GATE_PORT local.env]\n"},
		{"renamed", "-- a.py --\n" + head + "os.environ['GATE_URL']\nos.environ['LEVEL_PORT']\nos.environ.get('SPEED')\n", "-- a.py --\n" + head + "os.environ['GATE_URI']\nos.environ['LEVEL_HTTP_PORT']\nos.environ.get('WEIGHT')\n",
			"new WEIGHT\nrenamed GATE_URL→GATE_URI !\nrenamed LEVEL_PORT→LEVEL_HTTP_PORT !\ngone SPEED\n"},
		{"in another file, a like name is another", "-- a.py --\n" + head + "os.environ['GATE_URL']\n", "-- b.py --\n" + head + "os.environ['GATE_URI']\n", "new GATE_URI !\ngone GATE_URL\n"},
		{"by component", "-- a/go.mod --\nmodule a\n-- a/a.go --\npackage a\nimport \"os\"\nvar A = os.Getenv(\"GATE_URL\")\n-- b/go.mod --\nmodule b\n-- b/b.go --\npackage b\n",
			"-- a/go.mod --\nmodule a\n-- a/a.go --\npackage a\n-- b/go.mod --\nmodule b\n-- b/b.go --\npackage b\nimport \"os\"\nvar A = os.Getenv(\"GATE_URL\")\n", "new GATE_URL b\ngone GATE_URL a\n"},
		{"what does not count", "-- a.py --\n" + head, "-- a.py --\n" + head + "os.environ['PATH']\n-- test_a.py --\n" + head + "os.environ['GATE_TEST']\n", ""},
	} {
		got := brief(Between(taken(t, c.before), taken(t, c.after), ""))
		if !strings.Contains(c.want, "[") {
			got = brief(without(Between(taken(t, c.before), taken(t, c.after), "")))
		}
		if got != c.want {
			t.Errorf("%s:\n%swant\n%s", c.name, got, c.want)
		}
	}
}

// without takes out what is to be done.
func without(list []Change) []Change {
	for i := range list {
		list[i].ToDo = nil
	}
	return list
}
