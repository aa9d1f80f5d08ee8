package language

import (
	"bytes"

	"go.yaml.in/yaml/v4"

	"inzicht/core/declare"
	"inzicht/core/reads"
)

// readSettingTable finds settings that a file of data describes, each with the
// variables that may give it: { env: NAME, default: 4, description: … }, or a list
// of names, or of { name: NAME }.
func readSettingTable(src []byte) (list []reads.Read) {
	if !bytes.Contains(src, []byte("env:")) || !bytes.Contains(src, []byte("default:")) || len(src) > mostTable {
		return nil
	}
	defer func() {
		if recover() != nil { // of the parser's own making
			list = nil
		}
	}()
	decoder := yaml.NewDecoder(bytes.NewReader(src))
	for len(list) < mostTableReads {
		var doc yaml.Node
		if decoder.Decode(&doc) != nil {
			break
		}
		list = describedSettings(&doc, 0, list)
	}
	return list
}

// What bounds the work on one such file.
const (
	mostTable      = 1 << 20
	mostTableReads = 5000
	deepestTable   = 40
)

func describedSettings(n *yaml.Node, depth int, list []reads.Read) []reads.Read {
	if depth > deepestTable || len(list) >= mostTableReads {
		return list
	}
	if n.Kind == yaml.MappingNode {
		list = append(list, describedSetting(n)...)
	}
	for _, c := range n.Content {
		list = describedSettings(c, depth+1, list)
	}
	return list
}

// describedSetting returns the reads of one description, if it is one.
func describedSetting(n *yaml.Node) (list []reads.Read) {
	var env *yaml.Node
	described := false
	r := reads.Read{Access: "env", Need: reads.Optional, Kind: reads.Text}
	for i := 0; i+1 < len(n.Content); i += 2 {
		switch key, value := n.Content[i].Value, n.Content[i+1]; key {
		case "env":
			env = value
		case "default":
			described = true
			if value.Kind == yaml.ScalarNode && value.Tag != "!!null" {
				text := value.Value
				r.Fallback = &text
			}
		case "type", "format":
			if kind, _ := declare.KindOf(value.Value); kind != "" {
				r.Kind = reads.Kind(kind)
			}
		case "description", "doc", "help", "desc":
			described = true
		}
	}
	if env == nil || !described {
		return nil
	}
	for _, name := range variablesNamed(env) {
		one := r
		one.Name, one.Line, one.Column = name.Value, name.Line, name.Column
		list = append(list, one)
	}
	return list
}

// variablesNamed returns the names that are given as one, as a list, or as a
// list of { name: … }.
func variablesNamed(n *yaml.Node) (names []*yaml.Node) {
	if n.Kind == yaml.SequenceNode {
		for _, c := range n.Content {
			if c.Kind == yaml.MappingNode {
				for i := 0; i+1 < len(c.Content); i += 2 {
					if c.Content[i].Value == "name" {
						names = append(names, c.Content[i+1])
					}
				}
			} else {
				names = append(names, c)
			}
		}
	} else {
		names = append(names, n)
	}
	out := names[:0]
	for _, name := range names {
		if name.Kind == yaml.ScalarNode && variableName().MatchString(name.Value) {
			out = append(out, name)
		}
	}
	return out
}

// alsoTables adds what readSettingTable finds to what another reader does.
func alsoTables(read func([]byte) ([]reads.Read, error)) func([]byte) ([]reads.Read, error) {
	return func(src []byte) ([]reads.Read, error) {
		list, err := read(src)
		return append(list, readSettingTable(src)...), err
	}
}
