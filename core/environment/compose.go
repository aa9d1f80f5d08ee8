package environment

import (
	"context"
	"errors"
	"fmt"
	"io"
	"maps"
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync"
	"time"

	"github.com/compose-spec/compose-go/v2/loader"
	"github.com/compose-spec/compose-go/v2/template"
	"github.com/compose-spec/compose-go/v2/types"
	"github.com/sirupsen/logrus"
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
	discover: (*finder).discoverCompose,
	load: func(f *finder, s Spec) ([]*Layer, error) {
		project, err := f.loadCompose(s.Compose, s.Profiles)
		if err != nil {
			return nil, specError(strings.Join(s.Compose, " "), err)
		}
		service, err := project.services.GetService(s.Service)
		if err != nil {
			names := project.services.ServiceNames()
			return nil, &SpecError{strings.Join(s.Compose, " "), fmt.Sprintf("there is no service %q", s.Service), "It has: " + strings.Join(names, ", ") + "."}
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

// lookup gives what is interpolated for a name.
func (p *composeProject) lookup(name string) (string, bool) {
	value, set := p.outer[name]
	return value, set
}

// composeGroup gives the variant that a file's name tells ("" for the base),
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
	for _, folder := range sortedKeys(folders) {
		f.composeFolder(folders[folder])
	}
}

func sortedKeys[V any](m map[string]V) []string { return slices.Sorted(maps.Keys(m)) }

// composeFolder takes up the compose files of one folder.
func (f *finder) composeFolder(variants map[string]string) {
	base, hasBase := variants[""]
	for _, variant := range sortedKeys(variants) {
		files := []string{variants[variant]}
		prefix := "compose"
		if variant == "override" && hasBase {
			continue
		}
		if variant == "" {
			if over, found := variants["override"]; found {
				files = append(files, over)
			}
		} else {
			prefix += "." + variant
			if hasBase {
				files = []string{base, variants[variant]}
			}
		}
		project, err := f.loadCompose(files, []string{"*"})
		if err != nil {
			var own *yamlError
			if errors.As(err, &own) {
				f.set.Problems = append(f.set.Problems, own.Problem)
			}
			continue
		}
		for _, name := range project.services.ServiceNames() {
			f.composeService(prefix, project, project.services.Services[name])
		}
	}
}

// composeService takes up a service that runs code of this tree. What another
// service is given is the business of its image.
func (f *finder) composeService(prefix string, project *composeProject, service types.ServiceConfig) {
	layers := f.serviceLayers(project, service)
	component, known := f.componentOfService(service)
	if !known || len(layers) == 0 {
		return
	}
	f.set.add(Environment{Name: prefix + "/" + service.Name, Component: component, Only: true, Layers: layers})
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
	return f.componentNamed(imageName(service.Image))
}

// imageName gives the last part of an image's name, without its tag.
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
	return tree.Component{}, false
}

// serviceLayers gives the layers of a service in compose's order.
func (f *finder) serviceLayers(project *composeProject, service types.ServiceConfig) (layers []*Layer) {
	if l := f.imageOf(service); l != nil {
		layers = append(layers, l)
	}
	for _, envFile := range service.EnvFiles {
		file, inside := f.tree.Inside(envFile.Path)
		if !inside || !f.tree.Has(file) {
			if envFile.Required {
				where := f.find(project, service.Name, "env_file", "")
				name := f.writtenEnvFile(project, envFile.Path)
				f.set.Problems = append(f.set.Problems, Problem{File: where.File, Line: where.Line, Column: where.Column,
					Reason: fmt.Sprintf("service %s names %s, which is not in this tree", service.Name, name),
					Hint:   "Make the file, or give its entry required: false."})
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
			return "", false
		})
		if err != nil {
			f.unreadable(file, err)
			continue
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
		if value != nil {
			v = textValue(*value, where.File, where.Line, where.Column)
		} else if outer, set := project.outer[name]; set {
			v = textValue(outer, where.File, where.Line, where.Column)
		}
		l.Values[name] = v
	}
	return l
}

// writtenEnvFile names an env file as the project writes it. A path that is
// interpolated is not shown, for what it is made of may be a secret.
func (f *finder) writtenEnvFile(project *composeProject, path string) string {
	for _, file := range project.files {
		documents, _ := f.documentsOf(file)
		for _, d := range documents {
			for _, s := range entries(at(d.root, "services")) {
				for _, n := range envFilesOf(s.value) {
					if !strings.Contains(n.Value, "$") && filepath.Base(n.Value) == filepath.Base(path) {
						return "the env file " + filepath.Base(path)
					}
				}
			}
		}
	}
	return "an env file by an interpolated path"
}

// envFilesOf gives the paths under env_file of a service.
func envFilesOf(service *yaml.Node) (list []*yaml.Node) {
	n := at(service, "env_file")
	list = oneOrMore(n)
	for _, item := range items(n) {
		if path := at(item, "path"); path != nil && path.Kind == yaml.ScalarNode {
			list = append(list, path)
		}
	}
	return list
}

// find finds where a compose project says something of a service: in the
// file laid over last, or in one that is included or extended, where it may
// say it of another service.
func (f *finder) find(project *composeProject, service, key, name string) Value {
	if project.places == nil {
		project.places = map[string]Value{}
		for _, file := range project.files {
			documents, _ := f.documentsOf(file)
			for _, d := range documents {
				for _, s := range entries(at(d.root, "services")) {
					project.note(file, s)
				}
			}
		}
	}
	for _, of := range []string{service, ""} {
		if v, found := project.places[of+"\x00"+key+"\x00"+name]; found {
			return v
		}
	}
	return Value{File: project.files[0]}
}

// note notes where a file says something of a service: under its name, and
// under none for those that extend it.
func (p *composeProject) note(file string, service entry) {
	put := func(key, name string, n *yaml.Node) {
		v := Value{File: file, Line: n.Line, Column: n.Column}
		p.places[service.key.Value+"\x00"+key+"\x00"+name] = v
		p.places["\x00"+key+"\x00"+name] = v
	}
	for _, e := range entries(service.value) {
		key := e.key.Value
		put(key, "", e.key)
		if key != "environment" {
			continue
		}
		for _, inner := range entries(e.value) {
			put(key, inner.key.Value, inner.key)
		}
		for _, item := range items(e.value) {
			name, _, _ := strings.Cut(item.Value, "=")
			put(key, name, item)
		}
	}
}

// maxComposed bounds in bytes the compose files of one tree that are resolved,
// each as often as others are laid over it.
const maxComposed = 24 << 20

// maxComposeFiles bounds how many files one project may take in.
const maxComposeFiles = 60

// vet looks at a compose file, and at all that it takes in, before compose's
// library opens them: YAML of bounded size, files of the tree, no links.
// Relative paths start from folder.
func (f *finder) vet(p *composeProject, file, folder string) error {
	documents, err := f.documentsOf(file)
	if err != nil {
		return err
	}
	for _, d := range documents {
		if p.weigh(d.root, 0); !p.growth.Bounded() {
			return &yamlError{Problem{File: file, Reason: "its values, filled in, would be over 16 MiB, or are nested too deep", Hint: "Write the values out instead of making each of others."}}
		}
	}
	taken := func(node *yaml.Node, why string) (string, error) {
		name, _ := template.Substitute(node.Value, p.lookup)
		if !filepath.IsAbs(name) {
			name = path.Join(folder, name)
		}
		clean, inside := f.tree.Inside(name)
		if !inside || !f.tree.Has(clean) {
			return "", &yamlError{Problem{File: file, Line: node.Line, Column: node.Column, Reason: why + " is not a file of this tree", Hint: "Correct the path; links are not followed."}}
		}
		return clean, nil
	}
	more := func(node *yaml.Node, why, from string) error {
		clean, err := taken(node, why)
		if err != nil || slices.Contains(p.files, clean) {
			return err
		}
		if p.files = append(p.files, clean); len(p.files) > maxComposeFiles {
			return &yamlError{Problem{File: file, Reason: "it takes in too many files", Hint: "Break the circle under include or extends."}}
		}
		if from == "" {
			from = path.Dir(clean)
		}
		return f.vet(p, clean, from)
	}
	for _, d := range documents {
		for _, include := range items(at(d.root, "include")) {
			for _, node := range includedFiles(include) {
				if err := more(node, "what it includes", ""); err != nil {
					return err
				}
			}
			for _, node := range oneOrMore(at(include, "env_file")) {
				clean, err := taken(node, "the env file of what it includes")
				if err != nil && node.Value != "/dev/null" {
					return err
				}
				if err == nil {
					p.beside = append(p.beside, clean)
				}
			}
		}
		if p.nodes > maxComposeNodes {
			return &yamlError{Problem{File: file, Reason: "it holds more than a person writes, and was not resolved", Hint: "Split it."}}
		}
		if extendsDeep(d.root) {
			return &yamlError{Problem{File: file, Reason: fmt.Sprintf("its services extend each other over more than %d steps", maxExtends), Hint: "Extend the first of them."}}
		}
		for _, service := range entries(at(d.root, "services")) {
			if node := at(service.value, "extends", "file"); node != nil {
				if err := more(node, "the file of a service that it extends", ""); err != nil {
					return err
				}
			}
		}
	}
	if beside := path.Join(path.Dir(file), ".env"); !f.tree.Has(beside) && f.tree.Exists(beside) {
		return &yamlError{Problem{File: beside, Reason: "compose would interpolate from it, and it is no plain file", Hint: "Put a regular file in its place."}}
	}
	return nil
}

// maxComposeNodes bounds how many keys and values the files of one project
// may hold: the library's time grows with the square of some.
const maxComposeNodes = 30_000

// maxExtends bounds over how many steps services of one file extend each
// other: the library merges all of them at each step.
const maxExtends = 40

// extendsDeep reports whether services extend each other over too many steps.
func extendsDeep(root *yaml.Node) bool {
	extended := map[string]string{}
	for _, s := range entries(at(root, "services")) {
		name := text(s.value, "extends")
		if name == "" {
			name = text(s.value, "extends", "service")
		}
		extended[s.key.Value] = name
	}
	steps := map[string]int{"": 0}
	for name := range extended { // in any order
		var way []string
		for at := name; ; at = extended[at] {
			if known, done := steps[at]; done {
				for n, passed := range slices.Backward(way) {
					if steps[passed] = known + len(way) - n; steps[passed] > maxExtends {
						return true
					}
				}
				break
			}
			if slices.Contains(way, at) { // in a circle, which the library refuses
				break
			}
			if way = append(way, at); len(way) > maxExtends+1 {
				return true
			}
		}
	}
	return false
}

// weigh adds up how long the values of a document become when they are filled
// in and its aliases written out.
func (p *composeProject) weigh(n *yaml.Node, depth int) {
	if n = follow(n); n == nil || depth > maxYAMLDepth || !p.growth.Bounded() {
		return
	}
	if p.nodes++; p.nodes > maxComposeNodes {
		return
	}
	if n.Kind == yaml.ScalarNode {
		p.growth.Text(n.Value)
	}
	for _, child := range n.Content {
		p.weigh(child, depth+1)
	}
}

// includedFiles gives the paths of one entry of include.
func includedFiles(include *yaml.Node) []*yaml.Node {
	if include != nil && include.Kind == yaml.ScalarNode {
		return []*yaml.Node{include}
	}
	return oneOrMore(at(include, "path"))
}

var quietLibrary = sync.OnceFunc(func() { logrus.SetOutput(io.Discard) })

// loadCompose has the files resolved. Errors are *yamlError and hold no value.
func (f *finder) loadCompose(files, profiles []string) (project *composeProject, err error) {
	quietLibrary()
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
	for _, file := range files {
		if err := f.vet(p, file, folder); err != nil {
			return nil, err
		}
		src, err := f.tree.ReadFile(file)
		if err != nil {
			return nil, err
		}
		if f.composed += len(src); f.composed > maxComposed {
			return nil, &yamlError{Problem{File: file, Reason: "this tree holds more in compose files than is looked at: this one was not read", Hint: "Name those that matter in inzicht.toml, and leave out others with exclude.files."}}
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

// writePast writes the compose files of an earlier state into a temporary
// folder, and those alone: the library opens what a project takes in by itself.
func (f *finder) writePast(p *composeProject, details *types.ConfigDetails) (shown string, err error) {
	failed := &yamlError{Problem{File: p.files[0], Reason: "its earlier state was not resolved: no temporary folder can be written", Hint: "Make room there, or set TMPDIR."}}
	if shown, err = scratch.Folder(); err != nil {
		return "", failed
	}
	for _, file := range append(slices.Clone(p.files), p.beside...) {
		src, err := f.tree.ReadFile(file)
		target := filepath.Join(shown, filepath.FromSlash(file))
		if err != nil || os.MkdirAll(filepath.Dir(target), 0o700) != nil || os.WriteFile(target, src, 0o600) != nil {
			scratch.Remove(shown)
			return "", failed
		}
	}
	move := func(path string) string { return shown + strings.TrimPrefix(path, f.tree.Root) }
	details.WorkingDir = move(details.WorkingDir)
	if err := os.MkdirAll(details.WorkingDir, 0o700); err != nil {
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

var placeInProject = regexp.MustCompile(`services\.[A-Za-z0-9_.-]+`)

// placeOf finds the place that the library's error names, in the file that
// says so. The names that it goes by must stand in the file: others may be
// interpolated.
func (f *finder) placeOf(p *composeProject, text string) (found Problem) {
	keys := strings.Split(placeInProject.FindString(text), ".")
	for _, file := range slices.Backward(p.files) {
		documents, _ := f.documentsOf(file)
		for _, d := range documents {
			n := d.root
			for _, key := range keys {
				i := slices.IndexFunc(entries(n), func(e entry) bool { return e.key.Value == key })
				if i < 0 {
					break
				}
				e := entries(n)[i]
				n, found = e.value, Problem{File: file, Line: e.key.Line, Column: e.key.Column}
			}
			if found.Line > 0 {
				return found
			}
		}
	}
	return Problem{File: p.files[0]}
}

// refused says why compose refuses a project, in words of our own: the
// library's may hold interpolated values.
func (f *finder) refused(p *composeProject, err error) error {
	file := p.files[0]
	problem := Problem{File: file, Reason: "compose refuses this file: it does not follow the specification", Hint: "Run compose's own check on it; values are left out here."}
	var own *yamlError
	var required *template.MissingRequiredError
	var invalid *template.InvalidTemplateError
	switch {
	case err == nil:
	case errors.As(err, &own):
		return own
	case errors.As(err, &required):
		problem.Reason = fmt.Sprintf("compose stops here: %s is needed and has no value", required.Variable)
		problem.Hint = fmt.Sprintf("Set %s in the .env beside it; --with-surroundings takes it from the environment of who runs this.", required.Variable)
	case errors.As(err, &invalid):
		problem.Reason, problem.Hint = "compose cannot interpolate a value", "Close every ${, and write $$ for a dollar sign."
	case strings.Contains(err.Error(), "Circular reference"), strings.Contains(err.Error(), "cycle detected"):
		problem.Reason, problem.Hint = "files or services take in each other in a circle", "Break the circle under extends or include."
	case strings.Contains(err.Error(), "cannot extend service"):
		problem.Reason, problem.Hint = "a service extends another that is not there", "Check service and file under extends."
	default:
		where := f.placeOf(p, err.Error())
		problem.File, problem.Line, problem.Column = where.File, where.Line, where.Column
	}
	return &yamlError{problem}
}
