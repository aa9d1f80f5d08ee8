package core_test

import (
	"go/ast"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
)

// Going through a map gives another order at every run. Whoever does so says
// on the line why that does not show: "in any order", or "sorted below".
func TestOrder(t *testing.T) {
	out, err := exec.Command("go", "list", "-export", "-deps", "-f", "{{.ImportPath}}\t{{.Export}}\t{{.Dir}}\t{{join .GoFiles \" \"}}", "inzicht/...").Output()
	if err != nil {
		t.Skipf("go list: %v", err)
	}
	exports := map[string]string{}
	type listed struct{ path, dir, files string }
	var own []listed
	for line := range strings.Lines(string(out)) {
		part := strings.Split(strings.TrimSuffix(line, "\n"), "\t")
		exports[part[0]] = part[1]
		if strings.HasPrefix(part[0], "inzicht/") && !strings.HasPrefix(part[0], "inzicht/bench/") {
			own = append(own, listed{part[0], part[2], part[3]})
		}
	}
	set := token.NewFileSet()
	known := importer.ForCompiler(set, "gc", func(path string) (io.ReadCloser, error) { return os.Open(exports[path]) })
	ranges := 0
	for _, p := range own {
		var files []*ast.File
		for _, name := range strings.Fields(p.files) {
			f, err := parser.ParseFile(set, filepath.Join(p.dir, name), nil, parser.ParseComments)
			if err != nil {
				t.Fatal(err)
			}
			files = append(files, f)
		}
		info := &types.Info{Types: map[ast.Expr]types.TypeAndValue{}}
		if _, err := (&types.Config{Importer: known}).Check(p.path, set, files, info); err != nil {
			t.Fatalf("%s: %v", p.path, err)
		}
		for _, f := range files {
			says := map[int]bool{}
			for _, group := range f.Comments {
				for _, c := range group.List {
					says[set.Position(c.Pos()).Line] = strings.Contains(c.Text, "in any order") || strings.Contains(c.Text, "sorted below")
				}
			}
			ast.Inspect(f, func(n ast.Node) bool {
				loop, isRange := n.(*ast.RangeStmt)
				if !isRange {
					return true
				}
				over := info.TypeOf(loop.X)
				call, isCall := loop.X.(*ast.CallExpr)
				if _, isMap := over.Underlying().(*types.Map); !isMap && !(isCall && isMapsCall(call)) {
					return true
				}
				ranges++
				if at := set.Position(loop.Pos()); !says[at.Line] {
					t.Errorf("%s:%d goes through a map and does not say why the order does not show", at.Filename, at.Line)
				}
				return true
			})
		}
	}
	if ranges == 0 {
		t.Error("no map is gone through: the test does not look")
	}
}

// isMapsCall reports whether a call is maps.Keys or maps.Values, unsorted.
func isMapsCall(call *ast.CallExpr) bool {
	selector, ok := call.Fun.(*ast.SelectorExpr)
	if !ok {
		return false
	}
	name, ok := selector.X.(*ast.Ident)
	return ok && name.Name == "maps"
}
