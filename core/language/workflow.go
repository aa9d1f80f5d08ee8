package language

import (
	"bytes"
	"path"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// Workflow files read what the hosting service must supply: ${{ secrets.X }},
// ${{ vars.X }}, and ${{ env.X }} where the file does not set it itself.
var workflow = &reads.Language{
	Name:     "workflow",
	Where:    "YAML in .github/workflows, action.yml",
	Triggers: []string{"${{", "env.", "vars.", "secrets."},
	OfFile: func(file string) bool {
		folder := path.Dir(file)
		return isYAML(file) && (strings.HasSuffix(folder, ".github/workflows") || strings.HasSuffix(folder, ".gitea/workflows") || strings.HasSuffix(folder, ".forgejo/workflows")) ||
			path.Base(file) == "action.yml" || path.Base(file) == "action.yaml"
	},
	Own: readWorkflow,
}

var workflowIf = late.Regexp(`^\s*(?:-\s+)?if:\s`)

func readWorkflow(src []byte) (list []reads.Read, err error) {
	f := &syntax.File{Src: src}
	lines := linesOf(src, "#")
	set := setIn(lines)
	for _, line := range lines {
		found := workflowLine(f, set, line)
		if asked := workflowIf().FindIndex(line.text); asked != nil {
			if len(found) == 0 { // an expression, without marks
				found = workflowExpression(f, set, line.text[asked[1]-1:], line.offset+asked[1]-1)
			}
			for n := range found {
				found[n].Need = reads.Optional
			}
		}
		list = append(list, found...)
	}
	return list, nil
}

// workflowLine finds the references in the expressions of a line that have marks round them.
func workflowLine(f *syntax.File, set map[string]bool, line textLine) (list []reads.Read) {
	for at := 0; ; {
		open := bytes.Index(line.text[at:], []byte("${{"))
		if open < 0 {
			return list
		}
		open += at
		close := bytes.Index(line.text[open:], []byte("}}"))
		if close < 0 {
			return list
		}
		at = open + close
		list = append(list, workflowExpression(f, set, line.text[open:at], line.offset+open)...)
	}
}

// workflowExpression finds the references in one expression.
func workflowExpression(f *syntax.File, set map[string]bool, expression []byte, offset int) (list []reads.Read) {
	lastOr := bytes.LastIndex(expression, []byte("||"))
	for _, context := range []string{"secrets.", "vars.", "env."} {
		for at := 0; ; {
			n := bytes.Index(expression[at:], []byte(context))
			if n < 0 {
				break
			}
			at += n
			begins := at == 0 || strings.IndexByte(" ({!=&|,", expression[at-1]) >= 0
			here := at
			at += len(context)
			name := leading(string(expression[at:min(at+256, len(expression))]))
			if !begins || name == "" || context == "secrets." && name == "GITHUB_TOKEN" || context == "env." && set[name] {
				continue
			}
			r := reads.Read{Name: name, Access: strings.TrimSuffix(context, "."), Scope: reads.Build}
			if lastOr >= at {
				r.Need = reads.Optional
			}
			r.Line, r.Column = f.Position(offset + here)
			list = append(list, r)
		}
	}
	return list
}

// setIn returns the names that lines set, as "NAME: value" or NAME=value.
func setIn(lines []textLine) map[string]bool {
	set := map[string]bool{}
	for _, line := range lines {
		text := bytes.TrimLeft(line.text, " ")
		if before, _, found := bytes.Cut(text, []byte(":")); found && len(before) < 256 {
			set[string(before)] = true
		}
		for at := 0; ; {
			n := bytes.IndexByte(text[at:], '=')
			if n < 0 {
				break
			}
			at += n
			begin := at
			for begin > 0 && at-begin < 256 && isShellName("_"+string(text[begin-1:begin])) {
				begin--
			}
			set[string(text[begin:at])] = true
			at++
		}
	}
	return set
}
