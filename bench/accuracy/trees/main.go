// Command trees prints what core/parse finds in the files of a folder with an
// ending: for each file a line of JSON with the offsets of its nodes, by kind.
// tree.py, tree.mjs and tree.rb hold it against the languages' own parsers.
package main

import (
	"encoding/json"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"inzicht/core/language"
	"inzicht/core/parse"
)

// largest is the size in bytes over which files are left out: bundles.
const largest = 300_000

func main() {
	if len(os.Args) != 3 {
		fmt.Fprintln(os.Stderr, "usage: trees FOLDER .ending")
		os.Exit(2)
	}
	out := json.NewEncoder(os.Stdout)
	err := filepath.WalkDir(os.Args[1], func(name string, entry fs.DirEntry, err error) error {
		if err != nil || !entry.Type().IsRegular() || filepath.Ext(name) != os.Args[2] {
			return nil
		}
		src, err := os.ReadFile(name)
		if err != nil || len(src) > largest {
			return nil
		}
		return out.Encode(map[string]any{"file": name, "nodes": nodes(name, src)})
	})
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

// nodes returns where the nodes of a file begin, in bytes, by kind.
func nodes(name string, src []byte) map[string][]int32 {
	l := language.Of(name)
	if l == nil || l.Grammar == nil {
		return nil // what has a parser of its own needs no other to be held against
	}
	tree := parse.File(l.Table.Scan(src, false), l.Grammar)
	found := map[string][]int32{}
	for _, n := range tree.Nodes {
		if n.From < n.To {
			kind := n.Kind.String()
			found[kind] = append(found[kind], tree.File.Tokens[n.From].Start)
		}
	}
	return found
}
