package parse_test

import (
	"fmt"
	"testing"
)

func TestZZ(t *testing.T) {
	for _, c := range []struct{ file, source string }{
		{"a.swift", "let d = try? need(\"D_OPT\")\nlet e = (try? need(\"E\")) ?? \"e\"\n"},
		{"a.dart", "void main() { if (Platform.environment[k]?.isEmpty ?? true) throw Exception(k); final h = switch (a) { 'dev' => 1, _ => 3 }; }\n"},
		{"a.exs", "for k <- [\"G1_REQ\", \"G2_REQ\"], is_nil(f(k)), do: raise(k)\n"},
	} {
		tree := treeOf(c.file, []byte(c.source))
		fmt.Printf("== %s\n%s-- \n", c.file, c.source)
		tree.Children(0, func(child int32) bool { fmt.Println(brief(tree, child)); return true })
	}
}
