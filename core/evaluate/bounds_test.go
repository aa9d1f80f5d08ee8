package evaluate_test

import (
	"strings"
	"testing"
)

// Lists that hold each other twice, over and over, cost no more than their size.
func TestListsWithinLists(t *testing.T) {
	src := "names <- c('A', 'B')\n" + strings.Repeat("names <- c(names, names)\n", 60) + "x <- Sys.getenv(names)\n"
	if have := said(t, "a.R", src); !strings.HasPrefix(have, "A expected; B expected") && have != "? expected" {
		t.Error(have)
	}
}

// What is gone down in has an end where nothing is below.
func TestEndsBelow(t *testing.T) {
	hold(t, []saying{{"a.pl", "(my);\n(my) =~ s/a/b/;\nprint $ENV{GATE};", "GATE expected"}})
}
