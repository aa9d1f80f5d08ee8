package language

import (
	"bytes"
	"path"
	"strings"

	"inzicht/core/late"
	"inzicht/core/reads"
	"inzicht/core/stage"
)

// section is a part of a file of settings, by its lines, that counts in some stages alone.
type section struct {
	from, to int // the first line, and the one behind the last
	when     reads.When
	rendered bool // what is in it is run all the same, and only its result is not used
}

// InSections says of what a file of settings reads in which stages alone it counts: a section that is called
// production or when@prod, a document for a profile, a key that begins with %dev.
func InSections(file string, src []byte, list []reads.Read) []reads.Read {
	if len(list) == 0 {
		return list
	}
	var sections []section
	switch path.Ext(file) {
	case ".yml", ".yaml":
		sections = yamlSections(src)
	case ".properties":
		sections = keySections(src)
	}
	for _, s := range sections {
		for n := range list {
			if r := &list[n]; s.from <= r.Line && r.Line < s.to && !(s.rendered && r.Need == reads.Required) {
				r.When = append(r.When, s.when)
			}
		}
	}
	return list
}

var (
	topKey    = late.Regexp(`^["']?(when@|%)?([A-Za-z][\w-]*)["']?:`)
	ofProfile = late.Regexp(`^\s*(?:spring\.)?(?:config\.activate\.)?(?:on-profile|profiles):\s*["']?([!\w, |-]+)["']?\s*(?:#.*)?$`)
	keyStages = late.Regexp(`^\s*%([\w,]+)\.`)
)

// yamlSections returns the sections of a YAML file.
func yamlSections(src []byte) (list []section) {
	embedded := bytes.Contains(src, []byte("<%"))
	document, key := 1, 0 // the line that the document begins with, and the number of the open section behind 1, or 0
	var profile, plain []section
	sure := false
	end := func(line int) {
		if key > 0 {
			plain[key-1].to, key = line, 0
		}
	}
	endDocument := func(line int) {
		end(line)
		for n := range profile {
			if profile[n].to == 0 {
				profile[n].to = line
			}
		}
	}
	line := 0
	for text := range bytes.Lines(src) {
		line++
		text = bytes.TrimRight(text, "\r\n")
		if bytes.HasPrefix(text, []byte("---")) {
			endDocument(line)
			document = line
			continue
		}
		if m := ofProfile().FindSubmatch(text); m != nil && len(m[1]) < 200 {
			if w, known := whenProfile(string(m[1])); known {
				profile = append(profile, section{from: document, when: w})
			}
		}
		m := topKey().FindSubmatch(text)
		if m == nil {
			continue
		}
		end(line)
		of, certain := stage.Of(string(m[2]))
		if said := len(m[1]) > 0; of != "" && (said || embedded) {
			plain = append(plain, section{from: line, when: reads.When{Come: []string{of}}, rendered: embedded && !said})
			key, sure = len(plain), sure || certain || said
		}
	}
	endDocument(line + 1)
	if sure {
		list = plain
	}
	return append(list, profile...)
}

// whenProfile returns where the profiles of a document hold: prod, "dev,test", !prod.
func whenProfile(profiles string) (w reads.When, known bool) {
	var in []string
	bare, not := strings.CutPrefix(profiles, "!")
	for word := range strings.FieldsFuncSeq(bare, func(r rune) bool { return r == ',' || r == '|' || r == ' ' }) {
		of, _ := stage.Of(word)
		if of == "" {
			return w, false
		}
		in = append(in, of)
	}
	if w.Come = in; not {
		return w.Contrary(), len(in) == 1
	}
	return w, len(in) > 0
}

// keySections returns the lines of properties whose keys begin with profiles: %dev,test.mail.host=x.
func keySections(src []byte) (list []section) {
	line := 0
	for text := range bytes.Lines(src) {
		line++
		if m := keyStages().FindSubmatch(text); m != nil {
			if w, known := whenProfile(string(m[1])); known {
				list = append(list, section{from: line, to: line + 1, when: w})
			}
		}
	}
	return list
}
