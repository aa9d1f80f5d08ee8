package envfile

import (
	"bytes"
	"strings"
)

// Insert puts lines behind an entry of the document, or at its end where after
// is nil, with the line ends that the file has. All other bytes stay as they
// are.
func (d *Document) Insert(after *Entry, lines []string) {
	end := d.lineEnd()
	text := []byte(strings.Join(lines, end) + end)
	pieces := append([][]byte{}, d.pieces...)
	at := len(pieces) - 1
	if after != nil {
		at = after.piece
	}
	before := bytes.Join(pieces[:at+1], nil)
	if n := len(before); n > 0 && before[n-1] != '\n' {
		text = append([]byte(end), text...)
	}
	*d = *Parse(bytes.Join([][]byte{before, text, bytes.Join(pieces[at+1:], nil)}, nil))
}

// lineEnd returns what ends the lines of the file.
func (d *Document) lineEnd() string {
	if bytes.Contains(d.Bytes(), []byte("\r\n")) {
		return "\r\n"
	}
	return "\n"
}

// Remove takes an entry out of the document, with the comment directly above
// it where that cannot be about what follows.
func (d *Document) Remove(e Entry) {
	pieces := append([][]byte{}, d.pieces...)
	from, to := e.piece, e.piece+1
	if to == len(pieces) || len(bytes.TrimSpace(pieces[to])) == 0 {
		for from > 0 && isComment(pieces[from-1]) {
			from--
		}
		if to < len(pieces) && (from == 0 || len(bytes.TrimSpace(pieces[from-1])) == 0) { // one empty line is enough
			to++
		}
	}
	*d = *Parse(bytes.Join(append(pieces[:from:from], pieces[to:]...), nil))
}

// isComment reports whether a piece of a file is a comment, and no assignment
// that is commented out.
func isComment(piece []byte) bool {
	text := bytes.TrimSpace(piece)
	return bytes.HasPrefix(text, []byte("#")) && len(parse(piece).Entries) == 0
}
