package envfile

import "strings"

// maxFilled is the length in bytes over which the values of one file together
// are not worked out: values that are made of each other would grow without end.
const maxFilled = 16 << 20

// Growth adds up how long texts may become in which names are filled in. It is
// asked before a library fills them in, which knows no bound.
type Growth struct {
	lengths map[string]int // of the values of names
	outer   Lookup
	total   int
}

// NewGrowth begins to add up; outer knows the values of names set elsewhere.
func NewGrowth(outer Lookup) *Growth { return &Growth{lengths: map[string]int{}, outer: outer} }

// Text adds a text, and gives how long it may become.
func (g *Growth) Text(text string) int {
	length := len(text)
	if nestedBraces(text) > maxBraces {
		length = maxFilled + 1
	}
	product := 1 // of what is in ${name//pattern/replacement}
	for n := strings.IndexByte(text, '$'); n >= 0; n = strings.IndexByte(text, '$') {
		text = text[n+1:]
		name := strings.TrimLeft(text, "{#!")
		end := 0
		for end < len(name) && (isNameByte(name[end]) && name[end] != '.' && name[end] != '-') {
			end++
		}
		size := g.of(name[:end])
		if length += size; end < len(name) && name[end] == '/' {
			product = min(product*(size+2), maxFilled+1)
		}
		length = min(length, maxFilled+1)
	}
	length = min(length*product, maxFilled+1)
	g.total = min(g.total+length, maxFilled+1)
	return length
}

// maxBraces bounds how deep ${A:-${B:-…}} may go: libraries take it apart anew
// at each step.
const maxBraces = 40

// nestedBraces returns how deep ${ is in ${.
func nestedBraces(text string) (deepest int) {
	depth := 0
	for i := range len(text) {
		switch {
		case text[i] == '{' && i > 0 && text[i-1] == '$':
			depth++
			deepest = max(deepest, depth)
		case text[i] == '}' && depth > 0:
			depth--
		}
	}
	return deepest
}

func (g *Growth) of(name string) int {
	if size, known := g.lengths[name]; known {
		return size
	}
	value, _ := g.outer(name)
	return len(value)
}

// Set notes how long the value of a name may become.
func (g *Growth) Set(name string, length int) { g.lengths[name] = length }

// Bounded reports whether all that was added up stays within bounds.
func (g *Growth) Bounded() bool { return g.total <= maxFilled }

// bounded reports whether the values of an env file, each made of those before
// it, stay within bounds. To most readers a line is one assignment; to a shell
// it may hold several.
func bounded(src []byte, outer Lookup) bool {
	g := NewGrowth(outer)
	first, last := "", "" // names whose values may go on over the next line
	for line := range strings.Lines(string(src)) {
		parts := assignments(line)
		if len(parts) > 0 && parts[0].name != "" {
			first, last = parts[0].name, parts[len(parts)-1].name
			g.Set(first, 0)
		}
		for _, p := range parts {
			if p.name != "" && p.name != first {
				g.Set(p.name, 0)
			}
			length := g.Text(p.text)
			g.add(p.name, length)
			if p.name != first {
				g.add(first, length)
			}
			if last != p.name && last != first && p.name == "" {
				g.add(last, length)
			}
		}
		if !g.Bounded() {
			return false
		}
	}
	return true
}

// add makes the value of a name longer.
func (g *Growth) add(name string, length int) {
	g.lengths[name] = min(g.lengths[name]+length, maxFilled+1)
}

// assigned is a part of a line that may be an assignment; name is "" where it
// is none.
type assigned struct{ name, text string }

// assignments cuts a line before each NAME= that begins a word.
func assignments(line string) (parts []assigned) {
	begin, name := 0, ""
	for i := 0; i < len(line); i++ {
		if !isNameByte(line[i]) || i > 0 && !strings.ContainsRune(" \t;&|(){}", rune(line[i-1])) {
			continue
		}
		end := i
		for end < len(line) && isNameByte(line[end]) {
			end++
		}
		equals := end + len(line[end:]) - len(strings.TrimLeft(line[end:], " \t"))
		if equals < len(line) && line[equals] == '=' && isShellName(line[i:end]) {
			if name != "" || strings.TrimSpace(line[begin:i]) != "" && strings.TrimSpace(line[begin:i]) != "export" {
				parts = append(parts, assigned{name, line[begin:i]})
			}
			begin, name = i, line[i:end]
		}
		i = end - 1
	}
	return append(parts, assigned{name, line[begin:]})
}
