// Package envfile reads env files as lossless documents: every byte of the
// file is kept, with what each line means beside it.
package envfile

import (
	"bytes"
	"fmt"
	"strings"
	"unicode/utf8"
)

// Document is an env file.
type Document struct {
	Entries  []Entry
	Problems []Problem

	wide   bool            // it is UTF-16, or no text at all
	quoted []lines         // by number: the further lines of keys between quotes
	keys   []lines         // written over several lines without quotes
	names  map[string]int  // the entry in force, by name; made when it is asked for
	named  map[string]bool // all names, also in comments
	refers map[string]bool // names that values are made with
	broken map[int]bool    // lines with a problem that is not mild
	pieces [][]byte        // the file, cut at the ends of its statements
}

// lines are some lines of a file, from the first to before the last.
type lines struct{ from, to int }

// Entry is one assignment, in force or commented out.
type Entry struct {
	Name         string
	Line, Column int    // of the name, from 1, columns in bytes
	Export       bool   // written with export before it
	Quote        byte   // ' or ", or 0
	Raw          string // the value as written, quotes included
	Value        string // the value it stands for; ${X} is left as it is
	Comment      string // beside it, without #
	Above        []string
	Commented    bool // # NAME=value: it documents, but sets nothing

	piece int
}

// Problem is a line, or a trait of the whole file, that cannot be understood
// or that readers of env files disagree on.
type Problem struct {
	Line, Column int
	Reason       string
	Hint         string
	Mild         bool // the values are understood all the same
}

// IsText reports whether the file is text in UTF-8, of which something can be read.
func (d *Document) IsText() bool { return !d.wide }

// Bytes returns the file as it was read.
func (d *Document) Bytes() []byte { return bytes.Join(d.pieces, nil) }

// Lookup returns the entry in force for a name: the last one that sets it.
func (d *Document) Lookup(name string) (Entry, bool) {
	if n, found := d.names[name]; found {
		return d.Entries[n], true
	}
	return Entry{}, false
}

// index notes where names stand.
func (d *Document) index() {
	d.names, d.named, d.refers, d.broken = map[string]int{}, map[string]bool{}, map[string]bool{}, map[int]bool{}
	for _, p := range d.Problems {
		if !p.Mild {
			d.broken[p.Line] = true
		}
	}
	for n, e := range d.Entries {
		d.named[e.Name] = true
		if e.Quote != '\'' {
			for _, name := range referred(e.Raw) {
				d.refers[name] = true
			}
		}
		if !e.Commented {
			d.names[e.Name] = n
		}
	}
}

// Refers reports whether the value of an entry is made with a name, if only of
// one that is commented out.
func (d *Document) Refers(name string) bool { return d.refers[name] }

// Broken reports whether a line cannot be understood: whatever it seems to set
// is not meant.
func (d *Document) Broken(line int) bool { return d.broken[line] }

// referred returns the names behind dollar signs in a value as it is written.
func referred(raw string) (names []string) {
	for n := strings.IndexByte(raw, '$'); n >= 0; n = strings.IndexByte(raw, '$') {
		raw = strings.TrimPrefix(raw[n+1:], "{")
		end := 0
		for end < len(raw) && isNameByte(raw[end]) && raw[end] != '.' && raw[end] != '-' {
			end++
		}
		names = append(names, raw[:end])
	}
	return names
}

// Documents reports whether the file names a variable, if only in a comment.
func (d *Document) Documents(name string) bool { return d.named[name] }

// Parse reads an env file. It never fails: what cannot be understood becomes
// a Problem, and the next line is read.
func Parse(src []byte) *Document {
	d := parse(src)
	d.index()
	return d
}

func parse(src []byte) *Document {
	p := &parser{src: src, line: 1, doc: &Document{}}
	if p.isWide() {
		p.doc.wide = true
		p.doc.pieces = [][]byte{src}
		return p.doc
	}
	if bytes.HasPrefix(src, []byte("\xef\xbb\xbf")) {
		p.problem(1, 1, true, "the file begins with a byte-order mark, which many readers take for part of the first name", "Save it as UTF-8 without a byte-order mark.")
		p.at = 3
	}
	for p.at < len(p.src) {
		start := p.at
		if len(p.doc.pieces) == 0 {
			start = 0
		}
		p.statement()
		p.doc.pieces = append(p.doc.pieces, src[start:p.at])
	}
	if len(p.doc.pieces) == 0 {
		p.doc.pieces = [][]byte{src}
	}
	if p.carriage > 0 {
		p.problem(p.carriage, 1, true, "lines end in CR LF; a shell takes the CR for part of the value", "Save it with LF line ends.")
	}
	return p.doc
}

type parser struct {
	src      []byte
	at       int
	line     int
	above    []string
	carriage int // the first line that ends in CR LF
	doc      *Document
}

