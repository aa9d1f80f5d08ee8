package language

import (
	"bytes"
	"encoding/json"
	"strings"
	"sync"

	"inzicht/core/reads"
	"inzicht/core/syntax"
)

// notebook reads the cells with code of a notebook, all as one program.
var notebook = &reads.Language{
	Name: "notebook", Extensions: []string{".ipynb"}, Triggers: []string{"environ", "getenv", "dotenv_values", "BaseSettings"},
	Own: readNotebook,
}

// pythonReady is Python with its idioms compiled.
var pythonReady = sync.OnceValues(func() (*reads.Language, error) { return python.Compiled() })

func readNotebook(src []byte) ([]reads.Read, error) {
	l, err := pythonReady()
	if err != nil {
		return nil, err
	}
	code, offsets := cellsOf(src)
	if !l.Triggered(code) {
		return nil, nil
	}
	result := l.Analyse("cells.py", code, nil)
	f := &syntax.File{Src: src}
	for _, h := range result.Helpers {
		if result.Calls[h] == 0 {
			result.Reads = append(result.Reads, h.Inside...)
		}
	}
	for i := range result.Reads {
		r := &result.Reads[i]
		if n := r.Line - 1; n < len(offsets) {
			r.Line, r.Column = f.Position(offsets[n])
		}
	}
	return result.Reads, nil
}

// mostCells bounds how many texts of a notebook are looked at.
const mostCells = 200_000

// cellsOf returns the code of all cells, and where in the file each of its
// lines stands. What is no code of the language itself is left out.
func cellsOf(src []byte) (code []byte, offsets []int) {
	d := json.NewDecoder(bytes.NewReader(src))
	var path []string // the keys round what comes next; "" in a list
	var isKey []bool  // a key comes next
	cell, kind := []byte(nil), ""
	var at []int
	for n := 0; n < mostCells; n++ {
		token, err := d.Token()
		if err != nil {
			return code, offsets
		}
		switch t := token.(type) {
		case json.Delim:
			switch t {
			case '{', '[':
				path, isKey = append(path, ""), append(isKey, t == '{')
				if len(path) > 100 {
					return code, offsets
				}
				continue
			}
			if len(path) == 3 && t == '}' && path[0] == "cells" { // a cell ends
				if kind == "code" {
					code, offsets = append(code, cell...), append(offsets, at...)
				}
				cell, at, kind = nil, nil, ""
			}
			path, isKey = path[:len(path)-1], isKey[:len(isKey)-1]
		case string:
			if len(path) > 0 && isKey[len(isKey)-1] {
				path[len(path)-1], isKey[len(isKey)-1] = t, false
				continue
			}
			offset := int(d.InputOffset())
			switch {
			case len(path) >= 3 && path[0] == "cells" && path[2] == "source":
				for line := range strings.Lines(t) {
					at = append(at, offset-1)
					cell = append(cell, plainCode(line)...)
				}
			case len(path) == 3 && path[0] == "cells" && path[2] == "cell_type":
				kind = t
			}
		}
		if len(path) > 0 && path[len(path)-1] != "" {
			isKey[len(isKey)-1] = true // the value is over
		}
	}
	return code, offsets
}

// plainCode returns a line of a cell, with an end, without commands to the
// notebook itself.
func plainCode(line string) string {
	line = strings.TrimSuffix(line, "\n")
	if trimmed := strings.TrimLeft(line, " \t"); strings.HasPrefix(trimmed, "%") || strings.HasPrefix(trimmed, "!") {
		line = ""
	}
	return line + "\n"
}
