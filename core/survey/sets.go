package survey

import "inzicht/core/reads"

// What files of a program give variables themselves, before others read them.

// noteSets notes of reads that another file of the program gives their variable a value.
func (s *Survey) noteSets(units []*unit, all []reads.Read) {
	type setting struct{ component, language, name string }
	sets := map[setting]string{}
	for _, u := range units {
		if scope := scopeOf(u.file); scope != reads.Runtime && scope != reads.Build {
			continue
		}
		for _, name := range u.result.Sets {
			if key := (setting{u.component, u.language.Calls(), name}); sets[key] == "" {
				sets[key] = u.file
			}
		}
	}
	if len(sets) == 0 {
		return
	}
	languages := map[string]string{}
	for _, u := range units {
		languages[u.file] = u.language.Calls()
	}
	for n := range all {
		if r := &all[n]; r.Name != "" {
			if file := sets[setting{r.Component, languages[r.File], r.Name}]; file != r.File {
				r.SetIn = file
			}
		}
	}
}
