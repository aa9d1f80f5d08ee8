package environment

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"maps"
	"path"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/compose-spec/compose-go/v2/loader"
	"github.com/compose-spec/compose-go/v2/types"
	"go.yaml.in/yaml/v4"

	"inzicht/core/envfile"
	"inzicht/core/scratch"
	"inzicht/core/tree"
)

// composeFiles are the services of compose files, resolved by compose's own
// library: the image's own environment, then each env_file, then environment.
// A service that builds a component of the tree is the environment
// compose/SERVICE; compose.NAME.yaml laid over compose.yaml gives
// compose.NAME/SERVICE.
var composeFiles = kind{
	key: "compose", says: "one service of compose files, later files laid over earlier ones",
	several: true, further: []Key{{Name: "service"}, {Name: "profiles", Several: true}}, traits: Traits{Starts: true},
	discover: (*finder).discoverCompose,
	load: func(f *finder, s Spec) ([]*Layer, error) {
		project, err := f.loadCompose(s.list("compose"), s.list("profiles"))
		if err != nil {
			return nil, specError(strings.Join(s.list("compose"), " "), err)
		}
		service, err := project.services.GetService(s.text("service"))
		if err != nil {
			names := project.services.ServiceNames()
			return nil, &SpecError{strings.Join(s.list("compose"), " "), fmt.Sprintf("there is no service %q", s.text("service")), "It has: " + strings.Join(names, ", ") + "."}
		}
		return f.serviceLayers(project, service), nil
	},
}

// composeTime bounds how long the library may take for one project.
const composeTime = 10 * time.Second

// composeProject is a loaded project and the files that it was made of.
type composeProject struct {
	services *types.Project
	files    []string          // in the order in which they are laid over each other, then included ones
	outer    map[string]string // what is interpolated: of the file beside it, and of who runs it
	growth   *envfile.Growth
	beside   []string         // env files of what it includes
	nodes    int              // of all files, written out
	places   map[string]Value // where it says something: by service, key and name
}

// lookup returns what is interpolated for a name.
func (p *composeProject) lookup(name string) (string, bool) {
	value, set := p.outer[name]
	return value, set
}

// composeGroup returns the variant that a file's name tells ("" for the base),
// and whether it is a compose file at all.
func composeGroup(file string) (variant string, isCompose bool) {
	stem := strings.TrimSuffix(strings.TrimSuffix(path.Base(file), ".yaml"), ".yml")
	if !isYAML(file) {
		return "", false
	}
	for _, base := range []string{"docker-compose", "compose"} {
		if stem == base {
			return "", true
		}
		if rest, found := strings.CutPrefix(stem, base); found && (rest[0] == '.' || rest[0] == '-') {
			return rest[1:], true
		}
	}
	return "", false
}

func (f *finder) discoverCompose() {
	folders := map[string]map[string]string{} // folder, variant: file
	for _, file := range f.tree.Files {
		if variant, isCompose := composeGroup(file.Path); isCompose && !tree.IsTestPath(file.Path) {
			folder := path.Dir(file.Path)
			if folders[folder] == nil {
				folders[folder] = map[string]string{}
			}
			if _, taken := folders[folder][variant]; !taken {
				folders[folder][variant] = file.Path
			}
		}
	}
	taken := map[string]bool{}
	for _, folder := range sortedKeys(folders) {
		for _, file := range f.composeFolder(folder, folders[folder]) {
			taken[file] = true
		}
	}
	f.otherCompose(taken)
}

// otherCompose takes up compose files under other names, told by what they hold,
// that no compose file takes in.
func (f *finder) otherCompose(taken map[string]bool) {
	looked := 0
	for _, file := range f.tree.Files {
		if _, named := composeGroup(file.Path); named || !isYAML(file.Path) || taken[file.Path] || tree.IsTestPath(file.Path) || looked > maxYAMLFiles {
			continue
		}
		looked++
		src, err := f.tree.ReadFile(file.Path)
		if err != nil || len(src) > maxYAML || !holdsServices(src) {
			continue
		}
		documents, err := f.documentsOf(file.Path)
		if err != nil || len(documents) != 1 || !isComposeNode(documents[0].root) {
			continue
		}
		prefix := strings.TrimSuffix(strings.TrimSuffix(path.Base(file.Path), ".yaml"), ".yml")
		f.composeProject(prefix, []string{file.Path})
	}
}

