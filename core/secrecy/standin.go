package secrecy

import (
	"strings"

	"inzicht/core/late"
)

// standIns match values that plainly stand in for a real one; weakStandIns do
// so only for secrets: another variable may well be set to none.
var (
	standIns     = late.Regexp(`(?i)^(.*change[-_ ]?(me|this).*|changeit|replace[-_ ]?(me|this|with).*|fill[-_ ]?(me|in|this).*|to[-_ ]?do|tbd|fixme|xxx+|placeholder|insert[-_ ].*[-_ ]here|put[-_ ].*[-_ ]here|your[-_ ].*[-_ ]here|your[-_ ]?(secret|password|token|api[-_ ]?key|key|name|domain|url)|([a-z][a-z0-9+.-]*://)?([^/@]*@)?(\w+\.)?your[-_]?(domain|host|server|site|company|org|instance|project)\b.*|<[^<>]+>|\{\{[^}]+\}\})$`)
	weakStandIns = late.Regexp(`(?i)^(secret|password|passwd|dummy|example|none|null|undefined|\*+|\.\.\.+|…|x+|1234+|my[-_ ]?(secret|password|token|key)|some[-_ ]?(secret|password|token|value)|your[-_ ].*|enter[-_ ].*|\[[^\]]+\])$`)
)

// IsStandIn reports whether a value is plainly a stand-in: change-me, <token>, xxx.
func IsStandIn(value string, secret bool) bool {
	value = strings.TrimSpace(value)
	if _, rest, found := strings.Cut(value, "://"); found { // the password of an address
		userinfo, _, has := strings.Cut(rest, "@")
		if _, password, both := strings.Cut(userinfo, ":"); has && both && password != "" && (standIns().MatchString(password) || weakStandIns().MatchString(password)) {
			return true
		}
	}
	return value != "" && (standIns().MatchString(value) || secret && weakStandIns().MatchString(value))
}
