// Package reads finds where source reads environment variables. What a
// language calls a read is data (Language, Idiom); this package holds the
// machinery: patterns matched over tokens, names worked out through
// constants, imports and helpers, and what the code says about each read.
package reads

import "inzicht/core/evaluate"

// Need says what happens where the variable has no value.
type Need string

// The needs.
const (
	Required Need = "required" // the program stops
	Expected Need = "expected" // it goes on with nothing: no fallback, no check
	Optional Need = "optional" // there is a fallback, or its presence is tested
)

// Kind says what the code takes the value for.
type Kind string

// The kinds.
const (
	Text     Kind = "text"
	Integer  Kind = "integer"
	Number   Kind = "number"
	Boolean  Kind = "boolean"
	Duration Kind = "duration"
	URL      Kind = "url"
	List     Kind = "list"
	JSON     Kind = "json"
	Choice   Kind = "choice" // one of the literals that the code compares it with
)

// Scope says when a read happens.
type Scope string

// The scopes.
const (
	Runtime Scope = "runtime"
	Build   Scope = "build"
	Test    Scope = "test"
	Tooling Scope = "tooling"
)

// Read is one place in the tree that reads a variable.
type Read struct {
	Name    string `json:",omitzero"` // the variable, or "" where it could not be worked out
	Pattern string `json:",omitzero"` // GATE_* where only a part of the name is known, or ""
	Whole   bool   `json:",omitzero"` // the environment as a whole is passed on, copied or enumerated

	File         string `json:",omitzero"` // relative to the root of the tree, with forward slashes
	Line, Column int    `json:",omitzero"` // where the access begins, from 1, columns in bytes
	Language     string `json:",omitzero"`
	Access       string `json:",omitzero"` // the idiom, such as os.Getenv

	Need             Need     `json:",omitzero"`
	Fallback         *string  `json:",omitzero"` // the value used without one, or its source text
	FallbackComputed bool     `json:",omitzero"` // Fallback is source text, not a literal
	Kind             Kind     `json:",omitzero"`
	Form             Form     `json:",omitzero"` // how what converts it wants it written, or "" where nothing says it
	Literals         []string `json:",omitzero"` // values that the code compares it with, sorted
	Bounds           []string `json:",omitzero"` // what the number that it is must be, such as >= 1
	Scope            Scope    `json:",omitzero"`
	Component        string   `json:",omitzero"`
	Through          string   `json:",omitzero"` // the helper that does the reading, or ""
	SaidIn           string   `json:",omitzero"` // another file of the tree, which says what is needed or used instead, or ""
	SetIn            string   `json:",omitzero"` // another file of the program, which gives the variable a value where it is run first, or ""
	InsteadOf        []string `json:",omitzero"` // variables before it: it is read where they have no value
	Under            string   `json:",omitzero"` // the variable that a condition round the read asks for, or ""
	When             []When   `json:",omitzero"` // for which values of other variables it is read
	Demanded         []When   `json:",omitzero"` // for which it is required, where it is not for all
	Asked            bool     `json:",omitzero"` // the code only asks whether it is set
	No               []string `json:",omitzero"` // texts that it takes for not set where it asks
	Folded           bool     `json:",omitzero"` // Literals are compared in small or capital letters
	Apart            []int    `json:",omitzero"` // lines of reads of the same variable that run only where this one does not
	Open             bool     `json:",omitzero"` // Literals are not all that the code takes
	Strict           bool     `json:",omitzero"` // Required, only for the shell stops at whatever is not set
	Secret           bool     `json:",omitzero"` // of a secret; known once the whole tree is
}

// When says for which values of another variable a read is made.
type When = evaluate.When

// Unresolved reports whether nothing is known of the name.
func (r *Read) Unresolved() bool { return r.Name == "" && r.Pattern == "" && !r.Whole }
