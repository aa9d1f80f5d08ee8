package document

import (
	"bytes"
	"fmt"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"inzicht/core/contract"
	"inzicht/core/envfile"
	"inzicht/core/late"
	"inzicht/core/marked"
	"inzicht/core/reads"
	"inzicht/core/secrecy"
	"inzicht/core/survey"
)

// Lines returns what an example file says of a variable: what it is for, what
// the code says of it, and the variable with a harmless value; commented out
// where the code lives without it.
func Lines(s *survey.Survey, v *contract.Variable) []string {
	assignment := v.Name + "=" + harmless(v)
	if v.Need == reads.Optional || !slices.ContainsFunc(v.Reads, contract.Counts) {
		assignment = "# " + assignment
	}
	return append(Comment(s, v), assignment)
}

// Comment returns what an example file says of a variable above its line.
func Comment(s *survey.Survey, v *contract.Variable) (lines []string) {
	first := leading(v)
	if about := aboutOf(s, v, first); about != "" {
		lines = append(lines, "# "+about)
	}
	return append(lines, "# "+factsOf(v, first))
}

// leading returns the read that says most of a variable: one that counts, and
// with the variable's own need.
func leading(v *contract.Variable) reads.Read {
	for _, fits := range []func(reads.Read) bool{
		func(r reads.Read) bool { return contract.Counts(r) && r.Need == v.Need },
		contract.Counts,
	} {
		if i := slices.IndexFunc(v.Reads, fits); i >= 0 {
			return v.Reads[i]
		}
	}
	return v.Reads[0]
}

// needOf says how much a variable is needed, and where that is for some values of others alone.
func needOf(v *contract.Variable) string {
	var demanded []reads.When
	always := v.Need != reads.Required
	for _, r := range v.Reads {
		if !contract.Counts(r) {
			continue
		}
		demanded = append(demanded, r.Demanded...)
		if r.Need == reads.Required {
			if len(r.When) == 0 {
				always = true
			} else {
				demanded = append(demanded, r.When...)
			}
		}
	}
	switch {
	case len(demanded) == 0 || always && v.Need == reads.Required:
		return string(v.Need)
	case v.Need == reads.Required:
		return "required where " + demanded[0].String()
	}
	return string(v.Need) + ", required where " + demanded[0].String()
}

// factsOf says in one line what the code says of a variable, and where.
func factsOf(v *contract.Variable, first reads.Read) string {
	parts := []string{needOf(v)}
	switch {
	case v.Kind == reads.Choice && !v.Secret && len(v.Literals) > 0:
		parts = append(parts, "one of "+strings.Join(plainOnes(v.Literals), ", "))
	case v.Kind != reads.Text && v.Kind != reads.Choice:
		parts = append(parts, bounded(v))
	}
	if v.Secret {
		parts = append(parts, "secret")
	}
	if !slices.ContainsFunc(v.Reads, contract.Counts) {
		parts = append(parts, "in "+string(first.Scope))
	}
	where := fmt.Sprintf("%s:%d", first.File, first.Line)
	if more := len(v.Reads) - 1; more > 0 {
		where += fmt.Sprintf(" and %d more", more)
	}
	return marked.Line(strings.Join(parts, ", ") + "; read in " + where)
}

// plainOnes returns literals fit for a comment.
func plainOnes(literals []string) (list []string) {
	for _, l := range literals {
		if l != "" {
			list = append(list, secrecy.Shown(false, l))
		}
	}
	return list
}

// harmless returns a value that may stand in an example: the fallback, where all
// reads have the same and it is no secret; otherwise nothing.
func harmless(v *contract.Variable) string {
	if v.Secret || len(v.Fallbacks) != 1 || secrecy.HoldsSecret(v.Fallbacks[0]) || strings.ContainsAny(v.Fallbacks[0], "\n\r$`") {
		return ""
	}
	raw, _ := envfile.Written(v.Name, v.Fallbacks[0])
	return raw
}

// commentLine is a line of source that is a comment and nothing else.
var commentLine = late.Regexp(`^\s*(?://+|#+|--+|\*|;+)\s*(\S.*?)\s*(?:\*/)?$`)

// remark are comments that are for tools, or for who writes the code.
var remark = late.Regexp(`(?i)^(todo|fixme|xxx|hack|nolint|noqa|type:|pragma|eslint|prettier|ts-|@ts|!|go:|region|endregion|copyright|spdx|-+$|=+$|\*+$)`)

// aboutOf says what a variable is for: as the configuration states, or as the
// comment directly above the read does.
func aboutOf(s *survey.Survey, v *contract.Variable, r reads.Read) string {
	if v.About != "" {
		return marked.Line(v.About)
	}
	src, err := s.Tree.ReadFile(r.File)
	if err != nil {
		return ""
	}
	lines := bytes.SplitN(src, []byte{'\n'}, r.Line+1)
	var said []string
	for n := r.Line - 2; n >= 0 && n < len(lines) && len(said) < mostLines; n-- {
		found := commentLine().FindSubmatch(lines[n])
		if found == nil || remark().Match(found[1]) {
			break
		}
		said = append(said, string(found[1]))
	}
	slices.Reverse(said)
	return secrecy.MaskParts(marked.Line(sentence(strings.Join(said, " "))))
}

const (
	mostLines   = 6   // of a comment
	longestSaid = 120 // characters of a sentence that is taken over
)

// sentence returns the first sentence of a comment, if it is one: it begins with
// a capital letter, is not too long, and is no code.
func sentence(said string) string {
	if n := strings.Index(said, ". "); n >= 0 {
		said = said[:n+1]
	}
	if first, _ := utf8.DecodeRuneInString(said); !unicode.IsUpper(first) || len(said) > longestSaid || strings.ContainsAny(said, "{};=") {
		return ""
	}
	return said
}
