package environment

import (
	"bytes"
	"errors"
	"fmt"
	"maps"
	"path"
	"slices"
	"strings"

	"github.com/compose-spec/compose-go/v2/types"
	"github.com/moby/buildkit/frontend/dockerfile/parser"
	"github.com/moby/buildkit/frontend/dockerfile/shell"

	"inzicht/core/envfile"
	"inzicht/core/tree"
)

// dockerfiles are the environments that images have of their own: ENV of the
// final stage, or of the one asked for, and of the stages that it is built on.
var dockerfiles = kind{
	key: "dockerfile", says: "the environment of an image, of its last stage or the one named",
	further: []Key{{Name: "stage"}}, traits: Traits{Shared: true},
	discover: func(f *finder) {
		for _, file := range f.tree.Files {
			if IsDockerfile(file.Path) {
				f.set.Images = append(f.set.Images, file.Path)
			}
		}
	},
	load: func(f *finder, s Spec) ([]*Layer, error) {
		l, err := f.image(s.text("dockerfile"), s.text("stage"), nil)
		if err != nil {
			return nil, specError(s.text("dockerfile"), err)
		}
		return []*Layer{l}, nil
	},
}

// loneImages takes up the images that nothing of the tree starts: what they lack
// is given where they are started.
func (f *finder) loneImages() {
	used := map[string]bool{}
	for _, e := range f.set.Environments {
		for _, l := range e.Layers {
			used[l.File] = true
		}
	}
	for _, file := range f.set.Images {
		if used[file] || f.badImages[file] || tree.IsTestPath(file) || path.Base(file) != "Dockerfile" && path.Base(file) != "Containerfile" {
			continue
		}
		l, err := f.image(file, "", nil)
		if f.noteImage(file, err); err != nil || len(l.Values) == 0 {
			continue
		}
		component := f.tree.ComponentOf(file)
		name := "image"
		if component.Name != "" {
			name += "/" + component.Name
		}
		rest := &Layer{Kind: "dockerfile", Label: "what it is started with", Values: map[string]Value{}, Open: "what it is started with"}
		f.set.add(Environment{Name: name, Component: component, Only: true, Partial: true, Layers: []*Layer{l, rest}})
	}
}

// IsDockerfile tells by its name whether a file describes an image.
func IsDockerfile(file string) bool {
	base := path.Base(file)
	switch path.Ext(base) {
	case ".hbs", ".j2", ".jinja", ".jinja2", ".ejs", ".erb", ".mustache", ".tmpl", ".tpl", ".md", ".txt": // what one is made of, or says of one
		return false
	}
	for _, name := range []string{"Dockerfile", "Containerfile"} {
		if base == name || strings.HasPrefix(base, name+".") && !strings.HasSuffix(base, ".dockerignore") {
			return true
		}
	}
	return strings.HasSuffix(base, ".dockerfile")
}

// imageOf returns the layer of the image that a compose service builds, or nil.
func (f *finder) imageOf(service types.ServiceConfig) *Layer {
	if l := f.imageBuilt(service); l != nil && len(l.Values) > 0 {
		return l
	}
	return nil
}

// imageBuilt returns the image that a service builds of a Dockerfile of the tree, or nil.
func (f *finder) imageBuilt(service types.ServiceConfig) *Layer {
	if service.Build == nil || service.Build.DockerfileInline != "" {
		return nil
	}
	name := service.Build.Dockerfile
	if name == "" {
		name = "Dockerfile"
	}
	if !path.IsAbs(name) {
		name = path.Join(service.Build.Context, name)
	}
	file, inside := f.tree.Inside(name)
	if !inside || !f.tree.Has(file) {
		return nil
	}
	if context, within := f.tree.Inside(service.Build.Context); within && !slices.Contains(f.set.contexts[file], context) {
		f.set.contexts[file] = append(f.set.contexts[file], context)
	}
	l, err := f.image(file, service.Build.Target, service.Build.Args)
	f.noteImage(file, err)
	if err != nil {
		return nil
	}
	return l
}

// noteImage notes that a Dockerfile could not be read, once.
func (f *finder) noteImage(file string, err error) {
	var bad *SpecError
	if err == nil || f.badImages[file] {
		return
	}
	f.badImages[file] = true
	if errors.As(err, &bad) {
		f.set.Problems = append(f.set.Problems, Problem{File: file, Reason: bad.Reason, Hint: bad.Hint})
	} else {
		f.unreadable(file, err)
	}
}

