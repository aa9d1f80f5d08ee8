package tree

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

func TestSkippedFolder(t *testing.T) {
	for _, c := range []struct {
		file    string
		tracked bool
		want    string
	}{
		{"src/a.py", false, ""}, {"node_modules/x/i.js", false, "node_modules"}, {"node_modules/x/i.js", true, "node_modules"}, {"a/vendor/b/c.go", true, "a/vendor"},
		{"target/t.rs", false, "target"}, {"target/t.rs", true, ""}, {"dist/x.js", true, ""}, {"dist/x.js", false, "dist"}, {"a/.git/config", true, "a/.git"},
		{"x/__pycache__/a.py", false, "x/__pycache__"}, {"vendor.go", true, ""}, {"my_vendor/x.go", true, ""}, {".venv/lib/x.py", false, ".venv"}, {"", false, ""},
	} {
		if folder, _ := skippedFolder(c.file, c.tracked); folder != c.want {
			t.Errorf("%s, tracked %v: %q", c.file, c.tracked, folder)
		}
	}
	if !IsDependency("node_modules/x.js") || IsDependency("dist/x.js") || IsDependency("src/x.js") {
		t.Error("dependencies are not told apart")
	}
}

func TestIsBundle(t *testing.T) {
	long := strings.Repeat("x", 20<<10)
	rows := strings.Repeat("const x = 1;\n", 2000)
	for _, c := range []struct {
		file, src string
		want      bool
	}{
		{"a.js", long, true}, {"a.js", rows, false}, {"a.min.js", "x", true}, {"a.min.css", "x", true}, {"x.bundle.js", "x", true}, {"a.mjs", long, true}, {"a.cjs", long, true},
		{"a.py", long, false}, {"a.js", "x", false}, {"a.js", "", false},
	} {
		if got := IsBundle(c.file, []byte(c.src)); got != c.want {
			t.Errorf("%s of %d bytes: %v", c.file, len(c.src), got)
		}
	}
}

func TestIsGlob(t *testing.T) {
	for glob, want := range map[string]bool{
		"services/**/seed.js": true, "*.{yaml,yml}": true, "{a,b}/{c,d}/**/x*": true, "": true, "a[b": false, "{a": false,
		strings.Repeat("{a,a}", 20) + "b": false, strings.Repeat("**/a/", 30): false, strings.Repeat("x", 2000): false, "{" + strings.Repeat("a,", 200) + "b}": false,
	} {
		if IsGlob(glob) != want {
			t.Errorf("%.60q: %v", glob, !want)
		}
	}
}

func TestIsTestPath(t *testing.T) {
	for file, want := range map[string]bool{"tests/a.py": true, "a/test/b/c.py": true, "a/__tests__/x.js": true, "e2e/compose.yaml": true, "test.py": false, "latest/a.py": false, "src/a_test.go": false, "a/Fixtures/.env": true} {
		if got := IsTestPath(file); got != want {
			t.Errorf("%s: %v", file, got)
		}
	}
}

// A path that leads out of the tree, or through a link, is none of it.
func TestInside(t *testing.T) {
	root := testtree.Files(t, map[string]string{"a/b.txt": "x", "c.txt": "y"})
	tree, err := Open(root, Options{})
	if err != nil {
		t.Fatal(err)
	}
	for path, want := range map[string]string{
		"a/b.txt": "a/b.txt", "./a/../c.txt": "c.txt", filepath.Join(tree.Root, "c.txt"): "c.txt", "../x": "", "a/../../x": "", "/etc/passwd": "", "..": "",
	} {
		got, inside := tree.Inside(path)
		if inside != (want != "") || inside && got != want {
			t.Errorf("%s: %q, %v", path, got, inside)
		}
		if _, err := tree.ReadFile(path); (err == nil) != inside {
			t.Errorf("%s is read: %v", path, err)
		}
	}
	os.Symlink("/etc", filepath.Join(root, "out"))
	os.Symlink("c.txt", filepath.Join(root, "link.txt"))
	for path, want := range map[string]bool{"c.txt": true, "a": false, "link.txt": false, "out/passwd": false, "nowhere": false} {
		if got := tree.Has(path); got != want {
			t.Errorf("has %s: %v", path, got)
		}
	}
	for _, path := range []string{"link.txt", "out/passwd"} {
		if _, err := tree.ReadFile(path); err == nil {
			t.Errorf("%s was read", path)
		}
		if !tree.Exists(strings.Split(path, "/")[0]) {
			t.Errorf("%s does not exist", path)
		}
	}
	if tree.Changed("c.txt").IsZero() || !tree.Changed("nowhere").IsZero() {
		t.Error("times are wrong")
	}
}

func TestComponents(t *testing.T) {
	root := testtree.Files(t, map[string]string{"a/go.mod": "", "b/package.json": "", "tests/x/go.mod": "", "c/app/x.py": "", "d/x.csproj": "", "e/y.gemspec": ""})
	tree, err := Open(root, Options{Components: []Component{{Name: "app", Folder: "c/app"}, {Name: "beta", Folder: "b", Uses: []string{"a"}}}})
	if err != nil {
		t.Fatal(err)
	}
	var names []string
	for _, c := range tree.Components {
		names = append(names, c.Name+"="+c.Folder+"="+c.Manifest)
	}
	if got := strings.Join(names, " "); got != "== a=a=a/go.mod beta=b=b/package.json app=c/app= d=d=d/x.csproj e=e=e/y.gemspec" {
		t.Errorf("components %s", got)
	}
	if c := tree.ComponentOf("c/app/x.py"); c.Name != "app" {
		t.Errorf("c/app/x.py belongs to %q", c.Name)
	}
}

func TestExcludedAndListed(t *testing.T) {
	root := testtree.Files(t, map[string]string{"a.py": "", "b.py": "", "c.py": ""})
	tree, err := Open(root, Options{Excluded: func(file string) bool { return file == "b.py" }})
	if err != nil || paths(tree) != "a.py c.py" {
		t.Errorf("%v: %s", err, paths(tree))
	}
	tree, err = Open(root, Options{Listed: []File{{Path: "c.py", Tracked: true}}})
	if err != nil || paths(tree) != "c.py" || !tree.Git || !tree.IsTracked("c.py") || tree.IsLoose("c.py") {
		t.Errorf("%v: %s", err, paths(tree))
	}
}
