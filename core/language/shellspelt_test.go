package language

import "testing"

// Names that a script puts together of what its loops go through, of what its variables hold and of what its
// functions are given.
func TestShellSpelt(t *testing.T) {
	mean(t, []written{
		{"x.sh", "for k in HOST PORT; do n=\"LOCK_$k\"; echo \"${!n}\"; done", "LOCK_HOST expected; LOCK_PORT expected"},
		{"x.sh", "for k in host; do n=\"LOCK_${k^^}_${k//[a-z]/X}\"; echo \"${!n:-a}\"; done", "LOCK_HOST_XXXX optional =a"},
		{"x.sh", "k=x_LOCK; n=${k#x_}_URL; m=${n%_URL}; echo \"${!n}${!m}\"", "LOCK_URL expected; LOCK expected"},
		{"x.sh", "for i in {1..2}; do n=LOCK_$i; echo ${!n}; done", "LOCK_1 expected; LOCK_2 expected"},
		{"x.sh", "for i in $(seq 2 3); do n=LOCK_$i; echo ${!n}; done", "LOCK_2 expected; LOCK_3 expected"},
		{"x.sh", "for ((i = 0; i < 2; i++)); do n=LOCK_$i; echo ${!n}; done", "LOCK_0 expected; LOCK_1 expected"},
		{"x.sh", "for i in {1..9999999}; do n=LOCK_$i; echo ${!n}; done", ""},
		{"x.sh", "for i in $LIST; do n=LOCK_$i; echo ${!n}; done", "LIST expected"},
		{"x.sh", "n=LOCK_$(date); echo ${!n}", ""},
		{"x.sh", "f() { n=LOCK_A; }\ng() { echo ${!n}; }", ""},
		{"x.sh", "f() { local n=\"$1\"; local m=\"${n}_FILE\"; [ -n \"${!n:-}\" ] || cat \"${!m:-}\"; }\nf LOCK_KEY", "LOCK_KEY optional; LOCK_KEY_FILE optional"},
		{"x.sh", "f() { local n=\"LOCK_${1^^}\"; : \"${!n:?}\"; }\nfor k in a b; do f $k; done", "LOCK_A required; LOCK_B required"},
		{"x.sh", "f() { local n=\"LOCK_$1\"; echo \"${!n:-none}\"; }\nf A", "LOCK_A optional =none"},
		{"x.sh", "f() { local n=\"LOCK_$2_$1\"; echo \"${!n}\"; }\nf A B", "LOCK_B_A expected"},
		{"x.sh", "f() { local n=\"LOCK_${2}_$1\"; echo \"${!n}\"; }\nf A B\nf $x C", "LOCK_B_A expected"},
	})
}