func (p *parser) problem(line, column int, mild bool, reason, hint string) {
	p.doc.Problems = append(p.doc.Problems, Problem{line, column, reason, hint, mild})
}

// isWide reports whether the file is UTF-16 or otherwise no text.
func (p *parser) isWide() bool {
	switch {
	case bytes.HasPrefix(p.src, []byte("\xff\xfe")), bytes.HasPrefix(p.src, []byte("\xfe\xff")):
		p.problem(1, 1, false, "the file is UTF-16, which readers of env files do not understand", "Save it as UTF-8.")
		return true
	case bytes.IndexByte(p.src[:min(len(p.src), 8000)], 0) >= 0:
		p.problem(1, 1, false, "the file holds NUL bytes and is no text", "Save it as UTF-8 text.")
		return true
	}
	return false
}

// lineEnd returns the offset of the next line end, and of what follows it.
func (p *parser) lineEnd(at int) (end, next int) {
	n := bytes.IndexByte(p.src[at:], '\n')
	if n < 0 {
		return len(p.src), len(p.src)
	}
	end, next = at+n, at+n+1
	if end > at && p.src[end-1] == '\r' {
		if p.carriage == 0 {
			p.carriage = p.line + bytes.Count(p.src[p.at:end], []byte{'\n'})
		}
		end--
	}
	return end, next
}

// statement reads one line, or several where a quoted value spans them.
func (p *parser) statement() {
	end, next := p.lineEnd(p.at)
	text := p.src[p.at:end]
	trimmed := bytes.TrimLeft(text, " \t")
	first := p.at + len(text) - len(trimmed)
	lineNumber := p.line
	defer func(from int) { p.line = lineNumber + bytes.Count(p.src[from:p.at], []byte{'\n'}) }(p.at)
	switch {
	case len(trimmed) == 0:
		p.above = nil
		p.at = next
	case trimmed[0] == '#':
		p.comment(trimmed, first)
		p.at = next
	case p.key(lineStart(p.src, p.at)):
		p.above = nil
	default:
		if after, ok := p.assignment(first, end); ok {
			p.at = after
		} else {
			p.at = next
		}
		p.above = nil
	}
}

// key reads a key that is written over several lines without quotes: as one
// problem, and without a word of it.
func (p *parser) key(at int) bool {
	end := keyBlock(p.src, at)
	if end == at {
		return false
	}
	p.problem(p.line, 1, false, "a key or certificate over several lines begins here, and readers take each line for one of its own", "Put it between double quotes behind NAME=, or write it in one line.")
	p.doc.keys = append(p.doc.keys, lines{at, end})
	p.at = end
	return true
}

// withoutKeys returns the file with nothing but line ends where keys stand over
// several lines.
func (d *Document) withoutKeys(src []byte) []byte {
	if len(d.keys) == 0 {
		return src
	}
	out := bytes.Clone(src)
	for _, key := range d.keys {
		for i := key.from; i < key.to; i++ {
			if out[i] != '\n' {
				out[i] = ' '
			}
		}
	}
	return out
}

// comment reads a comment line, which may be an assignment commented out.
func (p *parser) comment(text []byte, first int) {
	body := bytes.TrimLeft(text[1:], " \t")
	name, value, isAssignment := bytes.Cut(body, []byte{'='})
	name = bytes.TrimPrefix(name, []byte("export "))
	if isAssignment && isShellName(string(name)) && !bytes.HasPrefix(value, []byte("=")) {
		inner := parse(body)
		if len(inner.Entries) == 1 && inner.Entries[0].Name == string(name) {
			e := inner.Entries[0]
			e.Commented, e.Line, e.Above, e.piece = true, p.line, p.above, len(p.doc.pieces)
			e.Column += first + len(text) - len(body) - p.at
			p.doc.Entries = append(p.doc.Entries, e)
			p.above = nil
			return
		}
	}
	p.above = append(p.above, string(bytes.TrimSpace(text[1:])))
}

// assignment reads NAME=value from first on, on a line that ends at end. It
// gives the offset behind the statement, or false after noting a problem.
func (p *parser) assignment(first, end int) (after int, ok bool) {
	e := Entry{Line: p.line, Above: p.above, piece: len(p.doc.pieces)}
	at := first
	if rest := p.src[at:end]; bytes.HasPrefix(rest, []byte("export ")) || bytes.HasPrefix(rest, []byte("export\t")) {
		e.Export = true
		at += 6
		for at < end && (p.src[at] == ' ' || p.src[at] == '\t') {
			at++
		}
	}
	e.Column = at - p.at + 1
	nameEnd := at
	for nameEnd < end && isNameByte(p.src[nameEnd]) {
		nameEnd++
	}
	e.Name = string(p.src[at:nameEnd])
	equals := nameEnd
	for equals < end && (p.src[equals] == ' ' || p.src[equals] == '\t') {
		equals++
	}
	if !p.checkName(e.Name, nameEnd, equals, end) {
		return 0, false
	}
	value := equals + 1
	for value < end && (p.src[value] == ' ' || p.src[value] == '\t') {
		value++
	}
	after, ok = p.value(&e, value, end)
	if ok {
		p.doc.Entries = append(p.doc.Entries, e)
	}
	return after, ok
}

