package parse

import (
	"go/ast"
	goparser "go/parser"
	"go/token"
	"sort"

	"inzicht/core/syntax"
)

// Go returns the tree of a file in Go, by Go's own parser. Of a file that it does
// not understand to its end, the tree holds what it did understand.
func Go(f *syntax.File) *Tree {
	file, _ := GoFile(f)
	l := &lowering{p: &parser{f: f, t: &Tree{File: f, Nodes: make([]Node, 1)}, end: len(f.Tokens)}}
	if file != nil {
		for _, d := range file.Decls {
			l.p.add(l.decl(d))
		}
	}
	l.p.t.Nodes[0] = Node{Kind: Block, To: int32(len(f.Tokens)), At: -1}
	l.p.link(0, 0)
	return l.p.t
}

// goFile is what Go's own parser made of a file.
type goFile struct {
	file *ast.File
	err  error
}

// GoFile returns what Go's own parser makes of a file. It is asked once.
func GoFile(f *syntax.File) (*ast.File, error) {
	parsed, known := f.Parsed.(*goFile)
	if !known {
		parsed = &goFile{}
		parsed.file, parsed.err = goparser.ParseFile(token.NewFileSet(), "", f.Unfolded(), goparser.SkipObjectResolution)
		f.Parsed = parsed
	}
	return parsed.file, parsed.err
}

// GoOffset returns where a position of GoFile lies in the text: the file is the
// only one of its set, which begins at 1.
func GoOffset(pos token.Pos) int32 { return int32(pos) - 1 }

// lowering makes nodes of Go's own tree.
type lowering struct {
	p     *parser
	depth int
}

// at returns the token that a position lies in, or the first behind it.
func (l *lowering) at(pos token.Pos) int {
	if !pos.IsValid() {
		return -1
	}
	offset := GoOffset(pos)
	tokens := l.p.f.Tokens
	return sort.Search(len(tokens), func(i int) bool { return tokens[i].End > offset })
}

// behind returns the first token behind a position.
func (l *lowering) behind(pos token.Pos) int {
	offset := GoOffset(pos)
	tokens := l.p.f.Tokens
	return sort.Search(len(tokens), func(i int) bool { return tokens[i].Start >= offset })
}

// make makes a node of what an ast.Node covers, with children in order.
func (l *lowering) make(kind Kind, n ast.Node, at token.Pos, children ...int32) int32 {
	mark, end := len(l.p.stack), int32(0)
	for _, c := range children {
		if child := l.p.t.Nodes[c]; c != 0 && child.From >= end { // what is damaged may be told of twice
			l.p.add(c)
			end = child.To
		}
	}
	from := l.at(n.Pos())
	l.p.at = max(l.behind(n.End()), from)
	for _, c := range l.p.stack[mark:] { // what is damaged may not say where it ends
		from, l.p.at = min(from, int(l.p.t.Nodes[c].From)), max(l.p.at, int(l.p.t.Nodes[c].To))
	}
	return l.p.make(kind, from, l.at(at), mark)
}

func (l *lowering) decl(d ast.Decl) int32 {
	switch d := d.(type) {
	case *ast.FuncDecl:
		children := l.fields(d.Type)
		if d.Body != nil {
			children = append(children, l.block(d.Body))
		}
		return l.make(Function, d, d.Name.Pos(), children...)
	case *ast.GenDecl:
		var children []int32
		for _, s := range d.Specs {
			children = append(children, l.spec(s))
		}
		if len(children) == 1 && d.Tok != token.IMPORT {
			return children[0]
		}
		if d.Tok == token.IMPORT {
			return l.make(Import, d, d.Pos())
		}
		return l.make(Block, d, token.NoPos, children...)
	}
	return 0
}

func (l *lowering) spec(s ast.Spec) int32 {
	switch s := s.(type) {
	case *ast.ValueSpec:
		var children []int32
		for _, name := range s.Names {
			children = append(children, l.make(Name, name, name.Pos()))
		}
		return l.make(Declare, s, s.Pos(), append(children, l.exprs(s.Values)...)...)
	case *ast.TypeSpec:
		return l.make(Class, s, s.Name.Pos())
	}
	return 0
}

