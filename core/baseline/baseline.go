// Package baseline reports which findings a change brings, by surveying the tree
// at both of its sides.
package baseline

import (
	"context"
	"slices"

	"inzicht/core/history"
	"inzicht/core/survey"
	"inzicht/core/tree"
	"inzicht/core/verify"
)

// At surveys a tree as it was at a revision. Files that git does not keep,
// private env files, are taken as they are now. done is to be called when the
// survey is no longer asked. The error is a *history.Error, or one of
// survey.Take.
func At(ctx context.Context, now *tree.Tree, revision string, options survey.Options) (s *survey.Survey, done func(), err error) {
	var private []tree.File
	for _, f := range now.Files {
		if _, isEnv := tree.EnvFileName(f.Path); isEnv && !f.Tracked {
			private = append(private, f)
		}
	}
	wanted := func(file string) bool { return !tree.IsDependency(file) }
	var same *history.Same
	if options.Memory != nil {
		same = &options.Memory.Same
	}
	state, err := history.At(ctx, now, revision, wanted, private, same)
	if err != nil {
		return nil, nil, err
	}
	options.Listed, options.Past, options.Keep = state.Files, state, ""
	s, err = survey.Take(now.Root, options)
	if err == nil {
		if refused := s.Refused(); len(refused) > 0 {
			err = &history.Error{Reason: "that revision could not be read to its end: " + refused[0].Path, Hint: "Check that the repository is whole: git fsck."}
		}
	}
	if err != nil {
		state.Close()
		return nil, nil, err
	}
	return s, state.Close, nil
}

// Findings returns the findings that the tree had at an earlier revision. The
// error is one of At.
func Findings(ctx context.Context, now *survey.Survey, revision string, options survey.Options, levels map[string]verify.Level) ([]verify.Finding, error) {
	before, done, err := At(ctx, now.Tree, revision, options)
	if err != nil {
		return nil, err
	}
	defer done()
	return verify.Run(before, levels), nil
}

// New returns the findings of now that before has not.
func New(before, now []verify.Finding) []verify.Finding {
	known := map[verify.Identity]bool{}
	for _, f := range before {
		known[f.Identity()] = true
	}
	return slices.DeleteFunc(slices.Clone(now), func(f verify.Finding) bool { return known[f.Identity()] })
}
