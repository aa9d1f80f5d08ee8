package evaluate

import (
	"strings"
	"unicode"

	"inzicht/core/parse"
)

// Containers of the JVM make some objects only where a property has a value: @ConditionalOnProperty(name = "mail.kind",
// havingValue = "smtp"). What such an object wants is wanted there alone. A property is a variable by its name in capitals.

// onProperties are such annotations, with the keys by which they say the value.
var onProperties = map[string]string{"ConditionalOnProperty": "havingValue", "Requires": "value", "IfBuildProperty": "stringValue", "LookupIfProperty": "stringValue"}

// onProperty is what is there only where a variable has a value.
type onProperty struct {
	node int32
	when When
}

// OnProperty returns for which values of variables the object is made round a token.
func (u *Unit) OnProperty(token int) (list []When) {
	at := int32(token)
	for _, p := range u.stageQuestions().properties {
		if node := u.Tree.Nodes[p.node]; node.From <= at && at < node.To {
			list = append(list, p.when)
		}
	}
	return list
}

// asksProperty notes for which value of one property what stands behind an annotation is there, by the key of that value.
func (u *Unit) asksProperty(n, annotation int32, value string) {
	var when When
	prefix, name := "", ""
	for _, c := range u.children(annotation)[1:] {
		key, texts := "", u.textsIn(c)
		if u.kind(c) == parse.Assign {
			key = u.at(u.Tree.Child(c, 0))
			texts = u.textsIn(u.lastChild(c))
		}
		switch {
		case key == "matchIfMissing" || key == "enableIfMissing" || key == "lookupIfMissing":
			when.Unset = u.at(u.lastChild(c)) == "true"
		case len(texts) != 1:
			return
		case key == value:
			when.Come = texts
		case key == "prefix":
			prefix = texts[0] + "."
		case key == "" || key == "name" || key == "value" || key == "property":
			name = texts[0]
		}
	}
	when.Other = len(when.Come) == 0
	if when.Other { // anything but false
		when.Not = []string{"false"}
	}
	when.Name = variableOfProperty(prefix + name)
	if name != "" {
		u.stages.properties = append(u.stages.properties, onProperty{n, when})
	}
}

// variableOfProperty returns the variable that gives a property its value: mail.smtp-host is MAIL_SMTPHOST.
func variableOfProperty(name string) string {
	return strings.Map(func(r rune) rune {
		switch r {
		case '-':
			return -1
		case '.':
			return '_'
		}
		return unicode.ToUpper(r)
	}, name)
}
