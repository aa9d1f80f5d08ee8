// Package testtree makes trees of files for tests.
package testtree

import (
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
)

// Tree writes the files of a text into a new temporary folder, and returns the
// folder. Each begins with a line "-- path --" and goes on to the next such
// line.
func Tree(t testing.TB, text string) string {
	t.Helper()
	files := map[string]string{}
	for _, part := range strings.Split("\n"+strings.TrimSuffix(text, "\n"), "\n-- ")[1:] {
		name, content, _ := strings.Cut(part+"\n", " --\n")
		files[name] = content
	}
	return Files(t, files)
}

// Files writes files, given as path and contents, into a new temporary folder,
// and returns the folder.
func Files(t testing.TB, files map[string]string) string {
	t.Helper()
	root := t.TempDir()
	for name, content := range files { // in any order
		Write(t, root, name, content)
	}
	return root
}

// Write writes one file below a folder.
func Write(t testing.TB, root, name, content string) {
	t.Helper()
	file := filepath.Join(root, filepath.FromSlash(name))
	if err := os.MkdirAll(filepath.Dir(file), 0o755); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(file, []byte(content), 0o644); err != nil {
		t.Fatal(err)
	}
}

// Main builds the program, runs the tests of a package with its path in
// program, and ends. What the program keeps between runs lies beside it.
func Main(m *testing.M, program *string) {
	dir, err := os.MkdirTemp("", "inzicht-test-")
	if err != nil {
		panic(err)
	}
	os.Chmod(dir, 0o755) // others may run the program too
	*program = filepath.Join(dir, "inzicht")
	build := exec.Command("go", "build", "-o", *program, "inzicht/cmd/inzicht")
	build.Env = append(os.Environ(), "CGO_ENABLED=0") // as it is given to people: one static program
	if out, err := build.CombinedOutput(); err != nil {
		panic(string(out))
	}
	os.Setenv("XDG_CACHE_HOME", filepath.Join(dir, "cache"))
	status := m.Run()
	os.RemoveAll(dir)
	os.Exit(status)
}

// Git runs git in a folder, as a keeper of Lockside. Without git, the test is
// skipped.
func Git(t testing.TB, root string, arguments ...string) {
	t.Helper()
	command := exec.Command("git", append([]string{"-C", root, "-c", "user.name=K", "-c", "user.email=k@lockside.example"}, arguments...)...)
	if out, err := command.CombinedOutput(); err != nil {
		t.Skipf("git: %v: %s", err, out)
	}
}
