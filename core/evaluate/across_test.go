package evaluate_test

import (
	"fmt"
	"testing"

	"inzicht/core/survey"
	"inzicht/core/testtree"
)

// A call of a function of another file is run there: with what it was given, with
// what is round it there, and what that file keeps. A line "want" says what comes
// out, in the order of files and lines.
func TestAcross(t *testing.T) {
	holdAcross(t, []struct{ tree, want string }{
		// A method of nobody knows what, that is given nothing, reads nothing for certain.
		{`-- go.mod --
module m
-- a/options.go --
package a

import "os"

type Options struct{ variable string }

func (o *Options) Given() []string {
	if len(o.variable) == 0 {
		return []string{}
	}
	return []string{os.Getenv(o.variable)}
}

func (o *Options) StartingConfig() []string {
	files := o.Given()
	return files
}
-- b/named.go --
package b

import "m/a"

type Named struct{ access a.Access }

func (n *Named) Complete() error {
	config := n.access.StartingConfig()
	print(config)
	return nil
}
-- c/print.go --
package c

func out(p Printer) { p.Complete() }
func with(p Printer) { p.Complete("x") }
`, "? expected"},
		{`-- env.py --
import os
PREFIX = "GATE_"
_NONE = object()
class Missing(Exception):
    pass
def env(name, default=_NONE, cast=str):
    raw = os.environ.get(PREFIX + name)
    if raw is None:
        if default is _NONE:
            raise Missing(name)
        return default
    return cast(raw)
class Reader:
    def __init__(self, prefix):
        self.prefix = prefix
    def need(self, name):
        return os.environ[self.prefix + name]
-- main.py --
from env import env, Reader
url = env("URL")
port = env("PORT", 80, int)
key = Reader("LOCK_").need("KEY")
`, "GATE_URL required; GATE_PORT optional integer =80; LOCK_KEY required"},
		{`-- lib/env.js --
const cache = {};
function need(name) {
  const v = process.env[name];
  if (!v) throw new Error('no ' + name);
  cache[name] = v;
  return v;
}
const or = (name, d) => process.env[name] ?? d;
class Reader {
  constructor(prefix) { this.prefix = prefix; }
  get(name, fallback) { return process.env[this.prefix + name] || fallback; }
}
module.exports = { need, or, Reader };
-- main.js --
const { need, or: either, Reader } = require('./lib/env');
const env = require('./lib/env');
need('A');
either('B', 'b');
env.or('C', 5);
new Reader('SEA_').get('D', 'd');
try { env.need('E'); } catch { use('e'); }
`, "A required; B optional =b; C optional =5; SEA_D optional =d; E optional"},
		{`-- src/env.ts --
export default function env(name: string): string | undefined { return process.env[name]; }
export const number = (name: string, d: number): number => { const v = process.env[name]; return v ? Number(v) : d; };
export enum Key { Url = 'KEY_URL' }
export function fail(m: string): never { throw new Error(m); }
-- src/main.ts --
import read, { number as toNumber, Key, fail } from './env';
import * as all from './env';
const a = read('A');
const b = toNumber('B', 80);
const c = all.number('C', 5);
const d = process.env[Key.Url] ?? fail('no url');
if (!a) { process.exit(1); }
`, "A required; B optional number =80; C optional number =5; KEY_URL required"},
		{`-- go.mod --
module gate
-- env/env.go --
package env

import (
	"fmt"
	"os"
)

const prefix = "GATE_"

type Reader struct{ Prefix string }

func (r Reader) Get(name string) (string, error) {
	v := os.Getenv(r.Prefix + name)
	if v == "" {
		return "", fmt.Errorf("no %s", name)
	}
	return v, nil
}

func Or(name, d string) string {
	if v, ok := os.LookupEnv(prefix + name); ok {
		return v
	}
	return d
}

func Must(name string) string {
	v, err := Reader{}.Get(name)
	if err != nil {
		panic(err)
	}
	return v
}
-- main.go --
package main

import (
	"log"

	"gate/env"
)

func main() {
	_ = env.Or("A", "a")
	_ = env.Must("B")
	r := env.Reader{Prefix: "SEA_"}
	c, err := r.Get("C")
	if err != nil {
		log.Fatal(err)
	}
	d, err := r.Get("D")
	if err != nil {
		d = "d"
	}
	use(c, d)
}
`, "GATE_A optional =a; B required; SEA_C required; SEA_D optional =d"},
		{`-- lib/env.rb --
module Gate
  DEFAULTS = { 'B' => 'b' }.freeze
  def self.need(name)
    ENV.fetch(name) { raise KeyError, name }
  end
  def self.or(name)
    ENV[name] || DEFAULTS[name]
  end
end
-- main.rb --
require_relative 'lib/env'
Gate.need('A')
Gate.or('B')
`, "A required; B optional =b"},
		{`-- src/Env.php --
<?php
namespace Gate;
class Env {
    public static function need(string $n): string { $v = getenv($n); if ($v === false) { throw new \RuntimeException($n); } return $v; }
    public static function or(string $n, string $d): string { return getenv($n) ?: $d; }
}
-- main.php --
<?php
use Gate\Env;
require 'src/Env.php';
$a = Env::need('A');
$b = Env::or('B', 'b');
`, "A required; B optional =b"},
		{`-- Gate.pm --
package Gate;
my %kept;
sub need { my ($name) = @_; my $v = $ENV{$name}; die "no $name" unless defined $v; $kept{$name} = $v; return $v; }
sub get { my $self = shift; my ($name, $or) = @_; return $ENV{$name} // $or; }
1;
-- main.pl --
use Gate;
my $a = Gate::need('A');
my $b = Gate->get('B', 'b');
`, "A required; B optional =b"},
		{`-- src/gate/Env.java --
package gate;
public final class Env {
  static final String PREFIX = "GATE_";
  public static String need(String n) { String v = System.getenv(PREFIX + n); if (v == null) { throw new IllegalStateException(n); } return v; }
  public static int number(String n, int d) { String v = System.getenv(PREFIX + n); return v == null ? d : Integer.parseInt(v); }
}
-- src/gate/Main.java --
package gate;
import static gate.Env.need;
class Main { void f() { need("A"); Env.number("B", 5); } }
`, "GATE_A required; GATE_B optional integer =5"},
		{`-- gate.h --
#include <stdlib.h>
#define NEED(n) need_env(n)
const char *need_env(const char *name);
const char *or_env(const char *name, const char *d);
-- gate.c --
#include "gate.h"
const char *need_env(const char *name) { const char *v = getenv(name); if (!v) { exit(1); } return v; }
const char *or_env(const char *name, const char *d) { const char *v = getenv(name); return v ? v : d; }
-- main.c --
#include "gate.h"
int main(void) { use(need_env("A")); use(or_env("B", "b")); use(NEED("C")); return 0; }
`, "A required; B optional =b; C required"},
		{`-- Cargo.toml --
[package]
name = "gate"
-- src/env.rs --
pub fn need(n: &str) -> String { std::env::var(n).expect(n) }
pub fn or(n: &str, d: &str) -> String { std::env::var(n).unwrap_or_else(|_| d.to_string()) }
pub struct Reader { pub prefix: String }
impl Reader { pub fn get(&self, n: &str) -> Option<String> { std::env::var(format!("{}{}", self.prefix, n)).ok() } }
-- src/main.rs --
mod env;
use crate::env::{need, or, Reader};
fn main() { need("A"); or("B", "b"); let r = Reader { prefix: "SEA_".to_string() }; r.get("C"); env::need("D"); }
`, "A required; B optional =b; SEA_C expected; D required"},
		{`-- Env.kt --
package gate
object Env { fun need(n: String): String = System.getenv(n) ?: error(n); fun number(n: String, d: Int = 3) = System.getenv(n)?.toIntOrNull() ?: d }
fun String.read(): String? = System.getenv(this)
-- Main.kt --
package gate
fun main() { Env.need("A"); Env.number("B"); "C".read() }
`, "A required; B optional integer =3; C expected"},
		{`-- Env.cs --
namespace Gate;
public static class Env {
  public static string Need(string n) => Environment.GetEnvironmentVariable(n) ?? throw new Exception(n);
  public static string Or(this string n, string d) => Environment.GetEnvironmentVariable(n) ?? d;
}
-- Main.cs --
namespace Gate;
class Main { void F() { Env.Need("A"); Env.Or("B", "b"); } }
`, "A required; B optional =b"},
		{`-- lib/env.js --
const need = (name) => { const v = process.env[name]; if (!v) throw new Error(name); return v; };
module.exports = need;
module.exports.or = function (name, d) { return process.env[name] ?? d; };
-- lib/any.js --
module.exports = (name, d) => process.env[name] || d;
-- lib/ask.mjs --
export default async function (name) { return process.env[name]; }
-- lib/flag/index.js --
function flag(name) { return process.env[name] === 'true'; }
exports.default = flag;
-- lib/object.js --
export const all = { int(name) { return Number(process.env[name]); } };
-- main.js --
const must = require('./lib/env');
const { or: either } = require('./lib/env.js');
const any = require('./lib/any');
const flag = require('./lib/flag').default;
import ask from './lib/ask.mjs';
import { all } from './lib/object.js';
function start() {
  must('A'); either('B', 'b'); any('C', 'c');
  return flag('D') && ask('E') && all.int('F');
}
-- other.js --
import { must } from 'elsewhere';
must('NO');
`, "A required; B optional =b; C optional =c; D optional boolean; E optional; F expected number"},
		{`-- env.py --
import os
def need(name):
    return os.environ[name]
class Settings:
    prefix = "SEA_"
    def __init__(self, stage="dev"):
        self.stage = stage
    def get(self, name, default=None):
        return os.environ.get(f"{self.prefix}{self.stage.upper()}_{name}", default)
settings = Settings("live")
-- main.py --
from .env import *
from env import settings, Settings as Of
need("A")
settings.get("B", "b")
Of().get("C")
`, "A required; SEA_LIVE_B optional =b; SEA_DEV_C expected"},
		{`-- lib/Sea/Lock.pm --
package Sea::Lock;
our @EXPORT = qw(sea);
sub sea { return $ENV{"SEA_" . shift} || 'x'; }
1;
-- Gate.pm --
package Gate;
sub need { my ($name) = @_; return $ENV{$name} or die $name; }
1;
-- main.pl --
use Gate qw(need);
use Sea::Lock;
my $v = need 'A';
print sea('B'), Sea::Lock::sea('C');
`, "A required; SEA_B optional =x; SEA_C optional =x"},
		{`-- gate/Env.java --
package gate;
public final class Env {
  public static String need(String n) { String v = System.getenv("GATE_" + n); if (v == null) { throw new IllegalStateException(n); } return v; }
}
-- app/Main.java --
package app;
import static gate.Env.*;
class Main { void f() { need("A"); } }
`, "GATE_A required"},
		{`-- conf/Env.kt --
package conf
fun ask(name: String, or: String = "k"): String = System.getenv("KT_" + name) ?: or
object Flags { fun on(name: String) = System.getenv(name)?.toBoolean() ?: false }
-- app/Main.kt --
package app
import conf.ask
import conf.ask as plead
import conf.Flags.on
fun main() { ask("A"); plead("B", "x"); if (on("C")) use() }
`, "KT_A optional =k; KT_B optional =x; C optional boolean =false"},
		{`-- reader.rb --
class Reader
  def initialize(prefix = "RB_")
    @prefix = prefix
  end
  def fetch_env(name, fallback = nil)
    ENV.fetch("#{@prefix}#{name}", fallback)
  end
end
-- main.rb --
require_relative "reader"
Reader.new.fetch_env("A", "a")
r = Reader.new("SEA_")
r.fetch_env("B")
`, "RB_A optional =a; SEA_B expected"},
		{`-- Env.cs --
namespace Gate;
public static class Env { public static string Or(this string n, string d) => Environment.GetEnvironmentVariable(n) ?? d; }
public class Reader { readonly string p; public Reader(string prefix) { p = prefix; } public string? Get(string n) => Environment.GetEnvironmentVariable(p + n); }
-- Main.cs --
namespace Gate;
class Main { void F() { "A".Or("a"); new Reader("SEA_").Get("B"); } }
`, "A optional =a; SEA_B expected"},
		{`-- gate/Env.java --
package gate;
import java.util.Optional;
public final class Env {
  public static Optional<String> find(String name) { return Optional.ofNullable(System.getenv(name)); }
  public static String require(String name) { return find(name).orElseThrow(() -> new IllegalStateException(name)); }
}
-- gate/Main.java --
package gate;
import static gate.Env.require;
class Main { String a = require("A"); int b = Env.find("B").map(Integer::parseInt).orElse(5); }
`, "A required; B optional integer =5"},
		{`-- base.ts --
export abstract class Base {
  constructor(protected readonly env: NodeJS.ProcessEnv) {}
  protected need(key: string): string {
    const value = this.env[key];
    if (value === undefined) throw new Error(key);
    return value;
  }
}
-- config.ts --
import { Base } from './base.js';
class Config extends Base {
  readonly key = this.need('A');
  get other() { return this.need('B'); }
}
export const config = new Config(process.env);
`, "A required; B required; * optional"},
		{`-- env.ts --
export const oneOf = <T extends string>(name: string, d: T): T => {
  const v = process.env[name];
  if (!v) return d;
  return v as T;
};
-- main.ts --
import * as env from './env';
const level = env.oneOf('A', 'info');
`, "A optional =info"},
		{`-- app/Env.php --
<?php
namespace App;
final class Env {
    public static function get(string $key, ?string $default = null): string {
        $value = getenv($key);
        if ($value === false) {
            if ($default === null) { throw new \RuntimeException($key); }
            return $default;
        }
        return $value;
    }
}
-- app/main.php --
<?php
use App\Env;
$a = Env::get('A');
$b = Env::get('B', 'b');
`, "A required; B optional =b"},
	})
}

