package survey

import (
	"strings"
	"testing"

	"inzicht/core/testtree"
)

// What one file leaves open is found in others: constants and helpers, as far
// as the program reaches, and no further. A line "want" names the reads.
func TestSecondLook(t *testing.T) {
	for _, c := range []struct{ name, tree string }{
		{"Go: a constant of another package, and a method", `-- go.mod --
module gate
-- keys/keys.go --
package keys

const URL = "GATE_URL"
-- config/config.go --
package config

import "os"

type Config struct{}

func (c Config) Must(name string) string {
	v := os.Getenv(name)
	if v == "" {
		panic(name)
	}
	return v
}
-- main.go --
package main

import (
	"os"

	"gate/config"
	"gate/keys"
)

var url = os.Getenv(keys.URL)
var token = config.Config{}.Must("GATE_TOKEN")
-- want --
main.go:10 GATE_URL runtime
main.go:11 GATE_TOKEN runtime through Must
`},
		{"Rust: a crate by its name, its root, and a macro with two arms", `-- Cargo.toml --
[package]
name = "lock-keeper"
-- src/lib.rs --
#[macro_export]
macro_rules! setting {
    ($name:literal) => { std::env::var($name).unwrap() };
    ($name:literal, $usual:expr) => { std::env::var($name).unwrap_or($usual.into()) };
}
pub fn need(name: &str) -> String { std::env::var(name).unwrap() }
-- src/main.rs --
use lock_keeper::{need, setting};
fn main() {
    need("GATE_A");
    setting!("GATE_B");
    setting!("GATE_C", "c");
}
-- src/other.rs --
fn other() {
    crate::need("GATE_D");
}
-- want --
src/main.rs:3 GATE_A runtime through need
src/main.rs:4 GATE_B runtime through setting
src/main.rs:5 GATE_C runtime =c through setting
src/other.rs:2 GATE_D runtime through need
`},
		{"Script: what a package exports without a name, under that of the package", `-- package.json --
{"name": "root", "workspaces": ["packages/*", "web"]}
-- packages/env/package.json --
{"name": "@gate/env"}
-- packages/env/src/index.ts --
export function envVar(name: string, options: any = {}) {
  const raw = process.env[name];
  if (!raw) throw new Error(name);
  return options.parse ? options.parse(raw) : raw;
}
export const asInt = (raw: string) => Number.parseInt(raw, 10);
export { envVar as default };
-- web/package.json --
{"name": "web", "dependencies": {"@gate/env": "workspace:*"}}
-- web/config.ts --
import envVar, { asInt } from '@gate/env';
export const port = envVar('GATE_PORT', { parse: asInt });
-- want --
web/config.ts:2 GATE_PORT runtime through envVar
`},
		{"Python: what tests share is known to tests alone", `-- tests/helpers.py --
import os

def need(name):
    value = os.environ.get(name)
    if not value:
        raise RuntimeError(name)
    return value
-- tests/test_gate.py --
from helpers import need

URL = need("GATE_TEST_URL")
-- gate/main.py --
need("GATE_PLAIN")
-- want --
tests/test_gate.py:3 GATE_TEST_URL test through need
`},
		{"Go: two files that call each other's helpers", `-- go.mod --
module gate
-- a.go --
package main

import "os"

func fromA(name string, deep int) string {
	if deep > 2 {
		return os.Getenv(name)
	}
	return fromB(name, deep+1)
}
-- b.go --
package main

import "os"

func fromB(name string, deep int) string {
	if deep > 2 {
		return os.Getenv(name)
	}
	return fromA(name, deep+1)
}
-- main.go --
package main

var url = fromA("GATE_URL", 0)
var token = fromB("GATE_TOKEN", 0)
-- want --
main.go:3 GATE_URL runtime through fromA
main.go:4 GATE_TOKEN runtime through fromB
`},
		{"Go: names of another package are not seen without it", `-- go.mod --
module gate
-- other/other.go --
package other

func need(name string) string { return name }

var x = need("GATE_URL")
-- config/config.go --
package config

import "os"

func need(name string) string { return os.Getenv(name) }

var y = need("GATE_TOKEN")
-- want --
config/config.go:7 GATE_TOKEN runtime through need
`},
		{"JavaScript: through a folder's index", `-- package.json --
{}
-- lib/index.js --
exports.need = function (name, fallback) {
  return process.env[name] || fallback;
};
-- gate.js --
const { need } = require('./lib');
const url = need('GATE_URL', 'http://gate');
-- want --
gate.js:2 GATE_URL runtime =http://gate through need
`},
		{"JavaScript: an installed package is a program of its own", `-- package.json --
{}
-- gate.js --
const { need } = require('keeper');
need('GATE_URL');
process.env.GATE_KEY;
-- node_modules/keeper/index.js --
exports.need = (name) => process.env[name];
-- node_modules/keeper/use.js --
const { need } = require('./index');
need('KEEPER_HOME');
-- want --
gate.js:3 GATE_KEY runtime
node_modules/keeper/use.js:2 KEEPER_HOME runtime through need
`},
		{"TypeScript: a constant, and an enumeration", `-- package.json --
{}
-- keys.ts --
export const URL_KEY = 'GATE_URL';
export enum Keys { TOKEN = 'GATE_TOKEN' }
-- gate.ts --
import { URL_KEY, Keys } from './keys';
const url = process.env[URL_KEY];
const token = process.env[Keys.TOKEN];
-- want --
gate.ts:2 GATE_URL runtime
gate.ts:3 GATE_TOKEN runtime
`},
		{"JavaScript: a member of one's own options is no constant of others", `-- package.json --
{}
-- keys.js --
export const Keys = { NAME: 'GATE_WRONG' };
const NAME = 'GATE_WRONG';
-- gate.js --
export function read(options) {
  return process.env[options.NAME];
}
-- want --
gate.js:2  runtime
`},
		{"Python: two files mean different things by one name", `-- pyproject.toml --
[project]
-- a.py --
KEY_NAME = "GATE_A"
-- b.py --
KEY_NAME = "GATE_B"
-- gate.py --
import os
from a import KEY_NAME
from b import *
os.environ[KEY_NAME]
-- want --
gate.py:4  runtime
`},
		{"Python: a helper that is told no name", `-- pyproject.toml --
-- log.py --
import os

def logs(level=None, name="GATE_LOGGING"):
    return os.environ.get(name, level)
-- main.py --
from log import logs

logs(level="low")
logs(name="GATE_OTHER")
-- want --
main.py:3 GATE_LOGGING runtime =low through logs
main.py:4 GATE_OTHER runtime through logs
`},
		{"JavaScript: the environment under a name that others import", `-- package.json --
{}
-- env.ts --
export const env = process.env;
-- all.js --
module.exports = { environ: process.env };
-- usual.js --
export default process.env;
-- lib/env.ts --
export const env = parse(text);
-- main.ts --
import { env } from "./env";
import * as e from "./env";
import usual from "./usual";
const { environ } = require("./all");
const all = require("./all");
log(env.GATE_A, e.env.GATE_B, usual.GATE_C, environ.GATE_D, all.environ.GATE_E);
-- lib/other.ts --
import { env } from "./env";
log(env.GATE_NOT);
-- want --
all.js:1  runtime
main.ts:6 GATE_A runtime
main.ts:6 GATE_B runtime
main.ts:6 GATE_C runtime
main.ts:6 GATE_D runtime
main.ts:6 GATE_E runtime
usual.js:1  runtime
`},
		{"Python: the environment under a name of another module", `-- pyproject.toml --
-- enc.py --
import os

environ = os.environ
_own = os.environ
-- main.py --
from . import enc
from .enc import environ as names
a = enc.environ.get("GATE_A")
b = names["GATE_B"]
c = enc._own.get("GATE_C")
-- want --
main.py:3 GATE_A runtime
main.py:4 GATE_B runtime
`},
		{"JavaScript: a record of names", `-- package.json --
{}
-- names.mjs --
const Names = { URL: "GATE_URL", KEY: "GATE_KEY" };
export { Names };
-- main.mjs --
import { Names } from "./names.mjs";
log(process.env[Names.URL]);
-- want --
main.mjs:2 GATE_URL runtime
`},
		{"Ruby: a module's method", `-- Gemfile --
-- lib/settings.rb --
module Settings
  def self.required(name)
    ENV.fetch(name)
  end
end
-- gate.rb --
url = Settings.required('GATE_URL')
-- want --
gate.rb:1 GATE_URL runtime through required
`},
		{"PHP: a class constant and a static method", `-- composer.json --
{}
-- src/Keys.php --
<?php
class Keys { const URL = 'GATE_URL'; }
-- src/Settings.php --
<?php
class Settings {
    public static function required($name) {
        return getenv($name);
    }
}
-- gate.php --
<?php
$url = getenv(Keys::URL);
$token = Settings::required('GATE_TOKEN');
-- want --
gate.php:2 GATE_URL runtime
gate.php:3 GATE_TOKEN runtime through required
`},
		{"Java: a constant of another class", `-- pom.xml --
<project/>
-- src/main/java/Keys.java --
final class Keys {
    static final String URL = "GATE_URL";
}
-- src/main/java/Gate.java --
class Gate {
    String url = System.getenv(Keys.URL);
}
-- want --
src/main/java/Gate.java:2 GATE_URL runtime
`},
		{"C: a name defined in a header, and a helper", `-- CMakeLists.txt --
-- gate.h --
#define GATE_NAME "GATE_URL"
const char *gate_env(const char *name);
-- env.c --
#include <stdlib.h>
#include "gate.h"
const char *gate_env(const char *name)
{
    return getenv(name);
}
-- main.c --
#include <stdlib.h>
#include "gate.h"
int main(void)
{
    return getenv(GATE_NAME) == 0;
}
-- want --
env.c:5  runtime
main.c:5 GATE_URL runtime
`},
		{"C: helpers of other folders, one of them with its header; static ones are another's", `-- CMakeLists.txt --
-- shared/gate-env.c --
int gate_flag(const char *name) { return getenv(name) != 0; }
static const char *level_text(const char *name) { return getenv(name); }
-- tests/level.c --
const char *level_text(const char *name) { return name; }
-- main/main.c --
#include "gate-env.h"
int a = gate_flag("gate_open") + gate_flag("GATE_DRY");
const char *b = level_text("LEVEL_UNIT");
-- other/other.c --
int gate_flag(const char *);
int a = gate_flag("not_a_name") + gate_flag("GATE_LOG");
-- other/own.c --
static int gate_flag(const char *key) { return key[0]; }
int b = gate_flag("GATE_OWN");
-- want --
main/main.c:2 gate_open runtime through gate_flag
main/main.c:2 GATE_DRY runtime through gate_flag
other/other.c:2 GATE_LOG runtime through gate_flag
shared/gate-env.c:2  runtime
`},
		{"PHP: a function of another folder", `-- composer.json --
{}
-- lib/keeper.php --
<?php
function keeper_need($name) { return getenv($name); }
-- web/index.php --
<?php
$url = keeper_need('GATE_URL');
$title = keeper_need('title');
-- want --
web/index.php:2 GATE_URL runtime through keeper_need
`},
		{"Python: a method that many things have", `-- setup.py --
-- lib/keeper.py --
import os
class Keeper:
    def main(self, name):
        return os.environ[name]
-- gate.py --
def main(name): pass
main("GATE_URL")
runner.main("GATE_KEY")
-- level.py --
from lib.keeper import Keeper
Keeper().main("LEVEL_URL")
-- want --
level.py:2 LEVEL_URL runtime through main
`},
		{"Rust: a helper of another module", `-- Cargo.toml --
[package]
-- src/settings.rs --
pub struct Settings;
impl Settings {
    pub fn required(name: &str) -> String {
        std::env::var(name).expect("a setting")
    }
}
-- src/main.rs --
mod settings;
use settings::Settings;
fn main() {
    Settings::required("GATE_URL");
}
-- want --
src/main.rs:4 GATE_URL runtime through required
`},
	} {
		t.Run(c.name, func(t *testing.T) {
			tree, want, found := strings.Cut(c.tree, "-- want --\n")
			if !found {
				t.Fatal("the tree wants nothing")
			}
			options := Options{ReadsOnly: true}
			options.NoSkip = true
			s, err := Take(testtree.Tree(t, tree), options)
			if err != nil {
				t.Fatal(err)
			}
			if got := list(s) + "\n"; got != want {
				t.Errorf("have\n%swant\n%s", got, want)
			}
		})
	}
}

func TestPackageOf(t *testing.T) {
	for file, want := range map[string]string{
		"src/gate.js":                                    "",
		"node_modules/keeper/index.js":                   "node_modules/keeper",
		"node_modules/keeper/lib/a/b.js":                 "node_modules/keeper",
		"node_modules/@lockside/gate/index.js":           "node_modules/@lockside/gate",
		"a/node_modules/b/node_modules/c/d.js":           "a/node_modules/b/node_modules/c",
		"node_modules/loose.js":                          "",
		"node_modules/@lockside/loose.js":                "",
		"a/node_modules/b/node_modules/@lockside/c/d.js": "a/node_modules/b/node_modules/@lockside/c",
	} {
		if have := packageOf(file); have != want {
			t.Errorf("packageOf(%q) is %q, want %q", file, have, want)
		}
	}
}
