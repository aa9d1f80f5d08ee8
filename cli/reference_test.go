package cli_test

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/spf13/cobra"

	"inzicht/cli"
	"inzicht/core/language"
	"inzicht/core/verify"
	"inzicht/report"
)

// The pages that are made of the program say what it says: UPDATE=1 go test ./cli
// -run Reference writes them anew.
func TestReferenceIsCurrent(t *testing.T) {
	for file, text := range map[string]string{"commands.md": commandsPage(), "rules.md": rulesPage(), "languages.md": languagesPage(), "formats.md": formatsPage()} {
		path := filepath.Join("..", "docs", "reference", file)
		if os.Getenv("UPDATE") != "" {
			if err := os.WriteFile(path, []byte(text), 0o644); err != nil {
				t.Fatal(err)
			}
		}
		if have, err := os.ReadFile(path); err != nil || string(have) != text {
			t.Errorf("docs/reference/%s is not what the program says: UPDATE=1 go test ./cli -run Reference (%v)", file, err)
		}
	}
}

const madeOf = "<!-- Made of the program: UPDATE=1 go test ./cli -run Reference -->\n\n"

func commandsPage() string {
	var b bytes.Buffer
	b.WriteString("# Commands\n\n" + madeOf + cli.Root().Long + "\n")
	for _, c := range cli.Root().Commands() {
		if c.Hidden || c.Name() == "completion" || c.Name() == "help" {
			continue
		}
		fmt.Fprintf(&b, "\n## inzicht %s\n\n%s\n\n```\n%s\n```\n", c.Use, c.Long, c.Example)
		writeFlags(&b, c)
	}
	return b.String()
}

func writeFlags(b *bytes.Buffer, c *cobra.Command) {
	if flags := c.LocalFlags().FlagUsagesWrapped(110); strings.TrimSpace(flags) != "" {
		fmt.Fprintf(b, "\n```\n%s```\n", flags)
	}
}

func rulesPage() string {
	var b bytes.Buffer
	b.WriteString("# Rules\n\n" + madeOf + "| rule | level | says |\n|---|---|---|\n")
	for _, r := range verify.Rules {
		fmt.Fprintf(&b, "| [%s](#%s) | %s | %s |\n", r.Name, r.Name, r.Level, r.Says)
	}
	for _, r := range verify.Rules {
		fmt.Fprintf(&b, "\n## %s\n\n%s\n\n**What to do.** %s\n", r.Name, strings.ReplaceAll(r.About, "\n  ", "\n    "), r.Do)
	}
	return b.String()
}

func languagesPage() string {
	var b bytes.Buffer
	b.WriteString("# Languages and formats that are read\n\n" + madeOf + "| language | files |\n|---|---|\n")
	files := map[string][]string{}
	var names []string
	for _, l := range language.All {
		if len(files[l.Name]) == 0 {
			names = append(names, l.Name)
		}
		for _, ending := range l.Extensions {
			files[l.Name] = append(files[l.Name], "`"+ending+"`")
		}
		for _, name := range l.Names {
			files[l.Name] = append(files[l.Name], "`"+name+"`")
		}
		if l.Where != "" {
			files[l.Name] = append(files[l.Name], l.Where)
		}
	}
	for _, name := range names {
		list := files[name]
		slices.Sort(list)
		fmt.Fprintf(&b, "| %s | %s |\n", name, strings.Join(slices.Compact(list), ", "))
	}
	return b.String()
}

func formatsPage() string {
	var b bytes.Buffer
	b.WriteString("# Formats\n\n" + madeOf + "`--format NAME` shows a result on standard output, `--format NAME=FILE` writes it into a file; it may be given several times.\n\n")
	shows := []struct {
		command string
		is      func(report.Format) bool
	}{
		{"reads", func(f report.Format) bool { return f.Reads != nil }}, {"contract", func(f report.Format) bool { return f.Contract != nil }},
		{"contract --dependencies", func(f report.Format) bool { return f.Packages != nil }}, {"verify", func(f report.Format) bool { return f.Findings != nil }},
		{"matrix", func(f report.Format) bool { return f.Matrix != nil }}, {"trace", func(f report.Format) bool { return f.Trace != nil }}, {"changes", func(f report.Format) bool { return f.Changes != nil }},
	}
	b.WriteString("| format |")
	for _, s := range shows {
		b.WriteString(" " + s.command + " |")
	}
	b.WriteString("\n|---|" + strings.Repeat("---|", len(shows)) + "\n")
	for _, f := range report.Formats {
		fmt.Fprintf(&b, "| `%s` |", f.Name)
		for _, s := range shows {
			mark := ""
			if s.is(f) {
				mark = "yes"
			}
			b.WriteString(" " + mark + " |")
		}
		b.WriteString("\n")
	}
	b.WriteString("\nEach form of JSON, and each line of `jsonl`, is described by a JSON Schema in [schema](../schema). `inzicht report` writes HTML.\n")
	return b.String()
}

// Every test that a promise names is there.
func TestPromisesHaveTests(t *testing.T) {
	page, err := os.ReadFile(filepath.Join("..", "docs", "promises.md"))
	if err != nil {
		t.Fatal(err)
	}
	named := regexp.MustCompile("`([a-z/]+)\\.((?:Test|Fuzz)[A-Za-z]+)`").FindAllStringSubmatch(string(page), -1)
	if len(named) < 20 {
		t.Fatalf("%d tests are named", len(named))
	}
	for _, m := range named {
		files, _ := filepath.Glob(filepath.Join("..", m[1], "*_test.go"))
		found := false
		for _, file := range files {
			src, _ := os.ReadFile(file)
			found = found || bytes.Contains(src, []byte("func "+m[2]+"("))
		}
		if !found {
			t.Errorf("no test %s in %s", m[2], m[1])
		}
	}
}

// Every link of the documents leads to a file that is there.
func TestLinksOfDocuments(t *testing.T) {
	var pages []string
	for _, glob := range []string{"../*.md", "../docs/*.md", "../docs/*/*.md"} {
		found, _ := filepath.Glob(glob)
		pages = append(pages, found...)
	}
	if len(pages) < 10 {
		t.Fatalf("%d pages", len(pages))
	}
	link := regexp.MustCompile(`\]\(([^)#:]+)(#[^)]*)?\)`)
	for _, page := range pages {
		text, _ := os.ReadFile(page)
		for _, m := range link.FindAllStringSubmatch(string(text), -1) {
			if _, err := os.Stat(filepath.Join(filepath.Dir(page), m[1])); err != nil {
				t.Errorf("%s leads to %s, which is not there", page, m[1])
			}
		}
	}
}
