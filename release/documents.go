package main

import (
	"bytes"
	"debug/buildinfo"
	"os"
	"path/filepath"
	"time"

	"github.com/CycloneDX/cyclonedx-go"
	"github.com/spf13/cobra"
	"github.com/spf13/cobra/doc"

	"inzicht/cli"
)

// documents makes what goes into every archive besides the program: completions,
// man pages, the licence and the first page of the manual.
func (r *release) documents() (list []entry, err error) {
	for _, name := range []string{"LICENSE", "README.md"} {
		data, err := os.ReadFile(name)
		if err != nil {
			return nil, err
		}
		list = append(list, entry{name, data, 0o644})
	}
	root := cli.Root()
	for file, write := range map[string]func(*bytes.Buffer) error{ // in any order: sorted when written
		"completions/inzicht.bash": func(b *bytes.Buffer) error { return root.GenBashCompletionV2(b, true) },
		"completions/_inzicht":     func(b *bytes.Buffer) error { return root.GenZshCompletion(b) },
		"completions/inzicht.fish": func(b *bytes.Buffer) error { return root.GenFishCompletion(b, true) },
		"completions/inzicht.ps1":  func(b *bytes.Buffer) error { return root.GenPowerShellCompletionWithDesc(b) },
	} {
		var b bytes.Buffer
		if err := write(&b); err != nil {
			return nil, err
		}
		list = append(list, entry{file, b.Bytes(), 0o644})
	}
	pages, err := manPages(root, r.date)
	return append(list, pages...), err
}

// manPages makes a page of each command's help.
func manPages(root *cobra.Command, date time.Time) (list []entry, err error) {
	folder, err := os.MkdirTemp("", "inzicht-man-")
	if err != nil {
		return nil, err
	}
	defer os.RemoveAll(folder)
	root.DisableAutoGenTag = true
	if err := doc.GenManTree(root, &doc.GenManHeader{Title: "INZICHT", Section: "1", Date: &date, Source: "inzicht " + cli.Version, Manual: "Inzicht"}, folder); err != nil {
		return nil, err
	}
	files, err := filepath.Glob(filepath.Join(folder, "*.1"))
	if err != nil {
		return nil, err
	}
	for _, file := range files {
		data, err := os.ReadFile(file)
		if err != nil {
			return nil, err
		}
		list = append(list, entry{"man/" + filepath.Base(file), data, 0o644})
	}
	return list, nil
}

// partsOf lists the modules that a program was built of, as CycloneDX.
func partsOf(program string, date time.Time) ([]byte, error) {
	info, err := buildinfo.ReadFile(program)
	if err != nil {
		return nil, err
	}
	list := cyclonedx.NewBOM()
	list.Metadata = &cyclonedx.Metadata{
		Timestamp: date.Format(time.RFC3339),
		Component: &cyclonedx.Component{Type: cyclonedx.ComponentTypeApplication, Name: "inzicht", Version: cli.Version},
	}
	parts := []cyclonedx.Component{{Type: cyclonedx.ComponentTypeLibrary, Name: "std", Version: info.GoVersion, PackageURL: "pkg:golang/std@" + info.GoVersion[2:]}}
	for _, m := range info.Deps {
		if m.Replace != nil { // by what this repository holds itself
			continue
		}
		parts = append(parts, cyclonedx.Component{Type: cyclonedx.ComponentTypeLibrary, Name: m.Path, Version: m.Version, PackageURL: "pkg:golang/" + m.Path + "@" + m.Version})
	}
	list.Components = &parts
	var out bytes.Buffer
	encoder := cyclonedx.NewBOMEncoder(&out, cyclonedx.BOMFileFormatJSON)
	encoder.SetPretty(true)
	err = encoder.EncodeVersion(list, cyclonedx.SpecVersion1_5)
	return out.Bytes(), err
}
