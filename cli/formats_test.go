package cli_test

import (
	"encoding/json"
	"encoding/xml"
	"go/ast"
	"go/parser"
	"go/token"
	"net/url"
	"os"
	"os/exec"
	"path"
	"path/filepath"
	"strings"
	"testing"

	"github.com/google/jsonschema-go/jsonschema"
	"github.com/owenrumney/go-sarif/v3/pkg/report/v210/sarif"
	"github.com/xeipuuv/gojsonschema"
)

// schemaOf returns a schema of ours, or a part of it: reads.json#/$defs/read.
func schemaOf(t *testing.T, name string) *jsonschema.Resolved {
	t.Helper()
	load := func(uri *url.URL) (*jsonschema.Schema, error) {
		src, err := os.ReadFile(filepath.Join("..", "docs", "schema", path.Base(uri.Path)))
		if err != nil {
			return nil, err
		}
		var schema jsonschema.Schema
		return &schema, json.Unmarshal(src, &schema)
	}
	resolved, err := (&jsonschema.Schema{Ref: name}).Resolve(&jsonschema.ResolveOptions{BaseURI: "file:///", Loader: load})
	if err != nil {
		t.Fatal(err)
	}
	return resolved
}

func anyJSON(t *testing.T, text string) (value any) {
	t.Helper()
	if err := json.Unmarshal([]byte(text), &value); err != nil {
		t.Fatalf("%v in %s", err, text)
	}
	return value
}

// Every JSON form is what its schema in docs says.
func TestJSONFollowsItsSchema(t *testing.T) {
	dir := lockside(t)
	for _, c := range []struct{ schema, command string }{
		{"reads", "reads --format json"}, {"contract", "contract --format json"}, {"findings", "verify --format json"},
		{"matrix", "matrix --format json"}, {"trace", "trace LEVEL_ALARM_CM --format json"}, {"record", "capture"}, {"languages", "languages --format json"},
		{"changes", "changes HEAD~1 --format json"}, {"dependencies", "contract --dependencies --format json"},
	} {
		out, _, _ := run(t, dir, strings.Fields(c.command)...)
		if err := schemaOf(t, c.schema+".json").Validate(anyJSON(t, out)); err != nil {
			t.Errorf("%s: %v", c.command, err)
		}
	}
}

// Each line of jsonl is an object of the same form, with where it comes from.
func TestLinesFollowTheSchema(t *testing.T) {
	dir := lockside(t)
	for _, c := range []struct{ schema, form, command string }{
		{"reads", "read", "reads --format jsonl"}, {"contract", "variable", "contract --format jsonl"}, {"findings", "finding", "verify --format jsonl"},
	} {
		whole, one := schemaOf(t, "lines.json"), schemaOf(t, c.schema+".json#/$defs/"+c.form)
		out, _, _ := run(t, dir, strings.Fields(c.command)...)
		lines := strings.Split(strings.TrimSuffix(out, "\n"), "\n")
		if len(lines) < 5 {
			t.Fatalf("%s: %d lines", c.command, len(lines))
		}
		for _, line := range lines {
			value := anyJSON(t, line)
			if err := whole.Validate(value); err != nil {
				t.Errorf("%s: %v", c.command, err)
			}
			object := value.(map[string]any)
			if revision, _ := object["revision"].(string); len(revision) != 40 || object["repository"] != filepath.Base(dir) {
				t.Errorf("%s: from %v at %v", c.command, object["repository"], object["revision"])
			}
			for _, key := range []string{"schema", "repository", "revision"} {
				delete(object, key)
			}
			if err := one.Validate(value); err != nil {
				t.Errorf("%s: %v", c.command, err)
			}
		}
	}
}

// standardSchema returns the schema of SARIF, which its library keeps in its source.
func standardSchema(t *testing.T) string {
	t.Helper()
	folder, err := exec.Command("go", "list", "-f", "{{.Dir}}", "github.com/owenrumney/go-sarif/v3/pkg/report/v210/sarif").Output()
	if err != nil {
		t.Fatal(err)
	}
	source, err := parser.ParseFile(token.NewFileSet(), filepath.Join(strings.TrimSpace(string(folder)), "schema.go"), nil, 0)
	if err != nil {
		t.Fatal(err)
	}
	text := ""
	ast.Inspect(source, func(n ast.Node) bool {
		if literal, ok := n.(*ast.BasicLit); ok && len(literal.Value) > len(text) {
			text = literal.Value
		}
		return true
	})
	return strings.Trim(text, "`")
}

