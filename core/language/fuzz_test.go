package language

import (
	"testing"

	"inzicht/core/testtree"
)

// FuzzAnalyse holds the engine to giving an answer on any bytes, in every
// language, with positions that lie within the file.
func FuzzAnalyse(f *testing.F) {
	testtree.EachFile(f, "testdata", func(_, _ string, src []byte) {
		f.Add(string(src[:min(len(src), 1500)]))
	})
	f.Add("x process.env y%.(")  // a call of nothing
	f.Add("A = import %<0>a(0)") // a module that is a hole
	f.Add("=@import!\"std")      // an import that nothing is called by
	f.Add("(){ x=$A0\"00\"")     // a function without a name
	f.Add("00000000000 System/") // a path that ends with its sign
	set, err := Compiled(nil)
	if err != nil {
		f.Fatal(err)
	}
	f.Fuzz(func(t *testing.T, src string) {
		for _, l := range set.list {
			for _, r := range l.Analyse("f", []byte(src), nil).Reads {
				if r.Line < 1 || r.Column < 1 || r.Need == "" || r.Kind == "" {
					t.Fatalf("%s: %+v", l.Name, r)
				}
			}
		}
	})
}
