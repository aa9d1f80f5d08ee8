package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
)

// The core computes: it knows no interface and writes nothing.
func TestCoreKnowsNoInterface(t *testing.T) {
	seen := 0
	err := filepath.WalkDir(".", func(path string, entry fs.DirEntry, err error) error {
		if err != nil || entry.IsDir() && entry.Name() == "testdata" {
			return fs.SkipDir
		}
		if !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return nil
		}
		seen++
		tree, err := parser.ParseFile(token.NewFileSet(), path, nil, 0)
		if err != nil {
			return err
		}
		for _, spec := range tree.Imports {
			name, _ := strconv.Unquote(spec.Path.Value)
			for _, forbidden := range []string{"inzicht/cli", "inzicht/report", "inzicht/demo", "github.com/spf13/", "charm.land/", "log", "flag"} {
				if name == forbidden || strings.HasPrefix(name, forbidden+"/") || strings.HasSuffix(forbidden, "/") && strings.HasPrefix(name, forbidden) {
					t.Errorf("%s imports %s", path, name)
				}
			}
		}
		ast.Inspect(tree, func(n ast.Node) bool {
			if s, ok := n.(*ast.SelectorExpr); ok {
				x, _ := s.X.(*ast.Ident)
				if x != nil && (x.Name == "os" && (s.Sel.Name == "Stdout" || s.Sel.Name == "Stderr") || x.Name == "fmt" && strings.HasPrefix(s.Sel.Name, "Print")) {
					t.Errorf("%s writes: %s.%s", path, x.Name, s.Sel.Name)
				}
			}
			return true
		})
		return nil
	})
	if err != nil || seen < 20 {
		t.Fatalf("%d files read, %v", seen, err)
	}
}

// The program opens no connection, and holds no library that would.
func TestNoNetworkLibrary(t *testing.T) {
	list, err := exec.Command("go", "list", "-deps", "../cmd/inzicht").Output()
	if err != nil {
		t.Fatal(err)
	}
	packages := strings.Fields(string(list))
	if len(packages) < 100 {
		t.Fatalf("only %d packages", len(packages))
	}
	for _, name := range packages {
		switch name {
		case "net/http", "crypto/tls", "net/rpc", "net/smtp":
			t.Errorf("%s is linked in", name)
		case "google.golang.org/protobuf/internal/impl", "golang.org/x/text/internal/language", "github.com/xeipuuv/gojsonschema":
			t.Errorf("%s is linked in: standins/README.md says why it should not be", name)
		}
	}
}
