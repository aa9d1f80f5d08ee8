package reads

import "inzicht/core/syntax"

// bindLambdas binds what lambdas are given, k -> …, { k -> … } and |k| …, so
// that nothing outside of that name is taken for it. Where the lambda is called
// with each element of a list, the first one stands for that.
func bindLambdas(f *syntax.File, o *Outline) {
	for i := 1; i < len(f.Tokens); i++ {
		switch {
		case f.Tokens[i].Kind != syntax.Punct:
		case f.Is(i, "->") && !f.Table.Arrows:
			bindBefore(f, o, i)
		case f.Is(i, "|") && (f.Is(i-1, "(") || f.Is(i-1, ",") || f.Is(i-1, "move")):
			bindBetween(f, o, i)
		}
	}
}

// ClosureOutline outlines by braces a language whose lambdas are { k in … }.
func ClosureOutline(f *syntax.File) *Outline {
	o := BraceOutline(true)(f)
	for i := 1; i < len(f.Tokens); i++ {
		if f.Is(i, "in") && f.Kind(i) == syntax.Word {
			bindBefore(f, o, i)
		}
	}
	return o
}

// maxLambda bounds how many tokens the parameters of a lambda may have.
const maxLambda = 20

// bindBefore binds the names between an opening bracket and token i.
func bindBefore(f *syntax.File, o *Outline, i int) {
	open := i - 1
	for open > 0 && i-open < maxLambda && !f.Tokens[open+1].NewLine && (f.Kind(open) == syntax.Word || f.Is(open, ",") || f.Is(open, ":")) {
		open--
	}
	if f.Is(open, "{") || f.Is(open, "(") && open == i-2 {
		bindParamNames(f, o, Range{open + 1, i})
	}
}

// bindBetween binds the names between the bar at i and the next.
func bindBetween(f *syntax.File, o *Outline, i int) {
	end := i + 1
	for end < len(f.Tokens) && end < i+maxLambda && !f.Is(end, "|") {
		end++
	}
	bindParamNames(f, o, Range{i + 1, end})
}

// bindParamNames binds the names in a range, given to a lambda.
func bindParamNames(f *syntax.File, o *Outline, names Range) {
	for j := names.Lo; j < names.Hi; j++ {
		if f.Kind(j) != syntax.Word || f.Is(j-1, ":") {
			continue
		}
		o.Bind(f.Text(j), Binding{At: j, Function: -1, Inner: true})
	}
}
