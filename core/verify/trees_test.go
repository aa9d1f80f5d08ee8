package verify_test

import (
	"strings"
	"testing"
)

// Trees as people have them, and all that verify says of each.
func TestTrees(t *testing.T) {
	for _, c := range []struct{ name, tree, want string }{
		{"files that only look like env files", `-- gate.py --
import os
os.environ["GATE_URL"]
-- loader/example1.env --
ANYTHING=1
`, `note undocumented GATE_URL  gate.py:2`},
		{"what another file of the program sets is no certain gap", `-- Gemfile --
-- boot.rb --
ENV["GATE_ROOT"] ||= __dir__
ENV["GATE_CACHE"] = "tmp"
if odd
  ENV["GATE_ODD"] = "1"
end
-- gate.rb --
require_relative "boot"
open ENV.fetch("GATE_ROOT"), ENV.fetch("GATE_CACHE"), ENV.fetch("GATE_ODD")
-- spec/help_spec.rb --
ENV["GATE_TESTED"] = "1"
-- other.rb --
open ENV.fetch("GATE_TESTED")
-- .env --
-- .env.example --
GATE_ODD=
GATE_TESTED=
`, `error missing GATE_ODD local .env:0
error missing GATE_TESTED local .env:0
warning undocumented GATE_ROOT  gate.rb:2
note missing GATE_CACHE local .env:0
note missing GATE_ROOT local .env:0
note undocumented GATE_CACHE  gate.rb:2`},
		{"main of Go and a bundler set variables", `-- toll/go.mod --
module toll
-- toll/main.go --
package main
import "os"
func main() { os.Setenv("TOLL_A", "1"); run() }
func other() { os.Setenv("TOLL_B", "1") }
-- toll/run.go --
package main
import "os"
func run() { if os.Getenv("TOLL_A") == "" || os.Getenv("TOLL_B") == "" { panic(1) } }
-- web/package.json --
-- web/next.config.js --
module.exports = { env: { WEB_A: 'x' } }
-- web/vite.config.js --
export default { define: { 'process.env.WEB_B': '"y"' } }
-- web/page.js --
open(process.env.WEB_A, process.env.WEB_B)
-- .env --
-- .env.example --
TOLL_A=
TOLL_B=
WEB_A=
WEB_B=
`, `error missing TOLL_B local .env:0
note missing TOLL_A local .env:0
note missing WEB_A local .env:0
note missing WEB_B local .env:0`},
		{"a command of the package starts it with a value", `-- package.json --
{"scripts": {"start": "GATE_MODE=fast node gate.js"}}
-- gate.js --
if (!process.env.GATE_MODE) throw new Error()
-- .env --
-- .env.example --
GATE_MODE=
`, `note missing GATE_MODE local .env:0`},
		{"compose service needs what its component reads", `-- gate/go.mod --
module gate
-- gate/main.go --
package main
import "os"
var a, b = os.Getenv("GATE_URL"), os.Getenv("GATE_MODE")
-- compose.yaml --
services:
  gate:
    build: gate
    environment:
      GATE_URL: http://x
-- .env.example --
GATE_URL=
GATE_MODE=
`, `error missing GATE_MODE compose/gate compose.yaml:0`},
		{"what only compose fills in is no environment of what it starts", `-- gate/main.py --
import os
os.environ["GATE_URL"]
-- gate/pyproject.toml --
[project]
name = "gate"
-- compose.yaml --
services:
  gate:
    build: gate
    image: gate:${GATE_TAG}
    environment:
      GATE_URL: http://x
-- .env --
GATE_TAG=1
-- .env.example --
GATE_URL=
GATE_TAG=
`, ``},
		{"secret in compose file tracked", `-- gate.py --
import os
os.environ["GATE_SECRET"]
-- compose.yaml --
services:
  gate:
    build: .
    environment:
      GATE_SECRET: tok-83hfk29dk1xyz
-- .env.example --
GATE_SECRET=
`, ``},
		{"a file that is not understood may read anything", `-- gate.py --
import os
os.environ["GATE_URL"]
-- x.sh --
echo $GATE_HORN
if then
-- .env.example --
GATE_URL=
OLD=
`, `note unused OLD  .env.example:2`},
		{"typed values", `-- gate.py --
import os, json
from urllib.parse import urlparse
a = int(os.environ["GATE_PORT"]); b = urlparse(os.environ["GATE_URL"]); c = json.loads(os.environ["GATE_RULES"]); d = os.environ["GATE_HOSTS"].split(",")
-- .env.example --
GATE_PORT=
GATE_URL=
GATE_RULES=
GATE_HOSTS=
-- .env --
GATE_PORT=80 # the port
GATE_URL=gate.local
GATE_RULES={"a": 1
GATE_HOSTS=a,b
-- staging.env --
GATE_PORT=" 8_050 "
GATE_URL=https://gate.local
GATE_RULES='{"a": 1}'
GATE_HOSTS=
`, `error ill-typed GATE_RULES local .env:3
warning empty GATE_HOSTS staging staging.env:4`},
		{"booleans", `-- gate.js --
const a = process.env.GATE_ON === "true"; const b = process.env.GATE_LOUD === "1" || process.env.GATE_LOUD === "yes";
-- .env.example --
GATE_ON=true
GATE_LOUD=1
-- .env --
GATE_ON=True
GATE_LOUD=true
-- staging.env --
GATE_ON="true "
GATE_LOUD=no
`, `warning never-matches GATE_ON local .env:1
warning never-matches GATE_LOUD local .env:2
warning never-matches GATE_ON staging staging.env:1`},
		{"choices", `-- gate.ts --
switch (process.env.GATE_MODE) { case "tidal": break; case "river": break }
-- .env.example --
GATE_MODE=tidal
-- .env --
GATE_MODE=tydal
-- staging.env --
GATE_MODE=
`, `warning never-matches GATE_MODE local .env:1`},
		{"duplicates", `-- gate.py --
import os
os.environ["GATE_URL"]
-- .env.example --
GATE_URL=
-- .env --
GATE_URL=a
GATE_URL=a
export GATE_URL=b
# GATE_URL=c
`, `warning duplicate GATE_URL local .env:2
warning duplicate GATE_URL local .env:3`},
		{"malformed", `-- gate.py --
import os
os.environ["GATE_URL"]
-- .env.example --
GATE_URL=
-- .env --
GATE_URL = a
1GATE=b
GATE-MODE=c
just words
OPEN="never closed
`, `error malformed  local .env:2
error malformed  local .env:4
error malformed  local .env:5
warning unused GATE-MODE local .env:3`},
		{"example has a real secret", `-- gate.py --
import os
os.environ["GATE_SECRET"]
-- .env.example --
GATE_SECRET=sk_live_9f8e7d6c5b4a39281706
-- .env --
GATE_SECRET=sk_live_9f8e7d6c5b4a39281706
`, `error leaked GATE_SECRET local .env.example:1
note placeholder GATE_SECRET local .env:1`},
		{"fallbacks that conflict", `-- a.py --
import os
a = os.environ.get("GATE_PORT", "80")
-- b.py --
import os
b = os.environ.get("GATE_PORT", 8080)
-- .env.example --
GATE_PORT=
`, `warning conflicting-fallback GATE_PORT  b.py:2`},
		{"unset by an entry without value", `-- gate.py --
import os
os.environ["GATE_URL"]
-- .env.example --
GATE_URL
-- .env --
GATE_URL
`, `error missing GATE_URL local .env:0
error undocumented GATE_URL  gate.py:2
error malformed   .env.example:1
error malformed  local .env:1`},
		{"several components share a name with two kinds", `-- a/package.json --
{"name": "a"}
-- a/x.js --
const n = parseInt(process.env.LIMIT, 10)
-- b/package.json --
{"name": "b"}
-- b/x.js --
const n = process.env.LIMIT === "on"
-- .env --
LIMIT=on
-- .env.example --
LIMIT=
`, `error ill-typed LIMIT local .env:1
warning ill-typed LIMIT local .env:1`},
		{"kubernetes misses", `-- gate/package.json --
{"name": "gate"}
-- gate/x.js --
const u = process.env.GATE_URL; if (!process.env.GATE_KEY) throw new Error("GATE_KEY")
-- k8s/gate.yaml --
apiVersion: apps/v1
kind: Deployment
metadata: {name: gate}
spec:
  template:
    spec:
      containers:
        - name: gate
          image: gate
          env:
            - {name: GATE_URL, value: "http://x"}
            - {name: GATE_OLD, value: "1"}
-- .env.example --
GATE_URL=
GATE_KEY=
`, `error missing GATE_KEY kubernetes/gate k8s/gate.yaml:0
warning unused GATE_OLD kubernetes/gate k8s/gate.yaml:12`},
		{"interpolation of what is nowhere", `-- gate.py --
import os
os.environ["GATE_URL"]
-- .env.example --
GATE_URL=
-- .env --
GATE_URL=http://${GATE_HOST}/${GATE_PATH:-x}
`, `warning missing GATE_HOST local .env:1`},
		{"crlf and bom", `-- gate.py --
import os
os.environ["GATE_URL"]
-- .env.example --
GATE_URL=
-- .env --
GATE_URL=a b
`, ``},
		{"an example with more than the code", `-- gate.py --
import os
os.environ["GATE_URL"]
-- .env.example --
GATE_URL=
GATE_SECERT=
GATE_OLD_THING=
`, `warning unused GATE_SECERT  .env.example:2
warning unused GATE_OLD_THING  .env.example:3`},
		{"only a client prefix", `-- src/page.jsx --
const k = process.env.REACT_APP_GATE_PASSWORD; const s = import.meta.env.VITE_GATE_TOKEN
-- .env.example --
REACT_APP_GATE_PASSWORD=
VITE_GATE_TOKEN=
`, `error exposed REACT_APP_GATE_PASSWORD  src/page.jsx:1`},
		{"a unit that starts a component", `-- gate/go.mod --
module gate
-- gate/main.go --
package main
import "os"
var a, b = os.Getenv("GATE_URL"), os.Getenv("GATE_MODE")
-- ops/gate.service --
[Service]
ExecStart=/usr/bin/gate
Environment=GATE_URL=http://x
-- .env.example --
GATE_URL=
GATE_MODE=
`, `error missing GATE_MODE unit/gate ops/gate.service:0`},
		{"later layers mend what earlier ones lack", `-- gate.py --
import os
os.environ["GATE_URL"], os.environ["GATE_KEY"]
-- .env.example --
GATE_URL=
GATE_KEY=
-- .env --
GATE_URL=
GATE_KEY=a
-- .env.local --
GATE_URL=b
`, ``},
		{"a component documents for itself", `-- a/package.json --
{"name": "a"}
-- a/x.js --
process.env.A_URL
-- a/.env.example --
A_URL=
-- b/package.json --
{"name": "b"}
-- b/x.js --
process.env.B_URL
-- .env.example --
A_URL=
`, `warning undocumented B_URL  b/x.js:1`},
		{"commented lines document what is optional", `-- gate.py --
import os
os.getenv("GATE_MODE", "tidal")
os.environ["GATE_URL"]
-- .env.example --
# GATE_MODE=tidal
# GATE_URL=
-- .env --
`, `error missing GATE_URL local .env:0`},
		{"names that differ in case alone", `-- gate.py --
import os
os.environ["Gate_Url"]
-- .env.example --
GATE_URL=
-- .env --
GATE_URL=a
`, `error missing Gate_Url local .env:0
error undocumented Gate_Url  gate.py:2
warning unused GATE_URL  .env.example:1
warning unused GATE_URL local .env:1`},
		{"sealed values are values", `-- gate.py --
import os
int(os.environ["GATE_PORT"]); os.environ["GATE_KEY"]
-- .env.example --
GATE_PORT=
GATE_KEY=
-- .env --
GATE_PORT=encrypted:BAx3k2l1
GATE_KEY=ENC[AES256_GCM,data:xx]
`, ``},
		{"two environments with one secret", `-- gate.py --
import os
os.environ["GATE_SECRET"]
-- .env.example --
GATE_SECRET=
-- staging.env --
GATE_SECRET=tide-83hfk29dk1
-- production.env --
GATE_SECRET=tide-83hfk29dk1
`, `warning shared-secret GATE_SECRET staging staging.env:1`},
		{"durations and addresses", `-- gate.go --
package main
import ("net/url"; "os"; "time")
var a, _ = time.ParseDuration(os.Getenv("GATE_PAUSE"))
var b, _ = url.Parse(os.Getenv("GATE_URL"))
-- .env.example --
GATE_PAUSE=
GATE_URL=
-- .env --
GATE_PAUSE=5
GATE_URL=http://a b
-- staging.env --
GATE_PAUSE=5m30s
GATE_URL=postgres://keeper@store:5432/locks
`, `error ill-typed GATE_PAUSE local .env:1
error ill-typed GATE_URL local .env:2`},
		{"a password with a dollar sign", `-- gate.py --
import os
os.environ["GATE_PASSWORD"]
-- .env.example --
GATE_PASSWORD=
-- .env --
GATE_PASSWORD=tide$RIVER83hfk
-- staging.env --
GATE_PASSWORD='tide$RIVER83hfk'
`, `warning missing GATE_PASSWORD local .env:1`},
	} {
		t.Run(c.name, func(t *testing.T) {
			var got []string
			for _, f := range findings(t, c.tree) {
				got = append(got, brief(f))
				if strings.Contains(f.Message+f.Hint, "83hfk") {
					t.Errorf("%s shows a value: %s", f.Rule, f.Message)
				}
			}
			if strings.Join(got, "\n") != c.want {
				t.Errorf("have\n%s\nwant\n%s", strings.Join(got, "\n"), c.want)
			}
		})
	}
}
