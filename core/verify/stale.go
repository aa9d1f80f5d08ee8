package verify

import (
	"fmt"

	"inzicht/core/environment"
)

var stale = Rule{
	Name: "stale", Level: Warning,
	Says: "a live process has an older value than its environment's files",
	Do:   "Start the program again.",
	About: `A process keeps the values that it was started with. Where its environment's
files were changed since, it still runs with the old ones.

  inzicht verify -e local --pid 4711
  GATE_CLOSE_AFTER      process 4711 was started before .env was last written

Mend it by starting the program again.`,
	check: func(j *job) (list []Finding) {
		for i := range j.environments.Environments {
			live := &j.environments.Environments[i]
			if live.Live == nil {
				continue
			}
			for _, name := range namesOf(live.Live) {
				if f := j.older(live, name); f != nil {
					list = append(list, *f)
				}
			}
		}
		return list
	},
}

// older tells whether a live process has another value than its environment.
func (j *job) older(live *environment.Environment, name string) *Finding {
	wanted, layer, set := live.Live.Lookup(name)
	has, process, running := live.Lookup(name)
	if !set || wanted.State == environment.Given || wanted.State == environment.Sealed || !j.isUsed(name, layer) {
		return nil
	}
	if running && has.State == wanted.State && has.Text == wanted.Text {
		return nil
	}
	f := &Finding{
		Variable: name, Environment: live.Name, Component: live.Component.Name,
		File: wanted.File, Line: wanted.Line, Column: wanted.Column, Hint: "Start the program again.",
	}
	what := "an older value"
	if !running {
		what = "no value"
	}
	if layer.Changed.IsZero() || process == nil && len(live.Layers) == 0 {
		return nil
	}
	started := live.Layers[0].Changed
	switch {
	case !started.IsZero() && started.Before(layer.Changed):
		f.Message = fmt.Sprintf("%s has %s of %s: it was started before %s was last written", live.Name, what, name, layer.File)
	default:
		f.Message = fmt.Sprintf("%s has another value of %s than %s, though that was not changed since", live.Name, name, layer.File)
		f.Hint, f.Pointed = "Something else sets it where the program is started, or it was started with other files.", true
	}
	return f
}
