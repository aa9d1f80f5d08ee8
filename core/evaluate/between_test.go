package evaluate_test

import (
	"strings"
	"testing"
)

// Between which numbers a program wants what it reads: with any other it ends for certain.
func TestBetween(t *testing.T) {
	for _, c := range []struct{ file, src, want string }{
		{"a.py", "import os\nn = int(os.environ['N'])\nif n < 1 or n > 9:\n    raise ValueError\n", ">= 1, <= 9"},
		{"a.py", "import os\nn = int(os.environ['N'])\nif n <= 0:\n    raise ValueError\n", ">= 1"},
		{"a.py", "import os\nn = float(os.environ['N'])\nif n <= 0:\n    raise ValueError\n", "> 0"},
		{"a.py", "import os\nn = float(os.environ['N'])\nif n >= 1:\n    raise ValueError\n", "< 1"},
		{"a.py", "import os\nn = int(os.environ['N'])\nif not -5 <= n < 5:\n    raise ValueError\n", ">= -5, <= 4"},
		{"a.py", "import os\nn = int(os.environ['N'])\nif 9 < n:\n    raise ValueError\n", "<= 9"},
		{"a.py", "import os\nn = int(os.environ['N'])\nassert n in range(1, 10)\n", ">= 1, <= 9"},
		{"a.py", "import os\nn = int(os.environ['N'])\nif n == 0:\n    raise ValueError\n", ""},
		{"a.py", "import os\nn = int(os.environ['N'])\nif n > 9:\n    n = 9\n", ""},
		{"a.py", "import os\nn = int(os.environ['N'])\nif n > 9:\n    print('many')\n", ""},
		{"a.py", "import os\nn = int(os.environ['N'])\nif n > 9 and strict():\n    raise ValueError\n", ""},
		{"a.py", "import os\nn = int(os.environ['N'])\nif strict():\n    if n > 9:\n        raise ValueError\n", ""},
		{"a.py", "import os\nn = int(os.environ['N'])\nif n > 9:\n    raise ValueError\nif n > 5:\n    raise ValueError\n", "<= 5"},
		{"a.py", "import os\ntry:\n    n = int(os.environ['N'])\n    if n > 9:\n        raise ValueError\nexcept ValueError:\n    n = 9\n", ""},
		{"a.py", "import os\nn = len(os.environ['N'])\nif n > 9:\n    raise ValueError\n", ""},
		{"a.js", "const n = Number(process.env.N);\nif (!(n >= 1 && n <= 9)) throw new Error();\n", ">= 1, <= 9"},
		{"a.js", "const n = Number(process.env.N);\nif (n > 9) return;\n", ""},
		{"a.rb", "n = Integer(ENV.fetch('N'))\nraise unless n.between?(1, 9)\n", ">= 1, <= 9"},
		{"a.rb", "n = Integer(ENV.fetch('N'))\nraise unless (1...9).include?(n)\n", ">= 1, <= 8"},
		{"a.rb", "n = ENV.fetch('N').to_i\nraise if n.negative?\n", ">= 0"},
		{"a.kt", "fun f() { val n = System.getenv(\"N\").toShort()\nif (n !in 1..9) throw Exception() }", ">= 1, <= 9"},
		{"a.kt", "fun f() { val n = System.getenv(\"N\").toByte() }", ">= -128, <= 127"},
		{"a.rs", "fn f() { let n: u8 = std::env::var(\"N\").unwrap().parse().unwrap(); match n { 1..=9 => {}, _ => panic!() } }", ">= 1, <= 9"},
		{"a.rs", "fn f() { let n: u16 = std::env::var(\"N\").unwrap().parse().unwrap(); if n == 0 { panic!(); } }", ">= 1, <= 65535"},
		{"a.cs", "class A { void F() { var n = ushort.Parse(Environment.GetEnvironmentVariable(\"N\")); if (n is < 5 or >= 10) throw new Exception(); } }", ">= 5, <= 9"},
		{"a.go", "package a\nimport (\"os\"; \"strconv\")\nfunc f() error {\n\tn, err := strconv.ParseInt(os.Getenv(\"N\"), 10, 8)\n\tif err != nil {\n\t\treturn err\n\t}\n\tif n < 1 {\n\t\treturn errSmall\n\t}\n\treturn nil\n}", ">= 1, <= 127"},
		{"a.swift", "func f() { guard let n = UInt8(ProcessInfo.processInfo.environment[\"N\"]!), n > 3 else { fatalError() } }", ">= 4, <= 255"},
		{"a.ps1", "$n = [int]$env:N\nif ($n -lt 1 -or $n -gt 9) { throw 'N' }\n", ">= 1, <= 9"},
		{"a.sh", "[ \"$GATE_N\" -ge 1 ] || exit 1\nif [ \"$GATE_N\" -gt 9 ]; then echo no; exit 1; fi\n", ">= 1, <= 9"},
		{"a.sh", "[ -n \"$GATE_M\" ] && [ \"$GATE_N\" -gt 9 ] && exit 1\n", ""},
		{"a.sh", "if [ \"$GATE_N\" -gt 9 ]; then GATE_N=9; fi\n", ""},
	} {
		have := "not read"
		for _, r := range readsIn(t, c.file, c.src) {
			if r.Name == "N" || r.Name == "GATE_N" {
				have = strings.Join(r.Bounds, ", ")
				break
			}
		}
		if have != c.want {
			t.Errorf("%s:\n%s\nhave %s\nwant %s", c.file, c.src, have, c.want)
		}
	}
}
