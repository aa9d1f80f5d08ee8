package language

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/reads"
)

// samples gives the fixtures of a language as one text of about 256 KB.
func samples(b *testing.B, extension string) []byte {
	b.Helper()
	var all strings.Builder
	for all.Len() < 256<<10 {
		before := all.Len()
		filepath.WalkDir("testdata", func(path string, entry os.DirEntry, err error) error {
			if err == nil && !entry.IsDir() && strings.HasSuffix(path, extension) {
				src, _ := os.ReadFile(path)
				all.Write(src)
			}
			return nil
		})
		if all.Len() == before {
			b.Fatalf("no fixture ends with %s", extension)
		}
	}
	return []byte(all.String())
}

// BenchmarkScan measures the scanner alone, BenchmarkAnalyse all that is done
// with one file. Run with -benchmem; MB/s is what to compare.
func BenchmarkScan(b *testing.B) {
	for _, extension := range []string{".go", ".py", ".js", ".rb", ".php", ".rs"} {
		b.Run(extension[1:], func(b *testing.B) {
			src, l := samples(b, extension), Of("x"+extension)
			b.SetBytes(int64(len(src)))
			tokens := l.Table.Scan(src, false).Tokens
			for b.Loop() {
				tokens = l.Table.ScanInto(tokens, src, false).Tokens
			}
		})
	}
}

func BenchmarkAnalyse(b *testing.B) {
	for _, extension := range []string{".go", ".py", ".js", ".rb", ".php", ".rs", ".sh"} {
		b.Run(extension[1:], func(b *testing.B) {
			src, l := samples(b, extension), Of("x"+extension)
			if err := l.Compile([]reads.Idiom{}...); err != nil {
				b.Fatal(err)
			}
			b.SetBytes(int64(len(src)))
			for b.Loop() {
				l.Analyse("x"+extension, src, nil)
			}
		})
	}
}
