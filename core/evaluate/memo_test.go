package evaluate_test

import "testing"

// What is kept for the next time holds nothing the first time: that it is asked for asks
// of no variable whether it is set.
func TestKeptForTheNextTime(t *testing.T) {
	hold(t, []saying{
		{"a.rb", "class C\n  def t\n    @t ||= ENV.fetch(\"GATE\")\n  end\nend\n", "GATE required"},
		{"a.rb", "class C\n  def t\n    @t ||= need(\"GATE\")\n  end\n  def need(n) = ENV.fetch(n)\nend\n", "GATE required"},
		{"a.rb", "class C\n  def t\n    @t ||= ENV[\"GATE\"] || \"x\"\n  end\nend\n", "GATE optional =x"},
		{"a.rb", "class C\n  def t\n    unless @t\n      @t = ENV[\"GATE\"]\n      raise \"no\" unless @t\n    end\n    @t\n  end\nend\n", "GATE required"},
		{"a.rb", "class C\n  def t\n    unless @t\n      @t = ENV[\"GATE\"] || \"x\"\n    end\n    @t\n  end\nend\n", "GATE optional =x"},
		{"a.rb", "$t ||= ENV.fetch(\"GATE\")\n", "GATE required"},
		{"a.rb", "class C\n  def initialize(t)\n    @t = t\n  end\n  def t\n    @t ||= ENV.fetch(\"GATE\")\n  end\nend\n", "GATE required"}, // where it is come to
		{"a.ts", "class C { private u?: string; get v() { return this.u ??= process.env.GATE ?? fail(); } }\nfunction fail(): never { throw new Error(); }\n", "GATE required"},
		{"a.ts", "class C { private u: string | null = null; get v() { return this.u ??= process.env.GATE ?? 'd'; } }\n", "GATE optional =d"},
		{"a.ts", "class C { private u?: string; get v() { if (this.u === undefined) { this.u = process.env.GATE; if (!this.u) throw new Error(); } return this.u; } }\n", "GATE required"},
		{"a.ts", "let m: string | undefined;\nexport function f() { if (!m) { m = process.env.GATE; if (!m) throw new Error('x'); } return m; }\n", "GATE required"},
		{"a.php", "<?php class C { private ?string $t = null; function t() { return $this->t ??= getenv('GATE') ?: throw new Exception('x'); } }\n", "GATE required"},
		{"a.php", "<?php class C { private ?string $t = null; function t() { if ($this->t === null) { $this->t = getenv('GATE'); if (!$this->t) { throw new Exception(); } } return $this->t; } }\n", "GATE required"},
		{"a.py", "import os\n_c = None\ndef c():\n    global _c\n    if _c is None:\n        _c = os.environ.get('GATE')\n        if _c is None:\n            raise ValueError\n    return _c\n", "GATE required"},
		{"a.py", "import os\n_c = None\ndef c():\n    global _c\n    if _c is None:\n        _c = os.environ.get('GATE', 'd')\n    return _c\n", "GATE optional =d"},
		{"a.py", "import os\nclass C:\n    def __init__(self):\n        self._x = None\n    def x(self):\n        if self._x is None:\n            self._x = os.environ.get('GATE')\n            if not self._x:\n                raise ValueError\n        return self._x\n", "GATE required"},
		{"A.java", "class A { private String t; String t() { if (t == null) { t = System.getenv(\"GATE\"); if (t == null) { throw new IllegalStateException(); } } return t; } }\n", "GATE required"},
		{"A.java", "class A { private String t; String t() { if (t == null) { t = System.getenv(\"GATE\"); if (t == null) { t = \"d\"; } } return t; } }\n", "GATE optional =d"},
		{"a.cs", "class A { private string? t; public string T { get { if (t == null) { t = Environment.GetEnvironmentVariable(\"GATE\"); if (t == null) throw new Exception(); } return t; } } }\n", "GATE required"},
		{"a.go", "package a\nimport \"os\"\nvar key string\nfunc Key() string {\n\tif key == \"\" {\n\t\tif key = os.Getenv(\"GATE\"); key == \"\" {\n\t\t\tpanic(\"GATE\")\n\t\t}\n\t}\n\treturn key\n}\n", "GATE required"},
	})
}

