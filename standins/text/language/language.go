// Package language stands in for the names of languages.
package language

// Tag names a language.
type Tag struct{}

// English is a language.
var English Tag
