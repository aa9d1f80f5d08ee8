package similarity

import (
	"fmt"
	"slices"
	"testing"
)

// The index finds what looking at every name finds.
func TestIndex(t *testing.T) {
	names := []string{"GATE_URL", "GATE_URI", "gate_url", "URL_GATE", "GATEURL", "GATE_HORN_TEXT", "GATE_HORN_TXT", "DB_PASSWORD", "DATABASE_PASSWORD",
		"DB_PASSWD", "PASSWORD_DB", "LEVEL_ALARM_CM", "LEVEL_ALRAM_CM", "LEVEL_ALARM_MM", "LEVEL_ALARM", "LOCK_1", "LOCK_2", "ABC", "ABD", "A__B", "A_B_", "X"}
	x := NewIndex(names)
	for _, name := range append(names, "GATE_ULR", "DB_PASS", "LEVEL_ALARM_CMS", "", "_") {
		var want []string
		for _, other := range names {
			if Slip(name, other) {
				want = append(want, other)
			}
		}
		if got := x.Slips(name); !slices.Equal(got, want) {
			t.Errorf("%s: %v, want %v", name, got, want)
		}
	}
	var many []string
	for n := range 2000 {
		many = append(many, fmt.Sprintf("KEEPER_A%dX", n))
	}
	if got := NewIndex(many).Slips("KEEPER_AX"); len(got) > 11 {
		t.Errorf("of many that are alike %d are a slip", len(got))
	}
}
