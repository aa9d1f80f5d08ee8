package evaluate_test

import "testing"

// What makes an object that reads is asked for in functions that were passed over.
func TestMakersOfReaders(t *testing.T) {
	far := "func (l *Loader) Other() string {\n" + "\t// far enough from the function that makes it to be passed over, as those are that hold no word of reading\n" + "\treturn \"a long line of text, which says nothing of the environment or its variables\"\n}\n"
	hold(t, []saying{
		{"a.go", "package a\ntype Loader struct {\n\tget func(string) string\n\tprefix string\n}\nfunc New(prefix string) *Loader { return &Loader{get: os.Getenv, prefix: prefix} }\n" + far +
			"func (l *Loader) Text(key, usual string) string {\n\tif v := l.get(l.prefix + key); v != \"\" {\n\t\treturn v\n\t}\n\treturn usual\n}\n" + far +
			"func Load() string {\n\tl := New(\"LOCK_\")\n\treturn l.Text(\"ADDR\", \":80\")\n}\n", "LOCK_ADDR optional =:80"},
		{"a.ts", "function read(name: string, usual: string): string;\nfunction read(name: string): string | undefined;\nfunction read(name: string, usual?: string) { const v = process.env[name]; return v === undefined ? usual : v }\nexport const a = read('A', 'a'), b = read('B');\n", "A optional =a; B optional"},
	})
}
