package language

import (
	"go/ast"
	"go/token"
	"strconv"
	"strings"

	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// goOutline outlines Go source with the language's own parser. What the
// parser cannot read is outlined by its braces.
func goOutline(f *syntax.File) *reads.Outline {
	tree, err := parse.GoFile(f)
	if tree == nil || err != nil && len(tree.Decls) == 0 {
		return reads.BraceOutline(true)(f)
	}
	w := &goWalker{file: f, outline: reads.NewOutline(f)}
	for _, spec := range tree.Imports {
		w.importSpec(spec)
	}
	ast.Inspect(tree, w.blocks)
	w.outline.Nest()
	for _, given := range w.given {
		w.outline.Bind(given.name, reads.Binding{At: given.at, Path: given.path, Function: -1})
	}
	ast.Inspect(tree, w.names)
	return w.outline
}

type goWalker struct {
	file    *syntax.File
	outline *reads.Outline
	given   []givenFunction
}

// givenFunction is a parameter that functions of package os are given for:
// func run(getenv func(string) string).
type givenFunction struct {
	name, path string
	at         int
}

var givenPaths = map[string]string{"getenv": "os.Getenv", "lookupenv": "os.LookupEnv"}

// token returns the index of the first token that does not begin before pos.
func (w *goWalker) token(pos token.Pos) int {
	if !pos.IsValid() {
		return 0
	}
	offset := parse.GoOffset(pos)
	low, high := 0, len(w.file.Tokens)
	for low < high {
		if mid := (low + high) / 2; w.file.Tokens[mid].Start < offset {
			low = mid + 1
		} else {
			high = mid
		}
	}
	return low
}

func (w *goWalker) span(n ast.Node) reads.Range {
	if n == nil {
		return reads.Range{}
	}
	return reads.Range{Lo: w.token(n.Pos()), Hi: w.token(n.End())}
}

func (w *goWalker) importSpec(spec *ast.ImportSpec) {
	path, err := strconv.Unquote(spec.Path.Value)
	if err != nil {
		return
	}
	last := packageName(path)
	name := last
	if spec.Name != nil {
		name = spec.Name.Name
	}
	// What is not the standard library's own may be called like it.
	if last != "os" && last != "syscall" {
		path = last
	}
	if name == "." {
		w.outline.Import("*", path, 0)
		return
	}
	w.outline.Import(name, path, 0)
}

// packageName returns the name that a package with this path most likely has.
func packageName(path string) string {
	parts := strings.Split(path, "/")
	last := parts[len(parts)-1]
	if len(parts) > 1 && len(last) > 1 && last[0] == 'v' && strings.Trim(last[1:], "0123456789") == "" {
		last = parts[len(parts)-2]
	}
	return last
}

// blocks notes functions and blocks.
func (w *goWalker) blocks(n ast.Node) bool {
	switch n := n.(type) {
	case *ast.FuncDecl:
		if n.Body == nil {
			return true
		}
		owner := ""
		if n.Recv != nil && len(n.Recv.List) > 0 {
			owner = receiverType(n.Recv.List[0].Type)
		}
		w.function(n.Name.Name, owner, w.token(n.Name.Pos()), n.Type, n.Body)
	case *ast.FuncLit:
		at := w.token(n.Pos())
		w.function(w.literalName(at), "", at, n.Type, n.Body)
	case *ast.BlockStmt:
		w.outline.AddBlock(w.span(n), false, "")
	case *ast.IfStmt, *ast.ForStmt, *ast.RangeStmt, *ast.SwitchStmt, *ast.TypeSwitchStmt, *ast.CaseClause, *ast.CommClause:
		w.outline.AddBlock(w.span(n), false, "")
	}
	return true
}

// literalName returns the name that a function literal is assigned to.
func (w *goWalker) literalName(at int) string {
	if w.file.Is(at-1, ":=") || w.file.Is(at-1, "=") {
		return w.file.Text(at - 2)
	}
	return ""
}

func (w *goWalker) function(name, owner string, at int, kind *ast.FuncType, body *ast.BlockStmt) {
	fn := reads.Function{Name: name, Owner: owner, At: at, Body: w.span(body)}
	for _, field := range kind.Params.List {
		for _, param := range field.Names {
			fn.Params = append(fn.Params, reads.Param{Name: param.Name})
			path := givenPaths[strings.ToLower(param.Name)]
			if _, isFunction := field.Type.(*ast.FuncType); isFunction && path != "" {
				w.given = append(w.given, givenFunction{param.Name, path, fn.Body.Lo})
			}
		}
		if len(field.Names) == 0 {
			fn.Params = append(fn.Params, reads.Param{})
		}
	}
	w.outline.AddFunction(fn)
}

func receiverType(e ast.Expr) string {
	switch e := e.(type) {
	case *ast.StarExpr:
		return receiverType(e.X)
	case *ast.IndexExpr:
		return receiverType(e.X)
	case *ast.Ident:
		return e.Name
	}
	return ""
}

// names binds what declarations and assignments give a meaning to.
func (w *goWalker) names(n ast.Node) bool {
	switch n := n.(type) {
	case *ast.AssignStmt:
		for i, left := range n.Lhs {
			if name, ok := left.(*ast.Ident); ok && n.Tok != token.ADD_ASSIGN {
				w.bind(name, valueAt(n.Rhs, len(n.Lhs), i), false)
			}
		}
	case *ast.ValueSpec:
		for i, name := range n.Names {
			w.bind(name, valueAt(n.Values, len(n.Names), i), false)
		}
	case *ast.RangeStmt:
		if name, ok := n.Value.(*ast.Ident); ok {
			w.bind(name, n.X, true)
		}
		if name, ok := n.Key.(*ast.Ident); ok {
			w.bind(name, nil, false)
		}
	}
	return true
}

// valueAt returns the i-th of n values; the first of those that one call gives.
func valueAt(values []ast.Expr, n, i int) ast.Expr {
	if len(values) == n {
		return values[i]
	}
	if i == 0 && len(values) == 1 {
		return values[0]
	}
	return nil
}

func (w *goWalker) bind(name *ast.Ident, value ast.Expr, element bool) {
	b := reads.Binding{At: w.token(name.Pos()), Function: -1, Element: element}
	if value != nil {
		b.Value = w.span(value)
	}
	w.outline.Bind(name.Name, b)
}
