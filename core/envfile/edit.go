package envfile

import (
	"bytes"
	"fmt"
	"slices"
	"strings"
)

// EditError says why a document cannot be changed, and what to do.
type EditError struct{ Reason, Hint string }

func (e *EditError) Error() string { return e.Reason }

// Set gives a name a value. Where the file sets it already, only that line
// changes: its export, its quotes and its comment stay as they are. Otherwise
// a line is added at the end. What cannot be written so that every reader
// takes it alike is refused with an *EditError.
func (d *Document) Set(name, value string) error {
	if d.wide {
		return &EditError{"the file is not text in UTF-8", "Save it as UTF-8."}
	}
	if !isShellName(name) || !IsName(name) {
		return &EditError{fmt.Sprintf("%q is no name of a variable", name), "A name is made of letters, digits and _, and begins with no digit."}
	}
	entry, found := d.Lookup(name)
	quote := byte(0)
	if found {
		quote = entry.Quote
	}
	written, err := write(value, quote)
	if err != nil {
		return err
	}
	if !found {
		return d.add(name + "=" + written)
	}
	piece := d.pieces[entry.piece]
	at := valueStart(piece, entry)
	if at < 0 || !bytes.HasPrefix(piece[at:], []byte(entry.Raw)) {
		return &EditError{fmt.Sprintf("the line that sets %s cannot be changed", name), "Change it by hand."}
	}
	behind := piece[at+len(entry.Raw):]
	if bytes.HasPrefix(behind, []byte("#")) { // NAME=# a comment, which stays one
		written += " "
	}
	d.replace(entry.piece, slices.Concat(piece[:at], []byte(written), behind))
	return nil
}

// Written returns a value as it is in an env file, in quotes where it needs
// them. The error is an *EditError.
func Written(name, value string) (raw string, err error) {
	d := Parse(nil)
	if err := d.Set(name, value); err != nil {
		return "", err
	}
	e, _ := d.Lookup(name)
	return e.Raw, nil
}

// valueStart returns where the value begins in the piece of an entry, or -1.
func valueStart(piece []byte, entry Entry) int {
	at := bytes.Index(piece, []byte(entry.Name))
	if at < 0 {
		return -1
	}
	at += len(entry.Name)
	equals := bytes.IndexByte(piece[at:], '=')
	if equals < 0 {
		return -1
	}
	for at += equals + 1; at < len(piece) && (piece[at] == ' ' || piece[at] == '\t'); at++ {
	}
	return at
}

// add puts a line at the end, with the line ends that the file has.
func (d *Document) add(line string) error {
	all := d.Bytes()
	if bytes.HasSuffix(all, []byte("\r")) { // which a line behind it would make a line end
		return &EditError{"the file ends with half a line end", "Save it with whole line ends."}
	}
	end := "\n"
	if bytes.Contains(all, []byte("\r\n")) {
		end = "\r\n"
	}
	if n := len(all); n > 0 && all[n-1] != '\n' {
		line = end + line
	}
	*d = *Parse(append(bytes.Clone(all), line+end...))
	return nil
}

// replace puts a changed piece in the place of one, and reads the file anew.
func (d *Document) replace(n int, piece []byte) {
	pieces := append([][]byte{}, d.pieces...)
	pieces[n] = piece
	*d = *Parse(bytes.Join(pieces, nil))
}

// write writes a value with the quotes that stand there already, or with such
// as it needs.
func write(value string, quote byte) (string, error) {
	if strings.ContainsAny(value, "\x00\r") {
		return "", &EditError{"the value holds a control character", "Leave it out."}
	}
	plain := value == "" || strings.Trim(value, "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_-./:@%+,=") == "" && value[0] != '='
	single := !strings.Contains(value, "'")
	double := !strings.ContainsAny(value, "\"\\$`\n")
	switch {
	case quote == 0 && plain:
		return value, nil
	case quote == '"' && double, quote != '\'' && double && !single:
		return `"` + value + `"`, nil
	case single:
		return "'" + value + "'", nil
	case double:
		return `"` + value + `"`, nil
	}
	return "", &EditError{"no quotes suit this value in every reader", "Take its single quotes out, or set it elsewhere."}
}
