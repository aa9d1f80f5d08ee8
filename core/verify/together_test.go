package verify

import (
	"fmt"
	"sync"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// Surveys side by side share nothing that changes, whatever idioms each has of
// its own. The race detector looks on.
func TestSideBySide(t *testing.T) {
	tree := "-- go.mod --\nmodule gate\n-- a.go --\npackage gate\nimport \"os\"\nvar a = os.Getenv(\"A_URL\")\n-- b.py --\nimport os\nos.environ['B_URL']\nkeeper.own%d('C_URL')\n" +
		"-- c.js --\nprocess.env.D_URL\n-- d.rb --\nENV['E_URL']\n-- e.php --\n<?php getenv('F_URL');\n-- f.sh --\n#!/bin/sh\necho $G_URL\n-- F.cs --\nclass A { string a = Environment.GetEnvironmentVariable(\"H_URL\") ?? @\"x\"; }\n" +
		"-- .env --\nA_URL=x\nOLD_TOKEN=q8Zr41LmXw92TbKd77Yh\n-- .env.example --\nA_URL=\n-- compose.yaml --\nservices: {gate: {build: ., env_file: .env}}\n-- inzicht.toml --\n[[idiom]]\nlanguage = \"python\"\naccess = \"keeper.own%[1]d($name)\"\n"
	var roots []string
	for n := range 4 {
		roots = append(roots, testtree.Tree(t, fmt.Sprintf(tree, n)))
	}
	found := make([]int, 20)
	var working sync.WaitGroup
	for n := range found {
		working.Go(func() {
			s, err := survey.Take(roots[n%len(roots)], survey.Options{})
			if err != nil {
				t.Error(err)
				return
			}
			found[n] = len(s.Reads)*1000 + len(Run(s, nil))
		})
	}
	working.Wait()
	for n, count := range found {
		if count != found[0] || count < 8000 {
			t.Errorf("survey %d: %d reads, %d findings; the first: %d", n, count/1000, count%1000, found[0])
		}
	}
}
