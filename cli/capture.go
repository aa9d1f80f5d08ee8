package cli

import (
	"fmt"
	"os"
	"path"
	"slices"
	"time"

	"github.com/spf13/cobra"

	"inzicht/core/environment"
	"inzicht/core/survey"
	"inzicht/report"
)

func newCapture() *cobra.Command {
	var pid int
	var keyFile, keyVariable, readBy string
	var names []string
	c := &cobra.Command{
		Use:   "capture [-]",
		Short: "A value-free record of the present environment, a process or standard input",
		Long: `Writes a record: the names of variables with their state and, where a key is
given, a keyed fingerprint of each value. It holds no value, and nothing from
which even a short one could be guessed, so that it may be committed or mailed.
A record takes the place of an environment: -e production=production.json.

Fingerprints let two records, or a record and another one made with the same
key, be compared value by value. Keep the key as you keep a secret.`,
		Example: `  inzicht capture > here.json
  inzicht capture --pid 4711 --read-by . > running.json
  env -0 | inzicht capture - --key-file ~/.inzicht-key > production.json
  inzicht verify -e production=production.json`,
		Args: func(c *cobra.Command, arguments []string) error {
			if len(arguments) > 1 || len(arguments) == 1 && arguments[0] != "-" {
				return &usageError{"only - is expected, for standard input", "See: inzicht capture --help"}
			}
			if pid != 0 && len(arguments) > 0 {
				return &usageError{"both a process and standard input are given", "Give one of --pid and -."}
			}
			return nil
		},
		RunE: func(c *cobra.Command, arguments []string) error {
			key, err := captureKey(keyFile, keyVariable)
			if err != nil {
				return err
			}
			layer, err := captured(c, pid, len(arguments) > 0)
			if err != nil {
				return err
			}
			keep, err := captureFilter(names, readBy, keyVariable)
			if err != nil {
				return err
			}
			return report.Record(c.OutOrStdout(), environment.Capture(layer, time.Now(), key, keep))
		},
	}
	f := c.Flags()
	f.IntVar(&pid, "pid", 0, "record a running process, by its `NUMBER`")
	f.StringVar(&keyFile, "key-file", "", "make fingerprints with the key in this `FILE`")
	f.StringVar(&keyVariable, "key-variable", "", "make fingerprints with the key in the variable `NAME`")
	f.StringVar(&readBy, "read-by", "", "only variables that the source in this `FOLDER` reads")
	f.StringArrayVar(&names, "name", nil, "only variables whose names fit this `GLOB`; may be given several times")
	f.SortFlags = false
	c.SetFlagErrorFunc(func(c *cobra.Command, err error) error {
		return &usageError{err.Error(), "See: inzicht capture --help"}
	})
	return c
}

func captureKey(file, variable string) ([]byte, error) {
	switch {
	case file != "":
		return environment.ReadKey(file)
	case variable != "":
		key := []byte(os.Getenv(variable))
		return key, environment.CheckKey("the variable "+variable, key)
	}
	return nil, nil
}

func captured(c *cobra.Command, pid int, standardInput bool) (*environment.Layer, error) {
	switch {
	case standardInput:
		return environment.ReadListing("standard input", c.InOrStdin())
	case pid != 0:
		return environment.Process(pid)
	}
	return environment.Present(os.Environ()), nil
}

// captureFilter tells which variables to record.
func captureFilter(names []string, readBy, without string) (func(string) bool, error) {
	var taken *survey.Survey
	if readBy != "" {
		var err error
		if taken, err = survey.Take(readBy, survey.Options{ReadsOnly: true}); err != nil {
			return nil, err
		}
		if err := whole(&report.Page{Survey: taken, Unseen: unseen(&report.Page{Survey: taken})}); err != nil {
			return nil, err
		}
	}
	for _, glob := range names {
		if _, err := path.Match(glob, ""); err != nil {
			return nil, &usageError{fmt.Sprintf("%q is no glob", glob), "Write one such as 'GATE_*'."}
		}
	}
	return func(name string) bool {
		if name == without {
			return false
		}
		if taken != nil && taken.Contract.Lookup(name) == nil && taken.Contract.Covers(name) == nil {
			return false
		}
		return len(names) == 0 || slices.ContainsFunc(names, func(glob string) bool { ok, _ := path.Match(glob, name); return ok })
	}, nil
}
