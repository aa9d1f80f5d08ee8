package environment

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/late"
	"inzicht/core/tree"
)

// Which image is made of which component, files say that build it: docker build -t gate services/gate in a script, a
// makefile or a workflow, and the steps of builders. So a workload is tied to code whatever its image is called.

// mostBuilders bounds how many files are asked for the images that they build, longestBuilder how many bytes of each, and
// mostBuilt how many images one may build.
const (
	mostBuilders   = 300
	longestBuilder = 1 << 17
	mostBuilt      = 32
	mostNames      = 2000 // that a file gives values
)

var (
	buildCommand = late.Regexp(`(?:\bcd\s+(\S+)\s*&&\s*)?\b(?:docker|podman|nerdctl|buildah)\s+(?:buildx\s+|image\s+)?(?:build|bud)\b([^\n;&|]*)`)
	continued    = late.Regexp(`\\\r?\n\s*`)
	yamlTags     = late.Regexp(`(?m)^\s*(?:-\s+)?(?:context:\s*(\S+)|file:\s*(\S+)|tags:[ \t]*[|>]?-?[ \t]*\n?[ \t]*(\S.*?)|image:\s*(\S+))[ \t\r]*$`)
	assigned     = late.Regexp(`(?m)^[ \t]*(?:export\s+)?(\w+)[ \t]*[:?]?[=:][ \t]*["']?([\w./:-]+)`)
	usedName     = late.Regexp(`\$\{\{\s*(?:env|vars)\.(\w+)\s*\}\}|\$\(?\{?(\w+)\}?\)?`)
)

// builders are names of files that may build images; those of the second kind mean paths from their own folder.
var (
	builders    = []string{"*.sh", "*.bash", "*.mk", ".gitlab-ci.y*ml", "azure-pipelines.y*ml", "bitbucket-pipelines.y*ml", "cloudbuild.y*ml", "skaffold.y*ml", "Jenkinsfile", "Tiltfile"}
	ownBuilders = []string{"Makefile", "makefile", "GNUmakefile", "justfile", "Justfile", "Taskfile.y*ml", "package.json", "README.md", "README"}
)

// built returns the component that an image is built of, by its name without registry and tag, where exactly one is.
func (f *finder) built(image string) (tree.Component, bool) {
	if f.ofImages == nil {
		f.findBuilt()
	}
	if list := f.ofImages[image]; len(list) == 1 {
		return list[0], true
	}
	return tree.Component{}, false
}

// findBuilt notes what the files of the tree build.
func (f *finder) findBuilt() {
	asked := 0
	f.ofImages = map[string][]tree.Component{}
	for _, file := range f.tree.Files {
		folder, is := builderOf(file.Path)
		if !is || asked == mostBuilders {
			continue
		}
		asked++
		src, err := f.tree.ReadFile(file.Path)
		if err != nil || len(src) > longestBuilder {
			continue
		}
		b := builder{f, folder, string(src), namesGiven(string(src))}
		b.builtByCommands()
		if strings.HasSuffix(file.Path, "ml") {
			b.builtBySteps()
		}
	}
}

// builder is a file that may build images.
type builder struct {
	*finder
	folder string // in which its paths begin
	text   string
	names  map[string]string // what it gives names
}

// namesGiven returns what a file gives names, the first of each.
func namesGiven(text string) map[string]string {
	names := map[string]string{}
	for _, found := range assigned().FindAllStringSubmatch(text, mostNames) {
		if names[found[1]] == "" {
			names[found[1]] = found[2]
		}
	}
	return names
}

// builderOf reports whether a file may build images, and returns the folder that its paths begin in.
func builderOf(file string) (folder string, is bool) {
	dir, base := path.Split(file)
	fits := func(patterns []string) bool {
		for _, p := range patterns {
			if ok, _ := path.Match(p, base); ok {
				return true
			}
		}
		return false
	}
	ci := strings.HasPrefix(file, ".github/workflows/") || strings.HasPrefix(file, ".circleci/") || strings.HasPrefix(file, ".gitea/workflows/")
	if fits(ownBuilders) {
		return strings.TrimSuffix(dir, "/"), true
	}
	return "", ci || fits(builders)
}