// fields returns the parameters of a function.
func (l *lowering) fields(t *ast.FuncType) (list []int32) {
	for _, field := range t.Params.List {
		for _, name := range field.Names {
			list = append(list, l.make(Parameter, name, name.Pos()))
		}
	}
	return list
}

func (l *lowering) block(b *ast.BlockStmt) int32 {
	return l.make(Block, b, token.NoPos, l.stmts(b.List)...)
}

func (l *lowering) stmts(list []ast.Stmt) (nodes []int32) {
	for _, s := range list {
		nodes = append(nodes, l.stmt(s))
	}
	return nodes
}

func (l *lowering) exprs(list []ast.Expr) (nodes []int32) {
	for _, e := range list {
		nodes = append(nodes, l.expr(e))
	}
	return nodes
}

// several returns the only expression, or a List of several.
func (l *lowering) several(list []ast.Expr) int32 {
	if len(list) == 1 {
		return l.expr(list[0])
	}
	if len(list) == 0 {
		return 0
	}
	mark := len(l.p.stack)
	for _, e := range list {
		l.p.add(l.expr(e))
	}
	l.p.at = l.behind(list[len(list)-1].End())
	return l.p.make(List, l.at(list[0].Pos()), -1, mark)
}

// stmt makes a node of a statement.
func (l *lowering) stmt(s ast.Stmt) int32 {
	if l.depth++; l.depth > deepest {
		defer func() { l.depth-- }()
		return l.make(Unknown, s, token.NoPos)
	}
	defer func() { l.depth-- }()
	switch s := s.(type) {
	case *ast.ExprStmt:
		return l.expr(s.X)
	case *ast.AssignStmt:
		kind := Assign
		if s.Tok == token.DEFINE {
			kind = Declare
		}
		return l.make(kind, s, s.TokPos, l.several(s.Lhs), l.several(s.Rhs))
	case *ast.DeclStmt:
		return l.decl(s.Decl)
	case *ast.BlockStmt:
		return l.block(s)
	case *ast.IfStmt:
		return l.make(If, s, s.If, l.optional(s.Init), l.expr(s.Cond), l.block(s.Body), l.optional(s.Else))
	case *ast.ForStmt:
		return l.make(Loop, s, s.For, l.optional(s.Init), l.expr(s.Cond), l.optional(s.Post), l.block(s.Body))
	case *ast.RangeStmt:
		return l.make(Loop, s, s.For, l.expr(s.Key), l.expr(s.Value), l.expr(s.X), l.block(s.Body))
	case *ast.SwitchStmt:
		if s.Init != nil && s.Tag == nil { // switch n := len(s); { case n == 0: }
			return l.make(Block, s, token.NoPos, l.stmt(s.Init), l.make(Switch, s.Body, s.Switch, l.stmts(s.Body.List)...))
		}
		return l.make(Switch, s, s.Switch, append([]int32{l.optional(s.Init), l.expr(s.Tag)}, l.stmts(s.Body.List)...)...)
	case *ast.TypeSwitchStmt:
		return l.make(Switch, s, s.Switch, append([]int32{l.optional(s.Init), l.optional(s.Assign)}, l.stmts(s.Body.List)...)...)
	case *ast.SelectStmt:
		return l.make(Switch, s, s.Select, l.stmts(s.Body.List)...)
	case *ast.CaseClause:
		return l.make(Case, s, s.Case, append(l.exprs(s.List), l.clause(s.Body, s)...)...)
	case *ast.CommClause:
		return l.make(Case, s, s.Case, append([]int32{l.optional(s.Comm)}, l.clause(s.Body, s)...)...)
	case *ast.ReturnStmt:
		return l.make(Return, s, s.Return, l.several(s.Results))
	case *ast.BranchStmt:
		return l.make(Leave, s, s.TokPos)
	case *ast.DeferStmt:
		return l.make(Wrapper, s, s.Defer, l.expr(s.Call))
	case *ast.GoStmt:
		return l.make(Wrapper, s, s.Go, l.expr(s.Call))
	case *ast.LabeledStmt:
		return l.make(Wrapper, s, s.Pos(), l.stmt(s.Stmt))
	case *ast.IncDecStmt:
		return l.make(Wrapper, s, s.TokPos, l.expr(s.X))
	case *ast.SendStmt:
		return l.make(Binary, s, s.Arrow, l.expr(s.Chan), l.expr(s.Value))
	}
	return 0
}

