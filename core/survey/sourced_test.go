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
. /etc/outside.sh
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
	want := `other/taken.sh:2 LOCK_NOT_OWN required
run.sh:3 LOCK_EARLY required
run.sh:7 LOCK_PERHAPS expected
run.sh:7 LOCK_URL required
run.sh:7 LOCK_OTHER required`
	if have := strings.Join(got, "\n"); have != want {
		t.Errorf("have\n%s\nwant\n%s", have, want)
	}
}
