// Command gooracle lists the reads of environment variables that Go's own
// type checker finds below a folder, one a line: file, line and name,
// separated by tabs. Names are what the checker knows as constants; imports
// are not loaded, so a constant of another package stays unknown.
package main

import (
	"fmt"
	"go/ast"
	"go/constant"
	"go/importer"
	"go/parser"
	"go/token"
	"go/types"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
)

func main() {
	root := os.Args[1]
	folders := map[string][]string{}
	filepath.WalkDir(root, func(path string, entry fs.DirEntry, err error) error {
		if err == nil && entry.Type().IsRegular() && strings.HasSuffix(path, ".go") {
			folders[filepath.Dir(path)] = append(folders[filepath.Dir(path)], path)
		}
		return nil
	})
	for _, files := range folders {
		checkFolder(root, files)
	}
}

// noImports returns an empty package for every import but those that read.
type noImports struct{ known types.Importer }

func (n noImports) Import(path string) (*types.Package, error) {
	if path == "os" || path == "syscall" {
		return n.known.Import(path)
	}
	p := types.NewPackage(path, path[strings.LastIndexByte(path, '/')+1:])
	p.MarkComplete()
	return p, nil
}

var standard = importer.ForCompiler(token.NewFileSet(), "source", nil)

func checkFolder(root string, files []string) {
	set := token.NewFileSet()
	packages := map[string][]*ast.File{}
	for _, path := range files {
		tree, err := parser.ParseFile(set, path, nil, parser.SkipObjectResolution)
		if err != nil {
			relative, _ := filepath.Rel(root, path)
			fmt.Printf("%s\t0\t?unparsed\n", relative)
			continue
		}
		packages[tree.Name.Name] = append(packages[tree.Name.Name], tree)
	}
	for name, trees := range packages {
		info := &types.Info{Types: map[ast.Expr]types.TypeAndValue{}, Uses: map[*ast.Ident]types.Object{}}
		config := types.Config{Importer: noImports{standard}, Error: func(error) {}, FakeImportC: true}
		config.Check(name, set, trees, info)
		for _, tree := range trees {
			ast.Inspect(tree, func(n ast.Node) bool {
				if call, ok := n.(*ast.CallExpr); ok {
					report(root, set, info, call)
				}
				return true
			})
		}
	}
}

func report(root string, set *token.FileSet, info *types.Info, call *ast.CallExpr) {
	selector, ok := call.Fun.(*ast.SelectorExpr)
	if !ok || len(call.Args) != 1 {
		return
	}
	name, ok := selector.X.(*ast.Ident)
	if !ok {
		return
	}
	imported, ok := info.Uses[name].(*types.PkgName)
	if !ok {
		return
	}
	switch imported.Imported().Path() + "." + selector.Sel.Name {
	case "os.Getenv", "os.LookupEnv", "syscall.Getenv":
	default:
		return
	}
	value := info.Types[call.Args[0]].Value
	if value == nil || value.Kind() != constant.String {
		return
	}
	at := set.Position(call.Pos())
	relative, _ := filepath.Rel(root, at.Filename)
	fmt.Printf("%s\t%d\t%s\n", relative, at.Line, constant.StringVal(value))
}
