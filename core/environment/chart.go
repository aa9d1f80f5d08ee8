package environment

import (
	"bytes"
	"fmt"
	"path"
	"slices"
	"strings"

	"go.yaml.in/yaml/v4"

	"inzicht/core/late"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// A chart is manifests with actions in double braces, and files of values. No
// template is run here: an action that only names a value is filled in, and
// whatever else an action may give is not seen. So a container of a chart may
// have more variables than are known.

// chart is a folder with a Chart.yaml.
type chart struct {
	folder, name string
	templates    []string
	values       []string // files of values, that of the chart itself first
}

// charts returns the charts of the tree, by their folders.
func (f *finder) charts() (list []*chart) {
	byFolder := map[string]*chart{}
	for _, file := range f.tree.Files {
		if path.Base(file.Path) == "Chart.yaml" && !tree.IsTestPath(file.Path) {
			c := &chart{folder: path.Dir(file.Path)}
			if documents, err := f.documentsOf(file.Path); err == nil && len(documents) > 0 {
				c.name = text(documents[0].root, "name")
			}
			byFolder[c.folder] = c
			list = append(list, c)
		}
	}
	if len(list) == 0 {
		return nil
	}
	for _, file := range f.tree.Files {
		if !isYAML(file.Path) {
			continue
		}
		folder := path.Dir(file.Path)
		if c := byFolder[folder]; c != nil && strings.HasPrefix(path.Base(file.Path), "values") {
			c.values = append(c.values, file.Path)
		}
		if at := strings.LastIndex("/"+file.Path, "/templates/"); at >= 0 {
			if c := byFolder[path.Clean(file.Path[:max(at-1, 0)])]; c != nil {
				c.templates = append(c.templates, file.Path)
			}
		}
	}
	for _, c := range list {
		sorting.By(c.values, func(a, b string) int { return len(c.stage(a)) - len(c.stage(b)) })
	}
	return list
}

// inChart reports whether a file is a template of one of some charts.
func inChart(charts []*chart, file string) bool {
	return slices.ContainsFunc(charts, func(c *chart) bool { return slices.Contains(c.templates, file) })
}

// stage returns the stage that a file of values is for, or "".
func (c *chart) stage(file string) string {
	stem := strings.TrimSuffix(path.Base(file), path.Ext(file))
	return strings.Trim(strings.TrimPrefix(stem, "values"), "-_.")
}

// discoverCharts takes each chart, with each of its files of values, for one
// cluster.
func (f *finder) discoverCharts(charts []*chart) {
	for _, c := range charts {
		stages := c.values
		if len(stages) == 0 {
			stages = []string{""}
		}
		for _, file := range stages {
			values := map[string]string{}
			f.valuesOf(path.Join(c.folder, "values.yaml"), values)
			prefix := "kubernetes"
			if stage := c.stage(file); file != "" && stage != "" {
				f.valuesOf(file, values)
				prefix += "." + stage
			}
			f.workloads(prefix, f.rendered(c, values))
		}
	}
}

// valuesOf adds the scalars of a file of values, by their paths.
func (f *finder) valuesOf(file string, values map[string]string) {
	if !f.tree.Has(file) {
		return
	}
	documents, err := f.documentsOf(file)
	if err != nil {
		f.noteYAML(err)
		return
	}
	var walk func(n *yaml.Node, at string, depth int)
	walk = func(n *yaml.Node, at string, depth int) {
		for _, e := range entries(n) {
			name := at + "." + e.key.Value
			if value := follow(e.value); value != nil && value.Kind == yaml.ScalarNode {
				values[name] = value.Value
			} else if depth < maxYAMLDepth {
				walk(value, name, depth+1)
			}
		}
	}
	for _, d := range documents {
		walk(d.root, ".Values", 0)
	}
}

// rendered returns what the templates of a chart describe with some values.
func (f *finder) rendered(c *chart, values map[string]string) *cluster {
	out := &cluster{}
	for _, file := range c.templates {
		src, err := f.tree.ReadFile(file)
		if err != nil || len(src) > maxYAML || !isManifest(src, file) {
			continue
		}
		filled, whole := fillActions(src, func(action string) (string, bool) { return c.action(action, values) })
		documents, problem := parseYAML(file, filled)
		if problem != nil { // what a template gives may be other than what it looks like
			continue
		}
		from := len(out.workloads)
		out.take(f, documents)
		for n := from; n < len(out.workloads) && !whole; n++ {
			out.workloads[n].open = fmt.Sprintf("what the template %s gives besides", file)
		}
	}
	return out
}

var (
	actions   = late.Regexp(`(?s)\{\{.*?\}\}`)
	oneValue  = late.Regexp(`^(\.Values(?:\.\w+)+)((?:\s*\|\s*(?:quote|squote|toString|trim|int|int64|default\s+(?:"[^"]*"|\S+)))*)$`)
	ofChart   = late.Regexp(`^(?:\.Chart\.Name|\.Release\.Name|(?:include|template)\s+"[^"]*(?:name|Name)"\s+[.$])(?:\s*\|.*)?$`)
	byDefault = late.Regexp(`default\s+("[^"]*"|\S+)`)
)

// unfilled takes the place of an action that is not known.
const unfilled = "\ue000"

// fillActions returns a template with its actions filled in or passed over,
// line by line; whole says that nothing was passed over.
func fillActions(src []byte, action func(string) (string, bool)) (out []byte, whole bool) {
	whole = true
	at := 0
	for _, m := range actions().FindAllIndex(src, -1) {
		out = append(out, src[at:m[0]]...)
		inner := strings.TrimSpace(strings.Trim(string(src[m[0]+2:m[1]-2]), "-"))
		value, known := action(inner)
		switch {
		case alone(src, m[0], m[1]):
			whole = whole && strings.HasPrefix(inner, "/*")
			out = append(out, bytes.Repeat([]byte{'\n'}, bytes.Count(src[m[0]:m[1]], []byte{'\n'}))...)
		case known:
			out = append(out, value...)
		default:
			whole = false
			out = append(out, unfilled...)
		}
		at = m[1]
	}
	return append(out, src[at:]...), whole
}

// alone reports whether nothing else is in the lines of src[from:to].
func alone(src []byte, from, to int) bool {
	before := src[bytes.LastIndexByte(src[:from], '\n')+1 : from]
	after, _, _ := bytes.Cut(src[to:], []byte{'\n'})
	return len(bytes.TrimSpace(before)) == 0 && len(bytes.TrimSpace(after)) == 0
}

// action returns what an action gives, where it only names something.
func (c *chart) action(action string, values map[string]string) (string, bool) {
	if ofChart().MatchString(action) {
		return c.name, c.name != ""
	}
	m := oneValue().FindStringSubmatch(action)
	if m == nil {
		return "", false
	}
	value, known := values[m[1]]
	if other := byDefault().FindStringSubmatch(m[2]); value == "" && other != nil && !strings.HasPrefix(other[1], ".") {
		value, known = strings.Trim(other[1], `"`), true
	}
	if strings.Contains(m[2], "quote") && known && !strings.ContainsAny(value, "\"\\\n") {
		value = `"` + value + `"`
	}
	return value, known && !strings.Contains(value, "\n")
}
