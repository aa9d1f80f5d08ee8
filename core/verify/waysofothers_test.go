package verify_test

import (
	"slices"
	"strings"
	"testing"
)

// Settings that one file reads and another asks for by the value of a third: each is missing where that has the value.
func TestWaysOfOthers(t *testing.T) {
	for name, src := range map[string]string{
		"a module": `-- config.js --
module.exports = { store: process.env.STORE || 'tape', disk: process.env.GATE_DISK, reef: process.env.GATE_REEF };
-- store.js --
const config = require('./config');
if (config.store === 'disk') {
  if (!config.disk) throw new Error('x');
} else if (config.store === 'reef') {
  if (!config.reef) throw new Error('x');
}
`,
		"records, and a choice": `-- src/config.ts --
export const config = { store: { kind: process.env.STORE ?? 'tape', disk: process.env.GATE_DISK, reef: process.env.GATE_REEF } };
-- src/store.ts --
import { config } from './config';
export function store() {
  switch (config.store.kind) {
    case 'disk': if (!config.store.disk) { throw new Error('x'); } return 1;
    case 'reef': if (!config.store.reef) { throw new Error('x'); } return 2;
  }
}
`,
		"variables": `-- config.py --
import os
STORE = os.environ.get("STORE")
DISK = os.environ.get("GATE_DISK")
REEF = os.environ.get("GATE_REEF")
-- store.py --
import config
def store():
    if config.STORE == "disk":
        if not config.DISK:
            raise ValueError("x")
        return 1
    if config.STORE == "reef":
        if not config.REEF:
            raise ValueError("x")
`,
		"a structure": `-- go.mod --
module lock
-- config.go --
package main

import "os"

type Config struct{ Store, Disk, Reef string }

func load() Config {
	return Config{Store: os.Getenv("STORE"), Disk: os.Getenv("GATE_DISK"), Reef: os.Getenv("GATE_REEF")}
}
-- main.go --
package main

import "log"

func main() {
	c := load()
	if c.Store == "disk" && c.Disk == "" {
		log.Fatal("x")
	}
	if c.Store == "reef" && c.Reef == "" {
		log.Fatal("x")
	}
}
`,
		"a class that checks itself, and is made elsewhere": `-- store.py --
import os
from dataclasses import dataclass
@dataclass
class Settings:
    kind: str = os.getenv("STORE", "none")
    disk: str = os.getenv("GATE_DISK", "")
    reef: str = os.getenv("GATE_REEF", "")
    def __post_init__(self):
        if self.kind == "disk" and not self.disk:
            raise ValueError("x")
        if self.kind == "reef":
            if not self.reef:
                raise ValueError("x")
`,
		"a switch in a method": `-- go.mod --
module lock
-- main.go --
package main

import ("errors"; "log"; "os")

type config struct{ kind, disk, reef string }

func load() config {
	return config{
		kind: os.Getenv("STORE"),
		disk: os.Getenv("GATE_DISK"),
		reef: os.Getenv("GATE_REEF"),
	}
}

func (c config) validate() error {
	switch c.kind {
	case "disk":
		if c.disk == "" { return errors.New("x") }
	case "reef":
		if c.reef == "" { return errors.New("x") }
	}
	return nil
}

func main() {
	if err := load().validate(); err != nil { log.Fatal(err) }
}
`,
		"properties": `-- Gate.cs --
class Settings {
  public string Kind { get; } = Environment.GetEnvironmentVariable("STORE") ?? "none";
  public string? Disk { get; } = Environment.GetEnvironmentVariable("GATE_DISK");
  public string? Reef { get; } = Environment.GetEnvironmentVariable("GATE_REEF");
  public void Check() {
    if (Kind == "disk" && string.IsNullOrEmpty(Disk)) throw new Exception();
    if (Kind is "reef" && Reef is null) throw new Exception();
  }
}
class Program { static void Main() { new Settings().Check(); } }
`,
		"a match": `-- Cargo.toml --
-- src/main.rs --
use std::env;
struct Settings { kind: String, disk: Option<String>, reef: Option<String> }
impl Settings {
    fn load() -> Self { Settings { kind: env::var("STORE").unwrap_or_else(|_| "none".into()), disk: env::var("GATE_DISK").ok(), reef: env::var("GATE_REEF").ok() } }
    fn check(&self) {
        match self.kind.as_str() {
            "disk" => assert!(self.disk.is_some()),
            "reef" => { self.reef.as_ref().expect("x"); }
            _ => {}
        }
    }
}
fn main() { Settings::load().check(); }
`,
		"objects that are made by a property": `-- pom.xml --
-- Gate.java --
@Configuration
class GateConfig {
  @Bean @ConditionalOnProperty(name = "STORE", havingValue = "disk")
  Gate disk(@Value("${GATE_DISK}") String at) { return new Gate(at); }
  @Bean @ConditionalOnProperty(name = {"store"}, havingValue = "reef")
  Gate reef(@Value("${GATE_REEF}") String at) { return new Gate(at); }
}
`,
		"a map that is asked by a method": `-- gate.py --
import os
def disk(): return os.environ["GATE_DISK"]
def reef(): return os.environ["GATE_REEF"]
MAKERS = {"disk": disk, "reef": reef}
maker = MAKERS.get(os.getenv("STORE", "none"))
if maker:
    maker()
`,
		"a map of functions that are called without parentheses": `-- gate.rb --
MAKERS = { disk: -> { ENV.fetch("GATE_DISK") }, reef: -> { ENV.fetch("GATE_REEF") }, none: -> {} }
maker = MAKERS.fetch(ENV.fetch("STORE", "none").to_sym) { -> {} }
maker.call
`,
		"a map that is asked whether it has one": `-- Gate.cs --
var makers = new Dictionary<string, Func<string>> {
    ["disk"] = () => Need("GATE_DISK"),
    ["reef"] = () => Need("GATE_REEF"),
};
if (makers.TryGetValue(Environment.GetEnvironmentVariable("STORE") ?? "none", out var make)) make();
static string Need(string n) => Environment.GetEnvironmentVariable(n) ?? throw new InvalidOperationException(n);
`,
		"arms that make objects": `-- Gate.cs --
static string Need(string n) => Environment.GetEnvironmentVariable(n) ?? throw new InvalidOperationException(n);
IGate? gate = Environment.GetEnvironmentVariable("STORE") switch {
    "disk" => new Disk(Need("GATE_DISK")),
    "reef" => new Reef(Need("GATE_REEF")),
    _ => null,
};
`,
		"patterns that want a value": `-- main.swift --
import Foundation
let env = ProcessInfo.processInfo.environment
func need(_ n: String) -> String { guard let v = env[n] else { fatalError(n) }; return v }
switch env["STORE"] {
case "disk": print(need("GATE_DISK"))
case "reef"?: print(need("GATE_REEF"))
case let other?: print(other)
default: break
}
`,
		"an enumeration of Python": `-- gate.py --
import os
from enum import Enum
class Kind(Enum):
    DISK = "disk"
    REEF = "reef"
    TAPE = "tape"
kind = Kind(os.environ.get("STORE", "tape"))
if kind is Kind.DISK:
    at = os.environ["GATE_DISK"]
elif kind == Kind.REEF:
    at = os.environ["GATE_REEF"]
`,
		"enumerations of Java": `-- Gate.java --
class Gate {
  enum Kind { DISK("d"), REEF("r"), TAPE("t"); final String x; Kind(String x) { this.x = x; } }
  public static void main(String[] a) {
    Kind kind = Kind.valueOf(System.getenv().getOrDefault("STORE", "tape").toUpperCase());
    if (kind == Kind.DISK) { Objects.requireNonNull(System.getenv("GATE_DISK")); }
    switch (kind) {
      case REEF: Objects.requireNonNull(System.getenv("GATE_REEF")); break;
      default:
    }
  }
}
`,
		"enumerations of Kotlin": `-- Gate.kt --
enum class Kind { DISK, REEF, TAPE }
fun main() {
  val kind = enumValueOf<Kind>((System.getenv("STORE") ?: "tape").uppercase())
  when (kind) {
    Kind.DISK -> requireNotNull(System.getenv("GATE_DISK"))
    Kind.REEF -> System.getenv("GATE_REEF") ?: error("x")
    else -> {}
  }
}
`,
		"enumerations of C#": `-- Gate.cs --
enum Kind { Disk, Reef, Tape }
class Gate {
  static void Main() {
    if (Enum.TryParse(Environment.GetEnvironmentVariable("STORE"), true, out Kind kind) && kind == Kind.Disk) { var x = Environment.GetEnvironmentVariable("GATE_DISK") ?? throw new Exception(); }
    var y = Enum.Parse<Kind>(Environment.GetEnvironmentVariable("STORE") ?? "Tape", true) switch { Kind.Reef => Environment.GetEnvironmentVariable("GATE_REEF") ?? throw new Exception(), _ => "" };
  }
}
`,
		"enumerations of Swift": `-- gate.swift --
enum Kind: String { case disk, off
  case coral = "reef" }
let env = ProcessInfo.processInfo.environment
let kind = Kind(rawValue: env["STORE"] ?? "") ?? .off
switch kind {
case .disk: print(env["GATE_DISK"]!)
default: break
}
if kind == .coral { print(env["GATE_REEF"]!) }
`,
		"enumerations of PHP": `-- gate.php --
<?php
enum Kind: string { case Disk = "disk"; case Coral = "reef"; case Off = "off"; }
$kind = Kind::tryFrom(getenv("STORE") ?: "off") ?? Kind::Off;
if ($kind === Kind::Disk) { need("GATE_DISK"); }
$x = match (Kind::tryFrom(getenv("STORE"))) { Kind::Coral => need("GATE_REEF"), default => null };
function need($n) { return getenv($n) ?: throw new E(); }
`,
		"a type of Go that is a text": `-- go.mod --
module lock
-- main.go --
package main

import ("log"; "os")

type Kind string

const (
	Disk Kind = "disk"
	Reef      = Kind("reef")
)

func main() {
	kind := Kind(os.Getenv("STORE"))
	if kind == Disk {
		at, ok := os.LookupEnv("GATE_DISK")
		if !ok { log.Fatal("GATE_DISK") }
		println(at)
	}
	if kind == Reef && os.Getenv("GATE_REEF") == "" { log.Fatal("GATE_REEF") }
}
`,
		"a type of Rust that a text is parsed as": `-- Cargo.toml --
-- src/main.rs --
use std::{env, str::FromStr};
enum Kind { Disk, Reef, Off }
impl FromStr for Kind {
    type Err = String;
    fn from_str(s: &str) -> Result<Self, Self::Err> {
        match s { "disk" => Ok(Self::Disk), "reef" => Ok(Self::Reef), "tape" | "" => Ok(Self::Off), other => Err(format!("bad {other}")) }
    }
}
fn main() {
    let kind: Kind = env::var("STORE").unwrap_or_default().parse().unwrap();
    match kind { Kind::Disk => { env::var("GATE_DISK").expect("x"); } _ => {} }
    let again = env::var("STORE").unwrap_or_default().parse::<Kind>().expect("kind");
    if let Kind::Reef = again { env::var("GATE_REEF").expect("x"); }
}
`,
		"classes of which one is chosen": `-- gate.py --
import os
class Gate:
    def open(self):
        pass
class DiskGate(Gate):
    AT = os.environ.get("GATE_DISK")
    def open(self):
        if not self.AT:
            raise RuntimeError("x")
class ReefGate(Gate):
    def open(self):
        self.at = os.environ["GATE_REEF"]
gates = {"disk": DiskGate, "reef": ReefGate, "default": Gate}
gates.get(os.environ.get("STORE"), Gate)().open()
`,
		"constants of the file that reads": `-- go.mod --
module lock
-- internal/config/config.go --
package config

import "os"

type Kind string

const (
	Disk Kind = "disk"
	Reef Kind = "reef"
)

type Config struct {
	Store    Kind
	Disk, At string
}

func Load() Config {
	return Config{Store: Kind(os.Getenv("STORE")), Disk: os.Getenv("GATE_DISK"), At: os.Getenv("GATE_REEF")}
}
-- main.go --
package main

import ("log"; "lock/internal/config")

func main() {
	c := config.Load()
	switch c.Store {
	case config.Disk:
		if c.Disk == "" { log.Fatal("x") }
	case config.Reef:
		if c.At == "" { log.Fatal("x") }
	}
}
`,
		"an enumeration of the file that reads": `-- package.json --
{}
-- src/config.ts --
export enum Store { Disk = 'disk', Reef = 'reef', Tape = 'tape' }
export const config = { store: (process.env.STORE as Store) || Store.Tape, disk: process.env.GATE_DISK, reef: process.env.GATE_REEF };
-- src/gate.ts --
import { config, Store } from './config';
export function gate() {
  switch (config.store) {
    case Store.Disk: if (!config.disk) throw new Error('x'); return 1;
    case Store.Reef: if (!config.reef) throw new Error('x'); return 2;
  }
}
`,
		"symbols": `-- Gemfile --
-- settings.rb --
module Settings
  def self.store = ENV.fetch("STORE", "tape").to_sym
  def self.disk = ENV["GATE_DISK"]
  def self.reef = ENV["GATE_REEF"]
end
-- gate.rb --
require_relative "settings"
class Gate
  def initialize
    case Settings.store
    when :disk then raise "x" if Settings.disk.nil?
    when :reef then raise "x" unless Settings.reef
    end
  end
end
`,
		"tables of names": `-- gate.js --
const NEEDED = { disk: ['STORE', 'GATE_DISK'], reef: ['GATE_REEF'] };
const missing = (NEEDED[process.env.STORE] || []).filter((name) => !process.env[name]);
if (missing.length) { process.exit(1); }
`,
		"what is missing is gathered": `-- gate.js --
const store = process.env.STORE, disk = process.env.GATE_DISK, reef = process.env.GATE_REEF;
const missing = [];
if (store === 'disk' && !disk) missing.push('GATE_DISK');
if (store === 'reef') { if (!reef) missing.push('GATE_REEF'); }
if (missing.length > 0) { console.error(missing); process.exit(1); }
`,
		"what is read anyway, and needed in a branch": `-- gate.js --
const kind = process.env.STORE || 'none', disk = process.env.GATE_DISK, reef = process.env.GATE_REEF;
if (kind === 'disk') { if (!disk) { throw new Error('x'); } }
if (kind === 'reef') { if (!reef) { throw new Error('x'); } }
`,
	} {
		var missing []string
		for _, f := range findings(t, src+"-- .env --\nSTORE=disk\n-- .env.staging --\nSTORE=reef\n-- .env.production --\nSTORE=tape\n-- .env.test --\nOTHER=1\n") {
			if f.Rule == "missing" && strings.HasPrefix(f.Variable, "GATE_") {
				missing = append(missing, f.Environment+" "+f.Variable+" "+string(f.Level))
			}
		}
		slices.Sort(missing)
		if got := strings.Join(missing, ", "); got != "local GATE_DISK error, staging GATE_REEF error" {
			t.Errorf("%s: %s", name, got)
		}
	}
}
