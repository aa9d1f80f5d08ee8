package survey

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// What a script takes in from the tree sets what it expands behind that, if it is
// code and no settings.
func TestSourced(t *testing.T) {
	root := testtree.Tree(t, `-- run.sh --
#!/bin/sh
set -eu
echo "$LOCK_EARLY"
. ./vars.sh
. "$here/deep/more.sh"
. ./deploy/lock.env
echo "$LOCK_EARLY $LOCK_SET $LOCK_DEEP $LOCK_PERHAPS $LOCK_URL $LOCK_OTHER"
-- vars.sh --
LOCK_SET=x
LOCK_EARLY=y
if [ -f z ]; then LOCK_PERHAPS=z; fi
-- deep/more.sh --
. "$(dirname "$0")/most"
-- deep/most --
export LOCK_DEEP=x
echo "$LOCK_FROM_RUN"
-- deploy/lock.env --
LOCK_URL=x
-- other/alone.sh --
#!/bin/sh
set -eu
LOCK_OWN=1
. ./taken.sh
. "$nowhere"
echo "$LOCK_BEFORE"
. /etc/outside.sh
echo "$LOCK_BEHIND ${LOCK_ASKED:?}"
-- other/taken.sh --
set -u
echo "$LOCK_OWN $LOCK_NOT_OWN"
`)
	s, err := Take(root, Options{Keep: t.TempDir()})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, r := range s.Reads {
		got = append(got, fmt.Sprintf("%s:%d %s %s", r.File, r.Line, r.Name, r.Need))
	}
	want := `other/alone.sh:6 LOCK_BEFORE required
other/alone.sh:8 LOCK_BEHIND expected
other/alone.sh:8 LOCK_ASKED required
other/taken.sh:2 LOCK_NOT_OWN required
run.sh:3 LOCK_EARLY required
run.sh:7 LOCK_PERHAPS expected
run.sh:7 LOCK_URL required
run.sh:7 LOCK_OTHER required`
	if have := strings.Join(got, "\n"); have != want {
		t.Errorf("have\n%s\nwant\n%s", have, want)
	}
}

// A script calls functions of those that it takes in, the nearer ones first, with the
// names of what they read.
func TestSourcedFunctions(t *testing.T) {
	root := testtree.Tree(t, `-- run.sh --
#!/bin/sh
. ./lib/env.sh
own() { eval "v=\$$1"; }
need LOCK_A
want LOCK_B
own LOCK_C
far LOCK_D
other LOCK_E
-- lib/env.sh --
. ./far.sh
need() { eval "v=\${$1:-}"; [ -n "$v" ] || exit 1; }
want() { eval "v=\${$1:-}"; }
own() { eval "v=\${$1:-}"; [ -n "$v" ] || exit 1; }
-- lib/far.sh --
far() { if [ -z "${!1}" ]; then exit 1; fi; }
want() { eval "v=\${$1:-}"; [ -n "$v" ] || exit 1; }
-- lib/nobody.sh --
other() { if [ -z "${!1}" ]; then exit 1; fi; }
`)
	s, err := Take(root, Options{})
	if err != nil {
		t.Fatal(err)
	}
	var got []string
	for _, r := range s.Reads {
		got = append(got, fmt.Sprintf("%d %s %s %s", r.Line, r.Name, r.Need, r.Kind))
	}
	if have, want := strings.Join(got, "; "), "4 LOCK_A required text; 5 LOCK_B optional text; 6 LOCK_C expected text; 7 LOCK_D required text"; have != want {
		t.Errorf("have %s\nwant %s", have, want)
	}
}
