package language

import (
	"slices"
	"strings"

	"inzicht/core/declare"
	"inzicht/core/syntax"
)

var viperKinds = map[string]string{
	"Get": "text", "GetString": "text", "GetInt": "integer", "GetInt32": "integer", "GetInt64": "integer", "GetUint": "integer", "GetUint16": "integer", "GetUint32": "integer", "GetUint64": "integer",
	"GetFloat64": "number", "GetBool": "boolean", "GetDuration": "duration", "GetStringSlice": "list", "GetIntSlice": "list", "GetStringMap": "json",
}

// keyed is what a file, and others of its part, say of how keys become
// variables: with AutomaticEnv all of them do, otherwise those bound by their
// key alone.
type keyed struct {
	file      *syntax.File
	prefix    string
	automatic bool
	dots      bool
	defaults  map[string]*string
	objects   map[string]bool
	given     map[string]bool // parameters, of which no more is known
}

// viperKeys finds the keys that viper reads from variables.
func viperKeys(s *declare.Source) (list []declare.Setting) {
	k := &keyed{file: s.Tree.File, defaults: map[string]*string{}, objects: map[string]bool{"viper": true}, given: map[string]bool{}}
	k.setUp()
	if k.automatic || k.prefix != "" {
		s.Give(k.role(s.File))
	}
	k.elsewhere(s)
	filled := false
	read := map[string]bool{}
	for i := range k.file.Tokens {
		list = append(list, k.bound(i)...)
		key, method := k.called(i)
		switch {
		case method == "Unmarshal":
			filled = true
		case key == "":
		case (method == "BindEnv" || method == "MustBindEnv") && k.file.Is(i+3, ")"):
			list = append(list, declare.Setting{Token: i - 2, Name: k.name(key), Access: "viper." + method, Need: declare.Optional})
		case viperKinds[method] != "" && k.automatic && k.file.Is(i+3, ")"):
			read[key] = true
			list = append(list, k.setting(i, key, "viper."+method, viperKinds[method]))
		}
	}
	for i := 0; filled && k.automatic && i < len(k.file.Tokens); i++ { // what a struct is filled from has defaults
		if key, method := k.called(i); method == "SetDefault" && key != "" && !read[key] {
			list = append(list, k.setting(i, key, "viper.Unmarshal", ""))
		}
	}
	return slices.DeleteFunc(list, func(d declare.Setting) bool { return !isEnvironmentName(d.Name) }) // no system takes others
}

// setUp looks for what a file says of all keys.
func (k *keyed) setUp() {
	f := k.file
	for i := range f.Tokens {
		switch {
		case f.Is(i, "SetEnvPrefix") && f.Is(i+1, "("):
			if value, ok := f.Value(i + 2); ok && value != "" {
				k.prefix = strings.ToUpper(value) + "_"
			}
		case f.Is(i, "AutomaticEnv"):
			k.automatic = true
		case f.Is(i, "SetEnvKeyReplacer"):
			k.dots = true
		case f.Is(i, "viper") && f.Is(i+1, ".") && (f.Is(i+2, "New") || f.Is(i+2, "NewWithOptions")) && (f.Is(i-1, ":=") || f.Is(i-1, "=")):
			k.objects[f.Text(i-2)] = true
		case f.Is(i, "viper") && f.Is(i-1, "*") && f.Is(i+1, ".") && f.Is(i+2, "Viper") && f.Kind(i-2) == syntax.Word: // v *viper.Viper
			k.given[f.Text(i-2)] = true
		}
	}
	for i := range f.Tokens {
		if key, method := k.called(i); method == "SetDefault" && key != "" {
			k.defaults[key] = literalAt(f, i+4)
		}
	}
}

// called returns the key and the method of a call at a token, or "".
func (k *keyed) called(i int) (key, method string) {
	f := k.file
	if i < 2 || f.Kind(i) != syntax.Word || !f.Is(i-1, ".") || !k.objects[f.Text(i-2)] || !f.Is(i+1, "(") {
		return "", ""
	}
	key, _ = f.Value(i + 2)
	return key, f.Text(i)
}

// bound returns the variables that a call at a token binds a key to, by their
// names: v.BindEnv(key, name, …). Of the package itself it is an idiom.
func (k *keyed) bound(i int) (list []declare.Setting) {
	object, method := k.file.Text(i-2), k.file.Text(i)
	if method != "BindEnv" && method != "MustBindEnv" || !k.file.Is(i-1, ".") || object == "viper" || !k.objects[object] && !k.given[object] {
		return nil
	}
	for j := i + 4; j < k.file.Mate(i+1) && len(list) < maxBound; j++ {
		if name, ok := k.file.Value(j); ok && k.file.Is(j-1, ",") {
			list = append(list, declare.Setting{Token: i - 2, Name: name, Access: "viper." + method, Need: declare.Optional})
		}
	}
	return list
}

// maxBound bounds how many variables one key may be bound to.
const maxBound = 20

// name returns the variable of a key.
func (k *keyed) name(key string) string {
	key = strings.ToUpper(key)
	if k.dots {
		key = strings.NewReplacer(".", "_", "-", "_").Replace(key)
	}
	return k.prefix + key
}

func (k *keyed) setting(i int, key, access, kind string) declare.Setting {
	d := declare.Setting{Token: i - 2, Name: k.name(key), Access: access, Need: declare.Expected, Kind: kind}
	if fallback, has := k.defaults[key]; has {
		d.Need, d.Fallback, d.Computed = declare.Optional, fallback, fallback == nil
	}
	return d
}

// role returns what other files must know.
func (k *keyed) role(file string) declare.Role {
	role := declare.Role{Name: "viper", File: file, As: declare.Reader, Module: "*", Prefix: k.prefix}
	if k.dots {
		role.Delimiter = "_"
	}
	var keys []string
	for key := range k.defaults { // sorted below
		keys = append(keys, key)
	}
	slices.Sort(keys)
	for _, key := range keys[:min(len(keys), 200)] {
		if text := k.defaults[key]; text != nil && !strings.ContainsAny(*text, "\n\x00") {
			role.Values += key + "\x00" + *text + "\n"
		}
	}
	return role
}

// elsewhere takes what one other file says; of several nothing is known.
func (k *keyed) elsewhere(s *declare.Source) {
	var others []declare.Role
	for _, role := range s.Roles {
		if role.Name == "viper" && role.As == declare.Reader && role.File != s.File {
			others = append(others, role)
		}
	}
	if len(others) != 1 || k.automatic || k.prefix != "" {
		return
	}
	role := others[0]
	k.prefix, k.automatic, k.dots = role.Prefix, true, role.Delimiter != ""
	for line := range strings.SplitSeq(role.Values, "\n") {
		if key, text, found := strings.Cut(line, "\x00"); found && k.defaults[key] == nil {
			k.defaults[key] = &text
		}
	}
}
