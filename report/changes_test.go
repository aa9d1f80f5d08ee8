package report

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"

	"inzicht/core/changes"
	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// changed returns a page of what has changed between two trees.
func changed(t *testing.T, before, after string) *Page {
	t.Helper()
	var both []*survey.Survey
	for _, tree := range []string{before, after} {
		s, err := survey.Take(testtree.Tree(t, tree), survey.Options{})
		if err != nil {
			t.Fatal(err)
		}
		both = append(both, s)
	}
	return &Page{Survey: both[1], Width: 80, Changes: &Changes{From: "v1", To: "v2", List: changes.Between(both[0], both[1], "")}}
}

const (
	earlier = "-- gate/pyproject.toml --\n-- gate/g.py --\nimport os\nos.environ['GATE_URL']\nos.environ.get('GATE_PORT', '80')\nos.environ['OLD_FAX']\nx = 1\ny = 2\nos.environ.get('LEVEL_SECRET', 'q8Zr41LmXw92TbKd77Yh')\n" +
		"-- .env.example --\nGATE_URL=\nGATE_PORT=\nOLD_FAX=\nLEVEL_SECRET=\n-- .env --\nGATE_URL=x\nOLD_FAX=1\n"
	later = "-- gate/pyproject.toml --\n-- gate/g.py --\nimport os\nos.environ['GATE_URI']\nint(os.environ['GATE_PORT'])\nos.environ.get('TIDE_TOKEN', 'k7Wp20VnYc58QjHs93Ud')\n" +
		"-- .env.example --\nGATE_URI=\nGATE_PORT=\nOLD_FAX=\nLEVEL_SECRET=\n-- .env --\nGATE_URL=x\nOLD_FAX=1\n"
)

func TestChangesPage(t *testing.T) {
	p := changed(t, earlier, later)
	same(t, "changes", shown(t, func(b *bytes.Buffer) error { return textChanges(b, p) }), `
v1 → v2  1 new, 1 renamed, 1 changed, 2 gone

New
    TIDE_TOKEN  optional, secret, falls back to "••••••"  gate
      gate/g.py:4
      ☐ document TIDE_TOKEN: inzicht document adds it to .env.example.
      ☐ TIDE_TOKEN is a secret and falls back to a literal in the source
        (gate/g.py:4): Let the code stop where it is not set.

Renamed
  ✗ GATE_URL → GATE_URI  gate
      gate/g.py:2
      ☐ give GATE_URI a value in local
      ☐ take GATE_URL out of .env:1, if nothing else reads it

Changed
  ✗ GATE_PORT  optional → required; kind text → integer; fallback "80" → no fallback  gate
      gate/g.py:3
      ☐ give GATE_PORT a value in local

Gone
    LEVEL_SECRET  was optional  gate
      ☐ take LEVEL_SECRET out of .env.example:4, if nothing else reads it
    OLD_FAX  was required  gate
      ☐ take OLD_FAX out of .env.example:3, .env:2, if nothing else reads it

7 things to do before deploying.
`)
	p = changed(t, later, later)
	same(t, "no changes", shown(t, func(b *bytes.Buffer) error { return textChanges(b, p) }), `
v1 → v2  the contract is the same
`)
}

func TestChangesInMarkdown(t *testing.T) {
	p := changed(t, earlier, later)
	p.Unseen = []string{"gate|x: not read"}
	same(t, "changes in Markdown", shown(t, func(b *bytes.Buffer) error { return markdownChanges(b, p) }), strings.ReplaceAll(`
**not looked at:** gate\|x: not read

**Environment variables, v1 → v2**: 1 new, 1 renamed, 1 changed, 2 gone.

### New

| variable | component | what | where |
| --- | --- | --- | --- |
| %TIDE_TOKEN% | gate | optional, secret, falls back to "••••••" | %gate/g.py:4% |

### Renamed

| variable | component | what | where |
| --- | --- | --- | --- |
| %GATE_URL → GATE_URI% | gate | **newly required** | %gate/g.py:2% |

### Changed

| variable | component | what | where |
| --- | --- | --- | --- |
| %GATE_PORT% | gate | **newly required** optional → required; kind text → integer; fallback "80" → no fallback | %gate/g.py:3% |

### Gone

| variable | component | what | where |
| --- | --- | --- | --- |
| %LEVEL_SECRET% | gate | was optional |  |
| %OLD_FAX% | gate | was required |  |

### To do before deploying

- [ ] document TIDE_TOKEN: inzicht document adds it to .env.example.
- [ ] TIDE_TOKEN is a secret and falls back to a literal in the source (gate/g.py:4): Let the code stop where it is not set.
- [ ] give GATE_URI a value in local
- [ ] take GATE_URL out of .env:1, if nothing else reads it
- [ ] give GATE_PORT a value in local
- [ ] take LEVEL_SECRET out of .env.example:4, if nothing else reads it
- [ ] take OLD_FAX out of .env.example:3, .env:2, if nothing else reads it
`, "%", "`"))
}

// A program is told the same as a person, and no secret either.
func TestChangesAsJSON(t *testing.T) {
	p := changed(t, earlier, later)
	var out bytes.Buffer
	if err := jsonChanges(&out, p); err != nil {
		t.Fatal(err)
	}
	var read struct {
		Schema, From, To string
		Changes          []struct {
			Change, Name  string
			From          *string
			Required      bool `json:"newly_required"`
			Aspects       []struct{ What, Before, After string }
			Before, After *struct{ Need string }
			ToDo          []struct{ Rule string } `json:"to_do"`
		}
	}
	if err := json.Unmarshal(out.Bytes(), &read); err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, c := range read.Changes {
		one := c.Change + " " + c.Name
		if c.From != nil {
			one += " from " + *c.From
		}
		if c.Required {
			one += " required"
		}
		for _, a := range c.Aspects {
			one += " " + a.What
		}
		for _, f := range c.ToDo {
			one += " [" + f.Rule + "]"
		}
		if (c.Before == nil) != (c.Change == "new") || (c.After == nil) != (c.Change == "gone") {
			t.Errorf("%s has other sides", c.Name)
		}
		got = append(got, one)
	}
	same(t, "changes as JSON", read.Schema+" "+read.From+" "+read.To+"\n"+strings.Join(got, "\n"), `
inzicht/changes/1 v1 v2
new TIDE_TOKEN [undocumented] [weak-fallback]
renamed GATE_URI from GATE_URL required [missing] [unused]
changed GATE_PORT required need kind fallback [missing]
gone LEVEL_SECRET [unused]
gone OLD_FAX [unused] [unused]
`)
	for _, secret := range []string{"q8Zr41LmXw92TbKd77Yh", "k7Wp20VnYc58QjHs93Ud"} {
		if strings.Contains(out.String(), secret) {
			t.Errorf("%s is told", secret)
		}
	}
}
