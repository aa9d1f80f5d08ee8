package evaluate

// What running a file gives.

// Read is a read that was found.
type Read struct {
	Unit    *Unit
	Node    int32 // the access, or the call of a helper
	Access  *Access
	Name    Row
	Through string // the function that does the reading, or ""
	Via     *Func  // that function
	Outer   *Func  // the function that is given the name, where nothing is known but that
	Usual   *Func  // the function that is given a part of the name, where it is called without: def load(prefix="GATE_")

	Required, Tested bool
	Sometimes        bool // it is required where something else holds, too, that is not known
	Fallback         *Fallback
	Kind             string
	Form             string // how what converts it to Kind wants it written, where that is known
	Literals         []string
	Unseen           bool     // no run came to it
	Closed           bool     // Literals are all that is understood
	Others           bool     // a case for all others than Literals hands the value on
	Asked            bool     // the program asks whether it is set, or not empty
	Truth            bool     // it asks whether it counts as true
	Folded           bool     // it is compared in small or in capital letters
	Passed           bool     // the value is used other than by comparing it
	Bounds           []string // what the number that it is must be, such as >= 1
	// Offers are the ways by which other files come to what was read, as it was.
	Offers []Offer
	// When says for which values of other variables it is come to, where that is not for all; Demanded for which it is
	// required, where it is not for all.
	When, Demanded []When

	reached  bool     // a run with it unset came to it
	stops    bool     // one way at least ends with it unset
	refused  []string // what it is compared with, and is not to be
	measured bool     // it is held against a number
	sized    bool     // a conversion says between which numbers it lies, or that it may be any
	against  []string // the numbers that it is held against
	picks    []string // the keys of a map of which it says which one is taken
	keeps    bool     // where it is not set, what it would be put to keeps a value: it is known whether one
	kept     *Fallback
	parsed   bool // it is converted to a type that is not said there
	mixed    bool // it is taken for things of different kinds
	key      string
	number   int32
	entries  []int
}

// Fallback is what is used where a variable is not set.
type Fallback struct {
	Text     string
	Computed bool  // Text is source
	Number   bool  // it is a number, and no text of one
	Node     int32 // where that is, in the unit of the read, or 0
}

// Result is what running a file gives.
type Result struct {
	Reads []*Read
	// Ways are blocks and calls that are come to for some values of variables alone, by their nodes, where that is asked for.
	Ways map[int32][]When
	// Called are the functions of the tree that were given the name of a
	// variable.
	Called map[*Func]int
	// Making are functions of the file that give others which read: from(prefix) gives
	// { get: (name) => env[prefix + name] }.
	Making []*Func
	// Sought are functions of other files that are given what was read, and whether what
	// they are given reads: then what they make may, too.
	Sought map[string]bool
	// Compared are expressions that only ask which of some names the environment has.
	Compared map[int32]bool
	// Objects are ways to objects of classes of the file, whose fields are ways, too.
	Objects []Offer
	// Followed are where the environment as a whole stands, of which it is known what
	// becomes of it.
	Followed map[int32]bool
}