// image reads a Dockerfile. arguments are those of the build.
func (f *finder) image(file, stage string, arguments map[string]*string) (l *Layer, err error) {
	if plain := stage == "" && len(arguments) == 0; plain {
		if l := f.images[file]; l != nil {
			return l, nil
		}
		defer func() {
			if err == nil {
				f.images[file] = l
			}
		}()
	}
	src, err := f.tree.ReadFile(file)
	if err != nil {
		return nil, err
	}
	defer func() {
		if recover() != nil {
			l, err = nil, &SpecError{file, "it cannot be understood as a Dockerfile", "Check its instructions."}
		}
	}()
	parsed, err := parser.Parse(bytes.NewReader(src))
	if err != nil {
		return nil, &SpecError{file, "it cannot be understood as a Dockerfile", "Check its instructions."}
	}
	if stages := countStages(parsed.AST.Children); stages > maxStages {
		return nil, &SpecError{file, fmt.Sprintf("it has more than %d stages and was not read", maxStages), "Split it."}
	}
	b := &imageBuild{file: file, lex: shell.NewLex(parsed.EscapeToken), arguments: arguments, global: map[string]string{}, stages: map[string]*imageStage{}}
	for _, node := range parsed.AST.Children {
		b.instruction(node, node.StartLine)
	}
	final := b.last
	if stage != "" {
		if final = b.stages[strings.ToLower(stage)]; final == nil {
			return nil, &SpecError{file, fmt.Sprintf("there is no stage %q", stage), "Name one that a FROM … AS names."}
		}
	}
	l = &Layer{Kind: "dockerfile", Label: file, File: file, Component: f.tree.ComponentOf(file), Tracked: f.tracked[file], Values: map[string]Value{}, Changed: f.tree.Changed(file)}
	if final != nil {
		l.Values = final.values
		l.Entrypoint, l.Command = final.entrypoint, final.command
	}
	return l, nil
}

// maxStages bounds how many stages of one build are looked at.
const maxStages = 200

func countStages(instructions []*parser.Node) (n int) {
	for _, node := range instructions {
		if strings.EqualFold(node.Value, "from") {
			n++
		}
	}
	return n
}

// imageStage is one stage of a build.
type imageStage struct {
	entrypoint, command []string // what a container is started with
	values              map[string]Value
	arguments           map[string]string
	platform            bool      // what the platform decides was asked for
	triggers            []trigger // instructions for stages that are built on it
}

// Get and Keys let the library expand with what the stage knows: ENV wins over ARG.
func (s *imageStage) Get(name string) (string, bool) {
	if v, found := s.values[name]; found {
		return v.Text, true
	}
	value, found := s.arguments[name]
	s.platform = s.platform || found && value == "" && platformArguments[name]
	return value, found
}

// platformArguments are those that the builder gives by the platform that it
// builds for, and builds on.
var platformArguments = map[string]bool{
	"TARGETPLATFORM": true, "TARGETOS": true, "TARGETARCH": true, "TARGETVARIANT": true, "BUILDPLATFORM": true, "BUILDOS": true, "BUILDARCH": true, "BUILDVARIANT": true,
}

func (s *imageStage) Keys() []string { return append(sortedKeys(s.values), sortedKeys(s.arguments)...) }

// trigger is an instruction with the line that it is on.
type trigger struct {
	node *parser.Node
	line int
}

type imageBuild struct {
	file      string
	lex       *shell.Lex
	arguments map[string]*string // of the build
	global    map[string]string  // ARG before the first FROM
	stages    map[string]*imageStage
	last      *imageStage
	count     int
	total     int // bytes of all that was filled in
}

func (b *imageBuild) instruction(node *parser.Node, line int) {
	var words []*parser.Node
	for n := node.Next; n != nil; n = n.Next {
		words = append(words, n)
	}
	switch strings.ToLower(node.Value) {
	case "from":
		b.from(words)
	case "arg":
		for _, w := range words {
			b.argument(w.Value)
		}
	case "env":
		b.env(words, line)
	case "entrypoint":
		if b.last != nil {
			b.last.entrypoint, b.last.command = wordsOf(words), nil
		}
	case "cmd":
		if b.last != nil {
			b.last.command = wordsOf(words)
		}
	case "onbuild":
		if b.last != nil && len(words) > 0 {
			for _, child := range words[0].Children {
				b.last.triggers = append(b.last.triggers, trigger{child, line})
			}
		}
	}
}

