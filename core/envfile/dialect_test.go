package envfile

import (
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"sort"
	"strings"
	"testing"
)

// readAll reads src in a dialect and writes it in one line a variable.
func readAll(d *Dialect, src string) string {
	r := d.Read([]byte(src), func(name string) (string, bool) { return "from outside", name == "OUTER" })
	var lines []string
	for name, a := range r.Values {
		switch {
		case a.Passed:
			lines = append(lines, name+" passed")
		case a.Computed:
			lines = append(lines, name+" computed")
		default:
			lines = append(lines, fmt.Sprintf("%s=%q", name, a.Value))
		}
	}
	sort.Strings(lines)
	for _, p := range r.Problems {
		lines = append(lines, fmt.Sprintf("line %d", p.Line))
	}
	return strings.Join(lines, " ")
}

func TestDialects(t *testing.T) {
	for _, c := range []struct {
		dialect   *Dialect
		src, want string
	}{
		{Dotenv, "A=1 # lock\nB='x # y'\nC=\"a\\nb\"\nexport D = gate", `A="1" B="x # y" C="a\nb" D="gate"`},
		{Dotenv, "A=${B}-${C:-none}\nB=$OUTER\nD='${B}'", `A="from outside-none" B="from outside" D="${B}"`},
		{Dotenv, "A=${B}\nB=${A}", `A="" B="" line 2`},
		{Dotenv, "A=${B:?must}", `A="" line 1`},
		{Dotenv, "A=\"two\nlines\"\nB=`x`", `A="two\nlines" B="x"`},
		{Compose, "A=1 # lock\nB='x # y'\nC=\"a\\nb\"\nPASSED\nOUTER\nD=${A}2", `A="1" B="x # y" C="a\nb" D="12" OUTER="from outside" PASSED passed`},
		{Compose, "A=\"open\nB=1", `line 2`},
		{Docker, "A=\"1\" # lock\n  B=x\nPASSED\nOUTER\n# C=1\nD=${A}\n", `A="\"1\" # lock" B="x" D="${A}" OUTER="from outside" PASSED passed`},
		{Docker, "A=1\nexport B=2\n", `A="1" line 2`},
		{Systemd, "A=1 # not a comment\n; one\nB=\"x\"' y'\nC=a\\\n b\nD=${A}\nE=  z  \nnothing\n", `A="1 # not a comment" B="x y" C="a b" D="${A}" E="z"`},
		{Systemd, "export A=1\nB=\"a\\n\\\"\"\n", `B="a\\n\"" line 1`},
		{Systemd, "A=\"open\n", `A="open\n" line 1`},
		{Shell, "A=1 # lock\nexport B='x # y'\nC=\"${A}2\"$OUTER\nD=$(date)\nE=${F:-g}", `A="1" B="x # y" C="12from outside" D computed E="g"`},
		{Shell, "A=1\nexport B = 1\nb.c=[x]\nexport C-D=2\n", `A="1" line 2 line 3 line 4`},
		{Shell, "A=two words\nB=1", `B="1" line 1`},
		{Shell, "A=1\nB=\"open\n", `A="1" line 2`},
		{Shell, "A=${B:?must}", `line 1`},
	} {
		if got := readAll(c.dialect, c.src); got != c.want {
			t.Errorf("%s reads %q as\n  %s, want\n  %s", c.dialect.Name, c.src, got, c.want)
		}
	}
}

// corpus are env files that readers of env files are likely to differ on.
var corpus = []string{
	"A=1\nB=two\nC=\n", "A='single # quoted'\nB=\"double # quoted\"\n", "A=1 # beside\n# above\nB=2\n", "export A=1\nexport B='x y'\n",
	"A=\"a\\nb\"\n", "A='a\\nb'\n", "A=a\\nb\n", "A=\"two\nlines\"\nB=1\n", "A=x=y=z\n", "A=\"x\"\n\n\nB='y'\n", "A=''\nB=\"\"\n",
	"  A=1\n", "A=lock-9.example:80/p?q\n", "A='it'\nB=\"say 'so'\"\n", "A=tab\tin\n", "#A=1\nB=2", "A=last", "A=1\nA=2\n",
	"A=1\nB=\"${A}2\"\nC='${A}'\n", "A=\"${NOPE:-fallback}\"\n", "A=\"a\\\\b\"\n", "A=ünïcode\n", "A=\"x\" # beside\n",
}

// What a real shell and a real runtime make of the corpus is what the
// dialects make of it.
func TestAgainstTheRealReaders(t *testing.T) {
	node := exec.Command("node", "-e", "")
	hasNode := node.Run() == nil
	checked := 0
	for _, src := range corpus {
		file := filepath.Join(t.TempDir(), ".env")
		if err := os.WriteFile(file, []byte(src), 0o600); err != nil {
			t.Fatal(err)
		}
		sh := exec.Command("sh", "-c", `set -a; . "$0" >/dev/null 2>&1 </dev/null; env -0`, file)
		sh.Env = []string{"PATH=" + os.Getenv("PATH")}
		if out, err := sh.Output(); err == nil {
			checked++
			compareReal(t, Shell, src, parseZero(string(out)))
		}
		if hasNode && !strings.Contains(src, "${") {
			command := exec.Command("node", "--env-file="+file, "-p", "JSON.stringify(process.env)")
			command.Env = []string{"PATH=" + os.Getenv("PATH")}
			out, err := command.Output()
			real := map[string]string{}
			if err == nil && json.Unmarshal(out, &real) == nil {
				checked++
				compareReal(t, Dotenv, src, real)
			}
		}
	}
	if checked == 0 {
		t.Skip("neither sh nor node is here")
	}
}

func parseZero(out string) map[string]string {
	real := map[string]string{}
	for _, entry := range strings.Split(out, "\x00") {
		name, value, _ := strings.Cut(entry, "=")
		real[name] = value
	}
	return real
}

func compareReal(t *testing.T, d *Dialect, src string, real map[string]string) {
	t.Helper()
	read := d.Read([]byte(src), nil)
	for _, name := range []string{"A", "B", "C"} {
		value, set := real[name]
		a, found := read.Values[name]
		if found != set || a.Value != value {
			t.Errorf("%s: %q gives %s = %q (%v); the real reader has %q (%v)", d.Name, src, name, a.Value, found, value, set)
		}
	}
}

func FuzzDialects(f *testing.F) {
	for _, src := range corpus {
		f.Add(src)
	}
	f.Fuzz(func(t *testing.T, src string) {
		for _, d := range Dialects {
			d.Read([]byte(src), nil)
		}
	})
}
