package environment

import (
	"bytes"
	"path"
	"strings"

	"github.com/bmatcuk/doublestar/v4"
	"github.com/moby/buildkit/frontend/dockerfile/parser"
	"github.com/moby/patternmatcher"
	"github.com/moby/patternmatcher/ignorefile"

	"inzicht/core/tree"
)

// Copied is a place in a Dockerfile that takes a file into the image.
type Copied struct {
	Dockerfile string
	Line       int
	IgnoreFile string // that would keep the file out
}

// CopiedInto finds the Dockerfiles that would copy a file into their image,
// since their build's ignore file does not name it. Only the last stage of a
// build, and the stages it is made from, count.
func (s *All) CopiedInto(t *tree.Tree, file string) (list []Copied) {
	for _, image := range s.Images {
		contexts := s.contexts[image]
		if len(contexts) == 0 {
			contexts = []string{path.Dir(image)}
		}
		for _, context := range contexts {
			inside, within := strings.CutPrefix(file, context+"/")
			if context == "." {
				inside, within = file, true
			}
			if !within {
				continue
			}
			line := copyLine(t, image, inside)
			ignoreFile, ignored := isIgnored(t, image, context, inside)
			if line > 0 && !ignored {
				list = append(list, Copied{image, line, ignoreFile})
				break
			}
		}
	}
	return list
}

// copyLine returns the line of the COPY or ADD that takes a file of the context
// into the image, or 0.
func copyLine(t *tree.Tree, image, file string) (line int) {
	src, err := t.ReadFile(image)
	if err != nil {
		return 0
	}
	defer func() {
		if recover() != nil {
			line = 0
		}
	}()
	parsed, err := parser.Parse(bytes.NewReader(src))
	if err != nil {
		return 0
	}
	lines := map[string]int{} // by stage, as its base has it
	stage := ""
	for _, node := range parsed.AST.Children {
		switch strings.ToLower(node.Value) {
		case "from":
			line = 0
			stage = ""
			if node.Next != nil {
				line = lines[strings.ToLower(node.Next.Value)]
				if as := node.Next.Next; as != nil && as.Next != nil {
					stage = strings.ToLower(as.Next.Value)
				}
			}
		case "copy", "add":
			if line == 0 && takes(node, file) {
				line = node.StartLine
			}
		}
		if stage != "" {
			lines[stage] = line
		}
	}
	return line
}

// takes reports whether a COPY or ADD takes in a file of the context.
func takes(node *parser.Node, file string) bool {
	for _, flag := range node.Flags {
		if strings.HasPrefix(flag, "--from") {
			return false
		}
		if pattern, found := strings.CutPrefix(flag, "--exclude="); found {
			if ok, _ := doublestar.Match(strings.TrimPrefix(pattern, "/"), file); ok || strings.HasPrefix(file, strings.TrimSuffix(pattern, "/")+"/") {
				return false
			}
		}
	}
	var words []string
	for n := node.Next; n != nil; n = n.Next {
		words = append(words, n.Value)
	}
	if len(words) < 2 {
		return false
	}
	for _, source := range words[:len(words)-1] {
		source = strings.TrimPrefix(path.Clean("/"+source), "/")
		if source == "" || source == file || strings.HasPrefix(file, source+"/") {
			return true
		}
		if ok, _ := path.Match(source, file); ok {
			return true
		}
	}
	return false
}

// isIgnored reports whether the ignore file of a build keeps a file out, and
// which ignore file that is or would be.
func isIgnored(t *tree.Tree, image, context, file string) (ignoreFile string, ignored bool) {
	ignoreFile = path.Join(context, ".dockerignore")
	src, err := t.ReadFile(image + ".dockerignore")
	if err == nil {
		ignoreFile = image + ".dockerignore"
	} else if src, err = t.ReadFile(ignoreFile); err != nil {
		return ignoreFile, false
	}
	patterns, err := ignorefile.ReadAll(bytes.NewReader(src))
	if err != nil {
		return ignoreFile, false
	}
	matcher, err := patternmatcher.New(patterns)
	if err != nil {
		return ignoreFile, false
	}
	ignored, _ = matcher.MatchesOrParentMatches(file)
	return ignoreFile, ignored
}
