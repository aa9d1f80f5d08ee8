package language

import (
	"bytes"
	"strings"

	"inzicht/core/reads"
)

// readSettings reads the placeholders of a settings file. In HOCON, objects in braces,
// one that stands for nothing stops the program, unless it asks: ${?PORT} leaves the
// value of the line before, if that sets the same key.
func readSettings(src []byte) ([]reads.Read, error) {
	list, err := readPlaceholders("#;!", style{open: "${", close: "}", colon: true, asks: true}, "${…}")(src)
	if len(list) == 0 || !isHOCON(src) {
		return list, err
	}
	lines := bytes.Split(src, []byte{'\n'})
	for i := range list {
		r := &list[i]
		switch {
		case r.Need != reads.Optional && r.Need != reads.Required:
			r.Need = reads.Required
		case r.Fallback == nil && r.Line > 1:
			key, _, _ := setting(lines[r.Line-1])
			if before, value, plain := setting(lines[r.Line-2]); before == key && plain {
				r.Fallback = &value
			}
		}
	}
	return list, err
}

// isHOCON reports whether a settings file has objects in braces, and neither
// statements that semicolons end nor headings.
func isHOCON(src []byte) bool {
	object := false
	for line := range bytes.Lines(src) {
		line = bytes.TrimSpace(line)
		if bytes.HasSuffix(line, []byte{';'}) || bytes.HasPrefix(line, []byte{'['}) && bytes.HasSuffix(line, []byte{']'}) {
			return false
		}
		object = object || bytes.HasSuffix(line, []byte{'{'}) || bytes.HasPrefix(line, []byte("include \""))
	}
	return object
}

// setting returns the key and the value of a line, and whether that is a literal.
func setting(line []byte) (key, value string, plain bool) {
	if open := bytes.LastIndexByte(line, '{'); open >= 0 && !bytes.Contains(line[:open], []byte{'$'}) { // a { key = value
		line = line[open+1:]
	}
	at := bytes.IndexAny(line, "=:")
	if at < 0 {
		return "", "", false
	}
	value = strings.TrimSpace(string(line[at+1:]))
	if bare, quoted := strings.CutPrefix(value, `"`); quoted {
		bare, plain = strings.CutSuffix(bare, `"`)
		value = bare
	} else {
		plain = value != "" && !strings.ContainsAny(value, "${}[]\"")
	}
	return strings.TrimSpace(string(line[:at])), value, plain
}
