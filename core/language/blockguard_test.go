package language

import "testing"

// What a script leaves without is required; what it asks for to go another way is not.
func TestBlockGuards(t *testing.T) {
	holds(t, "CMakeLists.txt", "", []saying{
		{"if(NOT DEFINED ENV{GATE})\n  message(FATAL_ERROR \"no gate\")\nendif()\nset(G $ENV{GATE})\n", "GATE required; GATE optional"},
		{"if(\"$ENV{GATE}\" STREQUAL \"\")\n  MESSAGE( FATAL_ERROR \"no gate\" )\nendif()\n", "GATE required"},
		{"if(NOT DEFINED ENV{GATE})\n  message(STATUS \"no gate\")\nendif()\nmessage(FATAL_ERROR x)\n", "GATE optional"},
		{"if(NOT DEFINED ENV{GATE})\n  set(G x)\nelse()\n  message(FATAL_ERROR x)\nendif()\n", "GATE optional"},
		{"if(DEFINED ENV{GATE})\n  message(FATAL_ERROR \"take it out\")\nendif()\n", "GATE optional"},
		{"if(NOT DEFINED ENV{LOCK})\n  message(FATAL_ERROR x) # $ENV{GATE}\nendif()\nset(G $ENV{GATE})\n", "LOCK required; GATE expected"},
	})
	holds(t, "x.fish", "", []saying{
		{"if not set -q GATE\n    echo none >&2\n    exit 1\nend\n", "GATE required"},
		{"set -q GATE; or exit 1\n", "GATE required"},
		{"if test -z \"$GATE\"\n    return 2\nend\n", "GATE required"},
		{"test -n \"$GATE\"; or exit 3\n", "GATE required"},
		{"if not set -q GATE\n    echo none\nend\nexit 1\n", "GATE optional"},
		{"if not set -q GATE\n    exit 0\nend\n", "GATE optional"},
		{"if test -n \"$GATE\"\n    exit 1\nend\n", "GATE optional"},
		{"set -q GATE; or set GATE north\n", "GATE optional =north"},
	})
	holds(t, "x.tcl", "", []saying{
		{"if {![info exists ::env(GATE)]} {\n  error \"no gate\"\n}\nputs $::env(GATE)\n", "GATE required; GATE optional"},
		{"if { ! [info exists env(GATE)] } { exit 2 }\n", "GATE required"},
		{"if {![info exists env(GATE)]} {\n  set gate x\n}\nerror later\n", "GATE optional"},
		{"set a [expr {[info exists env(GATE)] ? $env(GATE) : \"north\"}]\n", "GATE optional =north; GATE optional"},
		{"if {[info exists env(GATE)]} { set a $env(GATE) } else { set a 80 }\n", "GATE optional =80; GATE optional"},
		{"puts $env(GATE)\n", "GATE required"},
	})
}

// A program of awk is rules; an element that is not there is an empty text.
func TestAwkSays(t *testing.T) {
	holds(t, "x.awk", "", []saying{
		{"BEGIN { if (!(\"GATE\" in ENVIRON)) { print \"no\"; exit 1 } }\n", "GATE required"},
		{"BEGIN { if (ENVIRON[\"GATE\"] == \"\") exit 1 }\nNR > 1 { print }\n", "GATE required"},
		{"BEGIN {\n  n = ENVIRON[\"GATE\"] + 0\n  if (ENVIRON[\"LOCK\"]) m = ENVIRON[\"LOCK\"]; else m = \"north\"\n}\n", "GATE expected; LOCK optional; LOCK optional =north"},
		{"$1 ~ /x/ && \"GATE\" in ENVIRON { print ENVIRON[\"GATE\"] }\n/y/ { next }\n", "GATE optional; GATE optional"},
		{"function get(name, usual) {\n  return (name in ENVIRON) ? ENVIRON[name] : usual\n}\nBEGIN { a = get(\"GATE\", \"north\") }\n", "GATE optional =north"},
		{"BEGIN { for (k in ENVIRON) print k }\n", "* optional"},
	})
}

// What stands between the mark for what may be missing and a dot.
func TestMayBeMissing(t *testing.T) {
	holds(t, "x.cr", "", []saying{
		{"a = ENV[\"GATE\"]?.try(&.to_i) || 8080\n", "GATE optional integer =8080"},
		{"a = ENV[\"GATE\"]? || raise \"no gate\"\n", "GATE required"},
		{"a = ENV[\"GATE\"].to_i\n", "GATE required integer"},
	})
	holds(t, "x.gleam", "", []saying{
		{"import envoy\nfn f() {\n  let a = envoy.get(\"GATE\") |> result.try(int.parse) |> result.unwrap(80)\n  let b = envoy.get(\"LOCK\") |> result.map(string.trim) |> result.unwrap(\"north\")\n}\n", "GATE optional integer =80; LOCK optional =north"},
	})
}

// Expressions of workflows need no marks behind if, and ask for what they name; scripts of
// pipelines stand under several keys.
func TestAskedOfServices(t *testing.T) {
	holds(t, ".github/workflows/x.yml", "", []saying{
		{"jobs:\n  a:\n    if: vars.GATE == 'x'\n    steps:\n      - if: ${{ secrets.LOCK != '' }}\n        run: x ${{ vars.SEA }}\n", "GATE optional; LOCK optional; SEA expected"},
		{"on: push\n# if: vars.GATE\nnote: 'if: vars.LOCK'\nx: ${{ vars.SEA }}\n", "SEA expected"},
	})
	holds(t, "azure-pipelines.yml", "", []saying{
		{"steps:\n  - bash: |\n      test -n \"$GATE\" || exit 1\n      x \"${LOCK:-north}\" \"$BUILD_SOURCEVERSION\" \"$SYSTEM_X\" $(Own)\n  - script: y $SEA\n    env:\n      SEA: 1\n", "GATE required; LOCK optional =north"},
	})
	holds(t, "helmfile.yaml", "", []saying{{"a: {{ requiredEnv \"GATE\" }}\nb: {{ env \"LOCK\" | default \"x\" }}\n", "GATE required; LOCK optional =x"}})
}

// What a command prints may set whatever there is, once it is run; what is set where there is
// nothing is checked as the script's own.
func TestShellMaySet(t *testing.T) {
	holds(t, "x.sh", "", []saying{
		{"set -u\necho \"$GATE\"\n", "GATE required"},
		{"set -u\neval \"$(./gates)\"\necho \"$GATE\"\n", "GATE expected"},
		{"set -u\necho \"$GATE\"\neval \"$(./gates)\"\n", "GATE required"},
		{"set -u\neval \"echo x\"\necho \"$GATE\"\n", "GATE required"},
		{"set -u\neval \"$(./gates)\"\n: \"${GATE:?}\"\n", "GATE required"},
		{"if [ -z \"$GATE\" ]; then\n  GATE=$(gates)\n  [ -n \"$GATE\" ] || exit 1\nfi\n", "GATE optional"},
		{"if [ -z \"$GATE\" ]; then\n  LOCK=$(gates)\n  [ -n \"$GATE\" ] || exit 1\nfi\n", "GATE required; GATE required"},
	})
}
