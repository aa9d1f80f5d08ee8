package verify

import (
	"fmt"
	"slices"
	"strings"
	"time"

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

Of a process that shows none of the variables of the files that is all that is
said: a program that loads them itself keeps them to itself.

Mend it by starting the program again.`,
	check: func(j *job) (list []Finding) {
		for i := range j.environments.Environments {
			live := &j.environments.Environments[i]
			if live.Live == nil {
				continue
			}
			if f := j.unseen(live); f != nil {
				list = append(list, *f)
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

// clockStep is how exact the time is at which a process was started: the system
// tells the second of its own beginning, and no part of it.
const clockStep = time.Second

// unseen returns what is to be said of a live process that has none of the
// variables of its environment: a program that loads its files itself keeps them
// where they cannot be seen, so that nothing else is said of it.
func (j *job) unseen(live *environment.Environment) *Finding {
	var files []string
	count := 0
	for _, name := range namesOf(live.Live) {
		wanted, layer, set := live.Live.Lookup(name)
		if !set || wanted.State == environment.Given || wanted.State == environment.Sealed || layer.File == "" || !j.isUsed(name, layer) {
			continue
		}
		if _, _, has := live.Lookup(name); has {
			return nil
		}
		if count++; !slices.Contains(files, layer.File) {
			files = append(files, layer.File)
		}
	}
	if count == 0 {
		return nil
	}
	return &Finding{
		Level: Note, Environment: live.Name, Component: live.Component.Name, File: files[0],
		Message: fmt.Sprintf("%s shows no variable of %s: a program that loads the file itself keeps them to itself", live.Name, strings.Join(files, ", ")),
		Hint:    "Nothing else can be said of it. Where something else is to set them, start the program again.",
	}
}

// older reports whether a live process has another value than its environment.
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
	case !started.IsZero() && started.Add(clockStep).Before(layer.Changed):
		f.Message = fmt.Sprintf("%s has %s of %s: it was started before %s was last written", live.Name, what, name, layer.File)
	default:
		f.Message = fmt.Sprintf("%s has another value of %s than %s, though that was not changed since", live.Name, name, layer.File)
		f.Hint, f.Pointed = "Something else sets it where the program is started, or it was started with other files.", true
	}
	return f
}
