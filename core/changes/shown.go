package changes

import (
	"strings"

	"inzicht/core/secrecy"
)

// Shown returns values for people: in quotes, and masked where they may be
// secret.
func Shown(secret bool, values []string) string {
	var list []string
	for _, v := range values {
		list = append(list, `"`+secrecy.Shown(secret, v)+`"`)
	}
	return strings.Join(list, ", ")
}
