package verify

var absent = Rule{
	Name: "absent", Level: Error, Placed: true,
	Says: "a file that code or configuration loads is not there",
	Do:   "Make the file, or correct its name where it is loaded.",
	About: `A script, a service or a program loads an env file that is not in the tree: the
start fails, or goes on without its values.

  "seed": "node --env-file=seed.env …"      services/skipper-web/package.json
  # and there is no seed.env beside it

Calls of the libraries that load env files are looked at, too; one that goes on where
the file is not there gives a warning.

A developer's own file, .env or one that ends in .local, is expected to be made
by each developer; one that is asked for first ([ -f x.env ]) may be missing.

Mend it by making the file, or by correcting its name.`,
	check: func(j *job) (list []Finding) {
		for _, p := range j.environments.Problems {
			if p.Absent == "" {
				continue
			}
			f := Finding{
				Component: j.Tree.ComponentOf(p.File).Name, File: p.Absent,
				Message: p.Reason, Hint: p.Hint, Pointed: true, Related: []Place{{p.File, p.Line}},
			}
			if p.Lived {
				f.Level = Warning
			}
			if fillable(p.Absent) {
				f.Hint, f.Command = "{} makes it; or correct its name where it is loaded.", []string{"inzicht", "fill", p.Absent}
			}
			list = append(list, f)
		}
		return list
	},
}
