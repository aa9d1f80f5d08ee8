// Mutants changes a package in one place at a time and reports whether the
// package's own tests notice.
//
//	go run ./bench/mutants [-n 40] [-seed 1] ./core/evaluate
//
// A change turns a comparison or a connective into its neighbour, or takes a
// branch away. The places are drawn with a seed, so that a figure can be had
// again. Nothing in the tree is written: each change is laid over it. Those that
// no test noticed are printed, and in the last line how many were noticed.
package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"log"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
)

// A change is what is in a file in place of the bytes from start to end.
type change struct {
	file       string
	line       int
	start, end int
	with       string
}

// neighbours has what each operator becomes.
var neighbours = map[token.Token]string{
	token.EQL: "!=", token.NEQ: "==",
	token.LSS: "<=", token.LEQ: "<", token.GTR: ">=", token.GEQ: ">",
	token.LAND: "||", token.LOR: "&&",
}

func main() {
	n := flag.Int("n", 40, "how many changes to try")
	seed := flag.Uint64("seed", 1, "the seed that the places are drawn with")
	parallel := flag.Int("parallel", 2, "how many to try at a time")
	flag.Parse()
	if flag.NArg() != 1 {
		log.Fatal("expected the folder of one package, as in: go run ./bench/mutants ./core/evaluate")
	}
	all, err := changes(flag.Arg(0))
	if err != nil {
		log.Fatal(err)
	}
	rand.New(rand.NewPCG(*seed, 0)).Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	all = all[:min(*n, len(all))]
	noticed := make([]bool, len(all))
	var group sync.WaitGroup
	slots := make(chan struct{}, max(1, *parallel))
	for i, c := range all {
		slots <- struct{}{}
		group.Go(func() {
			defer func() { <-slots }()
			noticed[i], err = isNoticed(flag.Arg(0), c)
			if err != nil {
				log.Fatal(err)
			}
		})
	}
	group.Wait()
	killed := 0
	for i, c := range all {
		if noticed[i] {
			killed++
			continue
		}
		fmt.Printf("%s:%d: %s\n", c.file, c.line, shown(c))
	}
	fmt.Printf("%d of %d noticed\n", killed, len(all))
}

// changes returns what can be changed in the code of a package's folder, in the
// order of its files.
func changes(folder string) ([]change, error) {
	paths, err := filepath.Glob(filepath.Join(folder, "*.go"))
	if err != nil {
		return nil, err
	}
	var all []change
	for _, path := range paths {
		if strings.HasSuffix(path, "_test.go") {
			continue
		}
		src, err := os.ReadFile(path)
		if err != nil {
			return nil, err
		}
		files := token.NewFileSet()
		parsed, err := parser.ParseFile(files, path, src, 0)
		if err != nil {
			return nil, err
		}
		text := func(n ast.Node) string {
			return string(src[files.Position(n.Pos()).Offset:files.Position(n.End()).Offset])
		}
		ast.Inspect(parsed, func(node ast.Node) bool {
			at := func(from, to token.Pos, with string) {
				start := files.Position(from)
				all = append(all, change{path, start.Line, start.Offset, files.Position(to).Offset, with})
			}
			switch node := node.(type) {
			case *ast.BinaryExpr:
				if with := neighbours[node.Op]; with != "" {
					at(node.OpPos, node.OpPos+token.Pos(len(node.Op.String())), with)
				}
			case *ast.IfStmt:
				at(node.Cond.Pos(), node.Cond.End(), "false && ("+text(node.Cond)+")")
			}
			return true
		})
	}
	if len(all) == 0 {
		return nil, fmt.Errorf("%s: no Go file with a branch or a comparison", folder)
	}
	return all, nil
}

// isNoticed reports whether the tests of a package fail with a change.
func isNoticed(folder string, c change) (bool, error) {
	src, err := os.ReadFile(c.file)
	if err != nil {
		return false, err
	}
	changed, err := os.MkdirTemp("", "mutant")
	if err != nil {
		return false, err
	}
	defer os.RemoveAll(changed)
	absolute, err := filepath.Abs(c.file)
	if err != nil {
		return false, err
	}
	copied, overlay := filepath.Join(changed, "changed.go"), filepath.Join(changed, "overlay.json")
	laid, err := json.Marshal(map[string]map[string]string{"Replace": {absolute: copied}})
	if err != nil {
		return false, err
	}
	if err := os.WriteFile(copied, applied(src, c), 0o600); err != nil {
		return false, err
	}
	if err := os.WriteFile(overlay, laid, 0o600); err != nil {
		return false, err
	}
	out, err := exec.Command("go", "test", "-vet=off", "-count=1", "-timeout=120s", "-overlay="+overlay, folder).CombinedOutput()
	if bytes.Contains(out, []byte("[build failed]")) {
		return false, fmt.Errorf("%s:%d: does not compile: %s", c.file, c.line, out)
	}
	return err != nil, nil
}

// applied returns the source with the change.
func applied(src []byte, c change) []byte {
	return []byte(string(src[:c.start]) + c.with + string(src[c.end:]))
}

// shown returns the line of a change as it is with it.
func shown(c change) string {
	src, err := os.ReadFile(c.file)
	if err != nil {
		return err.Error()
	}
	return strings.TrimSpace(strings.Split(string(applied(src, c)), "\n")[c.line-1])
}
