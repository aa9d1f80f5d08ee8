package language

import (
	"bytes"
	"path"
	"strings"

	"go.yaml.in/yaml/v4"

	"inzicht/core/late"
	"inzicht/core/reads"
)

// What runs on a hosting service gets variables of the project.
var pipeline = &reads.Language{
	Name: "pipeline", Where: ".gitlab-ci.yml, .circleci/config.yml, bitbucket-pipelines.yml and the like", Triggers: []string{"$"},
	OfFile: isPipeline,
	Own: pipelineAsked(suppliedBy(pipelineSupplies...)(byLine("#", reads.Build, late.Regexp(`(?:^\s*(?:-\s+)?(?:export\s+)?|\s)([A-Z][A-Z0-9_]*)(?::\s|:$|=)`), pipelineOwn,
		form{late.Regexp(`\$\{?([A-Z][A-Z0-9_]+)\b`), "$", reads.Expected}))),
}

// Tasks are commands of a shell in YAML.
var taskfile = &reads.Language{
	Name: "taskfile", Names: []string{"Taskfile.yml", "Taskfile.yaml", "taskfile.yml", "taskfile.yaml", "Taskfile.dist.yml", "Taskfile.dist.yaml"}, Triggers: []string{"$"},
	Own: pipelineAsked(byLine("#", reads.Tooling, late.Regexp(`(?:^\s*(?:-\s+)?(?:export\s+)?|[\s{,])([A-Za-z_][A-Za-z0-9_]*)(?::\s|:$|=)`), pipelineOwn,
		form{late.Regexp(`\$\{?([A-Z][A-Z0-9_]+)\b`), "$", reads.Expected})),
}

var (
	pipelineRule = late.Regexp(`^\s*(?:-\s+)?if:`)
	pipelineElse = late.Regexp(`^:?[-+]`)
	pipelineMust = late.Regexp(`^:?\?`)
)

// pipelineFiles are the names of files that say what a hosting service runs.
var pipelineFiles = wordSet("bitbucket-pipelines.yml .travis.yml .drone.yml .woodpecker.yml .woodpecker.yaml .appveyor.yml .cirrus.yml .semaphore.yml azure-pipelines.yml azure-pipelines.yaml .azure-pipelines.yml")

// isPipeline reports whether a file says what a hosting service runs, in commands of a
// shell.
func isPipeline(file string) bool {
	base := path.Base(file)
	folder := path.Base(path.Dir(file))
	return strings.HasSuffix(base, ".gitlab-ci.yml") || strings.Contains(file, ".gitlab/ci/") && isYAML(base) ||
		pipelineFiles[base] || (folder == ".circleci" || folder == ".woodpecker" || folder == ".buildkite" || folder == ".semaphore" || folder == ".azure-pipelines" || folder == ".azuredevops") && isYAML(base)
}

// pipelineSupplies are what the names of variables begin with that the services supply.
var pipelineSupplies = []string{"CI_", "GITLAB_", "CIRCLE_", "BITBUCKET_", "TRAVIS_", "DRONE_", "BUILDKITE_", "CIRRUS_", "SEMAPHORE_", "SYSTEM_", "AGENT_", "BUILD_SOURCE", "BUILD_BUILD", "BUILD_REPOSITORY", "BUILD_ARTIFACT", "BUILD_STAGING", "BUILD_BINARIES", "BUILD_DEFINITION", "BUILD_REASON", "PIPELINE_WORKSPACE", "TF_BUILD"}

// pipelineOwn are variables that the service supplies under plain names.
var pipelineOwn = wordSet("CI HOME PATH PWD USER HOSTNAME SHELL")

// pipelineAsked judges what the commands of a pipeline read as the shell has it, and
// makes optional what a rule of it asks for.
func pipelineAsked(own func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(src []byte) ([]reads.Read, error) {
		list, err := own(src)
		lines := bytes.Split(src, []byte("\n"))
		for n := range list {
			r := &list[n]
			line := lines[r.Line-1]
			at := bytes.Index(line[r.Column-1:], []byte(r.Name)) + r.Column - 1
			before, behind := line[:at], line[at+len(r.Name):]
			if pipelineRule().Match(line) || bytes.HasSuffix(before, []byte("{")) && pipelineElse().Match(behind) || bytes.Contains(before, []byte("${"+r.Name+":+")) {
				r.Need = reads.Optional
			} else if bytes.HasSuffix(before, []byte("{")) && pipelineMust().Match(behind) {
				r.Need = reads.Required
			}
		}
		if len(list) > 0 {
			list = inJobs(list, jobsOf(src))
		}
		return list, err
	}
}

