package reads

import (
	"bytes"
	"slices"

	"inzicht/core/declare"
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/syntax"
)

// Language is what the engine knows of one language: how it is written and
// what reading the environment looks like in it. It is data; a new language
// is one value of this type.
type Language struct {
	Name         string
	Family       string   // of the languages that call each other's functions; Name where empty
	Extensions   []string // with the dot, lower case
	Names        []string // whole file names
	Interpreters []string // of a #! line
	// Grammar describes how the language is written, as far as the tree goes.
	Grammar *parse.Grammar
	// Tree makes the tree of a file by a parser of the language's own.
	Tree    func(*syntax.File) *parse.Tree
	Table   *syntax.Table
	Outline func(*syntax.File) *Outline // how to find functions, blocks and names

	// Triggers are whole words of which every file that reads the
	// environment itself holds at least one. A file without is not scanned.
	Triggers []string
	// With are further words, of which such a file also holds one; none where empty.
	With   []string
	Idioms []Idiom
	// Uses tell from what is done with a read what it is taken for: int($read),
	// $read.split($rest), $read.unwrap_or($fallback).
	Uses []Idiom
	// Transparent calls leave the value as it is: $read.trim, String($read).
	Transparent []string
	// Stops are the words that end the program or leave the function with an
	// error: raise, panic, os.Exit.
	Stops []string
	// Nothing are the words for no value: nil, None, undefined.
	Nothing []string
	// Formats are functions that fill a format string: fmt.Sprintf.
	Formats []string
	// Rewrites are what functions make of a text that they are given, or methods of one
	// that they are asked of, with a dot before their names: .trim, strings.ToUpper.
	Rewrites map[string]evaluate.Rewrite

	Libraries   []string // first names of the paths of its standard library: os of os/user.Current
	LineEnds    bool     // a line's end may end a statement
	WordOr      []string // operators that give the right side where the left is nothing: or, ||, ??
	Declaring   []string // words after which a name is declared, not read: interface, type
	FoldWords   bool     // names of functions are written in any case
	Force       string   // an operator behind a value that stops the program without one: !!
	QuietParens bool     // a call needs no parentheses
	Applied     bool     // a function is given one operand behind the other: f a b
	Lists       bool     // of those: a call stands in parentheses with what it is given, (f a b)
	// Roots are names whose members are global names: globalThis, window.
	Roots []string
	// Own reads a language in a way of its own, with its own parser; then none
	// of what follows is used.
	Own func(src []byte) ([]Read, error)
	// OfFile tells by its path whether a file is in this language, where name
	// and ending do not say it.
	OfFile func(path string) bool

	// Exports is the word that lets other files see a name; empty where all do.
	Exports string
	// Private is the word that keeps a function to its file; "" where none does.
	Private string
	// Declared finds settings that are declared rather than read: struct tags,
	// settings classes.
	Declared func(*syntax.File, *Outline) []Declared
	// Forms are further ways to declare settings, found in the tree.
	Forms []declare.Form
	// Where says in words which files it is, where no name or ending does.
	Where string
	// SharesNames tells that the files of one folder see each other's names.
	SharesNames bool
	// OpenModules tells that what a module has is known without the module's name.
	OpenModules bool
	// Global tells that functions outside classes are known in the whole program.
	Global bool
	// Namespaces tells that names are shared by a namespace, which files of several folders
	// may be of.
	Namespaces bool
	// KeepsSmall tells that names which begin with a small letter are known in their
	// folder alone.
	KeepsSmall bool
	// Modifiers tells that if and unless may stand behind a statement.
	Modifiers bool
	// Imported tells that a name of another file must be imported by name.
	Imported bool
	// QuietString tells that a call without parentheses takes one string alone.
	QuietString bool
	// Catches tells that try … except KeyError makes a read one that may fail.
	Catches bool
	// Prototypes tells that functions are declared by their heads alone.
	Prototypes bool
	// Copies are functions that give back a copy of the environment: dict, copy.
	Copies []string
	// Makes are functions that give the environment whatever they are given: an
	// allocator. Its path is theirs with empty brackets behind it.
	Makes []string
	// Passes tells how a function begins whose body may be passed over where
	// nothing in it concerns the environment: with a word, or where it is "("
	// with parameters. Nothing is passed over where it is empty.
	Passes string
	// Entire are words of which a file that holds one is looked at whole.
	Entire []string
	// Imports records what the file's imports stand for.
	Imports func(*syntax.File, *Outline)

	// ScopeOf says when a file runs, where its beginning tells: "" else.
	ScopeOf func(src []byte) Scope
	// Runs says how its code is run.
	Runs Runs

	compiled func() *compiled // nil where its patterns are not to be prepared
	extended bool             // with idioms of a tree's own
}