// holdsServices reports whether a line of a file begins a mapping of services.
func holdsServices(src []byte) bool {
	return bytes.HasPrefix(src, []byte("services:")) || bytes.Contains(src, []byte("\nservices:"))
}

// isComposeNode reports whether a document describes services as compose does:
// each with an image or a build.
func isComposeNode(root *yaml.Node) bool {
	services := entries(at(root, "services"))
	for _, s := range services {
		if at(s.value, "image") == nil && at(s.value, "build") == nil {
			return false
		}
	}
	return len(services) > 0
}

func sortedKeys[V any](m map[string]V) []string { return slices.Sorted(maps.Keys(m)) }

// namedFiles returns the files that the env file of a folder names for its
// project: COMPOSE_FILE=compose.yaml:extra.yaml.
func (f *finder) namedFiles(folder string) (files []string) {
	l, err := f.envFile(path.Join(folder, ".env"), envfile.Compose, nil)
	if err != nil {
		return nil
	}
	separator := l.Values["COMPOSE_PATH_SEPARATOR"].Text
	if separator == "" {
		separator = ":"
	}
	for name := range strings.SplitSeq(l.Values["COMPOSE_FILE"].Text, separator) {
		if file := path.Join(folder, name); name != "" && !path.IsAbs(name) && f.tree.Has(file) {
			files = append(files, file)
		}
	}
	return files
}

// composeFolder takes up the compose files of one folder, and returns those that
// it made use of.
func (f *finder) composeFolder(folder string, variants map[string]string) (taken []string) {
	base, hasBase := variants[""]
	named := f.namedFiles(folder)
	for _, variant := range sortedKeys(variants) {
		files := []string{variants[variant]}
		prefix := "compose"
		if variant == "override" && hasBase || variant != "" && slices.Contains(named, variants[variant]) {
			continue
		}
		if variant == "" {
			if over, found := variants["override"]; found {
				files = append(files, over)
			}
			if len(named) > 0 {
				files = named
			}
		} else {
			prefix += "." + variant
			if hasBase {
				files = []string{base, variants[variant]}
			}
		}
		taken = append(taken, f.composeProject(prefix, files)...)
	}
	return append(taken, named...)
}

// composeProject takes up the services of compose files that are laid over each
// other, and returns all files that they are made of.
func (f *finder) composeProject(prefix string, files []string) (taken []string) {
	project, err := f.loadStopped(files)
	var own *yamlError
	if errors.As(err, &own) {
		f.set.Problems = append(f.set.Problems, own.Problem)
	}
	if project == nil {
		return nil
	}
	for _, name := range project.services.ServiceNames() {
		f.composeService(prefix, project, project.services.Services[name])
	}
	return project.files
}

// mostAssumed bounds how many names of a project are assumed to have a value.
const mostAssumed = 20

// assumedValue stands for the value of a name that has none: no text of a tree is to be
// taken for it by chance.
const assumedValue = "\ue000has no value\ue000"

// loadStopped has files resolved that compose stops at where a name that they ask for has
// no value: what the services are given besides is known all the same. The error says
// which it is.
func (f *finder) loadStopped(files []string) (project *composeProject, err error) {
	var assumed []string
	for len(assumed) < mostAssumed {
		var failed error
		if project, failed = f.loadAssuming(files, []string{"*"}, assumed); failed == nil {
			return project, err
		}
		if err == nil {
			err = failed
		}
		var own *yamlError
		if !errors.As(failed, &own) || own.needed == "" || slices.Contains(assumed, own.needed) {
			return nil, err
		}
		assumed = append(assumed, own.needed)
	}
	return nil, err
}

// composeService takes up a service that runs code of this tree. What another
// service is given is the business of its image.
func (f *finder) composeService(prefix string, project *composeProject, service types.ServiceConfig) {
	layers := f.serviceLayers(project, service)
	component, known := f.componentOfService(service)
	if !known {
		for _, l := range layers {
			if l.Traits().EnvFile && l.File != "" {
				f.set.shared[l.File] = true
			}
		}
	}
	if !known && len(project.files) > 0 {
		f.untied(prefix+"/"+service.Name, "service "+service.Name, project.files[0], fmt.Sprintf("{ compose = [%q], service = %q }", project.files[0], service.Name), layers)
	}
	if !known || len(layers) == 0 {
		return
	}
	f.set.add(Environment{Name: prefix + "/" + service.Name, Component: component, Only: true, Command: startedIn(service.Entrypoint, service.Command, f.imageBuilt(service)), Layers: layers})
}

