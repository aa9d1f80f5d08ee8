package evaluate

import (
	"strings"

	"inzicht/core/parse"
)

// What a value is asked to be, as helpers ask whether the default that they are given is to be called:
// callable(default), typeof fallback === 'function', default.respond_to?(:call).

// kindWords are what languages call functions, texts, numbers and truth.
var kindWords = map[string]string{
	"Function": "function", "Closure": "function", "callable": "function", "Callable": "function", "Proc": "function", "Method": "function", "FunctionType": "function", "LambdaType": "function", "function": "function",
	"string": "string", "String": "string", "str": "string",
	"number": "number", "int": "number", "float": "number", "Integer": "number", "Numeric": "number", "Float": "number",
	"boolean": "boolean", "bool": "boolean", "Boolean": "boolean",
}

// kindQuestions are functions that ask for a kind.
var kindQuestions = map[string]string{
	"callable": "function", "is_callable": "function", "isFunction": "function", "is_function": "function",
	"is_string": "string", "isString": "string", "is_binary": "string", "is_int": "number", "is_numeric": "number", "isNumber": "number", "is_bool": "boolean", "isBoolean": "boolean",
}

// kindOf returns what a value is that has to do with no read: function, string, number, boolean or
// nothing; "" where that is not known.
func kindOf(v Value) string {
	if len(v) != 1 || len(v[0].sites) > 0 || len(v[0].about) > 0 || v[0].depends|v[0].missing != 0 || v[0].env != nil {
		return ""
	}
	switch v[0].form {
	case function, class:
		return "function"
	case text:
		if isParam(v[0]) {
			return ""
		}
		return "string"
	case number:
		return "number"
	case boolean:
		return "boolean"
	case nothing:
		return "nothing"
	}
	return ""
}

// isKind returns whether a value is of a kind, which a word of the source names, where that is known.
func isKind(v Value, word string) (Value, bool) {
	if len(v) == 1 && v[0].form == nothing && v[0].missing != 0 {
		return Value{{form: boolean, depends: v[0].missing | v[0].depends}}, true
	}
	kind := kindOf(v)
	if kind == "" {
		return nil, false
	}
	return Value{{form: boolean, truth: kindWords[word] == kind}}, true
}

// typeNameOf returns the name that typeof gives the kind of a value, where it is known.
func (m *machine) typeNameOf(v Value) (Value, bool) {
	kind := kindOf(v)
	if kind == "" || kind == "nothing" {
		return nil, false
	}
	return textOf(kind, m.depth()), true
}

// luaType returns the name that Lua has for the kind of a value, where it is known.
func (m *machine) luaType(v Value) (Value, bool) {
	if v.some(func(x alt) bool { return x.form != nothing }) {
		return m.typeNameOf(v)
	}
	m.asked(v)
	return textOf("nil", m.depth()).dependent(v.depends() | v.missing()), true
}

// askedOfKind returns what a method is asked of that may ask for its kind, or nil.
func (m *machine) askedOfKind(callee int32, name string, st *state) Value {
	u := m.unit()
	if object := u.Tree.Child(callee, 0); u.kind(callee) == parse.Member && object != 0 && strings.HasSuffix(name, "?") {
		return m.quiet(object, st)
	}
	return nil
}

// asksKind answers a call that asks of what kind a value is: callable(x), isinstance(x, str),
// x.respond_to?(:call).
func (m *machine) asksKind(name string, receiver Value, arguments []argument, st *state) (Value, bool) {
	u := m.unit()
	if u.calls(name) || len(arguments) == 0 {
		return nil, false
	}
	switch first := arguments[0]; {
	case name == "is_bool" && u.Words.Loops == Values: // what is not there is false
		return nil, false
	case kindQuestions[name] != "" && len(arguments) == 1 && len(receiver) == 0:
		return isKind(first.value, kindQuestions[name])
	case name == "isinstance" && len(arguments) == 2:
		if v, known := m.askClass(first.value, arguments[1].node, st); known || len(v) > 0 {
			return v, true
		}
		return isKind(first.value, u.at(arguments[1].node))
	case (name == "is_a?" || name == "kind_of?" || name == "instance_of?") && len(receiver) > 0:
		if v, known := m.askClass(receiver, first.node, st); known {
			return v, true
		}
		return isKind(receiver, u.at(first.node))
	case name == "respond_to?" && len(receiver) > 0:
		if s, plain := first.value.plain(); plain && strings.TrimPrefix(s, ":") == "call" {
			return isKind(receiver, "Proc")
		}
	}
	return nil, false
}
