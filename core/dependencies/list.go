package dependencies

import (
	"encoding/json"

	"inzicht/core/reads"
)

// Error says why a list of packages cannot be read, and what to do.
type Error struct{ Reason, Hint string }

func (e *Error) Error() string { return e.Reason }

// Parse reads a list that inzicht contract --dependencies --format json wrote. The
// error is an *Error.
func Parse(src []byte) ([]Package, error) {
	var list struct {
		Schema   string
		Packages []struct {
			Package, Version, Folder string
			Variables                []struct {
				Name            string
				Pattern, Secret bool
				Ambient         bool
				Need            reads.Need
				Reads           int
				File            string
				Line            int
			}
			Whole []Place
		}
	}
	if err := json.Unmarshal(src, &list); err != nil || list.Schema != "inzicht/dependencies/1" {
		return nil, &Error{"it is no list of packages", "Make one: inzicht contract --dependencies --format json."}
	}
	packages := []Package{}
	for _, p := range list.Packages {
		one := Package{Name: p.Package, Version: p.Version, Folder: p.Folder, Whole: p.Whole}
		for _, v := range p.Variables {
			one.Variables = append(one.Variables, Variable{v.Name, v.Pattern, v.Secret, v.Ambient, v.Need, v.Reads, Place{v.File, v.Line}})
		}
		packages = append(packages, one)
	}
	return packages, nil
}
