// Package secrecy knows what is secret, and keeps it from being shown.
package secrecy

import (
	"maps"
	"math"
	"slices"
	"strings"
	"unicode"

	"inzicht/core/late"
)

// secretWords are words of a name that make its value a secret.
var secretWords = map[string]bool{
	"SECRET": true, "PASSWORD": true, "PASSWD": true, "PASS": true, "PWD": true, "TOKEN": true, "CREDENTIAL": true,
	"CREDENTIALS": true, "PASSPHRASE": true, "SALT": true, "APIKEY": true, "PRIVATE": true, "SIGNATURE": true,
	"SECRETS": true, "TOKENS": true, "PASSWORDS": true, "DSN": true, "PIN": true, "COOKIE": true,
}

// keyWords make a secret of a name that ends in KEY.
var keyWords = map[string]bool{
	"API": true, "ACCESS": true, "PRIVATE": true, "SECRET": true, "SIGNING": true, "ENCRYPTION": true, "MASTER": true,
	"SSH": true, "AUTH": true, "SESSION": true, "APP": true, "HMAC": true, "LICENSE": true, "LICENCE": true, "SERVICE": true,
}

// publicWords make a name harmless in spite of the others: the name of a
// file, an address, a lifetime.
var publicWords = map[string]bool{
	"PUBLIC": true, "FILE": true, "PATH": true, "URL": true, "URI": true, "TTL": true, "EXPIRY": true, "EXPIRES": true,
	"LENGTH": true, "NAME": true, "HEADER": true, "ROUNDS": true, "TIMEOUT": true, "ISSUER": true, "ENDPOINT": true,
	"UMASK": true, "SECONDS": true, "MINUTES": true, "HOURS": true, "DAYS": true, "MS": true, "SIZE": true, "COUNT": true, "MIN": true, "MAX": true,
	"PREFIX": true, "SUFFIX": true, "TYPE": true, "ALGORITHM": true, "ALG": true, "FORMAT": true, "FIELD": true, "VERSION": true, "DIR": true,
	"FOLDER": true, "PROVIDER": true, "ENABLED": true, "DISABLED": true, "REQUIRED": true, "POLICY": true, "MODE": true, "HASHER": true, "COST": true,
	"ITERATIONS": true, "AGE": true, "LIFETIME": true, "DURATION": true, "EXPIRATION": true, "LIMIT": true, "DOMAIN": true, "HOST": true, "PORT": true,
	"LOCATION": true, "REGION": true, "PARAM": true, "ATTEMPTS": true, "RETRIES": true, "STORE": true, "BACKEND": true, "CLASS": true, "MINLENGTH": true,
}

// plainKeys are words before KEY that make it one of data, and no secret.
var plainKeys = map[string]bool{
	"MESSAGE": true, "SORT": true, "PARTITION": true, "PRIMARY": true, "FOREIGN": true, "CACHE": true, "INDEX": true, "ROUTING": true, "ROUTE": true,
	"GROUP": true, "LOOKUP": true, "FIELD": true, "RANGE": true, "UNIQUE": true, "DEDUP": true, "DEDUPLICATION": true, "OBJECT": true, "MAP": true,
	"TRANSLATION": true, "LOCALE": true, "TOPIC": true, "EVENT": true, "METRIC": true, "FEATURE": true, "FLAG": true, "SHORTCUT": true, "ROW": true,
	"HASH": true, "BUCKET": true, "FILE": true, "PUBLIC": true, "REGISTRY": true, "CONFIG": true, "JSON": true, "QUERY": true, "SEARCH": true, "TABLE": true,
}

// IsSecretName tells by a variable's name whether its value is to be kept secret.
func IsSecretName(name string) bool {
	words := splitWords(name)
	if len(words) == 0 || len(words) > 1 && publicWords[words[len(words)-1]] || words[0] == "PUBLIC" {
		return false
	}
	if n := len(words); n > 1 && words[n-1] == "KEY" && plainKeys[words[n-2]] {
		return false
	}
	for i, word := range words {
		if secretWords[word] && !(word == "PWD" && len(words) == 1) {
			return true
		}
		if (word == "KEY" || word == "KEYS") && (len(words) == 1 || i > 0 && keyWords[words[i-1]] || i == len(words)-1 && len(words) > 1 && !plainKeys[words[i-1]]) {
			return true
		}
	}
	return false
}

