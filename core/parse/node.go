// Package parse makes a small syntax tree of tokens: the same nodes for every
// language. What a language calls things is data (Grammar). The parser is
// tolerant: what it does not know becomes an Unknown node with what is in
// its brackets parsed inside, so that nothing within is lost.
package parse

import "inzicht/core/syntax"

// Kind says what a node is.
type Kind uint8

// The kinds of node. Behind each stand its children, in order.
const (
	Unknown Kind = iota // what could not be parsed: whatever could be inside it

	// Expressions.
	Name     // a word: none
	Text     // a string without holes: none
	Template // a string with holes, or several strings side by side: what fills the holes, or the strings
	Number   // none
	Pattern  // a regular expression: what fills its holes
	Member   // object.name, At is the name: the object, unless it is the one at hand
	Index    // object[key]: the object, the keys
	Call     // the callee, the arguments; a trailing block is a Lambda
	Pair     // name: value, or key => value: the value, or the key and the value; At is the name, or the sign between
	Unary    // At is the operator: its operand
	Binary   // At is the operator: left, right
	Choice   // condition ? a : b: the condition, then, else
	Assign   // At is the operator: the target, the value
	Lambda   // Parameters, the body: a Block or an expression
	List     // [a, b], (a, b): its elements
	Record   // {a: 1}, keyword arguments: its Pairs and what is spread into it
	Wrapper  // (a), await a, a as T, a!: what it holds

	// Statements.
	Block    // statements
	Declare  // const a = b: the names or patterns, the value
	If       // the condition, a Block, and the Block or If that is run otherwise
	Loop     // what its head says, a Block
	Switch   // the subject, Cases
	Case     // the patterns and a guard, a Block
	Try      // a Block, Catches, the Block that is run at the end
	Catch    // what is caught, a Block
	Return   // the value
	Throw    // the value
	Leave    // break, continue: none
	Function // At is the name: Parameters, a Block or an expression
	Class    // At is the name: the bases, a Block
	Import   // what is imported: none
	// Parameter is of a function: At is its name, and its child the default.
	Parameter
)

// Node is one node of a tree. Its tokens are those from From to before To.
type Node struct {
	Kind        Kind
	From, To    int32
	At          int32 // the token that matters most, as its kind says, or -1
	First, Next int32 // its first child and its next sibling; 0 for none
}

// Tree is the tree of a file. Node 0 is a Block with all statements.
type Tree struct {
	File  *syntax.File
	Nodes []Node
}

// Children calls f for the children of a node, in order, until it returns
// false.
func (t *Tree) Children(n int32, f func(child int32) bool) {
	for c := t.Nodes[n].First; c != 0; c = t.Nodes[c].Next {
		if !f(c) {
			return
		}
	}
}

// Child returns the n-th child of a node, from 0, or 0 for none.
//
//go:noinline
func (t *Tree) Child(node int32, n int) int32 {
	c := t.Nodes[node].First
	for ; n > 0 && c != 0; n-- {
		c = t.Nodes[c].Next
	}
	return c
}

// Name returns the text of the token that matters most to a node, or "".
func (t *Tree) Name(n int32) string { return t.File.Text(int(t.Nodes[n].At)) }

// Text returns the source of a node.
func (t *Tree) Text(n int32) string {
	node := t.Nodes[n]
	if node.From >= node.To {
		return ""
	}
	return t.File.Span(int(node.From), int(node.To)-1)
}

var kindNames = [...]string{
	"unknown", "name", "text", "template", "number", "pattern", "member", "index", "call", "pair", "unary", "binary", "choice", "assign", "lambda",
	"list", "record", "wrapper", "block", "declare", "if", "loop", "switch", "case", "try", "catch", "return", "throw", "leave", "function", "class",
	"import", "parameter",
}

// String returns the name of a kind.
func (k Kind) String() string { return kindNames[k] }
