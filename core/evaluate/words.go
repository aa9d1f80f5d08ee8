package evaluate

// Words are what running the code of a language needs to know of it.
type Words struct {
	Nothing, Stops, Formats, Transparent map[string]bool
	// Rewrites are what functions and methods make of a text: by path, or by name with
	// a dot before it for methods.
	Rewrites map[string]Rewrite
	// Uses are what functions and methods do with a value: by path, or by name
	// with a dot before it for methods.
	Uses map[string][]Use
	// Forms are how values of each kind must be written for what converts them, where a
	// use does not say it.
	Forms map[string]string
	// EmptyTrue says that an empty text and zero count as true; EmptyLists that
	// a list without elements counts as false.
	EmptyTrue, EmptyLists bool
	// No are texts, besides the empty one, that count as false.
	No []string
	// Mutates says that texts change where they stand: name.append("x").
	Mutates bool
	// Stages are what tells in which stage a program runs, with the variable that says so; what asks for one by its
	// name has a dot before it.
	Stages map[string]string
	// Uniform says that a.f(b) may be f(a, b).
	Uniform bool
	// Extends says that a function may be one that things of a type are asked for,
	// nothing among them: fun String?.or(other: String) = this ?: other.
	Extends bool
	// Short says that an expression with _ in place of an operand is a function:
	// map(_.toInt).
	Short bool
	// Chooses are the operators among || and or that give one of their sides, and no
	// answer.
	Chooses map[string]bool
	// Generators says that for a <- b asks what b holds, if it is no list, and gives
	// nothing where that is nothing.
	Generators bool
	// Excludes are the operators that give numbers up to before the last: a until b.
	Excludes map[string]bool
	// Clauses says that a function may be written several times, each for other things
	// that it is given.
	Clauses bool
	// Curried says that a function may have several lists of parameters: f(a)(b).
	Curried bool
	// Returns says that a function returns its last expression.
	Returns bool
	// Forces says that an operator behind a value stops where there is none: x!!
	Forces string
	// Variants says how the values of types that list them are written.
	Variants Variants
	// Lends are methods of anything that run a block with what they are asked of, and give
	// what that gives: x.then { |v| … }; Taps are those that give back x.
	Lends, Taps map[string]bool
	// Raises says that using what is nothing stops: None.split().
	Raises bool
	// OwnScopes says that a name that a function assigns is its own, though there
	// is one outside too.
	OwnScopes bool
	// Explicit says that a method is never called by its name alone, but by what it is
	// of: int() in the method int of a class is another.
	Explicit bool
	// AnyCase says that variables with a dollar are written in any case.
	AnyCase bool
	// Signs says that an element is written with another sign than what it is of:
	// $x{a} is of %x.
	Signs bool
	// Operators are what most languages call an operator: != of <>.
	Operators map[string]string
	// Platform is what tells the system that a program runs on, and what it mostly
	// says: what another system alone does is not judged.
	Platform map[string]string
	// Failures is what the members of are errors: error.Missing.
	Failures string
	// Given is the variable that holds what a function was given, by parameter.
	Given  string
	Loops  Loops
	KeysIn bool // for (k in x) goes through the keys of x
	// Quiet says that a function is called by its name alone.
	Quiet bool
	// Arguments is the variable that holds all that a function was given, and Shift
	// what takes the first of it away: my $x = shift;
	Arguments, Shift string
	// Exhausts are the words of a switch that fails where no case fits.
	Exhausts map[string]bool
	// Bare says that what ends the program may be called by its name alone: or die
	Bare bool
	// Joins are the operators that fail on nothing: "a" + None.
	Joins map[string]bool
	// Main are the functions whose results are how the program ends; "" is the
	// file itself.
	Main []string
	// Exact says that a switch over nothing fails, though it has a default.
	Exact bool
	// Chains says that a?.b.c asks nothing of what a?.b is not.
	Chains bool
	// Variables says that names of variables begin with capital letters, which are
	// those of constants elsewhere.
	Variables bool
	// Blank says that nothing equals a text without characters.
	Blank bool
	// Capitals says that functions may begin with a capital letter, and that what
	// makes an object says new.
	Capitals bool
	// Types are the kinds of types that a converter may be asked for.
	Types map[string]string
	// Pointers says that + does not join texts.
	Pointers bool
	// Leaves says that a call of what may fail leaves the function with the
	// failure: x?
	Leaves string
	// Catchers are functions that give nothing where what they are given fails.
	Catchers map[string]bool
	// Result is the variable that a function returns where it does not say what.
	Result string
	// EmptyTexts are names of the text without characters: string.Empty.
	EmptyTexts map[string]bool
	// Status is the variable of which another number than 0 says that the program has
	// failed, once it has come to its end: process.exitCode.
	Status string
	// Lists are functions that give what they are given as a list, besides those that
	// go by such names in many languages: c("a", "b").
	Lists map[string]bool
	// Element is what a map gives for a key that is not in it.
	Element Unset
	// Errors are functions that make an error: errors.New.
	Errors map[string]bool
}

