package environment

import (
	"bytes"
	"encoding/json"
	"slices"
	"time"

	"inzicht/core/files"
	"inzicht/core/secrecy"
)

const recordSchema = "inzicht/record/1"

// records are value-free pictures of environments that inzicht capture made.
var records = kind{
	key: "record", says: "a record that inzicht capture made",
	traits: Traits{Foreign: true},
	load: func(f *finder, s Spec) ([]*Layer, error) {
		src, err := f.tree.ReadFile(s.text("record"))
		if err != nil {
			return nil, specError(s.text("record"), err)
		}
		l := &Layer{Kind: "record", Label: s.text("record"), File: s.text("record"), Component: f.tree.ComponentOf(s.text("record")), Tracked: f.tracked[s.text("record")], Values: map[string]Value{}}
		return []*Layer{l}, l.record(s.text("record"), src)
	},
}

// Record is a value-free picture of an environment: it holds no value, and
// without the key nothing from which even a short one could be guessed.
type Record struct {
	Schema    string           `json:"schema"`
	Made      time.Time        `json:"made"`
	From      string           `json:"from"`
	Keyed     bool             `json:"keyed"` // there are fingerprints
	Variables []RecordVariable `json:"variables"`
}

// RecordVariable is one variable of a record.
type RecordVariable struct {
	Name        string `json:"name"`
	State       State  `json:"state"`
	Kind        string `json:"kind"` // what the value looks like
	Fingerprint string `json:"fingerprint,omitempty"`
}

// Capture makes a record of a layer. Without a key it holds no fingerprints.
// keep tells which variables; nil keeps all.
func Capture(l *Layer, made time.Time, key []byte, keep func(name string) bool) *Record {
	r := &Record{Schema: recordSchema, Made: made.UTC().Truncate(time.Second), From: l.Label, Keyed: len(key) > 0, Variables: []RecordVariable{}}
	for _, name := range l.Names() {
		v := l.Values[name]
		if v.State == Removed || keep != nil && !keep(name) {
			continue
		}
		variable := RecordVariable{Name: name, State: v.State, Kind: secrecy.KindOf(v.Text)}
		if v.State == Set && len(key) > 0 {
			variable.Fingerprint = secrecy.Fingerprint(key, name, v.Text)
		}
		r.Variables = append(r.Variables, variable)
	}
	return r
}

// record reads a record as values that are given but not seen.
func (l *Layer) record(name string, src []byte) error {
	var r Record
	decoder := json.NewDecoder(bytes.NewReader(src))
	if err := decoder.Decode(&r); err != nil || r.Schema != recordSchema {
		return &SpecError{name, "this is no complete record", "Make it again with inzicht capture."}
	}
	l.Kind, l.Changed = "record", r.Made
	for _, v := range r.Variables {
		state := v.State
		if state == Set {
			state = Given
		}
		if !slices.Contains([]State{Given, Empty, Sealed}, state) {
			continue
		}
		l.Values[v.Name] = Value{State: state, File: l.File, Why: "recorded " + r.Made.Format("2006-01-02"), Fingerprint: v.Fingerprint}
	}
	return nil
}

// minKey is how many bytes the key of fingerprints must have.
const minKey = 16

// ReadKey reads the key of fingerprints from a file.
func ReadKey(file string) ([]byte, error) {
	src, err := files.ReadGiven(file, maxKey)
	if err != nil {
		return nil, &SpecError{file, "this key file cannot be read", "Make one: head -c 32 /dev/urandom | base64 > " + file}
	}
	key := bytes.TrimSpace(src)
	return key, CheckKey(file, key)
}

// maxKey is how many bytes of a key file may have.
const maxKey = 64 << 10

// CheckKey refuses a key too short to keep short values from being guessed.
func CheckKey(from string, key []byte) error {
	if len(key) < minKey {
		return &SpecError{from, "the key is too short to keep short values from being guessed", "Give at least 16 bytes: head -c 32 /dev/urandom | base64"}
	}
	return nil
}