// optional makes a node of a statement that may not be there.
func (l *lowering) optional(s ast.Stmt) int32 {
	if s == nil {
		return 0
	}
	return l.stmt(s)
}

// clause returns the block of what a case does.
func (l *lowering) clause(list []ast.Stmt, in ast.Node) []int32 {
	mark := len(l.p.stack)
	for _, s := range list {
		l.p.add(l.stmt(s))
	}
	from := l.behind(in.End())
	if len(list) > 0 {
		from = l.at(list[0].Pos())
	}
	l.p.at = max(l.behind(in.End()), from)
	return []int32{l.p.make(Block, from, -1, mark)}
}

// expr makes a node of an expression; 0 of none.
func (l *lowering) expr(e ast.Expr) int32 {
	if l.depth++; l.depth > deepest && e != nil {
		defer func() { l.depth-- }()
		return l.make(Unknown, e, token.NoPos)
	}
	defer func() { l.depth-- }()
	switch e := e.(type) {
	case *ast.Ident:
		return l.make(Name, e, e.Pos())
	case *ast.BasicLit:
		if e.Kind == token.STRING || e.Kind == token.CHAR {
			return l.make(Text, e, e.Pos())
		}
		return l.make(Number, e, e.Pos())
	case *ast.CallExpr:
		if _, bytes := e.Fun.(*ast.ArrayType); bytes && len(e.Args) == 1 { // []byte(s)
			return l.make(Wrapper, e, token.NoPos, l.expr(e.Args[0]))
		}
		return l.make(Call, e, e.Lparen, append([]int32{l.expr(e.Fun)}, l.exprs(e.Args)...)...)
	case *ast.SelectorExpr:
		return l.make(Member, e, e.Sel.Pos(), l.expr(e.X))
	case *ast.IndexExpr:
		return l.make(Index, e, e.Lbrack, l.expr(e.X), l.expr(e.Index))
	case *ast.IndexListExpr:
		return l.make(Index, e, e.Lbrack, append([]int32{l.expr(e.X)}, l.exprs(e.Indices)...)...)
	case *ast.SliceExpr:
		return l.make(Index, e, e.Lbrack, l.expr(e.X), l.expr(e.Low), l.expr(e.High), l.expr(e.Max))
	case *ast.BinaryExpr:
		return l.make(Binary, e, e.OpPos, l.expr(e.X), l.expr(e.Y))
	case *ast.UnaryExpr:
		return l.make(Unary, e, e.OpPos, l.expr(e.X))
	case *ast.StarExpr:
		return l.make(Wrapper, e, e.Star, l.expr(e.X))
	case *ast.ParenExpr:
		return l.make(Wrapper, e, e.Lparen, l.expr(e.X))
	case *ast.TypeAssertExpr:
		return l.make(Wrapper, e, e.Lparen, l.expr(e.X))
	case *ast.FuncLit:
		return l.make(Lambda, e, token.NoPos, append(l.fields(e.Type), l.block(e.Body))...)
	case *ast.CompositeLit:
		kind := List
		if len(e.Elts) > 0 {
			if _, pairs := e.Elts[0].(*ast.KeyValueExpr); pairs {
				kind = Record
			}
		}
		return l.make(kind, e, e.Lbrace, l.exprs(e.Elts)...)
	case *ast.KeyValueExpr:
		return l.make(Pair, e, e.Colon, l.expr(e.Key), l.expr(e.Value))
	case *ast.Ellipsis:
		return l.make(Wrapper, e, e.Ellipsis, l.expr(e.Elt))
	case nil:
		return 0
	}
	return l.make(Unknown, e, token.NoPos) // a type
}
