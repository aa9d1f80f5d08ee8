package reads

import (
	"bytes"

	"inzicht/core/syntax"
)

// IndentOutline outlines a language whose blocks are made by indentation.
func IndentOutline(f *syntax.File) *Outline {
	o := NewOutline(f)
	heads := o.indentBlocks(f)
	for i := range f.Tokens {
		if f.Is(i, "lambda") {
			heads = append(heads, o.lambda(f, i))
		}
	}
	o.comprehensions(f)
	o.fillBlocks()
	for n := range o.Functions {
		fn := &o.Functions[n]
		fn.Owner = o.classAt(fn.At)
		bindParams(f, o, n, heads[n], o.blockAt(fn.Body), func(part Range) int { return pythonParam(f, part) })
	}
	bindAssignments(f, o, true, true)
	bindLoops(f, o)
	bindWith(f, o)
	return o
}

func pythonParam(f *syntax.File, part Range) int {
	for i := part.Lo; i < part.Hi; i++ {
		if f.Kind(i) == syntax.Word {
			return i
		}
	}
	return -1
}

// openBlock is a block whose end is not yet known: it ends before the first
// line indented no deeper than its head.
type openBlock struct {
	indent int
	block  int // index into Outline.blocks
	fn     int // index into Outline.Functions, or -1
}

// indentBlocks makes a block of everything that hangs under a line ending in
// a colon, and returns the parameter lists of the functions among them.
func (o *Outline) indentBlocks(f *syntax.File) (params []Range) {
	var open []openBlock
	closeTo := func(indent, at int) {
		for len(open) > 0 && open[len(open)-1].indent >= indent {
			top := open[len(open)-1]
			open = open[:len(open)-1]
			o.blocks[top.block].Hi = at
			if top.fn >= 0 {
				o.Functions[top.fn].Body.Hi = at
			}
		}
	}
	for i := 0; i < len(f.Tokens); i++ {
		t := &f.Tokens[i]
		if !t.NewLine || o.parent[i] >= 0 {
			continue
		}
		indent := indentOf(f, int(t.Start))
		closeTo(indent, i)
		colon := headColon(f, o, i)
		if colon < 0 {
			continue
		}
		b := block{Range: Range{colon + 1, len(f.Tokens)}}
		at := openBlock{indent: indent, block: len(o.blocks), fn: -1}
		word := i
		if f.Is(word, "async") {
			word++
		}
		switch f.Text(word) {
		case "def":
			b.function = true
			at.fn = len(o.Functions)
			list := Range{}
			if f.Is(word+2, "(") && f.Mate(word+2) > 0 {
				list = Range{word + 3, f.Mate(word + 2)}
			}
			params = append(params, list)
			o.Functions = append(o.Functions, Function{Name: f.Text(word + 1), At: word + 1, Body: b.Range})
		case "class":
			b.name = f.Text(word + 1)
		}
		o.blocks = append(o.blocks, b)
		open = append(open, at)
	}
	closeTo(-1, len(f.Tokens))
	return params
}

var compounds = map[string]bool{
	"def": true, "class": true, "if": true, "elif": true, "else": true, "for": true, "while": true, "try": true,
	"except": true, "finally": true, "with": true, "async": true, "match": true, "case": true,
}

// headColon finds the colon that ends the head of a compound statement, or -1.
func headColon(f *syntax.File, o *Outline, i int) int {
	if !compounds[f.Text(i)] {
		return -1
	}
	for j := i + 1; j < len(f.Tokens); j++ {
		if f.Tokens[j].NewLine && o.parent[j] < 0 {
			return -1
		}
		if m := f.Mate(j); m > j {
			j = m
			continue
		}
		if f.Is(j, "lambda") {
			for j+1 < len(f.Tokens) && !f.Is(j, ":") {
				j++
			}
			continue
		}
		if f.Is(j, ":") {
			return j
		}
	}
	return -1
}

func indentOf(f *syntax.File, offset int) int {
	start := bytes.LastIndexByte(f.Src[:offset], '\n') + 1
	width := 0
	for _, c := range f.Src[start:offset] {
		if c == '\t' {
			width += 8 - width%8
		} else {
			width++
		}
	}
	return width
}

// lambda makes a function of "lambda a, b: body" and gives its parameter list.
func (o *Outline) lambda(f *syntax.File, i int) Range {
	colon := i + 1
	for colon < len(f.Tokens) && colon < i+100 && !f.Is(colon, ":") {
		if m := f.Mate(colon); m > colon {
			colon = m
		}
		colon++
	}
	body := Range{colon + 1, valueEnd(f, o, min(colon+1, len(f.Tokens)-1), true)}
	if body.empty() {
		body = Range{i, i + 1}
	}
	o.Functions = append(o.Functions, Function{Name: assignedName(f, i), At: i, Body: body})
	o.blocks = append(o.blocks, block{Range: body, function: true})
	return Range{i + 1, min(colon, len(f.Tokens))}
}

// comprehensions makes a block of every bracket with a "for" in it.
func (o *Outline) comprehensions(f *syntax.File) {
	last := -1
	for i := range f.Tokens {
		p := int(o.parent[i])
		if p < 0 || p == last || f.Tokens[i].Kind != syntax.Word || !f.Is(i, "for") {
			continue
		}
		last = p
		o.blocks = append(o.blocks, block{Range: Range{p + 1, f.Mate(p)}, comprehension: true})
	}
}

// sourceEnd returns the end of what a comprehension goes through.
func sourceEnd(f *syntax.File, lo, hi int) int {
	end := expressionEnd(f, lo, hi, false)
	for i := lo; i < end; i++ {
		if m := f.Mate(i); m > i {
			i = m
		} else if f.Is(i, "if") || f.Is(i, "for") || f.Is(i, "async") {
			return i
		}
	}
	return end
}

// bindWith hides names that "with … as name" and "except … as name" bind.
func bindWith(f *syntax.File, o *Outline) {
	for i := 1; i+1 < len(f.Tokens); i++ {
		if f.Is(i, "as") && f.Is(i+2, ":") && f.Kind(i+1) == syntax.Word {
			o.Bind(f.Text(i+1), Binding{At: i + 1, Function: -1})
		}
	}
}
