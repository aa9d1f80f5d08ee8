package syntax

// DefinesMacro reports whether #define f( begins at a token: what takes
// arguments, and not the parenthesis of a constant.
func DefinesMacro(f *File, i int) bool {
	return f.Is(i, "#") && f.Is(i+1, "define") && f.Kind(i+2) == Word && f.Is(i+3, "(") && !f.Tokens[i+3].SpaceAhead && !f.Tokens[i+3].NewLine && f.Mate(i+3) > 0 &&
		f.Mate(i+3) < LineEnd(f, i)
}

// LineEnd returns the first token of the line behind that of token i. A line
// that a backslash ends goes on.
func LineEnd(f *File, i int) int {
	for i++; i < len(f.Tokens) && !f.Tokens[i].NewLine; i++ {
	}
	return i
}
