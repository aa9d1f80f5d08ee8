// Command release builds what is published: static programs for six systems in
// archives, with completions, man pages, a list of their parts and checksums.
//
//	go run ./release --out DIR [--commit ID --date YYYY-MM-DD]
//
// Two builds of one commit are the same, byte for byte. Commit and date are asked
// of git where they are not given.
package main

import (
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"inzicht/cli"
)

// target is a system that there is a program for.
type target struct{ system, processor string }

var targets = []target{{"linux", "amd64"}, {"linux", "arm64"}, {"darwin", "amd64"}, {"darwin", "arm64"}, {"windows", "amd64"}, {"windows", "arm64"}}

// release is one run.
type release struct {
	out, commit string
	date        time.Time
	extras      []entry // files of every archive besides the program
}

func main() {
	out := flag.String("out", "", "the folder to write to")
	commit := flag.String("commit", "", "the commit, where git does not tell it")
	date := flag.String("date", "", "its date, as 2006-01-02")
	only := flag.String("only", "", "only this system, such as linux/amd64")
	flag.Parse()
	if *out == "" {
		flag.Usage()
		os.Exit(2)
	}
	if err := run(*out, *commit, *date, *only); err != nil {
		fmt.Fprintln(os.Stderr, "release:", err)
		os.Exit(1)
	}
}

func run(out, commit, date, only string) (err error) {
	r := release{out: out, commit: commit}
	if r.commit == "" {
		if r.commit, err = output("git", "rev-parse", "--short=12", "HEAD"); err != nil {
			return fmt.Errorf("git does not tell the commit; give --commit and --date: %w", err)
		}
	}
	if date == "" {
		if date, err = output("git", "show", "-s", "--format=%cs", "HEAD"); err != nil {
			return fmt.Errorf("git does not tell the date; give --date: %w", err)
		}
	}
	if r.date, err = time.Parse(time.DateOnly, date); err != nil {
		return err
	}
	if err := os.MkdirAll(out, 0o755); err != nil {
		return err
	}
	if r.extras, err = r.documents(); err != nil {
		return err
	}
	for _, t := range targets {
		if only != "" && only != t.system+"/"+t.processor {
			continue
		}
		if err := r.build(t); err != nil {
			return fmt.Errorf("%s/%s: %w", t.system, t.processor, err)
		}
	}
	return r.checksums()
}

// output returns what a command prints, without the line's end.
func output(name string, arguments ...string) (string, error) {
	text, err := exec.Command(name, arguments...).Output()
	return strings.TrimSpace(string(text)), err
}

// build makes the program for a target and its archive.
func (r *release) build(t target) error {
	folder, err := os.MkdirTemp("", "inzicht-release-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(folder)
	name := "inzicht"
	if t.system == "windows" {
		name += ".exe"
	}
	program := filepath.Join(folder, name)
	link := fmt.Sprintf("-s -w -buildid= -X inzicht/cli.buildCommit=%s -X inzicht/cli.buildDate=%s", r.commit, r.date.Format(time.DateOnly))
	c := exec.Command("go", "build", "-trimpath", "-buildvcs=false", "-ldflags", link, "-o", program, "./cmd/inzicht")
	c.Env = append(os.Environ(), "CGO_ENABLED=0", "GOOS="+t.system, "GOARCH="+t.processor, "GOAMD64=v1", "GOFLAGS=-mod=readonly")
	c.Stderr = os.Stderr
	if err := c.Run(); err != nil {
		return err
	}
	binary, err := os.ReadFile(program)
	if err != nil {
		return err
	}
	base := fmt.Sprintf("inzicht-%s-%s-%s", cli.Version, t.system, t.processor)
	parts, err := partsOf(program, r.date)
	if err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(r.out, base+".cdx.json"), parts, 0o644); err != nil {
		return err
	}
	entries := append([]entry{{name, binary, 0o755}}, r.extras...)
	if t.system == "windows" {
		return r.write(base+".zip", base, entries, writeZip)
	}
	return r.write(base+".tar.gz", base, entries, writeTar)
}

// write writes an archive whose files lie in a folder of its name.
func (r *release) write(file, folder string, entries []entry, pack packer) error {
	slices.SortFunc(entries, func(a, b entry) int { return strings.Compare(a.name, b.name) })
	out, err := os.Create(filepath.Join(r.out, file))
	if err != nil {
		return err
	}
	defer out.Close()
	if err := pack(out, folder, entries, r.date); err != nil {
		return err
	}
	return out.Close()
}
