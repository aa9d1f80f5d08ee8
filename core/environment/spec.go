package environment

import (
	"fmt"
	"slices"
	"strings"
)

// Spec is one layer as inzicht.toml names it: the key of one kind, and what that
// kind takes besides. A value is a text, or a list of texts.
type Spec map[string]any

// Key is one key that a layer may have.
type Key struct {
	Name    string
	Several bool     // a list of texts; a single text will do
	Of      string   // the key that says what the layer is
	With    string   // a key that must be there too, or ""
	Words   []string // what it may be, where not anything
}

// LayerKeys returns every key that a layer may have, those of a kind together.
func LayerKeys() (list []Key) {
	for _, k := range kinds {
		list = append(list, k.keys()...)
	}
	return list
}

// keys returns the keys of a kind, its own first.
func (k *kind) keys() []Key {
	list := []Key{{Name: k.key, Several: k.several, Of: k.key}}
	for _, further := range k.further {
		further.Of = k.key
		list = append(list, further)
	}
	return list
}

// text returns what a key holds, or "".
func (s Spec) text(key string) string {
	text, _ := s[key].(string)
	return text
}

// list returns what a key holds, a single text as one.
func (s Spec) list(key string) (list []string) {
	switch value := s[key].(type) {
	case string:
		return []string{value}
	case []string:
		return value
	case []any:
		for _, v := range value {
			if text, ok := v.(string); ok {
				list = append(list, text)
			}
		}
	}
	return list
}

// kind returns the kind that a layer is of.
func (s Spec) kind() (*kind, error) {
	var known, given []string
	var found *kind
	for i := range kinds {
		known = append(known, kinds[i].key)
		if _, is := s[kinds[i].key]; is {
			given = append(given, kinds[i].key)
			found = &kinds[i]
		}
	}
	hint := "A layer has one of: " + strings.Join(known, ", ") + "."
	switch len(given) {
	case 1:
		return found, nil
	case 0:
		return nil, &SpecError{"a layer", "it does not say what it is", hint}
	}
	slices.Sort(given)
	return nil, &SpecError{"a layer", "it says to be " + strings.Join(given, " and "), hint}
}

// Check reports what is wrong with a layer as it is written, and the word that
// it is about. known are words that may have been meant.
func (s Spec) Check() (word string, known []string, err *SpecError) {
	every := namesOf(LayerKeys())
	for _, key := range sortedKeys(s) {
		if !slices.Contains(every, key) {
			return key, every, &SpecError{"a layer", "there is no setting environment.layers." + key, "docs/reference/configuration.md lists the settings."}
		}
	}
	k, wrong := s.kind()
	if wrong != nil {
		return "layers", nil, wrong.(*SpecError)
	}
	keys := k.keys()
	for _, key := range sortedKeys(s) {
		i := slices.IndexFunc(keys, func(k Key) bool { return k.Name == key })
		if i < 0 {
			return key, nil, &SpecError{"a layer", fmt.Sprintf("%s is no setting of a layer with %s", key, k.key), "Such a layer has: " + strings.Join(namesOf(keys), ", ") + "."}
		}
		if err := s.holds(keys[i]); err != nil {
			return key, nil, err
		}
	}
	return "", nil, nil
}

func namesOf(keys []Key) (names []string) {
	for _, k := range keys {
		names = append(names, k.Name)
	}
	return names
}

// holds checks what one key holds.
func (s Spec) holds(k Key) *SpecError {
	list := s.list(k.Name)
	_, single := s[k.Name].(string)
	switch {
	case k.Several && len(list) == 0:
		return &SpecError{"a layer", k.Name + " is empty", fmt.Sprintf(`Write %s = ["…"].`, k.Name)}
	case !k.Several && !single:
		return &SpecError{"a layer", k.Name + " is no text", fmt.Sprintf(`Write %s = "…".`, k.Name)}
	case k.With != "" && s[k.With] == nil:
		return &SpecError{"a layer", fmt.Sprintf("%s is given without %s", k.Name, k.With), fmt.Sprintf("Write %s = \"…\" too.", k.With)}
	case len(k.Words) > 0 && !slices.Contains(k.Words, list[0]):
		return &SpecError{"a layer", fmt.Sprintf("there is no %s %s", k.Name, list[0]), "It is one of: " + strings.Join(k.Words, ", ") + "."}
	}
	return nil
}

// Traits are what is different about the layers of one kind.
type Traits struct {
	EnvFile bool // a file of lines that a person adds to
	AnyName bool // its names are in use as they are, however they look
	Foreign bool // much of it is meant for others than the code
	Starts  bool // it is what one program is started with
	Shared  bool // it holds more than the code's own by its nature
}

// traitsOf are the traits of kinds that have some.
var traitsOf = map[string]Traits{listings.key: listings.traits}

func init() { // what finds layers asks for their traits
	for _, k := range kinds {
		traitsOf[k.key] = k.traits
	}
}

// Traits returns what is different about a layer of its kind.
func (l *Layer) Traits() Traits { return traitsOf[l.Kind] }