// job is what a job of a pipeline has a shell run.
type job struct {
	text  []byte
	lines []int // of the file, for each line of the text
}

// add adds a line of what is run, which stands on a line of the file.
func (j *job) add(text []byte, line int) {
	if len(j.text) < mostTable {
		j.text = append(append(j.text, text...), '\n')
		j.lines = append(j.lines, line)
	}
}

// inJobs takes what the shell makes of the reads that stand in jobs, and leaves out
// those that are none there.
func inJobs(list []reads.Read, jobs []job) []reads.Read {
	type place struct {
		line int
		name string
	}
	covered, found := map[int]bool{}, map[place]reads.Read{}
	for _, j := range jobs {
		of, err := readShell(j.text)
		if err != nil {
			continue
		}
		for _, line := range j.lines {
			covered[line] = true
		}
		for _, r := range of {
			at := place{j.lines[min(r.Line, len(j.lines))-1], r.Name}
			if known, is := found[at]; !is || known.Need == reads.Expected {
				found[at] = r
			}
		}
	}
	var judged []reads.Read
	for _, r := range list {
		of, is := found[place{r.Line, r.Name}]
		if covered[r.Line] && !is {
			continue
		}
		if is {
			r.Need, r.Fallback, r.FallbackComputed, r.Kind, r.Literals, r.Asked = of.Need, of.Fallback, of.FallbackComputed, of.Kind, of.Literals, of.Asked
		}
		judged = append(judged, r)
	}
	return judged
}

// jobKeys are below what commands stand: those that are run one behind the other, by one
// shell, where they stand in one place, and those that another shell runs.
var (
	jobKeys  = wordSet("BEFORE_SCRIPT BEFORE_INSTALL INSTALL BEFORE_DEPLOY SCRIPT COMMANDS COMMAND CMDS RUN BASH")
	lateKeys = wordSet("AFTER_SCRIPT AFTER_SUCCESS AFTER_FAILURE")
)

// jobsOf returns what the jobs of a pipeline have a shell run.
func jobsOf(src []byte) (jobs []job) {
	if len(src) > mostTable {
		return nil
	}
	defer func() {
		if recover() != nil { // of the parser's own making
			jobs = nil
		}
	}()
	var doc yaml.Node
	if yaml.NewDecoder(bytes.NewReader(src)).Decode(&doc) != nil {
		return nil
	}
	y := &jobReader{lines: bytes.Split(src, []byte("\n"))}
	y.look(&doc, 0)
	return y.jobs
}

// jobReader goes through a pipeline.
type jobReader struct {
	lines [][]byte
	jobs  []job
}

func (y *jobReader) look(n *yaml.Node, depth int) {
	if depth > deepestTable || len(y.jobs) > mostTableReads {
		return
	}
	if n.Kind == yaml.MappingNode {
		var one job
		for i := 0; i+1 < len(n.Content); i += 2 {
			switch word := strings.ToUpper(n.Content[i].Value); {
			case jobKeys[word]:
				y.commands(&one, n.Content[i+1])
			case lateKeys[word]:
				var other job
				y.commands(&other, n.Content[i+1])
				y.jobs = append(y.jobs, other)
			}
		}
		if len(one.lines) > 0 {
			y.jobs = append(y.jobs, one)
		}
	}
	for _, c := range n.Content {
		y.look(c, depth+1)
	}
}

// commands adds the commands of a list, or of one text.
func (y *jobReader) commands(j *job, n *yaml.Node) {
	if n.Kind == yaml.SequenceNode {
		for _, c := range n.Content {
			if c.Kind == yaml.ScalarNode {
				y.commands(j, c)
			}
		}
	}
	if n.Kind != yaml.ScalarNode || n.Line <= 0 || n.Line > len(y.lines) {
		return
	}
	if n.Style&(yaml.LiteralStyle|yaml.FoldedStyle) == 0 {
		j.add([]byte(strings.ReplaceAll(n.Value, "\n", " ")), n.Line)
		return
	}
	within := -1
	for at := n.Line; at < len(y.lines); at++ { // the lines behind the one that says |
		line := y.lines[at]
		text := bytes.TrimLeft(line, " ")
		if indent := len(line) - len(text); len(bytes.TrimSpace(text)) > 0 {
			if within < 0 {
				within = indent
			}
			if indent < within {
				return
			}
		}
		if n.Style&yaml.FoldedStyle != 0 {
			text = append(bytes.Clone(text), " \\"...)
		}
		j.add(text, at+1)
	}
}
