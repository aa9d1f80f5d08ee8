package secrecy

import (
	"crypto/hmac"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"net/url"
	"strings"

	"inzicht/core/late"
)

// Fingerprint returns a keyed picture of a value: the same value of the same
// variable gives the same one, and without the key it tells nothing.
func Fingerprint(key []byte, name, value string) string {
	mac := hmac.New(sha256.New, key)
	mac.Write([]byte(name + "\x00" + value))
	return "hmac-sha256:" + hex.EncodeToString(mac.Sum(nil))
}

var (
	integerValue  = late.Regexp(`^[+-]?\d+$`)
	numberValue   = late.Regexp(`^[+-]?(\d+\.\d*|\.\d+)([eE][+-]?\d+)?$`)
	durationValue = late.Regexp(`^(\d+(\.\d+)?(ns|us|µs|ms|s|m|h|d))+$`)
	booleanValue  = late.Regexp(`^(?i:true|false|yes|no|on|off)$`)
)

// KindOf tells what a value looks like, in the words of kinds.
func KindOf(value string) string {
	switch {
	case value == "":
		return "text"
	case integerValue().MatchString(value):
		return "integer"
	case numberValue().MatchString(value):
		return "number"
	case booleanValue().MatchString(value):
		return "boolean"
	case durationValue().MatchString(value):
		return "duration"
	case strings.Contains(value, "://"):
		if u, err := url.Parse(value); err == nil && u.Scheme != "" {
			return "url"
		}
	case (value[0] == '{' || value[0] == '[') && json.Valid([]byte(value)):
		return "json"
	}
	return "text"
}
