package verify

import (
	"encoding/base64"
	"fmt"
	"slices"
	"strings"

	"inzicht/core/contract"
	"inzicht/core/environment"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
	"inzicht/core/tree"
)

var exposed = Rule{
	Name: "exposed", Level: Error, Placed: true,
	Says: "secrets lie in a file that git tracks or an image takes in, or in code that browsers get",
	Do:   "Keep the file out of git and out of images, and renew secrets that have been there.",
	About: `Secrets are where others can read them: in an env file that git tracks, or that
it does not ignore, so that the next "git add ." takes it along; in one that the
Dockerfile's COPY takes into the image, since .dockerignore does not name it; or
in code that is sent to browsers; or one is written into a compose file or a
manifest that git tracks, into an image's recipe, or into an example file. Key
files of sealed env files are secrets too.

  COPY . .      services/tolls/Dockerfile, and services/tolls/.env lies beside it

Mend it by git rm --cached, a line in .gitignore or .dockerignore, and by
renewing the secrets: history and old images keep them.`,
	check: func(j *job) (list []Finding) {
		j.eachFile(func(l *environment.Layer, name string) {
			switch open := j.secretsIn(l); {
			case len(open) == 0:
			case name == "":
				list = append(list, j.realInExample(l, open)...)
			case l.HoldsSealed():
				list = append(list, j.leftOpen(l, name, open)...)
			default:
				list = append(list, j.exposures(l.File, name, "an env file with secrets")...)
			}
		})
		for _, f := range j.Tree.Files {
			if environment.IsKeyFile(f.Path) {
				list = append(list, j.exposures(f.Path, "", "the key file of sealed values")...)
			} else if environment.MayHoldKey(f.Path) && !tree.IsTestPath(f.Path) {
				list = append(list, j.keyInImage(f.Path)...)
			}
		}
		list = append(list, j.writtenSecrets()...)
		return append(list, j.shippedSecrets()...)
	},
}

// secretsIn returns the names of the real secrets of an env file. In one for
// tests only what looks like a secret by itself is one.
func (j *job) secretsIn(l *environment.Layer) (names []string) {
	kind, _ := tree.EnvFileName(l.File)
	forTests := isForTests(kind.Environment)
	for _, name := range l.Names() {
		if v := l.Values[name]; j.isRealSecret(name, v) && (!forTests || secrecy.LooksSecret(v.Text) && !isLocalAddress(v.Text)) {
			names = append(names, name)
		}
	}
	return names
}

// isForTests reports whether an environment is one that tests run in, by its name.
func isForTests(environment string) bool {
	return slices.ContainsFunc(strings.FieldsFunc(environment, func(r rune) bool { return strings.ContainsRune("-_./", r) }), func(word string) bool {
		return strings.HasPrefix(word, "test") || word == "ci" || word == "e2e"
	})
}

// isLocalAddress reports whether an address is one of the machine itself.
func isLocalAddress(value string) bool {
	return strings.Contains(value, "@localhost") || strings.Contains(value, "@127.0.0.1") || strings.Contains(value, "@[::1]")
}

// looksReal reports whether the value of a secret is one by its looks, and not made up.
func looksReal(value string) bool {
	return secrecy.LooksDrawn(value) || secrecy.LooksSecret(value)
}

// realInExample finds the secrets of an example file that git tracks which look drawn by
// chance: no harmless value does.
func (j *job) realInExample(l *environment.Layer, names []string) (list []Finding) {
	for _, variable := range names {
		v := l.Values[variable]
		if !j.Tree.Git || !j.Tree.IsTracked(l.File) || !looksReal(v.Text) || isLocalAddress(v.Text) {
			continue
		}
		list = append(list, Finding{
			Variable: variable, Component: l.Component.Name, File: l.File, Line: v.Line, Column: v.Column,
			Message: fmt.Sprintf("the value of the secret %s in the example file %s looks real, and git tracks it", variable, l.File),
			Hint:    fmt.Sprintf("Leave %s empty there, and renew the secret where it is one: history keeps it.", variable), Pointed: true,
		})
	}
	return list
}

// leftOpen finds the secrets that lie open in a file whose others are sealed.
func (j *job) leftOpen(l *environment.Layer, name string, open []string) (list []Finding) {
	if !j.Tree.Git || !j.Tree.IsTracked(l.File) && !j.Tree.IsLoose(l.File) {
		return nil
	}
	for _, variable := range open {
		v := l.Values[variable]
		list = append(list, Finding{
			Variable: variable, Environment: name, Component: l.Component.Name, File: l.File, Line: v.Line, Column: v.Column,
			Message: fmt.Sprintf("the secret %s lies open in %s, whose other values are sealed", variable, l.File),
			Hint:    fmt.Sprintf("Seal %s as the others are, and renew it: history keeps the open one.", variable), Pointed: true,
		})
	}
	return list
}

// keyInImage finds out whether a private key reaches an image.
func (j *job) keyInImage(file string) (list []Finding) {
	for _, copied := range j.environments.CopiedInto(j.Tree, file) {
		if src, err := j.Tree.ReadFile(file); err != nil || !environment.HoldsPrivateKey(src) {
			return nil
		}
		level := Level("")
		if survey.IsAside(copied.Dockerfile) { // an image for tests and examples
			level = Note
		}
		list = append(list, Finding{
			Level: level, Component: j.Tree.ComponentOf(file).Name, File: file,
			Message: fmt.Sprintf("%s, a private key, would be copied into the image by %s:%d", file, copied.Dockerfile, copied.Line),
			Hint:    fmt.Sprintf("Name it in %s, and renew the key where an image has it.", copied.IgnoreFile), Pointed: true,
			Related: []Place{{copied.Dockerfile, copied.Line}},
		})
	}
	return list
}

