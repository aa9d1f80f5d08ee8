package evaluate_test

import "testing"

// Names that are missing are gathered in a field, and refused later.
func TestGatheredInFields(t *testing.T) {
	hold(t, []saying{
		{"A.java", `
import java.util.*;
class Loader {
  private final List<String> missing = new ArrayList<>();
  String need(String name) {
    String v = System.getenv(name);
    if (v == null) { missing.add(name); return ""; }
    return v;
  }
  void check() { if (!missing.isEmpty()) throw new IllegalStateException(String.join(",", missing)); }
}
class Main {
  public static void main(String[] a) {
    Loader l = new Loader();
    String k = l.need("JG_KEY");
    l.check();
  }
}
`, "JG_KEY required"},
		{"a.cs", `
class Loader {
    private readonly List<string> _missing = new();
    public string Need(string name) {
        var v = Environment.GetEnvironmentVariable(name);
        if (string.IsNullOrEmpty(v)) { _missing.Add(name); return ""; }
        return v;
    }
    public void Check() { if (_missing.Count > 0) throw new InvalidOperationException(string.Join(",", _missing)); }
}
class Program { static void Main() { var l = new Loader(); var k = l.Need("CS_KEY"); l.Check(); } }
`, "CS_KEY required"},
		{"a.php", `
<?php
class L1 {
    private $missing = [];
    public function need($name) {
        $v = getenv($name);
        if (!$v) { $this->missing[] = $name; }
        return $v;
    }
    public function check() { if ($this->missing) { throw new RuntimeException('x'); } }
}
$l = new L1();
$k = $l->need('PHP_1');
$l->check();
class L2 {
    public function __construct() { $this->missing = []; }
    public function need($name) {
        $v = getenv($name);
        if (!$v) { $this->missing[] = $name; }
        return $v;
    }
    public function check() { if ($this->missing) { throw new RuntimeException('x'); } }
}
$m = new L2();
$k = $m->need('PHP_2');
$m->check();
`, "PHP_1 required; PHP_2 required"},
		{"a.rs", `
struct Loader { missing: Vec<String> }
impl Loader {
    fn need(&mut self, name: &str) -> String {
        match std::env::var(name) { Ok(v) => v, Err(_) => { self.missing.push(name.to_string()); String::new() } }
    }
    fn need2(&mut self, name: &str) -> String {
        std::env::var(name).unwrap_or_else(|_| { self.missing.push(name.to_string()); String::new() })
    }
    fn need3(&mut self, name: &str) -> String {
        if let Ok(v) = std::env::var(name) { return v; }
        self.missing.push(name.to_string());
        String::new()
    }
    fn check(&self) { if !self.missing.is_empty() { panic!("missing {:?}", self.missing); } }
}
fn main() { let mut l = Loader { missing: Vec::new() }; let k = l.need("RS_KEY"); let b = l.need2("RS_2"); let c = l.need3("RS_3"); l.check(); }
fn other() { let mut missing = Vec::new(); let v = match std::env::var("RS_4") { Ok(v) => v, Err(_) => { missing.push("RS_4"); String::new() } }; if !missing.is_empty() { panic!("x"); } }
`, "RS_KEY required; RS_2 required; RS_3 required; RS_4 required"},
		{"a.go", `
package main
import ("os"; "log"; "fmt")
type Loader struct { missing []string }
func (l *Loader) Need(name string) string {
	v := os.Getenv(name)
	if v == "" { l.missing = append(l.missing, name) }
	return v
}
func (l *Loader) Err() error { if len(l.missing) > 0 { return fmt.Errorf("missing %v", l.missing) }; return nil }
func main() { l := &Loader{}; k := l.Need("GO_KEY"); if err := l.Err(); err != nil { log.Fatal(err) }; use(k) }
`, "GO_KEY required"},
		{"a.rb", `
class Loader
  def initialize
    @missing = []
  end
  def need(name)
    v = ENV[name]
    @missing << name if v.nil?
    v
  end
  def check!
    raise "missing #{@missing}" unless @missing.empty?
  end
end
l = Loader.new
l.need("DOCK_A")
l.check!
`, "DOCK_A required"},
		{"a.py", `
import os

class Loader:
    def __init__(self, env=None):
        self.env = os.environ if env is None else env
        self.errors = []
    def need(self, name):
        try:
            return self.env[name]
        except KeyError:
            self.errors.append(f"{name} is not set")
    def finish(self):
        if self.errors:
            raise ValueError("; ".join(self.errors))

loader = Loader()
key = loader.need("WEIR_KEY")
loader.finish()
`, "WEIR_KEY required"},
		{"a.js", `
const names = ['BERTH_A', 'BERTH_B'];
const { missing } = names.reduce((acc, name) => {
  if (!process.env[name]) acc.missing.push(name);
  return acc;
}, { missing: [] });
if (missing.length) process.exit(1);
const other = names.reduce((acc, name) => (process.env[name + '_Z'] ? acc : [...acc, name]), []);
if (other.length) throw new Error('x');
`, "BERTH_A required; BERTH_B required; BERTH_A_Z required; BERTH_B_Z required"},
	})
}
