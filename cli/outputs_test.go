package cli_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// quay is a small tree, and what each command prints of it, to the letter.
var quay = map[string]string{
	"quay.py":      "import os\nurl = os.environ[\"QUAY_URL\"]\nberths = int(os.environ.get(\"QUAY_BERTHS\", \"12\"))\nsecret = os.getenv(\"QUAY_SECRET\")\n",
	".env.example": "# The harbour office.\nQUAY_URL=\n# QUAY_BERTHS=12\n",
	".env":         "QUAY_URL=https://quay.lockside.example\nQUAY_BERTHS=a dozen\nFERRY=1\n",
	"staging.env":  "QUAY_URL=https://quay.lockside.example\nQUAY_SECRET=tide-83hfk29dk1\n",
}

// Without a command it says in a few lines what to type first in this folder.
func TestBegin(t *testing.T) {
	empty, bare := t.TempDir(), t.TempDir()
	testtree.Write(t, bare, "gate.py", "import os\nos.environ['GATE']\n")
	ready := lockside(t)
	documented := t.TempDir()
	testtree.Write(t, documented, "gate.go", "package gate\n")
	testtree.Write(t, documented, "deploy/.env.example", "GATE=\n")
	for _, c := range []struct{ dir, want, next string }{
		{empty, "No file here is in a language that is understood.", "inzicht demo"},
		{bare, "1 source file in python.", "inzicht document"},
		{documented, "1 source file in go; deploy/.env.example documents.", "inzicht fill deploy/.env"},
		{ready, ".env.example documents; env files for local, production, sensors and 1 more.", "inzicht verify"},
	} {
		out, errOut, status := run(t, c.dir)
		if lines := strings.Count(out, "\n"); status != 0 || errOut != "" || lines < 4 || lines > 5 || !strings.Contains(out, c.want) || !strings.Contains(out, "  "+c.next+" ") {
			t.Errorf("status %d, %s%s", status, out, errOut)
		}
	}
}

