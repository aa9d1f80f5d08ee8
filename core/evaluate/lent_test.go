package evaluate_test

import "testing"

// A file may hand on what another one has, make an object as it is asked for, or be
// given the environment.
func TestLent(t *testing.T) {
	holdAcross(t, []struct{ tree, want string }{
		{`-- src/need.ts --
export function need(name: string): string {
  const v = process.env[name];
  if (v === undefined) throw new Error(name);
  return v;
}
-- src/index.ts --
export { need as required } from './need';
export * as env from './need';
-- main.ts --
import { required, env } from './src';
required('A');
env.need('B');
`, "A required; B required"},
		{`-- pkg/__init__.py --
from .env import need as required
-- pkg/env.py --
import os
def need(name):
    return os.environ[name]
-- main.py --
from pkg import required
from pkg.env import need
required("A")
b, c = map(need, ["B", "C"])
`, "A required; B required; C required"},
		{`-- Reader.java --
class Reader {
  private final String prefix;
  private Reader(String prefix) { this.prefix = prefix; }
  static Reader sea() { return new Reader("SEA_"); }
  String get(String name) {
    String v = System.getenv(prefix + name);
    if (v == null) throw new IllegalStateException(name);
    return v;
  }
}
-- Main.java --
class Main { static void main() { Reader.sea().get("C"); } }
`, "SEA_C required"},
		{`-- reader.py --
import os
class Reader:
    def __init__(self, prefix):
        self.prefix = prefix
    @classmethod
    def sea(cls):
        return cls("SEA_")
    def get(self, name):
        return os.environ[self.prefix + name]
-- main.py --
from reader import Reader
Reader.sea().get("C")
`, "SEA_C required"},
		{`-- reader.ts --
export class Reader {
  private static one?: Reader;
  constructor(private prefix: string) {}
  static get instance(): Reader { return (this.one ??= new Reader('SEA_')); }
  get(name: string): string { return process.env[this.prefix + name] ?? ''; }
}
-- main.ts --
import { Reader } from './reader';
Reader.instance.get('C');
`, "SEA_C optional ="},
		{`-- src/Reader.php --
<?php
namespace Gate;
final class Reader {
    private function __construct(private string $prefix) {}
    public static function sea(): self { return new self('SEA_'); }
    public function get(string $name): string { return getenv($this->prefix . $name) ?: throw new X($name); }
}
-- main.php --
<?php
use Gate\Reader;
Reader::sea()->get('C');
`, "SEA_C required"},
		{`-- go.mod --
module gate
-- env/env.go --
package env
import "os"
type Reader struct{ prefix string }
func New(prefix string) *Reader { return &Reader{prefix: prefix} }
func (r *Reader) Must(name string) string {
	v, ok := os.LookupEnv(r.prefix + name)
	if !ok {
		panic(name)
	}
	return v
}
-- main.go --
package main
import "gate/env"
func main() {
	r := env.New("SEA_")
	use(r.Must("C"))
	use(env.New("LOCK_").Must("D"))
}
`, "SEA_C required; LOCK_D required"},
		{`-- go.mod --
module gate
-- config/config.go --
package config
func Load(lookup func(string) (string, bool)) string {
	port, ok := lookup("PORT")
	if !ok {
		port = "80"
	}
	return port
}
-- main.go --
package main
import ("os"; "gate/config")
func main() { serve(config.Load(os.LookupEnv)) }
`, "PORT optional =80"},
		{`-- src/config.ts --
export function load(env: NodeJS.ProcessEnv) { return env.PORT ?? '80'; }
export const take = ({ KEY = 'k' }) => KEY;
-- src/main.ts --
import { load, take } from './config';
load(process.env);
take(process.env);
`, "PORT optional =80; KEY optional =k; * optional"},
		{`-- conf.py --
class Settings:
    def __init__(self, env):
        self.env = env
    def key(self):
        return self.env["KEY"]
-- main.py --
import os
from conf import Settings
s = Settings(os.environ)
`, "KEY required"},
	})
}
