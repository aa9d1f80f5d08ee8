package cli

import (
	"path/filepath"

	"inzicht/core/verify"
)

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

// placeOf returns the root of the tree as the arguments name it: the present
// folder where there are none.
func placeOf(arguments []string) string {
	if len(arguments) == 0 {
		return "."
	}
	return arguments[0]
}

// pasted has the commands that findings name typed as they are where this is
// printed.
func pasted(list []verify.Finding, arguments []string) {
	for i := range list {
		list[i] = list[i].At(placeOf(arguments))
	}
}