// isRealSecret reports whether a value is a secret, and no stand-in for one.
func (j *job) isRealSecret(name string, v environment.Value) bool {
	return v.State == environment.Set && !secrecy.IsStandIn(v.Text, true) &&
		(j.isSecret(name) || strings.Contains(v.Text, "://") && secrecy.LooksSecret(v.Text))
}

// exposures finds out where a file with secrets can be read.
func (j *job) exposures(file, name, what string) (list []Finding) {
	begin := Finding{Environment: name, Component: j.Tree.ComponentOf(file).Name, File: file}
	switch {
	case !j.Tree.Git:
	case j.Tree.IsTracked(file):
		f := begin
		f.Message = fmt.Sprintf("%s, %s, is tracked by git", file, what)
		f.Hint, f.Command = "{}, name it in .gitignore, and renew the secrets: history keeps them.", []string{"git", "rm", "--cached", file}
		list = append(list, f)
	case j.Tree.IsLoose(file):
		f := begin
		f.Message = fmt.Sprintf("%s, %s, is not ignored by git: the next git add takes it along", file, what)
		f.Hint = fmt.Sprintf("Name %s in .gitignore.", file)
		list = append(list, f)
	}
	for _, copied := range j.environments.CopiedInto(j.Tree, file) {
		f := begin
		f.Message = fmt.Sprintf("%s, %s, would be copied into the image by %s:%d", file, what, copied.Dockerfile, copied.Line)
		f.Hint, f.Pointed = fmt.Sprintf("Name it in %s.", copied.IgnoreFile), true
		f.Related = []Place{{copied.Dockerfile, copied.Line}}
		list = append(list, f)
	}
	return list
}

// writtenSecrets finds secrets whose values are written into files that are no env
// files: into Dockerfiles, whose images show them to whoever has them, and into compose
// files and manifests that git tracks.
func (j *job) writtenSecrets() (list []Finding) {
	seen := map[string]bool{}
	sources := map[string]string{}
	j.environments.Layers(func(l *environment.Layer, name string) {
		if l.Document != nil {
			return
		}
		for _, variable := range l.Names() {
			v := l.Values[variable]
			place := fmt.Sprintf("%s %s:%d", variable, v.File, v.Line)
			tracked, image := j.Tree.Git && j.Tree.IsTracked(v.File), l.Kind == "dockerfile"
			if v.File == "" || seen[place] || !tracked && !image || !j.isRealSecret(variable, v) || !looksReal(v.Text) {
				continue
			}
			source, known := sources[v.File]
			if !known {
				src, _ := j.Tree.ReadFile(v.File)
				source = string(src)
				sources[v.File] = source
			}
			if !strings.Contains(source, v.Text) && !strings.Contains(source, base64.StdEncoding.EncodeToString([]byte(v.Text))) {
				continue // it is put together from elsewhere
			}
			seen[place] = true
			who := "which git tracks"
			if !tracked {
				who = "and its image shows it to whoever has that"
			}
			list = append(list, Finding{
				Variable: variable, Environment: name, Component: l.Component.Name, File: v.File, Line: v.Line, Column: v.Column,
				Message: fmt.Sprintf("the value of the secret %s is written into %s, %s", variable, v.File, who),
				Hint:    fmt.Sprintf("Let whoever starts it give the value, as in ${%s}, and renew the secret: history keeps it.", variable),
			})
		}
	})
	return list
}

// shippedPrefixes begin names whose values bundlers put into code for browsers.
var shippedPrefixes = []string{"NEXT_PUBLIC_", "VITE_", "REACT_APP_", "PUBLIC_", "NUXT_PUBLIC_", "GATSBY_", "EXPO_PUBLIC_", "VUE_APP_"}

// plainlySecret are words of a name that is never meant for the public.
var plainlySecret = []string{"SECRET", "PASSWORD", "PASSWD", "PASSPHRASE", "PRIVATE", "CREDENTIALS"}

// A key or token may be meant for the public, but for one of those who may do everything.
var (
	keyWords  = []string{"KEY", "TOKEN"}
	mightyFor = []string{"ADMIN", "ROOT", "MASTER", "SERVICE", "SIGNING", "SERVER"}
)

// isPlainlySecret reports whether a name says that what it holds is never meant for the public.
func isPlainlySecret(name string) bool {
	return hasWord(name, plainlySecret) || hasWord(name, keyWords) && hasWord(name, mightyFor)
}

func (j *job) shippedSecrets() (list []Finding) {
	for n := range j.contract.Variables {
		v := &j.contract.Variables[n]
		for _, prefix := range shippedPrefixes {
			rest, shipped := strings.CutPrefix(v.Name, prefix)
			if !shipped || !isPlainlySecret(rest) {
				continue
			}
			r := counted(v.Reads)[0]
			if !contract.Counts(r) || r.Language != "javascript" && r.Language != "typescript" {
				continue
			}
			list = append(list, Finding{
				Variable: v.Name, Component: r.Component, File: r.File, Line: r.Line, Column: r.Column,
				Message: fmt.Sprintf("%s is named a secret, and what begins with %s is put into the code that browsers get", v.Name, prefix),
				Hint:    "Read it on the server only, under a name without that beginning.", Pointed: true,
			})
			break
		}
	}
	return list
}

func hasWord(name string, words []string) bool {
	for _, part := range strings.Split(name, "_") {
		for _, word := range words {
			if part == word {
				return true
			}
		}
	}
	return false
}
