// Package since tells which findings a change brings, by surveying the tree
// at both of its sides.
package since

import (
	"os"
	"path/filepath"
	"slices"

	"inzicht/core/history"
	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

// Findings gives the findings that the tree had at an earlier revision. Files
// that git does not keep, private env files, are taken as they are now. The
// error is a *history.Error, or one of survey.Take.
func Findings(now *survey.Survey, revision string, options survey.Options, levels map[string]verify.Level) ([]verify.Finding, error) {
	dir, err := os.MkdirTemp("", "inzicht-since-")
	if err != nil {
		return nil, &history.Error{Reason: "there is no room for an earlier state of the tree", Hint: "Make room, or set TMPDIR."}
	}
	defer os.RemoveAll(dir)
	files, err := history.Checkout(now.Tree.Root, revision, dir, func(file string, size int) bool {
		return size <= tree.MaxFileSize && !tree.IsDependency(file)
	})
	if err != nil {
		return nil, err
	}
	for _, f := range now.Tree.Files {
		if _, isEnv := tree.EnvFileName(f.Path); !isEnv || f.Tracked {
			continue
		}
		src, err := now.Tree.ReadFile(f.Path)
		target := filepath.Join(dir, filepath.FromSlash(f.Path))
		if err == nil && os.MkdirAll(filepath.Dir(target), 0o700) == nil && os.WriteFile(target, src, 0o600) == nil {
			files = append(files, f)
		}
	}
	options.Listed = files
	before, err := survey.Take(dir, options)
	if err != nil {
		return nil, err
	}
	return verify.Run(before, levels), nil
}

// New gives the findings of now that before has not, told apart by what they
// are about and not by their lines.
func New(before, now []verify.Finding) []verify.Finding {
	type key struct{ rule, variable, environment, component, file string }
	of := func(f verify.Finding) key {
		k := key{f.Rule, f.Variable, f.Environment, f.Component, ""}
		if f.Variable == "" {
			k.file = f.File + "\x00" + f.Message
		}
		return k
	}
	known := map[key]int{}
	for _, f := range before {
		known[of(f)]++
	}
	return slices.DeleteFunc(slices.Clone(now), func(f verify.Finding) bool {
		known[of(f)]--
		return known[of(f)] >= 0
	})
}
