package module

import (
	"encoding/json"
	"net/url"
	"regexp"
	"slices"
	"strings"
	"time"

	"inzicht/core/late"
	"inzicht/core/reads"
)

// yes and no are the words that modules take for a boolean, in any case.
var yes, no = []string{"1", "true", "yes", "on"}, []string{"0", "false", "no", "off"}

// durationForm is how modules take a duration, in every language but Go, which
// has a form of its own that includes it.
var durationForm = late.Regexp(`^(\d+(\.\d+)?(ms|s|m|h))+$`)

// fits reports whether the modules of every language take a value for one of
// a kind.
func fits(kind reads.Kind, value string) bool {
	switch kind {
	case reads.Integer:
		return regexp.MustCompile(`^[+-]?\d{1,15}$`).MatchString(value)
	case reads.Number:
		return regexp.MustCompile(`^[+-]?\d{1,15}(\.\d+)?([eE][+-]?\d{1,2})?$`).MatchString(value)
	case reads.Boolean:
		return slices.Contains(append(slices.Clone(yes), no...), strings.ToLower(value))
	case reads.Duration:
		_, err := time.ParseDuration(value)
		return err == nil && durationForm().MatchString(value)
	case reads.URL:
		u, err := url.Parse(value)
		return err == nil && u.Scheme != "" && (u.Host != "" || u.Opaque != "" || u.Path != "")
	case reads.JSON:
		return json.Valid([]byte(value))
	}
	return true
}