// What one variable is to another file is nothing to the next variable.
func TestOtherFileKeepsNothing(t *testing.T) {
	tree := testtree.Tree(t, `-- Gate.pm --
package Gate;
my ($host, $user);
sub connect { my $self = shift; ($host, $user) = @_; open_it($host, $user) or return 0; return 1; }
1;
-- main.pl --
use Gate;
my $h = $ENV{HOST_NAME};
my $u = $ENV{USER_NAME};
Gate->connect($h, $u);
`)
	s, err := survey.Take(tree, survey.Options{})
	if err != nil {
		t.Fatal(err)
	}
	if have := fmt.Sprintf("%d %s %s", len(s.Reads), s.Reads[0].Need, s.Reads[1].Need); have != "2 expected expected" {
		t.Error(have)
	}
}

// A function that the tree defines counts, and not one of a library that has its name.
func TestOwnNames(t *testing.T) {
	holdAcross(t, []struct{ tree, want string }{
		{"-- env.php --\n<?php\nfunction env($n, $d = null) { $v = getenv($n); if ($v === false) { if ($d === null) throw new E($n); return $d; } return $v; }\nclass Env { public static function get($n) { return getenv($n) ?: throw new E($n); } }\n" +
			"-- a.php --\n<?php\n$a = env('A'); $b = env('B', 'b'); $c = Env::get('C');\n", "A required; B optional =b; C required"},
		{"-- a.php --\n<?php\n$a = env('A'); $b = env('B', 'b'); $c = Env::get('C');\n", "A expected; B optional =b; C expected"},
	})
}

// holdAcross holds what is read in some trees to what is wanted.
func holdAcross(t *testing.T, cases []struct{ tree, want string }) {
	t.Helper()
	for _, c := range cases {
		s, err := survey.Take(testtree.Tree(t, c.tree), survey.Options{})
		if err != nil {
			t.Fatal(err)
		}
		var list []string
		for _, r := range s.Reads {
			list = append(list, saidOf(r))
		}
		if have := joined(list); have != c.want {
			t.Errorf("%s\nhave %s\nwant %s", c.tree, have, c.want)
		}
	}
}
