package reads

import (
	"strings"
	"testing"
)

func TestMaking(t *testing.T) {
	usual, prototypes, beside := MakingOf(&Language{}), MakingOf(&Language{Prototypes: true}), MakingBeside(&Language{Runs: Runs{Errors: []string{"errors.New"}}})
	for _, c := range []struct {
		making Making
		src    string
		want   bool
	}{
		{usual, "r = Reader(x)", true},
		{usual, "r := &gate.Reader{a}", true},
		{usual, "r = Reader.new(x)", true},
		{usual, "let r = Reader::open(x)", true},
		{usual, "class Gate extends Reader:", true},
		{usual, "class Gate(Reader):", true},
		{usual, "include Reader\n", true},
		{usual, "class Reader {", false},
		{usual, "struct Reader {", false},
		{usual, "import Reader from './reader'", false},
		{usual, "// the Reader of the gate", false},
		{prototypes, "Reader reader(x);", true},
		{prototypes, "new Reader", true},
		{prototypes, "Reader::get(x)", false},
		{prototypes, "namespace Reader {", false},
		{beside, "r := Reader.New(x)", true},
		{beside, "r := Reader.Get(x)", false},
		{Making{}, "r = Reader(x)", false},
	} {
		at := strings.Index(c.src, "Reader")
		if got := c.making.In([]byte(c.src), at, at+len("Reader")); got != c.want {
			t.Errorf("%q: made %v", c.src, got)
		}
	}
	if MakingBeside(&Language{}).Any() || !beside.Any() {
		t.Error("what is made beside its class")
	}
}
