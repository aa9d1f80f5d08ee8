package verify_test

import (
	"strings"
	"testing"

	"inzicht/core/environment"
	"inzicht/core/survey"
	"inzicht/core/testtree"
	"inzicht/core/verify"
)

// surveyed surveys a tree.
func surveyed(t *testing.T, tree string) *survey.Survey {
	t.Helper()
	s, err := survey.Take(testtree.Tree(t, tree), survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	return s
}

const stopping = "-- gate/go.mod --\nmodule gate\n-- gate/g.py --\nimport os\nos.environ['GATE_URL']\nint(os.environ['GATE_PORT'])\nos.getenv('GATE_MODE')\n" +
	"-- tolls/go.mod --\nmodule tolls\n-- tolls/t.py --\nimport os\nos.environ['TOLL_RATE']\nif os.getenv('MAIL') == 'on':\n    os.environ['MAIL_HOST']\n"

// What keeps code from starting: what it does not do without, and values that
// it cannot convert; nothing that it falls back from.
func TestStops(t *testing.T) {
	s := surveyed(t, stopping)
	for _, c := range []struct{ name, values, component, want string }{
		{"all is there", "GATE_URL=x GATE_PORT=1 TOLL_RATE=2", "", ""},
		{"nothing is there", "", "", "missing GATE_PORT, missing GATE_URL, missing TOLL_RATE"},
		{"of a component", "", "tolls", "missing TOLL_RATE"},
		{"set to nothing", "GATE_URL= GATE_PORT=1 TOLL_RATE=2", "", "empty GATE_URL"},
		{"not of its kind", "GATE_URL=x GATE_PORT=many TOLL_RATE=2", "", "ill-typed GATE_PORT"},
		{"not of its kind, elsewhere", "GATE_URL=x GATE_PORT=many TOLL_RATE=2", "tolls", ""},
		{"a switch that is on", "GATE_URL=x GATE_PORT=1 TOLL_RATE=2 MAIL=on", "", "missing MAIL_HOST"},
		{"a switch that is off", "GATE_URL=x GATE_PORT=1 TOLL_RATE=2 MAIL=disabled", "", ""},
	} {
		layer := environment.Present(strings.Fields(c.values))
		var got []string
		for _, f := range verify.Stops(s, &environment.Environment{Name: "here", Layers: []*environment.Layer{layer}}, c.component) {
			got = append(got, f.Rule+" "+f.Variable)
		}
		if text := strings.Join(got, ", "); text != c.want {
			t.Errorf("%s: stopped by %s, want %s", c.name, text, c.want)
		}
	}
}

// What is wrong with a value is said by the reads that count.
func TestUnsuitable(t *testing.T) {
	s := surveyed(t, py("int(os.environ['PORT'])", "float(os.environ['LEVEL'])", "os.environ['PLAIN']",
		"m = os.environ['MODE']", "if m == 'calm' or m == 'rough':", "    pass")+"-- test_g.py --\nimport os\nint(os.environ['PLAIN'])\n")
	for _, c := range []struct{ name, value, part string }{
		{"PORT", "80", ""},
		{"PORT", "8o", "not an integer, which g.py:2 takes it for"},
		{"PORT", "1.5", "not an integer"},
		{"LEVEL", "1.5", ""},
		{"LEVEL", "high", "not a number"},
		{"PLAIN", "anything", ""},
		{"MODE", "calm", ""},
		{"MODE", "Calm", "knows only calm, rough"},
	} {
		v := s.Contract.Lookup(c.name)
		if v == nil {
			t.Fatalf("%s is not read", c.name)
		}
		if got := verify.Unsuitable(v, c.value); !strings.Contains(got, c.part) || (got == "") != (c.part == "") {
			t.Errorf("%s=%s: %q, want %q", c.name, c.value, got, c.part)
		}
	}
}

// What may be taken out of an example file: only what nothing reads, as far as
// all was seen that could read it.
func TestUnused(t *testing.T) {
	for _, c := range []struct{ name, tree, want string }{
		{"read and not read", py("os.environ['A']") + "-- .env.example --\nA=\nOLD_FAX=\n-- .env --\nOLD_FAX=1\n", ".env.example:2 OLD_FAX"},
		{"read in a test", py("1") + "-- test_g.py --\nimport os\nos.environ['A']\n-- .env.example --\nA=\n", ""},
		{"a name known in part", py("os.environ['GATE_' + x]") + "-- .env.example --\nGATE_NORTH=\nWEIR=\n", ".env.example:2 WEIR"},
		{"handed on as a whole", py("import subprocess", "subprocess.run(['x'], env=os.environ)") + "-- .env.example --\nFOR_CHILD=\n", ""},
		{"read by a library", py("1") + "-- .env.example --\nSTORE_URL=\n-- node_modules/pond/index.js --\nmodule.exports = process.env.STORE_URL\n", ""},
		{"in no example file", py("1") + "-- .env --\nOLD_FAX=1\n", ""},
	} {
		var got []string
		for _, f := range verify.Unused(surveyed(t, c.tree)) {
			got = append(got, f.File+":"+string(rune('0'+f.Line))+" "+f.Variable)
		}
		if text := strings.Join(got, ", "); text != c.want {
			t.Errorf("%s: %s, want %s", c.name, text, c.want)
		}
	}
}