// A part of a name that is usual for a parameter is read where the function is called
// without it, or not at all.
func TestUsualParts(t *testing.T) {
	hold(t, []saying{
		{"a.py", "import os\ndef load(p='GATE_'):\n    return os.environ[p + 'URL'], os.environ.get(p + 'N', 5)\n", "GATE_URL required; GATE_N optional =5"},
		{"a.py", "import os\ndef load(p='GATE_'):\n    return os.environ[p + 'URL'], os.environ.get(p + 'N', 5)\nload()\n", "GATE_URL required; GATE_N optional =5"},
		{"a.py", "import os\ndef load(p='GATE_'):\n    return os.environ[p + 'URL'], os.environ.get(p + 'N', 5)\nload('TIDE_')\n", "TIDE_URL required; TIDE_N optional =5"},
		{"a.py", "import os\ndef load(p='GATE_'):\n    return os.environ[p + 'URL']\nload('TIDE_')\nload()\n", "GATE_URL required; TIDE_URL required"},
		{"a.py", "import os\ndef load(p):\n    return os.environ[p + 'URL'], os.environ.get(p + 'N', 5)\n", "*URL required; *N optional =5"},
		{"a.py", "import os\ndef load(name='GATE'):\n    return os.environ[name]\n", "GATE required"},
		{"a.py", "import os\ndef load(name=None):\n    return os.environ[name]\n", "? required"},
		{"a.ts", "export function load(p = 'GATE_') { return { url: need(p + 'URL'), n: process.env[`${p}N`] ?? 'x' }; }\nfunction need(n: string) { const v = process.env[n]; if (!v) throw new Error(n); return v; }\n", "GATE_URL required; GATE_N optional =x"},
		{"a.cs", "record C(string Url) {\n  public static C From(string p = \"GATE_\") => new(Url: Need(p + \"URL\"));\n  static string Need(string n) => Environment.GetEnvironmentVariable(n) ?? throw new Exception(n);\n}\n", "GATE_URL required"},
		{"a.kt", "class C { companion object { fun from(p: String = \"GATE_\") = System.getenv(p + \"URL\") ?: error(\"x\") } }\n", "GATE_URL required"},
		{"a.rb", "module C\n  def self.load(prefix: 'GATE_')\n    ENV.fetch(\"#{prefix}URL\")\n  end\nend\n", "GATE_URL required"},
	})
}

// What a handler asks for before it ends a program that failed for another reason is not
// required.
func TestHandlersOfOthers(t *testing.T) {
	hold(t, []saying{
		{"a.js", "try { run(); } catch (e) { if (!process.env.GATE) process.exit(1); }\n", "GATE optional"},
		{"a.py", "import os, sys\ntry:\n    run()\nexcept OSError:\n    if not os.environ.get('GATE'):\n        sys.exit(1)\n", "GATE optional"},
		{"a.js", "try { JSON.parse(process.env.GATE); } catch (e) { process.exit(1); }\n", "GATE required json"},
		{"a.js", "function load() { if (!process.env.GATE) throw new Error(); }\ntry { load(); } catch (e) { process.exit(1); }\n", "GATE required"},
		{"a.py", "import os, sys\ntry:\n    a = os.environ['GATE']\nexcept KeyError:\n    a = os.environ['LOCK']\n", "GATE optional [os.environ['LOCK']]; LOCK required"},
	})
}

// What a list of the file says is read where it is, by whatever function goes through it.
func TestListsSay(t *testing.T) {
	hold(t, []saying{
		{"a.ts", "const NEEDED = ['GATE', 'LOCK'];\nfunction check(env) { for (const k of NEEDED) if (!env[k]) throw new Error(k); }\ncheck(process.env);\n", "GATE required; LOCK required"},
		{"a.ts", "const NEEDED = ['GATE'];\nfunction check() { for (const k of NEEDED) if (!process.env[k]) throw new Error(k); }\ncheck();\n", "GATE required"},
		{"a.ts", "const NEEDED = ['GATE'];\nclass C { constructor(private env) { for (const k of NEEDED) if (!env[k]) throw new Error(k); } static of() { return new C(process.env); } }\nC.of();\n", "GATE required"},
		{"a.py", "import os\nNEEDED = ('GATE', 'LOCK')\nclass C:\n    def __init__(self, env):\n        for k in NEEDED:\n            if not env.get(k):\n                raise ValueError(k)\nC(os.environ)\n", "GATE required; LOCK required"},
		{"a.go", "package a\nimport (\"errors\"; \"os\")\nvar needed = []string{\"GATE\", \"LOCK\"}\nfunc check() error {\n\tfor _, n := range needed {\n\t\tif os.Getenv(n) == \"\" {\n\t\t\treturn errors.New(n)\n\t\t}\n\t}\n\treturn nil\n}\nfunc main() {\n\tif check() != nil {\n\t\tos.Exit(1)\n\t}\n}\n", "GATE required; LOCK required"},
		{"a.ts", "const NAMES = { url: 'GATE' };\nfunction get(key) { return process.env[NAMES[key]]; }\nget('url');\n", "GATE expected; GATE expected"}, // of any key, and of this one
		{"a.ts", "class C { constructor(private prefix) {} get(n) { return process.env[this.prefix + n]; } }\nconst c = new C('GATE_');\nc.get('URL');\n", "GATE_URL expected"},
		{"a.ts", "const all = (names) => names.map((n) => process.env[n]);\nall(['GATE', 'LOCK']);\n", "GATE expected; LOCK expected"},
		{"a.ts", "function need(names) { const none = names.filter((n) => !process.env[n]); if (none.length) throw new Error(none.join()); }\nneed(['GATE', 'LOCK']);\n", "GATE required; LOCK required"},
	})
}
