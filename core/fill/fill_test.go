package fill

import (
	"errors"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

const code = `-- web/package.json --
{}
-- web/a.js --
// Where the gate answers.
const url = process.env.GATE_URL
const port = parseInt(process.env.GATE_PORT ?? '80')
if (!process.env.WEB_SESSION_SECRET) throw new Error('no secret')
if (!process.env.CRANE_API_TOKEN) throw new Error('no token')
process.env.PATH
-- b.py --
import os
os.environ['WEIR_LEVEL'], os.environ['WEIR_PASSWORD']
`

const example = `-- .env.example --
# What all need.

# The gate
GATE_URL=http://gate
# GATE_PORT=80
WEB_SESSION_SECRET=change-me

# Levels
WEIR_LEVEL='4 m' # above datum
WEIR_PASSWORD=weir
FAX=1
`

func TestPlan(t *testing.T) {
	for _, c := range []struct {
		name, tree, file string
		generate, from   bool
		want, lacking    string
	}{
		{"a new one", code + example, ".env", false, false,
			"# The gate\nGATE_URL=http://gate\nWEB_SESSION_SECRET=\n\n# Levels\nWEIR_LEVEL='4 m'\nWEIR_PASSWORD=weir\n\n# required, secret; read in web/a.js:5\nCRANE_API_TOKEN=\n", "CRANE_API_TOKEN web/a.js:5, WEB_SESSION_SECRET web/a.js:4"},
		{"for a component", code + example, "web/.env", true, false,
			"# The gate\nGATE_URL=http://gate\nWEB_SESSION_SECRET=SECRET\n\n# required, secret; read in web/a.js:5\nCRANE_API_TOKEN=\n", "CRANE_API_TOKEN web/a.js:5"},
		{"completed", code + example + "-- .env --\nFAX=2 # ours\n\nexport GATE_URL=\"x\"   \nMORE=1", ".env", true, false,
			"FAX=2 # ours\n\nexport GATE_URL=\"x\"   \nWEB_SESSION_SECRET=SECRET\n# Levels\nWEIR_LEVEL='4 m'\nWEIR_PASSWORD=weir\nMORE=1\n\n# required, secret; read in web/a.js:5\nCRANE_API_TOKEN=\n", "CRANE_API_TOKEN web/a.js:5"},
		{"line ends", "-- b.py --\nimport os\nos.environ['WEIR_LEVEL']\n-- .env --\nA=1\r\nB=2", ".env", false, false,
			"A=1\r\nB=2\n\r\n# required; read in b.py:2\r\nWEIR_LEVEL=\r\n", "WEIR_LEVEL b.py:2"},
		{"no secrets of an example elsewhere", code + example, "deploy/production.env", false, false,
			"# The gate\nGATE_URL=http://gate\nWEB_SESSION_SECRET=\n\n# Levels\nWEIR_LEVEL='4 m'\nWEIR_PASSWORD=\n\n# required, secret; read in web/a.js:5\nCRANE_API_TOKEN=\n", "CRANE_API_TOKEN web/a.js:5, WEB_SESSION_SECRET web/a.js:4, WEIR_PASSWORD b.py:2"},
		{"what is read where a switch that is off is on", "-- b.py --\nimport os\nif os.getenv('MAIL'):\n    os.environ['MAIL_HOST']\nif os.getenv('FAX'):\n    os.environ['FAX_HOST']\n-- .env --\nMAIL=None\nFAX=yes\n", ".env", false, false,
			"MAIL=None\nFAX=yes\n\n# required where FAX is set; read in b.py:5\nFAX_HOST=\n", "FAX_HOST b.py:5"},
		{"another environment", code + example + "-- staging.env --\nGATE_URL=http://staging\nWEIR_PASSWORD=x1\nWEIR_LEVEL=it's 5\n", ".env", false, true,
			"# The gate\nGATE_URL=http://staging\nWEB_SESSION_SECRET=\n\n# Levels\nWEIR_LEVEL=\"it's 5\"\nWEIR_PASSWORD=weir\n\n# required, secret; read in web/a.js:5\nCRANE_API_TOKEN=\n", "CRANE_API_TOKEN web/a.js:5, WEB_SESSION_SECRET web/a.js:4"},
	} {
		root := testtree.Tree(t, c.tree)
		r := plan(t, root, c.file, c.generate, c.from)
		got := regexp.MustCompile(`[A-Za-z0-9_-]{43}`).ReplaceAllString(string(r.After), "SECRET")
		if got != c.want {
			t.Errorf("%s: it becomes\n%s", c.name, got)
		}
		var lacking []string
		for _, l := range r.Lacking {
			lacking = append(lacking, l.Name+" "+l.At.File+":"+string(rune('0'+l.At.Line)))
		}
		if got := strings.Join(lacking, ", "); got != c.lacking {
			t.Errorf("%s: it lacks %s", c.name, got)
		}
		testtree.Write(t, root, c.file, string(r.After))
		if again := plan(t, root, c.file, c.generate, c.from); string(again.After) != string(r.After) || len(again.Added) > 0 {
			t.Errorf("%s: again it becomes\n%s", c.name, again.After)
		}
	}
}

func plan(t *testing.T, root, file string, generate, from bool) *Result {
	t.Helper()
	s, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	o := Options{File: file, Generate: generate}
	for i := range s.Environments.Environments {
		if e := &s.Environments.Environments[i]; from && e.Name == "staging" {
			o.From = e
		}
	}
	r, err := Plan(s, o)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

// A person is asked for what is missing, and told what is wrong at once; what is
// secret is not offered.
func TestAsked(t *testing.T) {
	root := testtree.Tree(t, code+example+"-- c.py --\nimport os\nint(os.environ['WEIR_COUNT'])\n")
	s, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	var asked []string
	r, err := Plan(s, Options{File: ".env", Ask: func(q Question) (string, error) {
		asked = append(asked, q.Name+"="+q.Offered)
		switch q.Name {
		case "WEIR_COUNT":
			if !strings.Contains(q.Wrong("many"), "not an integer") || q.Wrong("4") != "" {
				t.Errorf("many is %q", q.Wrong("many"))
			}
			return "4", nil
		case "WEIR_PASSWORD":
			return "it's", nil
		}
		return "", nil
	}})
	if err != nil {
		t.Fatal(err)
	}
	if got := strings.Join(asked, " "); got != "GATE_URL=http://gate WEB_SESSION_SECRET= WEIR_LEVEL=4 m WEIR_PASSWORD= CRANE_API_TOKEN= WEIR_COUNT=" {
		t.Errorf("asked for %s", got)
	}
	if !strings.Contains(string(r.After), "WEIR_COUNT=4\n") || !strings.Contains(string(r.After), "WEIR_PASSWORD=\"it's\"\n") || !strings.Contains(string(r.After), "GATE_URL=http://gate\n") {
		t.Errorf("it becomes %s", r.After)
	}
	stop := errors.New("stop")
	if _, err := Plan(s, Options{File: ".env", Ask: func(Question) (string, error) { return "", stop }}); err != stop {
		t.Errorf("the error is %v", err)
	}
}

// What a stage alone requires is lacking in its file, and in no other.
func TestStage(t *testing.T) {
	root := testtree.Tree(t, "-- gate.js --\nif (process.env.NODE_ENV === 'production' && !process.env.GATE_KEEPER) throw new Error('no keeper');\n")
	s, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	for file, want := range map[string]string{".env.production": "GATE_KEEPER required", ".env.development": ""} {
		r, err := Plan(s, Options{File: file})
		if err != nil {
			t.Fatal(err)
		}
		got := ""
		for _, l := range r.Lacking {
			got += l.Name + " " + string(l.Need)
		}
		if got != want {
			t.Errorf("%s lacks %q, want %q", file, got, want)
		}
	}
}

// Git is asked about the file: no secret goes into one that it tracks, and one
// that it does not ignore is told.
func TestGit(t *testing.T) {
	root := testtree.Tree(t, code+example+"-- .gitignore --\n.env\n-- web/.gitignore --\n!.env\n-- staging.env --\nGATE_URL=x\n")
	testtree.Git(t, root, "init", "-q")
	testtree.Git(t, root, "add", "-A")
	for _, c := range []struct {
		file           string
		tracked, loose bool
	}{{".env", false, false}, {"web/.env", false, true}, {"other.env", false, true}, {"staging.env", true, false}} {
		r := plan(t, root, c.file, true, false)
		if r.Tracked != c.tracked || r.Loose != c.loose || len(r.Invented) > 0 == c.tracked {
			t.Errorf("%s: tracked %v, loose %v, made up %v", c.file, r.Tracked, r.Loose, r.Invented)
		}
	}
}

func TestRefused(t *testing.T) {
	root := testtree.Tree(t, code+example)
	os.WriteFile(filepath.Join(root, "wide.env"), []byte("\xff\xfeA\x00"), 0o644)
	os.Symlink("/etc/hostname", filepath.Join(root, "link.env"))
	s, err := survey.Take(root, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	for file, want := range map[string]string{".env.example": "an example file", "wide.env": "no text", "link.env": "a link"} { // in any order
		if _, err := Plan(s, Options{File: file}); err == nil || !strings.Contains(Reason(err), want) {
			t.Errorf("%s: %v", file, err)
		}
	}
}
