package reads

import "inzicht/core/syntax"

// Ends says how a language closes its blocks with a word.
type Ends struct {
	Openers   map[string]bool // words that begin a block
	Modifiers map[string]bool // of these, those that begin none behind a statement: x if y
	Loops     map[string]bool // words whose "do" belongs to them
	Functions map[string]bool // of the openers, those that begin a function
	Classes   map[string]bool // and those that begin a class or module
	Closers   map[string]bool
	Do        bool // do begins a block
}

// EndOutline outlines a language whose blocks end with a word.
func EndOutline(ends Ends, lineEnds bool) func(*syntax.File) *Outline {
	return func(f *syntax.File) *Outline {
		o := NewOutline(f)
		o.braceBlocks(f, false)
		o.endBlocks(f, ends, lineEnds)
		o.bindNames(f, lineEnds)
		bindBlockParams(f, o)
		return o
	}
}

// bindBlockParams binds the parameters of blocks, { |a, b| … } and do |a, b| ….
func bindBlockParams(f *syntax.File, o *Outline) {
	for i := range f.Tokens {
		if f.Is(i, "|") && (f.Is(i-1, "{") || f.Is(i-1, "do")) {
			bindBetween(f, o, i)
		}
	}
}

// endBlocks makes blocks of what is between openers and closers.
func (o *Outline) endBlocks(f *syntax.File, ends Ends, lineEnds bool) {
	var open []int // tokens
	loop := false  // a loop's head was opened on this line
	for i := range f.Tokens {
		t := &f.Tokens[i]
		if t.NewLine {
			loop = false
		}
		if t.Kind != syntax.Word || isMember(f, i) || f.Is(i+1, ":") && !f.Tokens[i+1].SpaceAhead {
			continue
		}
		word := f.Text(i)
		switch {
		case ends.Closers[word]:
			if n := len(open); n > 0 {
				o.endBlock(f, open[n-1], i, ends)
				open = open[:n-1]
			}
		case word == "do" && ends.Do:
			if !loop {
				open = append(open, i)
			}
			loop = false
		case ends.Openers[word] && !(ends.Modifiers[word] && !beginsStatement(f, i)):
			if ends.Functions[word] && isEndless(f, i) {
				o.endless(f, i, lineEnds)
				continue
			}
			open = append(open, i)
			loop = ends.Loops[word]
		}
	}
}

// beginsStatement reports whether the word at i is first, or where a value
// is expected: x = if y.
func beginsStatement(f *syntax.File, i int) bool {
	if f.Tokens[i].NewLine || i == 0 {
		return true
	}
	k := f.Kind(i - 1)
	return k == syntax.Punct && !f.Is(i-1, "]") || k == syntax.Open || k == syntax.Word && (f.Is(i-1, "else") || f.Is(i-1, "then") || f.Is(i-1, "do") || f.Is(i-1, "return"))
}

// isEndless tells "def name(…) = expression".
func isEndless(f *syntax.File, i int) bool {
	at := functionHeadEnd(f, i) + 1
	if f.Is(at, "(") && f.Mate(at) > at {
		at = f.Mate(at) + 1
	}
	return f.Is(at, "=") && f.Tokens[at].SpaceAhead
}

// functionHeadEnd returns the token of the name that a function word at i is
// followed by: def self.name, function a.b:name.
func functionHeadEnd(f *syntax.File, i int) int {
	head := i + 1
	for isMemberOp(f, head+1) || f.Is(head+1, ":") && f.Kind(head+2) == syntax.Word {
		head += 2
	}
	return head
}

func (o *Outline) endless(f *syntax.File, i int, lineEnds bool) {
	head := functionHeadEnd(f, i)
	list, at := Range{head, head}, head+1
	if f.Is(at, "(") {
		list = Range{at, f.Mate(at)}
		at = f.Mate(at) + 1
	}
	if body := (Range{at + 1, valueEnd(f, o, at+1, lineEnds)}); !body.empty() {
		o.addFunction(Function{At: head, Name: f.Text(head), Body: body}, list)
		o.blocks = append(o.blocks, block{Range: body, function: true})
	}
}

// endBlock makes a block of the tokens from an opener to its closer.
func (o *Outline) endBlock(f *syntax.File, from, to int, ends Ends) {
	word := f.Text(from)
	b := block{Range: Range{from + 1, to + 1}}
	switch {
	case ends.Functions[word]:
		head := functionHeadEnd(f, from)
		if f.Kind(head) != syntax.Word {
			head = from
		}
		list := Range{head, head + 1}
		if f.Is(head+1, "(") && f.Mate(head+1) > 0 && !f.Tokens[head+1].NewLine {
			list = Range{head + 1, f.Mate(head + 1)}
		} else {
			for list.Hi < to && !f.Tokens[list.Hi].NewLine { // def name a, b
				list.Hi++
			}
		}
		b.Lo, b.function = max(list.Hi, from+1), true
		name := f.Text(head)
		if head == from {
			name = assignedName(f, from)
		}
		if b.empty() {
			return
		}
		o.addFunction(Function{At: head, Name: name, Body: b.Range}, list)
	case ends.Classes[word]:
		b.name = f.Text(from + 1)
	}
	o.blocks = append(o.blocks, b)
}
