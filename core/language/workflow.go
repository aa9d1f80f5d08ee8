package language

import (
	"bytes"
	"path"
	"strings"

	"inzicht/core/reads"
)

// Workflow files read what the hosting service must supply: ${{ secrets.X }},
// ${{ vars.X }}, and ${{ env.X }} where the file does not set it itself.
var workflow = &reads.Language{
	Name:     "workflow",
	Where:    "YAML in .github/workflows, action.yml",
	Triggers: []string{"${{"},
	OfFile: func(file string) bool {
		folder := path.Dir(file)
		return isYAML(file) && (strings.HasSuffix(folder, ".github/workflows") || strings.HasSuffix(folder, ".gitea/workflows") || strings.HasSuffix(folder, ".forgejo/workflows")) ||
			path.Base(file) == "action.yml" || path.Base(file) == "action.yaml"
	},
	Own: readWorkflow,
}

func readWorkflow(src []byte) (list []reads.Read, err error) {
	for _, line := range linesOf(src, "#") {
		for at := 0; ; {
			open := bytes.Index(line.text[at:], []byte("${{"))
			if open < 0 {
				break
			}
			open += at
			close := bytes.Index(line.text[open:], []byte("}}"))
			if close < 0 {
				break
			}
			at = open + close
			list = append(list, workflowExpression(src, line.text[open:at], line.offset+open)...)
		}
	}
	return list, nil
}

// workflowExpression finds the references in one expression.
func workflowExpression(src, expression []byte, offset int) (list []reads.Read) {
	for _, context := range []string{"secrets.", "vars.", "env."} {
		for at := 0; ; {
			n := bytes.Index(expression[at:], []byte(context))
			if n < 0 {
				break
			}
			at += n
			begins := at == 0 || strings.IndexByte(" ({!=&|,", expression[at-1]) >= 0
			name := leading(string(expression[at+len(context):]))
			here := at
			at += len(context)
			if !begins || name == "" || context == "secrets." && name == "GITHUB_TOKEN" || context == "env." && setsInFile(src, name) {
				continue
			}
			r := reads.Read{Name: name, Access: strings.TrimSuffix(context, "."), Scope: reads.Build}
			if bytes.Contains(expression[at:], []byte("||")) {
				r.Need = reads.Optional
			}
			r.Line, r.Column = lineOf(src, offset+here)
			list = append(list, r)
		}
	}
	return list
}

// setsInFile tells whether a line of the file is "NAME: value".
func setsInFile(src []byte, name string) bool {
	for _, line := range linesOf(src, "#") {
		if bytes.HasPrefix(bytes.TrimLeft(line.text, " "), []byte(name+":")) || bytes.Contains(line.text, []byte(name+"=")) {
			return true
		}
	}
	return false
}