// builtByCommands notes what commands build: docker build -t gate:1 -f deploy/Dockerfile services/gate.
func (b *builder) builtByCommands() {
	text := continued().ReplaceAllString(b.text, " ")
	for _, found := range buildCommand().FindAllStringSubmatch(text, mostBuilt) {
		var images []string
		file, context := "", ""
		words := strings.Fields(found[2])
		for i := 0; i < len(words); i++ {
			option, value, has := strings.Cut(words[i], "=")
			if !strings.HasPrefix(option, "-") {
				context = strings.Trim(words[i], `"'),`)
				continue
			}
			if !has && takesValue[option] && i+1 < len(words) {
				i++
				value = words[i]
			}
			switch option {
			case "-t", "--tag":
				images = append(images, value)
			case "-f", "--file":
				file = strings.Trim(value, `"'`)
			}
		}
		if context == "" || strings.ContainsAny(context, "$`") && context != "$(pwd)" && context != "$PWD" {
			continue
		}
		if strings.Contains(context, "$") {
			context = "."
		}
		for _, image := range images[:min(len(images), mostBuilt)] {
			b.noteBuilt(image, path.Join(b.folder, found[1], context), path.Join(b.folder, found[1], file), file != "")
		}
	}
}

// takesValue are options of such commands that a value follows.
var takesValue = map[string]bool{"-t": true, "--tag": true, "-f": true, "--file": true, "--build-arg": true, "--target": true, "--platform": true, "--label": true, "--cache-from": true, "--cache-to": true, "--secret": true, "--ssh": true, "--network": true, "-o": true, "--output": true, "--progress": true, "--build-context": true, "--builder": true}

// builtBySteps notes what steps in YAML build: tags and a context beside each other, or an image and its context.
func (b *builder) builtBySteps() {
	text := b.text
	context, file, image := "", "", ""
	flush := func() {
		if context != "" && image != "" {
			b.noteBuilt(image, context, file, file != "")
			context, file, image = "", "", ""
		}
	}
	lines := 0
	last := 0
	for _, at := range yamlTags().FindAllStringSubmatchIndex(text, 8*mostBuilt) {
		lines = strings.Count(text[last:at[0]], "\n")
		if last = at[0]; lines > mostBetween {
			context, file, image = "", "", ""
		}
		group := func(n int) string {
			if at[2*n] < 0 {
				return ""
			}
			return strings.Trim(text[at[2*n]:at[2*n+1]], `"',`)
		}
		switch {
		case group(1) != "":
			context = group(1)
		case group(2) != "":
			file = group(2)
		default:
			image = group(3) + group(4)
		}
		flush()
	}
}

// mostBetween bounds how many lines stand between what belongs to one step.
const mostBetween = 6

// noteBuilt notes that an image is built in a folder, or of a file.
func (b *builder) noteBuilt(image, context, file string, hasFile bool) {
	name := imageName(strings.Trim(b.filledIn(strings.Trim(image, `"'`)), `"'`))
	if name == "" || strings.ContainsAny(name, "${}()") {
		return
	}
	context, inside := b.tree.Inside(context)
	if !inside {
		return
	}
	component := b.tree.ComponentOf(path.Join(context, "x"))
	if hasFile {
		if c := b.tree.ComponentOf(file); c.Name != "" {
			component = c
		}
	}
	if !slices.ContainsFunc(b.ofImages[name], func(known tree.Component) bool { return known.Folder == component.Folder }) {
		b.ofImages[name] = append(b.ofImages[name], component)
	}
}

// filledIn returns a text with the names in it filled in that the file gives a value, but for what stands behind the last
// colon: $(IMAGE):$(TAG).
func (b *builder) filledIn(image string) string {
	if at := strings.LastIndexByte(image, ':'); at > strings.LastIndexByte(image, '/') && !strings.Contains(image[at:], "}/") {
		image = image[:at]
	}
	return usedName().ReplaceAllStringFunc(image, func(use string) string {
		m := usedName().FindStringSubmatch(use)
		if value := b.names[m[1]+m[2]]; value != "" {
			return value
		}
		return use
	})
}
