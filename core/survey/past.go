package survey

import (
	"bytes"
	"context"

	"inzicht/core/history"
)

// mostPast bounds how many places of earlier states are told of.
const mostPast = 50

// SearchHistory looks for the secrets of private env files in all earlier states
// of the tree, and adds what it finds to Leaks: each secret once a file. progress
// may be nil. The error is a *history.Error.
func (s *Survey) SearchHistory(ctx context.Context, progress func(done, all int)) error {
	if s.search.Empty() {
		return nil
	}
	type place struct {
		variable, file string
	}
	known := map[place]bool{}
	for _, leak := range s.Leaks {
		known[place{leak.Variable, leak.File}] = true
	}
	var found []Leak
	ids := map[int]string{}
	err := history.Each(ctx, s.Tree.Root, progress, func(p history.Past, src []byte) {
		if bytes.IndexByte(src[:min(len(src), 8000)], 0) >= 0 {
			return
		}
		s.search.Find(src, func(id, at int, how string) {
			secret := s.watched[id]
			key := place{secret.variable, p.Path}
			if known[key] || len(found) >= mostPast {
				return
			}
			known[key] = true
			ids[len(found)] = p.ID
			found = append(found, Leak{
				Variable: secret.variable, Environment: secret.environment, From: secret.from, File: p.Path,
				Line: bytes.Count(src[:at], []byte{'\n'}) + 1, How: how, Past: true,
			})
		})
	})
	if err != nil {
		return err
	}
	for n := range found {
		if commit, known := history.Holding(ctx, s.Tree.Root, ids[n]); known {
			found[n].Commit = commit.ID
		}
	}
	s.Leaks = append(s.Leaks, found...)
	return nil
}