// splitWords returns the words of a name in upper case: lockTokenTTL, LOCK_TOKEN_TTL.
func splitWords(name string) (words []string) {
	var word strings.Builder
	flush := func() {
		if word.Len() > 0 {
			words = append(words, strings.ToUpper(word.String()))
			word.Reset()
		}
	}
	lower := false
	for _, r := range name {
		switch {
		case r == '_' || r == '-' || r == '.':
			flush()
			lower = false
			continue
		case unicode.IsUpper(r) && lower:
			flush()
		}
		lower = unicode.IsLower(r)
		word.WriteRune(r)
	}
	flush()
	return words
}

// LooksSecret tells by a literal itself whether it may be a secret: long and
// without a pattern, or an address with a password in it.
func LooksSecret(value string) bool {
	if at := strings.Index(value, "://"); at >= 0 {
		userinfo, _, found := strings.Cut(value[at+3:], "@")
		_, password, has := strings.Cut(userinfo, ":")
		return found && has && password != "" && !strings.ContainsAny(password, "${<")
	}
	if len(value) < 16 || strings.ContainsAny(value, " ,;<>(){}") || strings.Count(value, "/") > 2 {
		return false
	}
	letters, digits := 0, 0
	for _, r := range value {
		switch {
		case unicode.IsDigit(r):
			digits++
		case unicode.IsLetter(r):
			letters++
		}
	}
	return digits >= 3 && letters >= 3 && letters+digits > len(value)*3/4 && entropy(value) > 3.2
}

// LooksDrawn reports whether a value that is known to be a secret's was drawn by chance,
// as keys are, and not thought up: it mixes capitals, small letters and digits, without
// signs between words.
func LooksDrawn(value string) bool {
	if len(value) < 10 || strings.ContainsAny(value, " -_./:@") {
		return false
	}
	var capitals, small, digits, changes int
	before := rune(0)
	for _, r := range value {
		switch {
		case unicode.IsDigit(r):
			digits++
		case unicode.IsUpper(r):
			capitals++
		case unicode.IsLower(r):
			small++
		}
		if unicode.IsDigit(r) != unicode.IsDigit(before) || unicode.IsUpper(r) != unicode.IsUpper(before) {
			changes++
		}
		before = r
	}
	return capitals >= 2 && small >= 2 && digits >= 2 && changes > len(value)/3
}

// entropy returns the bits a character of s carries.
func entropy(s string) float64 {
	counts := map[rune]int{}
	n := 0
	for _, r := range s {
		counts[r]++
		n++
	}
	bits := 0.0
	for _, r := range slices.Sorted(maps.Keys(counts)) { // sums of fractions go by their order
		c := counts[r]
		p := float64(c) / float64(n)
		bits -= p * math.Log2(p)
	}
	return bits
}

// Mask is what is shown for a value that is kept secret.
const Mask = "••••••"

// Shown returns a literal found in source for showing: masked where it belongs
// to a secret, or itself looks like one.
func Shown(secret bool, value string) string {
	if value != "" && (secret || HoldsSecret(value)) {
		return Mask
	}
	return value
}

// ShownSource returns an expression as it is written in source for showing: not
// at all where it belongs to a secret, and with what looks secret masked.
func ShownSource(secret bool, source string) string {
	if secret {
		return Mask
	}
	return MaskParts(source)
}

// part is what in a text may be a secret by itself.
var part = late.Regexp(`[A-Za-z0-9+/_~=-]{16,}`)

// userinfo is a password in an address.
var userinfo = late.Regexp(`(://[^\s/:@'"]*:)([^\s/@'"]+)(@)`)

// HoldsSecret reports whether a text, or a part of it, looks like a secret.
func HoldsSecret(text string) bool {
	if LooksSecret(text) || userinfo().MatchString(text) && LooksSecret(userinfo().FindString(text)) {
		return true
	}
	return slices.ContainsFunc(part().FindAllString(text, -1), LooksSecret)
}

// MaskParts returns a text with what looks secret in it masked.
func MaskParts(text string) string {
	text = userinfo().ReplaceAllString(text, "${1}"+Mask+"${3}")
	return part().ReplaceAllStringFunc(text, func(p string) string {
		if LooksSecret(p) {
			return Mask
		}
		return p
	})
}
