package reads

import "inzicht/core/syntax"

// linesEnd returns the token behind the lines from token i on that are set in deeper
// than the line that token head is on.
func linesEnd(f *syntax.File, head, i int) int {
	for head > 0 && !f.Tokens[head].NewLine {
		head--
	}
	margin := indentOf(f, int(f.Tokens[head].Start))
	for ; i < len(f.Tokens); i++ {
		if f.Tokens[i].NewLine && indentOf(f, int(f.Tokens[i].Start)) <= margin {
			break
		}
		if m := f.Mate(i); m > i {
			i = m
		}
	}
	return i
}

// lineBlocks makes a block of the lines below a class whose head ends in a colon.
func (o *Outline) lineBlocks(f *syntax.File) {
	for i := 1; i+1 < len(f.Tokens); i++ {
		if !f.Is(i, ":") || !f.Tokens[i+1].NewLine || f.Kind(i) != syntax.Punct {
			continue
		}
		head := i
		for head > 0 && !f.Tokens[head].NewLine {
			head--
		}
		if name := classNamed(f, Range{head, i}); name != "" {
			o.blocks = append(o.blocks, block{Range: Range{i + 1, linesEnd(f, head, i+1)}, name: name})
		}
	}
}

// classNamed returns the name of the class that a head declares, or "".
func classNamed(f *syntax.File, head Range) string {
	for i := head.Lo; i < head.Hi && f.Kind(i) == syntax.Word; i++ {
		switch f.Text(i) {
		case "class", "object", "trait", "enum":
			if f.Kind(i+1) == syntax.Word && !f.Is(i+1, "class") && !f.Is(i+1, "object") {
				return f.Text(i + 1)
			}
		}
	}
	return ""
}