// checkName notes what is wrong with the left side of an assignment, if anything.
func (p *parser) checkName(name string, nameEnd, equals, end int) bool {
	column := nameEnd - p.at + 1
	switch {
	case LikeKey(name):
		p.problem(p.line, column-len(name), false, "this looks like a line of a key, and is no name", "Put the whole key between double quotes behind NAME=.")
	case equals < end && p.src[equals] == '=' && name != "" && (name[0] < '0' || name[0] > '9'):
		return true
	case name == "":
		p.problem(p.line, column, false, fmt.Sprintf("a name is expected here, not %s", show(p.src[nameEnd:end])), "Write NAME=value, or begin the line with # to make it a comment.")
	case name[0] >= '0' && name[0] <= '9':
		p.problem(p.line, column-len(name), false, "a name begins with a letter or _, not a digit", "Rename it, or begin the line with # to make it a comment.")
	case equals == end:
		p.problem(p.line, column, false, "= is missing behind the name", "Write NAME=value; NAME= sets it to nothing.")
	default:
		p.problem(p.line, equals-p.at+1, false, fmt.Sprintf("= is expected behind the name, not %s", show(p.src[equals:end])), "Write NAME=value; a name is made of letters, digits and _.")
	}
	return false
}

// show returns the first character of text for a message, never more: what
// follows may be a secret.
func show(text []byte) string {
	r, _ := utf8.DecodeRune(text)
	switch {
	case len(text) == 0:
		return "the end of the line"
	case r == utf8.RuneError:
		return "a byte that is not UTF-8"
	case r < ' ' || r == 0x7f:
		return fmt.Sprintf("the control character %U", r)
	}
	return "'" + string(r) + "'"
}

// value reads the right side of an assignment.
func (p *parser) value(e *Entry, at, end int) (after int, ok bool) {
	if at < end && (p.src[at] == '\'' || p.src[at] == '"') {
		return p.quoted(e, at)
	}
	_, after = p.lineEnd(at)
	raw := p.src[at:end]
	if n := commentStart(raw); n >= 0 {
		e.Comment = string(bytes.TrimSpace(raw[n+1:]))
		raw = raw[:n]
	}
	e.Raw = string(bytes.TrimRight(raw, " \t"))
	e.Value = e.Raw
	return after, true
}

// commentStart finds a # that begins a comment: at the beginning or behind a space.
func commentStart(raw []byte) int {
	for i, c := range raw {
		if c == '#' && (i == 0 || raw[i-1] == ' ' || raw[i-1] == '\t') {
			return i
		}
	}
	return -1
}

// quoted reads a value in quotes, which may span lines.
func (p *parser) quoted(e *Entry, open int) (after int, ok bool) {
	quote := p.src[open]
	close := open + 1
	for close < len(p.src) && p.src[close] != quote {
		if p.src[close] == '\\' && quote == '"' {
			close++
		}
		close++
	}
	if close >= len(p.src) {
		p.problem(p.line, open-p.at+1, false, fmt.Sprintf("the quote %c is never closed", quote), "Close it, or leave both quotes away.")
		return 0, false
	}
	end, after := p.lineEnd(close)
	rest := bytes.TrimLeft(p.src[close+1:max(end, close+1)], " \t")
	if len(rest) > 0 && rest[0] != '#' {
		column := close + 1 - lineStart(p.src, close) + 1
		line := p.line + bytes.Count(p.src[p.at:close], []byte{'\n'})
		p.problem(line, column, false, "there is text after the closing quote", "Put the whole value between the quotes.")
		return after, false
	}
	if len(rest) > 0 {
		e.Comment = string(bytes.TrimSpace(rest[1:]))
	}
	e.Quote = quote
	e.Raw = string(p.src[open : close+1])
	e.Value = string(p.src[open+1 : close])
	if quote == '"' {
		e.Value = unescape(e.Value)
	}
	if more := strings.Count(e.Raw, "\n"); more > 0 && holdsKey(e.Raw) {
		p.doc.quoted = append(p.doc.quoted, lines{e.Line + 1, e.Line + more + 1})
	}
	return after, true
}

func lineStart(src []byte, at int) int { return bytes.LastIndexByte(src[:at], '\n') + 1 }

var unescaper = strings.NewReplacer(`\n`, "\n", `\r`, "\r", `\t`, "\t", `\"`, `"`, `\\`, `\`, `\$`, `$`)

func unescape(s string) string { return unescaper.Replace(s) }

func isNameByte(c byte) bool {
	return c == '_' || c == '.' || c == '-' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9'
}
