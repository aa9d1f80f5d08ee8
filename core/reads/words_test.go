package reads

import (
	"math/rand"
	"slices"
	"strings"
	"testing"
)

func TestWords(t *testing.T) {
	for _, c := range []struct {
		words []string
		src   string
		want  []int32
	}{
		{[]string{"env"}, "process.env.GATE", []int32{8}},
		{[]string{"env"}, "environment env_ my_env envs", nil},
		{[]string{"env"}, "env", []int32{0}},
		{[]string{"env"}, "(env) env; env", []int32{1, 6, 11}},
		{[]string{"env", "Env", "getenv"}, "getenv(Env) env", []int32{0, 7, 12}},
		{[]string{"$_ENV", "getenv"}, "a$_ENV $_ENVS getenv", []int32{1, 14}},
		{[]string{"%env("}, "x%env(A)%", []int32{1}},
		{[]string{"env:\""}, "`env:\"A\"` `genv:\"B\"`", []int32{1}},
		{[]string{"a", "b", "ab"}, "a ab b abc", []int32{0, 2, 5}},
		{[]string{"", "x"}, "x", []int32{0}},
		{nil, "anything", nil},
		{[]string{"env"}, "", nil},
		{[]string{"v"}, "v vv v", []int32{0, 5}},
		{[]string{"ünï"}, "an ünï word", []int32{3}},
	} {
		w := NewWords(c.words)
		if have := w.Offsets([]byte(c.src), 0); !slices.Equal(have, c.want) {
			t.Errorf("%q in %q: at %v, want %v", c.words, c.src, have, c.want)
		}
		if have := w.In([]byte(c.src)); have != (len(c.want) > 0) {
			t.Errorf("%q in %q: %v", c.words, c.src, have)
		}
	}
}

// The search finds what looking at every offset finds.
func TestWordsAgainstSlowSearch(t *testing.T) {
	rng := rand.New(rand.NewSource(1))
	text := func(letters string, length int) string {
		var out strings.Builder
		for range length {
			out.WriteByte(letters[rng.Intn(len(letters))])
		}
		return out.String()
	}
	found := 0
	for round := range 4000 {
		var words []string
		letters, longest := "envAV_$(", 4
		if round%2 == 1 {
			letters, longest = "en(", 9
		}
		for range 1 + rng.Intn(6) {
			words = append(words, text(letters, 1+rng.Intn(longest)))
		}
		src := []byte(text(letters+" .", rng.Intn(120)))
		var want []int32
		for at := range src {
			if slices.ContainsFunc(words, func(word string) bool { return stands(src, at, []byte(word)) }) {
				want = append(want, int32(at)+7)
			}
		}
		have := slices.Compact(NewWords(words).Offsets(src, 7))
		if !slices.Equal(have, want) {
			t.Fatalf("%q in %q: at %v, want %v", words, src, have, want)
		}
		found += len(want)
	}
	if found < 4000 {
		t.Errorf("only %d words were found: the texts try too little", found)
	}
}
