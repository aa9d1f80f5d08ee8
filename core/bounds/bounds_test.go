package bounds

import (
	"slices"
	"testing"
)

func TestOfType(t *testing.T) {
	for text, want := range map[string][]string{
		"Option<u16>": {">= 0", "<= 65535"}, "int8": {">= -128", "<= 127"}, "*uint32": {">= 0", "<= 4294967295"},
		"PositiveInt": {"> 0"}, "conint(ge=0)": nil, "NonNegativeInt | None": {">= 0"}, "string": nil, "int": nil, "PORT: number": nil, "POSITIVE_SHARE: number": nil,
	} {
		if have := OfType(text); !slices.Equal(have, want) {
			t.Errorf("%s: %q, want %q", text, have, want)
		}
	}
}

func TestOfWord(t *testing.T) {
	for _, c := range []struct {
		word, first, second string
		want                []string
	}{
		{"min", "1", "", []string{">= 1"}}, {"max_value", "9", "", []string{"<= 9"}}, {"lt", "0.5", "", []string{"< 0.5"}},
		{"positive", "", "", []string{"> 0"}}, {"port", "", "", []string{">= 0", "<= 65535"}},
		{"Range", "1", "9", []string{">= 1", "<= 9"}}, {"range", "1", "", nil}, {"min", "LEAST", "", nil}, {"max", "Infinity", "", nil}, {"default", "1", "", nil},
	} {
		if have := OfWord(c.word, c.first, c.second); !slices.Equal(have, c.want) {
			t.Errorf("%s: %q, want %q", c.word, have, c.want)
		}
	}
}

func TestBoth(t *testing.T) {
	for _, c := range []struct{ a, b, want []string }{
		{nil, nil, nil},
		{[]string{">= 0", "<= 65535"}, []string{">= 1024"}, []string{">= 1024", "<= 65535"}},
		{[]string{">= 0"}, []string{"> 0", "< 9"}, []string{"> 0", "< 9"}},
		{[]string{"<= 9"}, []string{"<= 8", ">= 1"}, []string{">= 1", "<= 8"}},
	} {
		if have := Both(c.a, c.b); !slices.Equal(have, c.want) {
			t.Errorf("%q and %q: %q, want %q", c.a, c.b, have, c.want)
		}
	}
}

func TestExclude(t *testing.T) {
	for _, c := range []struct {
		list []string
		text string
		want bool
	}{
		{[]string{">= 1", "<= 9"}, "1", false}, {[]string{">= 1", "<= 9"}, "9", false}, {[]string{">= 1", "<= 9"}, "10", true}, {[]string{">= 1"}, " 0 ", true},
		{[]string{"> 0"}, "0", true}, {[]string{"> 0"}, "0.1", false}, {[]string{"< 10"}, "9", false}, {[]string{"<= 65535"}, "80_800", true},
		{[]string{">= 1"}, "many", false}, {nil, "7", false},
	} {
		if have := Exclude(c.list, c.text); have != c.want {
			t.Errorf("%q exclude %q: %v", c.list, c.text, have)
		}
	}
}

func TestNarrow(t *testing.T) {
	if have := Narrow([]string{">= 1", "<= 2147483647"}); !slices.Equal(have, []string{">= 1"}) {
		t.Errorf("%q", have)
	}
}

func TestSaid(t *testing.T) {
	for _, c := range []struct {
		list []string
		want string
	}{
		{nil, ""}, {[]string{">= 1", "<= 9"}, "from 1 to 9"}, {[]string{">= 1"}, "of at least 1"}, {[]string{"> 0", "< 1"}, "above 0 and below 1"}, {[]string{"<= 9"}, "of at most 9"}, {[]string{">= 0", "< 10"}, "of at least 0 and below 10"},
	} {
		if have := Said(c.list); have != c.want {
			t.Errorf("%q: %q, want %q", c.list, have, c.want)
		}
	}
}
