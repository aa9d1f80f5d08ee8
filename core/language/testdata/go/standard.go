package gate

import (
	"fmt"
	"log"
	"os"
	system "os"
	"strconv"
	"strings"
	"syscall"
	"time"
)

// os.Getenv("IN_A_COMMENT")
const text = `os.Getenv("IN_A_STRING")`

const keyName = "BY_CONSTANT"

var url = os.Getenv("GATE_URL") // read: GATE_URL expected column=11

func main() {
	a := os.Getenv("LOCK_A")        // read: LOCK_A expected
	b := system.Getenv("LOCK_B")    // read: LOCK_B
	c, ok := os.LookupEnv("LOCK_C") // read: LOCK_C required
	if !ok {
		log.Fatal("LOCK_C is not set")
	}
	d := os.Getenv(keyName)                       // read: BY_CONSTANT
	e := os.Getenv("LOCK_" + "JOINED")            // read: LOCK_JOINED
	f := os.Getenv(fmt.Sprintf("LOCK_%s_URL", a)) // read: LOCK_*_URL
	port := os.Getenv("LOCK_PORT")                // read: LOCK_PORT optional fallback=8080 integer
	if port == "" {
		port = "8080"
	}
	n, err := strconv.Atoi(port)
	if v := os.Getenv("LOCK_IF"); v != "" { // read: LOCK_IF optional
		print(v)
	}
	token := os.Getenv("LOCK_TOKEN") // read: LOCK_TOKEN required
	if token == "" {
		log.Fatalf("no token")
	}
	if os.Getenv("LOCK_DEBUG") == "1" { // read: LOCK_DEBUG boolean literals=1
	}
	wait, _ := time.ParseDuration(os.Getenv("LOCK_WAIT")) // read: LOCK_WAIT duration
	list := strings.Split(os.Getenv("LOCK_LIST"), ",")    // read: LOCK_LIST list
	os.Setenv("WRITTEN", "x")
	os.Unsetenv("DELETED")
	s, _ := syscall.Getenv("LOCK_SYS")                // read: LOCK_SYS
	all := os.Environ()                               // read: *
	_ = os.ExpandEnv("$EXPANDED and ${EXPANDED_TOO}") // read: EXPANDED | EXPANDED_TOO
	get := os.Getenv
	_ = get("ALIASED") // read: ALIASED
	for _, name := range []string{"LOOP_A", "LOOP_B"} {
		_ = os.Getenv(name) // read: LOOP_A | LOOP_B
	}
	_ = getenv("HELPED", "x")       // read: HELPED fallback=x through=getenv
	_ = mustEnv("MUST_HAVE")        // read: MUST_HAVE required through=mustEnv
	_ = config{}.int("CFG_INT")     // read: CFG_INT integer through=int
	switch os.Getenv("LOCK_MODE") { // read: LOCK_MODE choice literals=fast,slow
	case "fast":
	case "slow":
	}
}

func getenv(name, fallback string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return fallback
}

func mustEnv(name string) string {
	v, ok := os.LookupEnv(name)
	if !ok {
		panic(name)
	}
	return v
}

type config struct{}

func (c config) int(name string) int {
	n, _ := strconv.Atoi(os.Getenv(name))
	return n
}

func shadow(os fake) { os.Getenv("SHADOWED") }