// Idiom is what a read looks like, written the way a person would write it,
// with holes: $name the variable's name, $fallback the value used without one,
// $template text with $names in it, $placeholders text with ${NAME:fallback} in
// it, $percents text with %NAME% in it, $names several names, $read any read,
// $any anything, $rest any further arguments.
type Idiom struct {
	Access   string
	Need     Need     // where the code says nothing more: Expected
	Kind     Kind     // where the code says nothing more: Text
	Form     Form     // of a use: how what it takes for the kind must be written, if not as the language's others want it
	Whole    bool     // the environment as a whole; its members are reads by other idioms
	Except   []string // patterns of names that are no variables here
	Function bool     // a plain function, and no class: new Env("x")
	Absent   bool     // asks whether there is no value: $read.nil?
	Counts   bool     // of a use that asks whether there is a value: one that counts as false is none
	Test     bool     // asks whether the variable is set, without needing its value
	Removes  bool     // takes the variable out as well
	Writes   bool     // sets it or takes it out, and does not read it
	Other    bool     // what a use gives is something else than the value
	Empties  bool     // of a use with $fallback: it stands in for an empty text too
	Sets     bool     // a call that sets it to its second argument
	Each     bool     // of $names: it gives a list of what each of them has
	No       []string // texts that it gives something for which counts as false
	Keeps    bool     // sets it to $fallback where it is not set, besides reading it
	Prefix   string
	Behind   []string        // how what is given begins, if it is to name a variable: the rest is the name
	Dashed   bool            // a name is written in small letters, with dashes: gate-port is GATE_PORT
	Scope    Scope           // when the read happens, if not by where the file lies
	Unset    evaluate.Unset  // what it gives where the variable is not set, if not what the language does
	Does     evaluate.Effect // of a use: what it does with nothing
	Maps     bool            // of a use: calls what it is given with the value
}

// Runs says how the code of a language is run, as far as nothing is concerned.
type Runs struct {
	Unset      evaluate.Unset    // what a read gives where the variable is not set
	Sizes      map[string]string // the types of numbers that its own conversions make, as evaluate.Use has them
	Forms      map[Kind]Form     // how its own conversions want values written
	No         []string          // texts, besides the empty one, that count as false
	EmptyTrue  bool              // an empty text and zero count as true
	EmptyLists bool              // an empty list counts as false
	Returns    bool              // a function returns its last expression
	Stages     map[string]string // what tells the stage that a program runs in, with the variable that says so
	Uniform    bool              // a.f(b) may be f(a, b)
	Mutates    bool              // texts change where they stand: name.append("x")
	Extends    bool              // fun T.name() is a function that things of a type are asked for
	Raises     bool              // a member of nothing stops
	Chains     bool              // a?.b.c asks nothing of what a?.b is not
	Blank      bool              // nothing equals a text without characters
	Variables  bool              // names of variables begin with capital letters
	Capitals   bool              // functions may begin with a capital letter: what makes an object says new
	OwnScopes  bool              // what a function assigns is its own
	Explicit   bool              // a method is never called by its name alone
	AnyCase    bool              // variables with a dollar are written in any case
	Bare       bool              // what ends the program may be called by its name alone
	Arguments  string            // the variable that holds all that a function was given
	Shift      string            // what takes the first of that away
	Joins      []string          // operators that fail on nothing
	Main       []string          // functions that give how the program ends; "" is the file itself
	Exact      bool              // a switch over nothing fails
	Clauses    bool              // a function may be written several times
	Element    evaluate.Unset    // what a map gives for a key that is not in it, where that is not nothing
	Curried    bool              // a function may have several lists of parameters: f(a)(b)
	Short      bool              // an expression with _ in place of an operand is a function
	Generators bool              // for { a <- b } yield c asks what b holds
	Excludes   []string          // operators that give numbers up to before the last
	Exhausts   []string          // words of a switch that fails where no case fits
	Signs      bool              // an element is written with another sign than what it is of
	Given      string            // the variable that holds what a function was given, by parameter
	Loops      evaluate.Loops    // what the names of a loop stand for
	KeysIn     bool              // for (k in x) goes through the keys of x
	Types      map[string]string // the kinds of types that a converter may be asked for
	Variants   evaluate.Variants // how the values of types that list them are written
	Lends      []string          // methods of anything that run a block with it, and give what that gives
	Taps       []string          // methods that do so, and give back what they are asked of
	Leaves     string            // the operator behind a value that leaves the function with an error
	Catchers   []string          // functions that give nothing where what they are given fails
	Errors     []string          // functions that make an error
	EmptyTexts []string          // names of the text without characters
	Status     string            // the variable of which another number than 0 says that the program has failed
	Result     string            // the variable that a function returns where it does not say what
	Lists      []string          // functions that give what they are given as a list
	Operators  map[string]string // operators by how most languages write them: <> is !=
	Platform   map[string]string // what tells the system that a program runs on, and what it mostly says
	Failures   string            // what the members of are errors: error.Missing
	Words      *evaluate.Words
}