// componentOfService finds the component that a service runs: what it builds,
// or what its image is called.
func (f *finder) componentOfService(service types.ServiceConfig) (tree.Component, bool) {
	if service.Build != nil && service.Build.Context != "" {
		context, inside := f.tree.Inside(service.Build.Context)
		if !inside {
			return tree.Component{}, false
		}
		if folder := path.Dir(path.Join(context, service.Build.Dockerfile)); service.Build.Dockerfile != "" {
			if c := f.tree.ComponentOf(path.Join(folder, "x")); c.Name != "" {
				return c, true
			}
		}
		return f.tree.ComponentOf(path.Join(context, "x")), true
	}
	return f.componentOfImage(service.Image)
}

// componentOfImage finds the component that an image is built of, or else called like.
func (f *finder) componentOfImage(image string) (tree.Component, bool) {
	if c, known := f.built(imageName(image)); known {
		return c, true
	}
	return f.componentNamed(imageName(image))
}

// imageName returns the last part of an image's name, without its tag.
func imageName(image string) string {
	name := path.Base(image)
	name, _, _ = strings.Cut(name, "@")
	name, _, _ = strings.Cut(name, ":")
	return name
}

// componentNamed finds the component that something of this name runs:
// gatekeeper, lockside-gatekeeper.
func (f *finder) componentNamed(name string) (tree.Component, bool) {
	for _, c := range f.tree.Components {
		short := path.Base(c.Name)
		if c.Name != "" && (name == short || strings.HasSuffix(name, "-"+short) || strings.HasSuffix(name, "_"+short)) {
			return c, true
		}
	}
	return tree.Component{}, f.tree.RootManifest && f.rootNames()[strings.ToLower(name)]
}

// serviceLayers returns the layers of a service in compose's order.
func (f *finder) serviceLayers(project *composeProject, service types.ServiceConfig) (layers []*Layer) {
	if l := f.imageOf(service); l != nil {
		layers = append(layers, l)
	}
	before := map[string]string{} // what earlier files give
	for _, envFile := range service.EnvFiles {
		file, inside := f.tree.Inside(envFile.Path)
		if !inside || !f.tree.Has(file) {
			if envFile.Required {
				where := f.find(project, service.Name, "env_file", "")
				name, written := f.writtenEnvFile(project, file)
				problem := Problem{File: where.File, Line: where.Line, Column: where.Column,
					Reason: fmt.Sprintf("service %s names %s, which is not in this tree", service.Name, name),
					Hint:   "Make the file, or give its entry required: false."}
				if inside {
					problem.Absent = written
				}
				f.set.Problems = append(f.set.Problems, problem)
				layers = append(layers, &Layer{Kind: "env", Label: name, Values: map[string]Value{}, Open: name + ", which is not in this tree"})
			}
			continue
		}
		f.claimed[file] = true
		dialect := envfile.Compose
		if envFile.Format == "raw" {
			dialect = envfile.Docker
		}
		f.reads(file, dialect)
		l, err := f.envFile(file, dialect, func(name string) (string, bool) {
			if value, set := project.outer[name]; set {
				return value, true
			}
			if own := service.Environment[name]; own != nil {
				return *own, true
			}
			value, set := before[name]
			return value, set && !f.sets(file, name)
		})
		if err != nil {
			f.unreadable(file, err)
			continue
		}
		for name, v := range l.Values { // in any order
			if v.State == Set || v.State == Empty {
				before[name] = v.Text
			}
		}
		layers = append(layers, l)
	}
	if len(service.Environment) > 0 {
		layers = append(layers, f.serviceEnvironment(project, service))
	}
	return layers
}