// Loops says what the names of a loop stand for.
type Loops uint8

// What they may stand for.
const (
	Elements Loops = iota // an element, or its parts
	Keys                  // of a record, its keys
	Indexed               // the index or key, then the element
	Values                // of a record, its values
)

// Unset is what reading a variable gives where it is not set.
type Unset uint8

// What may be given.
const (
	Usual    Unset = iota // what the language usually gives
	Nothing               // nothing
	Empty                 // a text without characters
	Fails                 // an error is thrown
	Error                 // a value that is an error: Err(…)
	Pair                  // an empty text, and false
	Atom                  // :error
	Count                 // the number 0; where it is set, how long its value is
	Holder                // nothing, in something that may be asked for members: None
	NoNumber              // what is made where a number was to be, and there was nothing
)

// The forms of truth.
const (
	Presence     = "presence"       // it is only asked whether it is there: any text will do
	GoTruth      = "go-truth"       // 1, t, T, TRUE, true, True and their opposites
	ExactTruth   = "exact-truth"    // true or false
	TruthAnyCase = "truth-any-case" // true or false, in any case, and white space around it
	TrueOrElse   = "true-or-else"   // true says yes, and all else no
	TrueAnyCase  = "true-any-case"  // so it does, in any case
)

// Use is what a function or method does with a value.
type Use struct {
	Arg      int    // which argument is the value, from 0; -1 for the receiver
	Keyword  string // the name of that argument, or ""
	Fallback int    // which argument is used where there is none; -1 for none
	Else     string // the name of that argument, or ""
	Exact    int    // how many arguments it has, or -1 for any number
	Also     string // a further argument that must be there: FILTER_VALIDATE_INT
	Kind     string // what it takes the value for, or ""
	Form     string // how that must be written, or ""
	Size     string // the type of number that it makes, such as u16; of i? and u? the last argument says how many bits
	Does     Effect // what it does where there is no value
	Maps     bool   // calls a function with the value where there is one
	Other    bool   // what it gives is something else than the value
	Counts   bool   // of one that asks whether there is a value: one that counts as false is none
	Empties  bool   // of one that replaces: an empty text too
}

// Effect is what happens to a value that is nothing, or an empty text.
type Effect uint8

// The effects.
const (
	Goes      Effect = iota // it stays what it is
	Replaces                // something else is used
	Fail                    // it throws or stops
	Errs                    // it returns an error beside the value
	Tests                   // it reports whether there is a value
	Absence                 // it reports whether there is none
	Converts                // it gives something of another kind: 0, "", an empty list
	Writes                  // it gives the word for nothing, as a text
	EmptyText               // it gives an empty text, which the code says outright
	Nones                   // it returns nothing
	Breaks                  // it returns an error instead of a value
	NotNumber               // it returns what is no number
	OnNothing               // it throws where there is nothing; an empty text is one like others
	OtherPath               // so does it, and gives another path of the same place
	Tells                   // it returns whether it could, and what it makes of it
	Succeeds                // it returns what it makes of nothing, and no error beside it
	Mistakes                // it returns an error, or none, and nothing besides
	Demands                 // it throws where a condition is false
	Gives                   // it calls a function with it, whether there is one or not
	Holds                   // it returns something that may be asked for members, whether it holds a value or nothing
)
