package syntax

import "bytes"

// nesting are the words of a shell under which others may stand.
var nesting = map[string]bool{"if": true, "elif": true, "case": true, "for": true, "while": true, "until": true, "select": true, "time": true, "coproc": true, "function": true, "[[": true}

// maxArithmetic is how many $[ a script may have.
const maxArithmetic = 4000

// ScriptWithin reports whether a shell script may be handed to a parser that
// goes down into each bracket, of which a script may have most, and into each
// compound command.
func ScriptWithin(src []byte, most int) bool {
	if bytes.Count(src, []byte("(")) > most || bytes.Count(src, []byte("{")) > most || bytes.Count(src, []byte("$[")) > maxArithmetic ||
		bytes.Count(src, []byte("|"))+bytes.Count(src, []byte("&&")) > 10*most {
		return false
	}
	compound := 0
	for at := 0; at < len(src); {
		end := at
		for end < len(src) && !endsWord[src[end]] {
			end++
		}
		if end-at <= 8 && end > at && nesting[string(src[at:end])] {
			compound++
		}
		at = max(end, at+1)
	}
	return compound <= 2*most
}

// endsWord are the bytes that a word of a script does not hold.
var endsWord = func() (ends [256]bool) {
	for c := range ends[:' '+1] {
		ends[c] = true
	}
	for _, c := range ";|&()`" {
		ends[c] = true
	}
	return ends
}()
