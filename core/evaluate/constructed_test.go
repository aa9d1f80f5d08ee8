package evaluate_test

import "testing"

// Constructors that set fields before their bodies, or by the names of their parameters.
func TestConstructed(t *testing.T) {
	hold(t, []saying{
		{"a.cpp", `
#include <cstdlib>
#include <string>
std::string plain(const std::string& name) {
    const char* v = std::getenv(name.c_str());
    return v;
}
std::string under(const std::string& name) {
    auto key = "HULL_" + name;
    const char* v = std::getenv(key.data());
    return v ? v : "x";
}
class Reader {
public:
  explicit Reader(std::string prefix, int tries = 3) : prefix_(std::move(prefix)), tries_{tries} {}
  std::string need(const std::string& name) const {
    const std::string key = prefix_ + name;
    const char* v = std::getenv(key.c_str());
    if (!v) throw std::runtime_error(key);
    return v;
  }
private:
  std::string prefix_;
  int tries_;
};
int main() {
  auto a = plain("HULL_A");
  auto b = under("B");
  Reader reader("GATE_");
  auto c = reader.need("C");
  Reader other{"TIDE_"};
  auto d = other.need("D");
}
`, "HULL_A expected; HULL_B optional =x; GATE_C required; TIDE_D required"},
		{"a.dart", `
import 'dart:io';

class Env {
  final Map<String, String> _values;
  Env({Map<String, String>? values}) : _values = values ?? Platform.environment;
  String or(String name, String fallback) => _values[name] ?? fallback;
}
class Env2 {
  final Map<String, String> values;
  Env2(this.values);
  String or(String name, String fallback) => values[name] ?? fallback;
}
class Env3 {
  final String prefix;
  Env3({this.prefix = ''});
  String or(String name, String fallback) => Platform.environment['$prefix$name'] ?? fallback;
}
void main() {
  final env = Env();
  final host = env.or('A_HOST', 'localhost');
  final b = Env2(Platform.environment).or('B_HOST', 'localhost');
  final c = Env3(prefix: 'C_').or('HOST', 'localhost');
  final d = Env3().or('D_HOST', 'localhost');
}
`, "A_HOST optional =localhost; B_HOST optional =localhost; C_HOST optional =localhost; D_HOST optional =localhost"},
		{"a.rs", `
use std::{collections::HashMap, env};
pub struct Vars(HashMap<String, String>);
impl Vars {
    pub fn from_env() -> Self { Vars(env::vars().collect()) }
    pub fn need(&self, name: &str) -> &str { self.0.get(name).unwrap_or_else(|| panic!("{name} is not set")) }
}
pub struct W { m: HashMap<String, String> }
impl W {
    pub fn new() -> Self { W { m: env::vars().collect() } }
    pub fn need(&self, name: &str) -> String { self.m.get(name).cloned().unwrap_or_else(|| "d".to_string()) }
}
fn main() {
    let vars = Vars::from_env();
    let key = vars.need("RT_A");
    let w = W::new();
    let k = w.need("RW_B");
    let all: HashMap<String, String> = env::vars().collect();
    let x = all.get("RX_C").expect("x");
    let y = all["RY_D"].clone();
}
`, "RT_A required; RW_B optional =d; * optional; RX_C required; RY_D required"},
		{"a.go", `
package gate

import "os"

type Env struct{ Prefix string }

func (e Env) Get(name, def string) string {
	v := os.Getenv(e.Prefix + "_" + name)
	if v == "" {
		return def
	}
	return v
}

type Gate struct {
	Env
	Zone string
}

func Open() *Gate {
	g := &Gate{Env: Env{Prefix: "GATE"}}
	g.Zone = g.Get("ZONE", "north")
	return g
}
`, "GATE_ZONE optional =north"},
		{"a.rb", `
class Reader
  def initialize(env = ENV, prefix: "")
    @env = env
    @prefix = prefix
  end
  def need(name)
    @env.fetch("#{@prefix}#{name}")
  end
  def or(name, other)
    @env["#{@prefix}#{name}"] || other
  end
end
r = Reader.new(prefix: "DOCK_")
r.need("A")
r.or("B", "b")
Reader.new.need("C")
`, "DOCK_A required; DOCK_B optional =b; C required"},
	})
}
