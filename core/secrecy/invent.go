package secrecy

import (
	"crypto/rand"
	"encoding/base64"
	"slices"
	"strings"
)

// inventedWords are words of a secret that nobody hands out: whoever runs the
// program makes it up. That holds only where the rest of the name is of plain
// words or the program's own: a SIGNING_SECRET behind the name of a service is
// that service's.
var (
	inventedWords = []string{"SESSION", "SESSIONS", "COOKIE", "COOKIES", "CSRF", "XSRF", "SALT", "PEPPER", "SIGNING", "SIGN", "SIGNATURE", "ENCRYPTION", "ENCRYPT", "CIPHER", "HMAC", "HASH", "JWT", "AUTH", "APP", "APPLICATION", "BASE", "DJANGO", "FLASK", "RAILS"}
	inventedEnds  = []string{"SECRET", "SECRETS", "KEY", "KEYS", "SALT", "PEPPER", "BASE"}
	foreignWords  = []string{"API", "ACCESS", "CLIENT", "TOKEN", "PUBLIC", "PRIVATE", "LICENSE", "LICENCE", "WEBHOOK", "OAUTH", "ID", "MASTER", "SSH", "PASSWORD"}
	plainWords    = []string{"SECRET", "SECRETS", "KEY", "KEYS", "SALT", "PEPPER", "WEB", "SERVER", "SITE", "ADMIN", "USER", "DATA", "DB", "TOKEN", "REFRESH", "RECEIPT"}
)

// IsInvented reports whether a secret of that name is one that whoever runs the
// program may make up, such as the key of its sessions, and not one that a
// service hands out. own reports whether a word of a name is the program's own.
func IsInvented(name string, own func(word string) bool) bool {
	words := splitWords(name)
	if len(words) == 0 || !slices.Contains(inventedEnds, words[len(words)-1]) || !IsSecretName(name) {
		return false
	}
	invented := strings.Join(words, "_") == "SECRET_KEY"
	for _, word := range words {
		switch {
		case slices.Contains(inventedWords, word):
			invented = true
		case slices.Contains(foreignWords, word), !slices.Contains(plainWords, word) && !own(word):
			return false
		}
	}
	return invented
}

// Invent returns a new secret: 32 random bytes, in letters that every reader of
// env files takes as they are.
func Invent() string {
	bytes := make([]byte, 32)
	rand.Read(bytes) // never fails
	return base64.RawURLEncoding.EncodeToString(bytes)
}
