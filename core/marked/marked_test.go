package marked

import "testing"

func TestReplace(t *testing.T) {
	for _, c := range []struct{ text, want string }{
		{"", "<a>\nnew\n<b>\n"},
		{"ours\n", "ours\n\n<a>\nnew\n<b>\n"},
		{"ours\r\n", "ours\r\n\r\n<a>\r\nnew\r\n<b>\r\n"},
		{"before\n<a> since\nold\n<b>\nafter", "before\n<a>\nnew\n<b>\nafter"},
		{"before\n<a>\nold\n<b>", "before\n<a>\nnew\n<b>\n"},
		{"it says <a> and <b> in a line\n", "it says <a> and <b> in a line\n\n<a>\nnew\n<b>\n"},
		{"<a>\nno end\n", ""},
		{"<b>\n<a>\n", ""},
		{"<a>\n<b>\n<a>\n<b>\n", ""},
		{"<b>\nno beginning\n", ""},
	} {
		got, err := Replace(c.text, "<a>", "<b>", "<a>\nnew\n<b>\n")
		if got != c.want || (err == nil) != (c.want != "") {
			t.Errorf("%q becomes %q, %v", c.text, got, err)
		}
		if again, err := Replace(got, "<a>", "<b>", "<a>\nnew\n<b>\n"); c.want != "" && (again != got || err != nil) {
			t.Errorf("%q is changed again, to %q", got, again)
		}
	}
}

func TestLine(t *testing.T) {
	if got := Line(" two\nwords\u202e\x1b[1m \xff\u2028 "); got != "two words  [1m \ufffd" {
		t.Errorf("it is %q", got)
	}
}
