package language

import (
	"fmt"
	"strings"
	"testing"
)

// sources are files as people write them: rows of ordinary functions, and now
// and then a line that reads.
var sources = map[string]struct{ head, body, read string }{
	"go": {"package gate\n\nimport \"os\"\n", "func raise%d(level int) int {\n\t// only while the level is steady\n\tif level > %[1]d {\n\t\treturn keep(\"gate\", level-%[1]d)\n\t}\n\treturn level * %[1]d\n}\n\n", "var url%d = os.Getenv(\"GATE_%[1]d\")\n"},
	"py": {"import os\n", "def raise_%d(level, keeper):\n    # only while the level is steady\n    if level > %[1]d:\n        return keeper.call('gate', level - %[1]d)\n    return [x * %[1]d for x in range(level)]\n\n", "url_%d = os.environ.get(\"GATE_%[1]d\", \"x\")\n"},
	"js": {"", "function raise%d(level, keeper) {\n  // only while the level is steady\n  if (level > %[1]d) {\n    return keeper.call(`gate ${level}`, level - %[1]d);\n  }\n  return [1, 2, 3].map((x) => x * %[1]d);\n}\n\n", "const url%d = process.env.GATE_%[1]d || \"x\";\n"},
	"rb": {"", "def raise_%d(level, keeper)\n  # only while the level is steady\n  return keeper.call(\"gate #{level}\", level - %[1]d) if level > %[1]d\n  (1..level).map { |x| x * %[1]d }\nend\n\n", "url_%d = ENV.fetch(\"GATE_%[1]d\", \"x\")\n"},
	"rs": {"use std::env;\n", "fn raise_%d(level: u32) -> u32 {\n    // only while the level is steady\n    if level > %[1]d {\n        return keep(\"gate\", level - %[1]d);\n    }\n    level * %[1]d\n}\n\n", "fn url_%d() -> String { env::var(\"GATE_%[1]d\").unwrap() }\n"},
}

func sample(extension string) []byte {
	s := sources[extension]
	var out strings.Builder
	out.WriteString(s.head)
	for n := 0; out.Len() < 64<<10; n++ {
		fmt.Fprintf(&out, s.body, n)
		if n%20 == 0 {
			fmt.Fprintf(&out, s.read, n)
		}
	}
	return []byte(out.String())
}

// BenchmarkScan measures the scanner alone, BenchmarkAnalyse all that is done
// with one file. Run with -benchmem; MB/s is what to compare.
func BenchmarkScan(b *testing.B) {
	for extension := range sources {
		b.Run(extension, func(b *testing.B) {
			src, l := sample(extension), Of("x."+extension)
			b.SetBytes(int64(len(src)))
			tokens := l.Table.Scan(src, false).Tokens
			for b.Loop() {
				tokens = l.Table.ScanInto(tokens, src, false).Tokens
			}
		})
	}
}

func BenchmarkAnalyse(b *testing.B) {
	for extension := range sources {
		b.Run(extension, func(b *testing.B) {
			src, l := sample(extension), Of("x."+extension)
			l, err := l.Compiled()
			if err != nil {
				b.Fatal(err)
			}
			b.SetBytes(int64(len(src)))
			for b.Loop() {
				l.Analyse("x."+extension, src, nil)
			}
		})
	}
}
