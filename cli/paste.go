package cli

import (
	"path/filepath"
	"strings"
)

// quotedWord returns a word as it is pasted into a shell: in single quotes
// where it holds anything but what needs none.
func quotedWord(word string) string {
	if word != "" && strings.Trim(word, "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_-./:@%+,=") == "" {
		return word
	}
	return "'" + strings.ReplaceAll(word, "'", `'\''`) + "'"
}

// fromHere returns a path as it is written in the present folder, where that is
// shorter.
func fromHere(file string) string {
	here, err := filepath.Abs(".")
	if err != nil {
		return file
	}
	if inside, err := filepath.Rel(here, file); err == nil && len(inside) < len(file) {
		return inside
	}
	return file
}