// Declared is one setting that is declared.
type Declared struct {
	At       int // its token
	Name     string
	Access   string
	Need     Need
	Kind     Kind
	Fallback *string
	// Of is the class that a library fills of which it is a field, by its path: Mail.Kind; or "".
	Of, Field string
}

// Calls returns the name of the languages whose functions may call this one's.
func (l *Language) Calls() string {
	if l.Family != "" {
		return l.Family
	}
	return l.Name
}

// Triggered reports whether src holds one of the language's trigger words.
func (l *Language) Triggered(src []byte) bool {
	if l.compiled == nil {
		return hasAny(src, l.Triggers) && (len(l.With) == 0 || hasAny(src, l.With)) || hasAny(src, formWords(l.Forms))
	}
	c := l.compiled()
	if l.extended && hasAny(src, c.triggers[len(l.Triggers):]) {
		return true
	}
	return c.any.In(src) && (c.own.In(src) && (len(l.With) == 0 || c.with.In(src)) || c.forms.in(src))
}

// spoken finds out fast whether a file may hold one of several forms.
type spoken struct {
	any   *Words // those of all
	forms []spokenForm
}

type spokenForm struct{ words, with *Words }

func spokenBy(forms []declare.Form) *spoken {
	s := &spoken{any: NewWords(formWords(forms))}
	for _, form := range forms {
		one := spokenForm{words: NewWords(form.Words)}
		if len(form.With) > 0 {
			one.with = NewWords(form.With)
		}
		s.forms = append(s.forms, one)
	}
	return s
}

func (s *spoken) in(src []byte) bool {
	return s.any.In(src) && slices.ContainsFunc(s.forms, func(form spokenForm) bool {
		return form.words.In(src) && (form.with == nil || form.with.In(src))
	})
}

// formWords are the words of forms.
func formWords(forms []declare.Form) (words []string) {
	for _, form := range forms {
		words = append(words, form.Words...)
	}
	return words
}

func hasAny(src []byte, words []string) bool {
	for _, word := range words {
		if HasWord(src, word) {
			return true
		}
	}
	return false
}

// HasWord reports whether word is in src with no letter, digit or
// underscore directly beside it.
func HasWord(src []byte, word string) bool {
	needle := []byte(word)
	for at := 0; ; at++ {
		n := bytes.Index(src[at:], needle)
		if n < 0 {
			return false
		}
		if at += n; stands(src, at, needle) {
			return true
		}
	}
}

func isNameByte(c byte) bool {
	return c == '_' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9'
}
