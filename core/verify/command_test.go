package verify

import "testing"

func TestAt(t *testing.T) {
	for _, c := range []struct {
		command []string
		dir     string
		want    string
	}{
		{[]string{"inzicht", "document"}, ".", "inzicht document"},
		{[]string{"inzicht", "document", "--remove-unused"}, "../gate", "inzicht document ../gate --remove-unused"},
		{[]string{"inzicht", "fill", "deploy/staging.env"}, "", "inzicht fill deploy/staging.env"},
		{[]string{"inzicht", "fill", ".env"}, "gate/", "inzicht fill gate/.env gate/"},
		{[]string{"inzicht", "fill", "odd name.env"}, "it's", `inzicht fill "it's/odd name.env" "it's"`},
		{[]string{"git", "rm", "--cached", ".env"}, "gate", "git -C gate rm --cached .env"},
		{nil, "gate", ""},
	} {
		f := Finding{Command: c.command, Hint: "Do it: " + Typed(c.command)}.At(c.dir)
		if f.Hint != "Do it: "+c.want {
			t.Errorf("%v in %q: %s", c.command, c.dir, f.Hint)
		}
	}
}
