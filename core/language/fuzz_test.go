package language

import (
	"os"
	"testing"
)

// FuzzAnalyse holds the engine to giving an answer on any bytes, in every
// language, with positions that lie within the file.
func FuzzAnalyse(f *testing.F) {
	files, err := fixtures()
	if err != nil {
		f.Fatal(err)
	}
	for _, file := range files {
		src, err := os.ReadFile(file)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(string(src[:min(len(src), 1500)]))
	}
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
