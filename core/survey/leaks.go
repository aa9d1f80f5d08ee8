package survey

import (
	"bytes"
	"strings"

	"inzicht/core/environment"
	"inzicht/core/secrecy"
	"inzicht/core/tree"
)

// Leak is the value of a secret in a file where it does not belong.
type Leak struct {
	Variable, Environment string
	From                  environment.Value // where the value is set
	File                  string
	Line, Column          int
	How                   string // how it is written there, or ""
	Past                  bool   // it stood there in an earlier state
	Commit                string // that brought it there, or "" where that is not known
}

// watched is one secret that is looked for.
type watched struct {
	variable, environment string
	from                  environment.Value
}

// watch gathers the secrets of private env files, to be looked for in the
// same pass over the tree that finds the reads.
func (s *Survey) watch() {
	s.search = &secrecy.Search{}
	seen := map[string]bool{}
	s.Environments.Layers(func(l *environment.Layer, name string) {
		if name == "" || l.Kind != "env" {
			return
		}
		for _, variable := range l.Names() {
			v := l.Values[variable]
			secret := secrecy.IsSecretName(variable) || strings.Contains(v.Text, "://") && secrecy.LooksSecret(v.Text)
			if stated, known := s.Config.Variables[variable]; known && stated.Secret != nil {
				secret = *stated.Secret
			}
			if !secret || v.State != environment.Set || secrecy.IsStandIn(v.Text, true) || seen[v.Text] {
				continue
			}
			seen[v.Text] = true
			if s.search.Add(v.Text, len(s.watched)) {
				s.watched = append(s.watched, watched{variable, name, v})
			}
		}
	})
}

// watches reports whether a file is one in which secrets have no business.
func (s *Survey) watches(f tree.File) bool {
	if s.search.Empty() || s.Tree.Git && !f.Tracked {
		return false
	}
	kind, isEnv := tree.EnvFileName(f.Path)
	return !isEnv || kind.Example
}

// leaksIn finds the secrets in one file, each once.
func (w *worker) leaksIn(file string, src []byte) {
	if bytes.IndexByte(src[:min(len(src), 8000)], 0) >= 0 {
		return
	}
	found := map[int]bool{}
	line, counted := 1, 0
	w.survey.search.Find(src, func(id, at int, how string) {
		if found[id] {
			return
		}
		found[id] = true
		line += bytes.Count(src[counted:at], []byte{'\n'})
		counted = at
		secret := w.survey.watched[id]
		lineStart := bytes.LastIndexByte(src[:at], '\n') + 1
		w.leaks = append(w.leaks, Leak{
			Variable: secret.variable, Environment: secret.environment, From: secret.from, File: file,
			Line: line, Column: at - lineStart + 1, How: how,
		})
	})
}