// serviceEnvironment is what "environment:" gives.
func (f *finder) serviceEnvironment(project *composeProject, service types.ServiceConfig) *Layer {
	l := &Layer{Kind: "compose", Label: project.files[0] + ", service " + service.Name, File: project.files[0], Values: map[string]Value{}}
	l.Component, l.Tracked, l.Changed = f.tree.ComponentOf(l.File), f.tracked[l.File], f.tree.Changed(l.File)
	for _, name := range sortedKeys(service.Environment) {
		value := service.Environment[name]
		where := f.find(project, service.Name, "environment", name)
		if where.Line == 0 { // the name itself is interpolated: it is not to be shown
			continue
		}
		v := Value{State: Given, File: where.File, Line: where.Line, Column: where.Column, Why: "handed on by whoever starts it"}
		if value != nil && strings.Contains(*value, assumedValue) {
			v.Why = "made with a value that is not there, without which compose stops"
		} else if value != nil {
			v = textValue(*value, where.File, where.Line, where.Column)
		} else if outer, set := project.outer[name]; set {
			v = textValue(outer, where.File, where.Line, where.Column)
		}
		l.Values[name] = v
	}
	return l
}

// loadCompose has the files resolved. Errors are *yamlError and hold no value.
func (f *finder) loadCompose(files, profiles []string) (*composeProject, error) {
	return f.loadAssuming(files, profiles, nil)
}

// loadAssuming has the files resolved as if some names had a value.
func (f *finder) loadAssuming(files, profiles, assumed []string) (project *composeProject, err error) {
	defer func() {
		if recover() != nil {
			project, err = nil, f.refused(&composeProject{files: files}, nil)
		}
	}()
	folder := path.Dir(files[0])
	root := filepath.Join(f.tree.Root, filepath.FromSlash(folder))
	p := &composeProject{files: slices.Clone(files), outer: map[string]string{}}
	p.growth = envfile.NewGrowth(p.lookup)
	details := types.ConfigDetails{WorkingDir: root, Environment: p.outer}
	f.interpolated(p, path.Join(folder, ".env"))
	for _, name := range assumed {
		p.outer[name] = assumedValue
	}
	for _, file := range files {
		if err := f.vet(p, file, folder); err != nil {
			return nil, err
		}
		src, err := f.tree.ReadFile(file)
		if err != nil {
			return nil, err
		}
		if f.composed += len(src); f.composed > maxComposed {
			return nil, &yamlError{Problem: Problem{File: file, Reason: "this tree holds more in compose files than is looked at: this one was not read", Hint: "Name those that matter in inzicht.toml, and leave out others with exclude.files."}}
		}
		details.ConfigFiles = append(details.ConfigFiles, types.ConfigFile{Filename: filepath.Join(f.tree.Root, filepath.FromSlash(file)), Content: src})
	}
	if names := p.outer["COMPOSE_PROFILES"]; names != "" && len(profiles) == 0 {
		profiles = strings.Split(names, ",")
	}
	if f.tree.Past != nil {
		shown, err := f.writePast(p, &details)
		if err != nil {
			return nil, err
		}
		defer scratch.Remove(shown)
		defer func() { f.fromPast(project, shown) }()
	}
	ctx, cancel := context.WithTimeout(context.Background(), composeTime)
	defer cancel()
	loaded, err := loader.LoadWithContext(ctx, details, func(o *loader.Options) {
		o.SkipResolveEnvironment, o.SkipConsistencyCheck, o.SkipResolveLabels = true, true, true
		o.SkipValidation = true // of what has no bearing on environments; it takes longer than all else
		o.Profiles = profiles
		if name := p.outer["COMPOSE_PROJECT_NAME"]; name != "" {
			o.SetProjectName(loader.NormalizeProjectName(name), true)
		} else {
			o.SetProjectName(loader.NormalizeProjectName(filepath.Base(root)), false)
		}
	})
	if err != nil {
		return nil, f.refused(p, err)
	}
	p.services = loaded
	return p, nil
}

// interpolated gathers what compose interpolates: the file beside the compose
// file, over which who runs it wins.
func (f *finder) interpolated(p *composeProject, beside string) {
	for _, entry := range f.options.Surroundings {
		if name, value, found := strings.Cut(entry, "="); found {
			p.outer[name] = value
		}
	}
	src, err := f.tree.ReadFile(beside)
	if err != nil {
		return
	}
	f.reads(beside, envfile.Compose)
	reading := envfile.Compose.Read(src, p.lookup)
	for name, a := range reading.Values { // in any order
		if _, set := p.outer[name]; !set && !a.Passed {
			p.outer[name] = a.Value
		}
	}
}
