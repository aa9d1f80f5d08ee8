package reads

import "inzicht/core/syntax"

// chainStart goes back from the last name of a.b.c to the first.
func chainStart(f *syntax.File, i int) int {
	for isMember(f, i) && f.Kind(i-2) == syntax.Word {
		i -= 2
	}
	if isMember(f, i) && f.Is(i-1, "::") && f.Is(i-2, "]") && f.Mate(i-2) >= 0 { // [Type]::member
		return f.Mate(i - 2)
	}
	return i
}

func (a *analysis) openerOf(i int) int {
	if i < 0 || i >= len(a.o.parent) {
		return -1
	}
	return int(a.o.parent[i])
}

// statementStart returns the tokens from the beginning of the statement that token i
// is in, up to i.
func (a *analysis) statementStart(i int) int {
	f := a.f
	for j := i; j > i-80; j-- {
		if j < 0 {
			return 0
		}
		if f.Tokens[j].Kind == syntax.Unquote && int(f.Tokens[j].Mate) >= 0 {
			j = int(f.Tokens[j].Mate)
			continue
		}
		if f.Tokens[j].Kind == syntax.Close && int(f.Tokens[j].Mate) >= 0 && j < i {
			if f.Is(j, "}") {
				return j + 1
			}
			j = int(f.Tokens[j].Mate)
			continue
		}
		if j < i && (f.Is(j, ";") && !a.inIfHead(j) || f.Is(j, "{") || f.Is(j, "then")) {
			return j + 1
		}
		if f.Tokens[j].NewLine && a.lang.LineEnds && (j == 0 || !continuesLine(f, j)) && !a.bracketed(j) {
			return j
		}
	}
	return i
}

// inIfHead reports whether a semicolon belongs to "if x := f(); x == nil {".
func (a *analysis) inIfHead(semicolon int) bool {
	for j := semicolon - 1; j >= 0 && j > semicolon-40; j-- {
		if a.f.Is(j, "if") || a.f.Is(j, "switch") {
			return true
		}
		if a.f.Tokens[j].NewLine || a.f.Is(j, "{") {
			return false
		}
	}
	return false
}

// bracketed reports whether token i is between parentheses or square brackets.
func (a *analysis) bracketed(i int) bool {
	p := a.openerOf(i)
	return p >= 0 && !a.f.Is(p, "{")
}

var conditionWords = map[string]bool{"if": true, "elif": true, "elsif": true, "elseif": true, "unless": true, "while": true, "guard": true, "assert": true, "until": true}
