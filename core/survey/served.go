package survey

import (
	"inzicht/core/language"
	"inzicht/core/reads"
)

// settleServed has what a configuration service is asked for say what the schema of the component declares, by which the
// service is filled: there is a value where the schema has one to fall back to, and it may be missing where the schema lets it.
func (s *Survey) settleServed() {
	schemas := map[[2]string]reads.Read{}
	served := false
	for _, r := range s.Reads {
		served = served || r.Access == language.Service
		if r.Access == "schema" && r.Need == reads.Optional {
			schemas[[2]string{r.Component, r.Name}] = r
		}
	}
	if !served || len(schemas) == 0 {
		return
	}
	for i := range s.Reads {
		r := &s.Reads[i]
		by, declared := schemas[[2]string{r.Component, r.Name}]
		if !declared || r.Access != language.Service || r.Need == reads.Optional {
			continue
		}
		if r.Need == reads.Required && by.Fallback == nil { // getOrThrow
			continue
		}
		r.Need, r.Fallback, r.FallbackComputed = reads.Optional, by.Fallback, by.FallbackComputed
		if r.File != by.File {
			r.SaidIn = by.File
		}
	}
}