func TestSARIF(t *testing.T) {
	dir := t.TempDir()
	os.WriteFile(filepath.Join(dir, "g.py"), []byte("import os\nprint('zomerhuis ☀', os.environ['GATE_URL'])\n"), 0o644)
	os.WriteFile(filepath.Join(dir, ".env.example"), []byte("OLD=1\n"), 0o644)
	out, _, _ := run(t, dir, "verify", "--format", "sarif")
	log, err := sarif.FromString(out)
	if err != nil {
		t.Fatal(err)
	}
	held, err := gojsonschema.Validate(gojsonschema.NewStringLoader(standardSchema(t)), gojsonschema.NewStringLoader(out))
	if err != nil || !held.Valid() {
		t.Fatalf("it does not follow the standard's schema: %v, %v", err, held)
	}
	results := log.Runs[0].Results
	if len(results) != 2 || results[0].RuleID == nil || *results[0].RuleID != "undocumented" {
		t.Fatalf("results: %s", out)
	}
	region := results[0].Locations[0].PhysicalLocation.Region
	if *region.StartLine != 2 || *region.StartColumn != 22 { // characters, not bytes
		t.Errorf("at line %d, column %d", *region.StartLine, *region.StartColumn)
	}
	mark := results[0].PartialFingerprints["inzicht/1"]
	os.WriteFile(filepath.Join(dir, "g.py"), []byte("import os\n\n\nprint(os.environ['GATE_URL'])\n"), 0o644)
	if again, _, _ := run(t, dir, "verify", "--format", "sarif"); !strings.Contains(again, mark) {
		t.Error("the fingerprint changes with the line")
	}
}

func TestJUnit(t *testing.T) {
	dir := lockside(t)
	out, _, _ := run(t, dir, "verify", "--format", "junit")
	var suites struct {
		XMLName  xml.Name `xml:"testsuites"`
		Tests    int      `xml:"tests,attr"`
		Failures int      `xml:"failures,attr"`
		Suites   []struct {
			Name     string `xml:"name,attr"`
			Tests    int    `xml:"tests,attr"`
			Failures int    `xml:"failures,attr"`
			Errors   int    `xml:"errors,attr"`
			Cases    []struct {
				Name      string `xml:"name,attr"`
				Classname string `xml:"classname,attr"`
				Failure   *struct {
					Message string `xml:"message,attr"`
				} `xml:"failure"`
			} `xml:"testcase"`
		} `xml:"testsuite"`
	}
	decoder := xml.NewDecoder(strings.NewReader(out))
	decoder.Strict = true
	if err := decoder.Decode(&suites); err != nil {
		t.Fatal(err)
	}
	tests, failures := 0, 0
	for _, s := range suites.Suites {
		failed := 0
		for _, c := range s.Cases {
			if c.Name == "" || c.Classname == "" {
				t.Errorf("a case of %s has no name", s.Name)
			}
			if c.Failure != nil {
				failed++
			}
		}
		if s.Tests != len(s.Cases) || s.Failures != failed {
			t.Errorf("%s counts %d and %d", s.Name, s.Tests, s.Failures)
		}
		tests, failures = tests+s.Tests, failures+failed
	}
	if suites.Tests != tests || suites.Failures != failures || failures == 0 {
		t.Errorf("in all %d and %d, counted %d and %d", suites.Tests, suites.Failures, tests, failures)
	}
}

// One run writes several formats.
func TestSeveralFormats(t *testing.T) {
	dir := lockside(t)
	out, errOut, status := run(t, dir, "verify", "--format", "text", "--format", "json=found.json", "--format", "markdown=found.md")
	if status != 1 || errOut != "" || !strings.Contains(out, "Environment staging") {
		t.Errorf("status %d, %s", status, errOut)
	}
	found, err := os.ReadFile(filepath.Join(dir, "found.json"))
	if err != nil || !json.Valid(found) {
		t.Errorf("found.json: %v", err)
	}
	if page, err := os.ReadFile(filepath.Join(dir, "found.md")); err != nil || !strings.Contains(string(page), "| ✗ error | missing | `BOOKING_API_TOKEN` |") {
		t.Errorf("found.md: %v", err)
	}
	if _, errOut, status := run(t, dir, "verify", "--format", "json=no/such/folder.json"); status != 2 || !strings.Contains(errOut, "cannot be written") {
		t.Errorf("status %d, %s", status, errOut)
	}
}
