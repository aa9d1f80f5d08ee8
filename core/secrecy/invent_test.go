package secrecy

import "testing"

func TestIsInvented(t *testing.T) {
	own := func(word string) bool { return word == "LOGBOOK" }
	for name, want := range map[string]bool{ // in any order
		"SESSION_SECRET": true, "LOGBOOK_SESSION_SECRET": true, "SECRET_KEY": true, "SECRET_KEY_BASE": true, "JWT_SECRET": true, "COOKIE_KEY": true,
		"LOGBOOK_SIGNING_KEY": true, "HASH_SALT": true, "APP_SECRET": true,
		"CRANE_SIGNING_SECRET": false, "CRANE_SECRET_KEY": false, "API_KEY": false, "SESSION_API_KEY": false, "ACCESS_TOKEN": false, "SESSION_TOKEN": false,
		"DB_PASSWORD": false, "JWT_PUBLIC_KEY": false, "JWT_PRIVATE_KEY": false, "WEBHOOK_SECRET": false, "CLIENT_SECRET": false, "SESSION_NAME": false, "KEY": false, "": false,
	} {
		if got := IsInvented(name, own); got != want {
			t.Errorf("%s: %v", name, got)
		}
	}
	if a, b := Invent(), Invent(); a == b || len(a) != 43 {
		t.Errorf("%d letters, the same twice: %v", len(a), a == b)
	}
}