func TestOutputs(t *testing.T) {
	dir := t.TempDir()
	for name, content := range quay {
		if err := os.WriteFile(filepath.Join(dir, name), []byte(content), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	for _, c := range []struct {
		arguments   []string
		status      int
		out, errOut string
	}{
		{[]string{"verify"}, 1,
			`Code and example files  1 warning
  ! undocumented  QUAY_SECRET  is read, but no example file names it
                  quay.py:4  ↳ inzicht document adds it to .env.example.

Environment local  1 error, 2 warnings
  ✗ ill-typed  QUAY_BERTHS  is not an integer: quay.py:3 reads it as one
               .env:2  ↳ Write a whole number in digits, without unit.
  ! missing    QUAY_SECRET  has no value, and the code goes on without this secret
               read in quay.py:4  ↳ Set QUAY_SECRET in .env: inzicht fill .env
  ! unused     FERRY        nothing reads it
               .env:3  ↳ Remove it, if nothing outside this tree reads it.

1 error, 3 warnings in 1 source file, 3 reads, 3 variables, 1 example file, 2 environments.
`,
			``},
		{[]string{"verify", "--only", "missing"}, 0,
			`Environment local  1 warning
  ! missing  QUAY_SECRET  has no value, and the code goes on without this secret
             read in quay.py:4  ↳ Set QUAY_SECRET in .env: inzicht fill .env

1 warning in 1 source file, 3 reads, 3 variables, 1 example file, 2 environments.
`,
			``},
		{[]string{"verify", "--component", "nowhere-to-be"}, 2,
			``,
			`inzicht: there is no component "nowhere-to-be"
  This tree has no components: no folder below its root holds a manifest.
`},
		{[]string{"verify", "--format", "csv"}, 1,
			`rule,level,variable,environment,component,file,line,message,hint
ill-typed,error,QUAY_BERTHS,local,,.env,2,QUAY_BERTHS is not an integer in local: quay.py:3 reads it as one,"Write a whole number in digits, without unit."
missing,warning,QUAY_SECRET,local,,.env,,"QUAY_SECRET has no value in local, and the code goes on without this secret",Set QUAY_SECRET in .env: inzicht fill .env
undocumented,warning,QUAY_SECRET,,,quay.py,4,"QUAY_SECRET is read, but no example file names it",inzicht document adds it to .env.example.
unused,warning,FERRY,local,,.env,3,nothing reads FERRY,"Remove it, if nothing outside this tree reads it."
`,
			``},
		{[]string{"verify", "--format", "annotations"}, 1,
			`::error file=.env,line=2,col=1,title=ill-typed::QUAY_BERTHS is not an integer in local: quay.py:3 reads it as one. Write a whole number in digits, without unit.
::warning file=.env,title=missing::QUAY_SECRET has no value in local, and the code goes on without this secret. Set QUAY_SECRET in .env: inzicht fill .env
::warning file=quay.py,line=4,col=10,title=undocumented::QUAY_SECRET is read, but no example file names it. inzicht document adds it to .env.example.
::warning file=.env,line=3,col=1,title=unused::nothing reads FERRY. Remove it, if nothing outside this tree reads it.
`,
			``},
		{[]string{"contract"}, 0,
			`  variable       need      kind     fallback  example  read in
  QUAY_BERTHS    optional  integer  "12"      yes      quay.py:3
  QUAY_SECRET *  expected  text               no       quay.py:4
  QUAY_URL       required  text               yes      quay.py:2

  3 variables, 3 reads. * secret, ~ supplied by the system
`,
			``},
		{[]string{"contract", "--format", "csv"}, 0,
			`variable,need,kind,fallbacks,secret,components,documented_in,first_read
QUAY_BERTHS,optional,integer,12,false,,.env.example,quay.py:3
QUAY_SECRET,expected,text,,true,,,quay.py:4
QUAY_URL,required,text,,false,,.env.example,quay.py:2
`,
			``},
		{[]string{"reads"}, 0,
			`  line  variable     need      kind     fallback  read by
quay.py
  2:7   QUAY_URL     required  text               os.environ
  3:14  QUAY_BERTHS  optional  integer  "12"      os.environ.get
  4:10  QUAY_SECRET  expected  text               os.getenv

  3 reads of 3 variables in 1 source file.
`,
			``},
		{[]string{"reads", "--format", "csv"}, 0,
			`name,pattern,file,line,column,language,access,need,kind,fallback,scope,component,through
QUAY_URL,,quay.py,2,7,python,os.environ,required,text,,runtime,,
QUAY_BERTHS,,quay.py,3,14,python,os.environ.get,optional,integer,12,runtime,,
QUAY_SECRET,,quay.py,4,10,python,os.getenv,expected,text,,runtime,,
`,
			``},
		{[]string{"matrix"}, 0,
			`  variable     1 .env.example  2 local  3 staging
  FERRY                        set
  QUAY_BERTHS  named           set      fallback
  QUAY_SECRET  -               missing  set
  QUAY_URL     named           set      = 2

  = 3: the value of column 3.  -: not set, not needed.  Blank: not read there.
`,
			``},
		{[]string{"matrix", "-e", "staging", "--name", "QUAY_*"}, 0,
			`  variable     1 .env.example  2 staging
  QUAY_BERTHS  named           fallback
  QUAY_SECRET  -               set
  QUAY_URL     named           set

  -: not set, not needed.  Blank: not read there.
`,
			``},
		{[]string{"matrix", "--differences"}, 0,
			`  variable     1 .env.example  2 local  3 staging
  QUAY_BERTHS  named           set      fallback
  QUAY_SECRET  -               missing  set

  -: not set, not needed.  Blank: not read there.
`,
			``},
		{[]string{"matrix", "--format", "csv"}, 0,
			`variable,need,.env.example,local,staging
FERRY,,,set,
QUAY_BERTHS,optional,named,set,fallback
QUAY_SECRET,expected,'-,missing,set
QUAY_URL,required,named,set,'= 2
`,
			``},
		{[]string{"trace", "QUAY_SECRET"}, 0,
			`QUAY_SECRET  expected, text, secret

Read in
  quay.py:4:10  expected
      secret = os.getenv("QUAY_SECRET")

Documented in
  no example file

In each environment
  local
    has no value
  staging
    → set      staging.env:2
`,
			``},
		{[]string{"trace", "FERRY"}, 0,
			`FERRY

Read in
  nothing

Documented in
  no example file

In each environment
  local
    → set      .env:3
`,
			``},
		{[]string{"trace", "QUAY_SECERT"}, 2,
			``,
			`inzicht: nothing here reads or sets QUAY_SECERT
  Is QUAY_SECRET meant? See inzicht contract for those that are read.
`},
		{[]string{"rules", "illtyped"}, 2,
			``,
			`inzicht: there is no rule "illtyped"
  Is ill-typed meant? See inzicht rules.
`},
		{[]string{"accept", "--reason", "x"}, 0,
			`Accepted 4; 4 are accepted in all. Commit inzicht.accepted.toml.
`,
			``},
		{[]string{"verify"}, 0,
			`✓ Nothing to mend. In 1 source file, 3 reads, 3 variables, 1 example file, 2 environments; 4
accepted findings not shown.
`,
			``},
		{[]string{"verify", "--format", "csv"}, 0,
			`rule,level,variable,environment,component,file,line,message,hint
`,
			``},
		{[]string{"accept", "--reason", "x", "--prune"}, 0,
			`Dropped 0 that no longer occur; 4 are accepted. Commit inzicht.accepted.toml.
`,
			``},
	} {
		out, errOut, status := run(t, dir, c.arguments...)
		if out != c.out || errOut != c.errOut || status != c.status {
			t.Errorf("%v: status %d, want %d\nhave\n%s%s\nwant\n%s%s", c.arguments, status, c.status, out, errOut, c.out, c.errOut)
		}
	}
}

// What is listed is not all where a file was not understood, and that is said beside it.
func TestListsSayWhatIsNotInThem(t *testing.T) {
	dir := t.TempDir()
	for name, text := range map[string]string{"open.sh": "#!/bin/sh\nif [ -n \"$GATE_A\" ]; then\n", "whole.sh": "#!/bin/sh\necho $GATE_B\n"} {
		if err := os.WriteFile(filepath.Join(dir, name), []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	for _, command := range []string{"reads", "contract"} {
		out, errOut, status := run(t, dir, command)
		if want := "1 source file was not looked into, such as open.sh: line 2"; status != 0 || !strings.Contains(errOut, want) || !strings.Contains(out, "GATE_B") {
			t.Errorf("%s: status %d, have %q and %q, want %q beside GATE_B", command, status, out, errOut, want)
		}
		if _, errOut, _ = run(t, dir, command, "-q"); errOut != "" {
			t.Errorf("%s -q: have %q, want nothing", command, errOut)
		}
	}
}
