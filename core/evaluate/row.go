package evaluate

// A name is a row of pieces of text, of which some may not be known.

// Row is a text of which parts may be unknown.
type Row []Part

// Part is a piece of text: known, or anything.
type Part = part

// Word returns the row of a text that is known.
func Word(s string) Row { return Row{{text: s, frame: -1}} }

// Text returns the known text of a part; any says that it is not known.
func (p part) Text() (s string, any bool) { return p.text, p.any }

// Frame returns how many calls deep a part came up.
func (p part) Frame() int32 { return p.frame }

// Piece returns a part.
func Piece(s string, any bool, frame int32) Part { return part{text: s, any: any, frame: frame} }

// Anything returns the row of a text of which nothing is known.
func Anything() Row { return Row{{any: true, frame: -1}} }

// Rows returns the texts that a value may be.
func (v Value) Rows() (rows []Row) {
	for _, x := range v {
		if (x.form == text || x.form == number || x.form == unknown) && len(x.parts) > 0 {
			rows = append(rows, x.parts)
		} else if x.form == sequence && len(x.list) > 0 && !x.perhaps { // several at once
			for _, element := range x.list {
				if len(rows) < mostAlternatives { // lists may hold each other many times
					rows = append(rows, element.Rows()...)
				}
			}
		} else if x.form != nothing {
			rows = append(rows, Row{{any: true}})
		}
	}
	if len(v) == 0 {
		rows = []Row{{{any: true}}}
	}
	return rows
}
