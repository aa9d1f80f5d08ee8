// Package since tells which findings a change brings, by surveying the tree
// at both of its sides.
package since

import (
	"context"
	"slices"

	"inzicht/core/history"
	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

// Findings gives the findings that the tree had at an earlier revision. Files
// that git does not keep, private env files, are taken as they are now. The
// error is a *history.Error, or one of survey.Take.
func Findings(ctx context.Context, now *survey.Survey, revision string, options survey.Options, levels map[string]verify.Level) ([]verify.Finding, error) {
	var private []tree.File
	for _, f := range now.Tree.Files {
		if _, isEnv := tree.EnvFileName(f.Path); isEnv && !f.Tracked {
			private = append(private, f)
		}
	}
	wanted := func(file string) bool { return !tree.IsDependency(file) }
	state, err := history.At(ctx, now.Tree, revision, wanted, private)
	if err != nil {
		return nil, err
	}
	defer state.Close()
	options.Listed, options.Past = state.Files, state
	before, err := survey.Take(now.Tree.Root, options)
	if err != nil {
		return nil, err
	}
	if refused := before.Refused(); len(refused) > 0 {
		return nil, &history.Error{Reason: "that revision could not be read to its end: " + refused[0].Path, Hint: "Check that the repository is whole: git fsck."}
	}
	return verify.Run(before, levels), nil
}

// New gives the findings of now that before has not.
func New(before, now []verify.Finding) []verify.Finding {
	known := map[verify.Identity]bool{}
	for _, f := range before {
		known[f.Identity()] = true
	}
	return slices.DeleteFunc(slices.Clone(now), func(f verify.Finding) bool { return known[f.Identity()] })
}
