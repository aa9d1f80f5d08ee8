package environment

import (
	"path/filepath"
	"slices"
	"strings"

	"github.com/compose-spec/compose-go/v2/types"

	"inzicht/core/scratch"
)

// writePast writes the compose files of an earlier state into a temporary
// folder, and those alone: the library opens what a project takes in by itself.
func (f *finder) writePast(p *composeProject, details *types.ConfigDetails) (shown string, err error) {
	failed := &yamlError{Problem: Problem{File: p.files[0], Reason: "its earlier state was not resolved: no temporary folder can be written", Hint: "Make room there, or set TMPDIR."}}
	if shown, err = scratch.Folder(); err != nil {
		return "", failed
	}
	for _, file := range append(slices.Clone(p.files), p.beside...) {
		src, err := f.tree.ReadFile(file)
		target := filepath.Join(shown, filepath.FromSlash(file))
		if err != nil || scratch.Write(target, src) != nil {
			scratch.Remove(shown)
			return "", failed
		}
	}
	move := func(path string) string { return shown + strings.TrimPrefix(path, f.tree.Root) }
	details.WorkingDir = move(details.WorkingDir)
	if err := scratch.Mkdir(details.WorkingDir); err != nil {
		scratch.Remove(shown)
		return "", failed
	}
	for n := range details.ConfigFiles {
		details.ConfigFiles[n].Filename = move(details.ConfigFiles[n].Filename)
	}
	return shown, nil
}

// fromPast makes the paths of a project that lead into a temporary folder
// those of the tree.
func (f *finder) fromPast(p *composeProject, shown string) {
	if p == nil {
		return
	}
	back := func(path string) string {
		if rest, inside := strings.CutPrefix(path, shown); inside {
			return f.tree.Root + rest
		}
		return path
	}
	for _, service := range p.services.Services { // in any order
		for n := range service.EnvFiles {
			service.EnvFiles[n].Path = back(service.EnvFiles[n].Path)
		}
		if service.Build != nil {
			service.Build.Context, service.Build.Dockerfile = back(service.Build.Context), back(service.Build.Dockerfile)
		}
	}
}
