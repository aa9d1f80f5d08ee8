package evaluate_test

import "testing"

// What stands behind a loop that may have left, closures that are called elsewhere, and what is no fallback.
func TestBehindLoops(t *testing.T) {
	hold(t, []saying{
		{"a.lua", `
local M = {}
M.prefix = "KEEPER_"
function M.get(name, fallback)
  local v = os.getenv(M.prefix .. name)
  if v == nil or v == "" then return fallback end
  return v
end
function M.need(name)
  return M.get(name) or error(name .. " is not set")
end
M.need("A")
M.get("B", "b")
return M
`, "KEEPER_A required; KEEPER_B optional =b"},
		{"a.go", `
package main

import "os"

func first(names ...string) string {
	for _, n := range names {
		if v := os.Getenv(n); v != "" {
			return v
		}
	}
	return "none"
}

func main() { use(first("F_A", "F_B")) }
`, "F_A optional =none; F_B optional =none"},
		{"a.py", `
import os
def first(*names, default=None):
    for name in names:
        value = os.environ.get(name)
        if value:
            return value
    return default
region = first("MOLE_A", "MOLE_B", default="north")
def f(name, default=...):
    raw = os.environ.get(name)
    if raw is None:
        if default is ...:
            raise RuntimeError(name)
        return default
    return raw
a = f("BERTH_A")
b = f("BERTH_B", "8000")
assert (key := os.getenv("LOCK_C")), "LOCK_C"
`, "MOLE_A optional =north; MOLE_B optional =north; BERTH_A required; BERTH_B optional =8000; LOCK_C required"},
		{"b.js", `
function toInt(raw, fallback) {
  const n = raw ? Number.parseInt(raw, 10) : NaN;
  return Number.isNaN(n) ? fallback : n;
}
const c = toInt(process.env.X_E, 8080);
`, "X_E optional integer =8080"},
		{"b.go", `
package main

import "os"

func f() string {
	for _, n := range []string{"F_A", "F_B"} {
		if v := os.Getenv(n); v != "" {
			return v
		}
	}
	return "none"
}
func g() string {
	for _, n := range []string{"G_A", "G_B"} {
		v := os.Getenv(n)
		if v != "" {
			return v
		}
	}
	return "none"
}
`, "F_A optional =none; F_B optional =none; G_A optional =none; G_B optional =none"},
		{"c.go", `
package main

import (
	"errors"
	"log"
	"os"
	"strconv"
)

type Server struct{ token string }
type Option func(*Server)

func WithToken(t string) Option { return func(s *Server) { s.token = t } }

func New(opts ...Option) (*Server, error) {
	s := &Server{}
	for _, o := range opts {
		o(s)
	}
	if s.token == "" {
		return nil, errors.New("no token")
	}
	return s, nil
}

func number(name string, usual int) (int, error) {
	s := os.Getenv(name)
	if s == "" {
		return usual, nil
	}
	return strconv.Atoi(s)
}

type Config struct {
	Port int
	Key  string
}

func (c Config) check() error {
	if c.Key == "" {
		return ErrKey
	}
	return nil
}

func Load() (Config, error) {
	var c Config
	var err error
	if c.Port, err = number("WEIR_PORT", 8080); err != nil {
		return c, err
	}
	c.Key = os.Getenv("WEIR_KEY")
	return c, c.check()
}

func main() {
	s, err := New(WithToken(os.Getenv("TIDE_TOKEN")))
	if err != nil {
		log.Fatal(err)
	}
	use(s)
}
`, "WEIR_PORT optional integer =8080; WEIR_KEY required; TIDE_TOKEN required"},
		{"a.py", `
import functools
import os


def with_env(*names):
    def wrap(fn):
        @functools.wraps(fn)
        def inner(*args, **kwargs):
            for name in names:
                if name not in os.environ:
                    raise EnvironmentError(f"{name} is not set")
            return fn(*args, **kwargs)
        return inner
    return wrap
import os


@with_env("TOLL_URL", "TOLL_KEY")
def run():
    return os.environ["TOLL_URL"]
`, "TOLL_URL required; TOLL_KEY required; TOLL_URL required"},
	})
}

// A structure that holds itself is looked into only so far.
func TestHoldsItself(t *testing.T) {
	hold(t, []saying{{"a.go", `
package main

import "os"

type Lock struct {
	*Lock
	name string
}

func main() {
	l := &Lock{name: "GATE"}
	l.Lock = l
	use(l.missing, os.Getenv(l.name))
}
`, "GATE expected"}})
}

// A branch that is not written is nothing, and not what the file ends with.
func TestEndOfFileIsNoBranch(t *testing.T) {
	hold(t, []saying{
		{"a.py", `
import os, sys
if not os.getenv("A"):
    print("no key")
    sys.exit(2)
work()
sys.exit(1)
`, "A required"},
		{"a.js", `
if (!process.env.A) {
  throw new Error('no key');
}
run();
throw new Error('never ends');
`, "A required"},
		{"a.sh", `
if [ -z "$KEEPER_KEY" ]; then
  echo "no key"
  exit 2
fi
work
exit 1
`, "KEEPER_KEY required"},
	})
}