func wordsOf(words []*parser.Node) (list []string) {
	for _, w := range words {
		list = append(list, w.Value)
	}
	return list
}

// env sets what one instruction names: name, value and delimiter of each. What
// it refers to is what was set before it.
func (b *imageBuild) env(words []*parser.Node, line int) {
	if b.last == nil {
		return
	}
	values := map[string]Value{}
	for i := 0; i+1 < len(words); i += 3 {
		name, _ := b.expand(words[i].Value)
		values[name] = b.value(words[i+1].Value, line)
	}
	maps.Copy(b.last.values, values)
}

// from begins a stage: on an image, or on an earlier stage, whose environment it takes over.
func (b *imageBuild) from(words []*parser.Node) {
	stage := &imageStage{values: map[string]Value{}, arguments: map[string]string{}}
	var base *imageStage
	if len(words) > 0 {
		name, _ := b.expandWith(words[0].Value, &imageStage{arguments: b.global})
		if base = b.stages[strings.ToLower(name)]; base != nil {
			stage.entrypoint, stage.command = base.entrypoint, base.command
			maps.Copy(stage.values, base.values)
			maps.Copy(stage.arguments, base.arguments)
		}
	}
	if len(words) > 2 && strings.EqualFold(words[1].Value, "as") {
		b.stages[strings.ToLower(words[2].Value)] = stage
	}
	b.stages[fmt.Sprint(b.count)] = stage
	b.count++
	b.last = stage
	if base != nil {
		for _, t := range base.triggers {
			if word := strings.ToLower(t.node.Value); word == "env" || word == "arg" {
				b.instruction(t.node, t.line)
			}
		}
	}
}

func (b *imageBuild) argument(written string) {
	name, fallback, has := strings.Cut(written, "=")
	value, known := fallback, has
	if has && b.last != nil {
		value, known = b.expand(fallback)
	} else if has {
		value, known = b.expandWith(fallback, &imageStage{arguments: b.global})
	}
	if outer, isGlobal := b.global[name]; isGlobal && !has {
		value, known = outer, true
	}
	if given := b.arguments[name]; given != nil {
		value, known = *given, true
	}
	switch {
	case !known && b.last != nil && platformArguments[name]:
		b.last.arguments[name] = ""
	case !known:
	case b.last == nil:
		b.global[name] = value
	default:
		b.last.arguments[name] = value
	}
}

// value returns what a word gives.
func (b *imageBuild) value(written string, line int) Value {
	b.last.platform = false
	text, known := b.expand(written)
	if b.last.platform {
		return Value{State: Given, File: b.file, Line: line, Column: 1, Why: "by the platform that it is built for"}
	}
	if !known {
		return Value{State: Given, File: b.file, Line: line, Column: 1, Why: "too long to be worked out"}
	}
	return textValue(text, b.file, line, 1)
}

// maxReferences bounds how many variables one word may refer to for the
// library to be asked, which goes down into each.
const maxReferences = 50

// maxImage bounds in bytes what the values of one Dockerfile may become.
const maxImage = 4 << 20

// expand fills in what a word refers to. What cannot be expanded stays as
// written; known is false where it would grow beyond bounds.
func (b *imageBuild) expand(word string) (text string, known bool) { return b.expandWith(word, b.last) }

// expandWith fills in what a word refers to by what a stage knows.
func (b *imageBuild) expandWith(word string, stage *imageStage) (text string, known bool) {
	if !strings.ContainsAny(word, "$\\\"'`") {
		return word, true
	}
	if strings.Count(word, "$") > maxReferences {
		return "", false
	}
	growth := envfile.NewGrowth(stage.Get)
	if b.total += growth.Text(word); b.total > maxImage {
		return "", false
	}
	expanded, _, err := b.lex.ProcessWord(word, stage)
	if err != nil {
		return word, true
	}
	return expanded, true
}
