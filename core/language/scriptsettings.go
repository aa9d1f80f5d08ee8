package language

import (
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// variableName is how the names of variables are written where a library's
// call could as well name something else.
var variableName = late.Regexp(`^[A-Z][A-Z0-9_]*$`)

// scriptLibraries are words of which a file that uses one of the libraries holds one.
var scriptLibraries = reads.NewWords([]string{"$env/static", "{ env", "{env", "@env", "react-native-dotenv"})

// scriptSettings finds what is read for the code: through the env that a
// settings factory is handed, and as values that are imported.
func scriptSettings(f *syntax.File, _ *reads.Outline) (list []reads.Declared) {
	if !scriptLibraries.In(f.Src) {
		return nil
	}
	factory := factoryEnd(f)
	for i := range f.Tokens {
		if f.Kind(i) != syntax.Word {
			continue
		}
		switch word := f.Text(i); {
		case word == "import":
			list = append(list, importedValues(f, i)...)
		case word == "env" && i < factory && !f.Is(i-1, ".") && (f.Is(i+1, "(") || f.Is(i+1, ".")):
			list = append(list, factoryRead(f, i)...)
		}
	}
	return list
}

// factoryEnd returns the token up to which the file is the settings factory that
// it exports: module.exports = ({ env }) => …, or 0.
func factoryEnd(f *syntax.File) int {
	for i := range f.Tokens {
		if !f.Is(i, "env") || f.Kind(i) != syntax.Word {
			continue
		}
		open := i - 1
		for open > 0 && open > i-12 && !f.Is(open, "{") {
			open--
		}
		if !f.Is(open-1, "(") || f.Mate(open) < i {
			continue
		}
		before, arrow := open-2, f.Mate(open-1)
		if f.Is(before, "async") {
			before--
		}
		exported := f.Is(before, "default") || f.Is(before, "=") && (f.Is(before-1, "exports") || exportedLater(f, before-1))
		for n := 0; n < 12 && arrow > 0 && !f.Is(arrow, "=>"); n++ { // a return type may stand between
			arrow++
		}
		if exported && f.Is(arrow, "=>") {
			return len(f.Tokens)
		}
	}
	return 0
}

// exportedLater reports whether the file exports the name at token i: export default name.
func exportedLater(f *syntax.File, i int) bool {
	if f.Kind(i) != syntax.Word {
		return false
	}
	for j := i + 1; j < len(f.Tokens); j++ {
		if f.Is(j, f.Text(i)) && (f.Is(j-1, "default") || f.Is(j-1, "=") && f.Is(j-2, "exports")) {
			return true
		}
	}
	return false
}

var factoryKinds = map[string]reads.Kind{"int": reads.Integer, "float": reads.Number, "bool": reads.Boolean, "json": reads.JSON, "array": reads.List, "date": reads.Text, "oneOf": reads.Text}

// factoryRead reads env("NAME", fallback) and env.int("NAME", fallback).
func factoryRead(f *syntax.File, i int) []reads.Declared {
	call, kind := i, reads.Text
	if f.Is(i+1, ".") {
		known := false
		if kind, known = factoryKinds[f.Text(i+2)]; !known {
			return nil
		}
		call = i + 2
	}
	list := namedCall(f, call, "env", false)
	for n := range list {
		list[n].At, list[n].Kind = i, kind
	}
	return list
}

// namedCall reads name("NAME", fallback), with type arguments between, and
// the calls behind it that say what is needed.
func namedCall(f *syntax.File, i int, access string, required bool) []reads.Declared {
	open := i + 1
	if f.Is(open, "<") {
		for n := 0; n < 16 && !f.Is(open, "("); n++ {
			open++
		}
	}
	name, ok := f.Value(open + 1)
	if !f.Is(open, "(") || !ok || !variableName().MatchString(name) || len(name) < 2 || !(f.Is(open+2, ")") || f.Is(open+2, ",")) {
		return nil
	}
	d := reads.Declared{At: i, Name: name, Access: access, Need: reads.Expected, Kind: reads.Text}
	if required {
		d.Need = reads.Required
	}
	end := f.Mate(open)
	if f.Is(open+2, ",") && open+3 < end {
		d.Need = reads.Optional
		d.Fallback = literalAt(f, open+3)
	}
	for n := 0; n < 6 && end > 0 && f.Is(end+1, ".") && f.Is(end+3, "("); n++ {
		switch f.Text(end + 2) {
		case "required":
			d.Need = reads.Required
		case "default":
			d.Need, d.Fallback = reads.Optional, literalAt(f, end+4)
		case "asInt", "asIntPositive", "asPortNumber", "asIntNegative":
			d.Kind = reads.Integer
		case "asFloat":
			d.Kind = reads.Number
		case "asBool", "asBoolStrict":
			d.Kind = reads.Boolean
		case "asUrlString", "asUrlObject":
			d.Kind = reads.URL
		case "asArray":
			d.Kind = reads.List
		case "asJson", "asJsonObject", "asJsonArray":
			d.Kind = reads.JSON
		}
		end = f.Mate(end + 3)
	}
	return []reads.Declared{d}
}

// literalAt returns the literal at token i, or nil.
func literalAt(f *syntax.File, i int) *string {
	if value, ok := f.Value(i); ok {
		return &value
	}
	if f.Kind(i) == syntax.Number || f.Is(i, "true") || f.Is(i, "false") {
		value := f.Text(i)
		return &value
	}
	return nil
}

// importedValues reads import { NAME } from "$env/static/private": the values
// are put in when the site is built.
func importedValues(f *syntax.File, i int) (list []reads.Declared) {
	from := i + 1
	for from < len(f.Tokens) && from < i+100 && f.Kind(from) != syntax.String {
		from++
	}
	module, ok := f.Value(from)
	access := module
	switch {
	case !ok:
		return nil
	case strings.HasPrefix(module, "$env/static/"):
		access = "$env/static"
	case module != "@env" && module != "react-native-dotenv":
		return nil
	}
	for j := i + 1; j < from; j++ {
		if f.Kind(j) == syntax.Word && (f.Is(j-1, "{") || f.Is(j-1, ",")) && variableName().MatchString(f.Text(j)) {
			list = append(list, reads.Declared{At: j, Name: f.Text(j), Access: access, Need: reads.Required})
		}
	}
	return list
}
