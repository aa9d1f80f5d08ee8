package similarity

import "testing"

func TestSlip(t *testing.T) {
	for _, c := range []struct {
		a, b string
		want bool
	}{
		{"GATE_SECRET", "GATE_SECERT", true},      // swapped letters
		{"GATE_SECRET", "GATE_SECRETS", true},     // one more
		{"GATE_SECRET", "GATE_SECRT", true},       // one less
		{"GATE_SECRET", "GATE_SEGRET", true},      // one other
		{"GATE_URL", "gate_url", true},            // case
		{"GATE_URL", "GATEURL", true},             // a word's end
		{"LOCK_GATE_URL", "GATE_LOCK_URL", true},  // order
		{"GATE_PASSWORD", "GATE_PASSWD", true},    // shortened
		{"DATABASE_URL", "DB_URL", true},          // shortened more
		{"GATE_PASSWORD", "GATE_PWD", true},       // shortened most
		{"GATE_URL", "GATE_URL", false},           // the same
		{"GATE_1", "GATE_2", false},               // numbered
		{"GATE_10", "GATE_1", false},              // numbered
		{"GATE_1_URL", "GATE_12_URL", false},      // numbered within
		{"GATE_S3_URL", "GATE_S_URL", true},       // one less
		{"GATE_HOST", "GATE_PORT", false},         // two letters
		{"GATE_URL", "LEVEL_URL", false},          // another word
		{"GATE_URL", "GATE_URL_OLD", false},       // one word more
		{"ABC", "ABD", false},                     // too short to tell
		{"GATE_A_B", "GATE_C_D", false},           // two words
		{"SENSOR_BUS", "SENSOR_BUSY_WAIT", false}, // more
	} {
		if got := Slip(c.a, c.b); got != c.want {
			t.Errorf("%s and %s: %v", c.a, c.b, got)
		}
		if got := Slip(c.b, c.a); got != c.want {
			t.Errorf("%s and %s: %v", c.b, c.a, got)
		}
	}
}

func TestClosest(t *testing.T) {
	known := []string{"missing", "unused", "undocumented", "placeholder", "never-matches"}
	for name, want := range map[string]string{
		"mising": "missing", "Missing": "missing", "unsed": "unused", "undocumented": "undocumented", "place-holder": "placeholder",
		"never-match": "never-matches", "x": "", "": "", "zzzzzzzz": "",
	} {
		if got := Closest(name, known); got != want {
			t.Errorf("%q: %q, want %q", name, got, want)
		}
	}
	if got := Closest("gate", nil); got != "" {
		t.Errorf("of nothing: %q", got)
	}
}

func TestDistance(t *testing.T) {
	for _, c := range []struct {
		a, b string
		want int
	}{
		{"", "", 0}, {"gate", "gate", 0}, {"gate", "", 4}, {"", "gate", 4}, {"gate", "gates", 1}, {"gate", "late", 1}, {"gate", "ga", 2}, {"level", "lever", 1}, {"lock", "clock", 1}, {"abc", "xyz", 3},
	} {
		if got := distance(c.a, c.b); got != c.want {
			t.Errorf("%q and %q: %d, want %d", c.a, c.b, got, c.want)
		}
	}
}
