package evaluate_test

import "testing"

// A conversion that does not say to what is taken for what the code says elsewhere,
// and for nothing where it does not.
func TestTypes(t *testing.T) {
	hold(t, []saying{
		{"a.rs", `
use std::env;
pub struct Config { addr: SocketAddr, port: u16, pub opt: Option<u64>, rate: f64 }
pub fn load() -> Result<Config, E> {
    let a: SocketAddr = env::var("A")?.parse()?;
    let b = env::var("B")?.parse::<SocketAddr>()?;
    let c = env::var("C")?.parse::<u16>()?;
    let d = env::var("D").ok().and_then(|v| v.parse().ok()).unwrap_or(3);
    let e = env::var("E").unwrap_or("30".into()).parse()?;
    let f = env::var("F").unwrap_or("false".into()).parse()?;
    let rate = env::var("RATE")?.parse()?;
    Ok(Config {
        addr: env::var("ADDR")?.parse()?,
        port: env::var("PORT")?.parse()?,
        opt: env::var("OPT").ok().map(|s| s.parse()).transpose()?,
        rate,
    })
}
fn level() -> LevelFilter { env::var("LEVEL").ok().and_then(|l| l.parse().ok()).unwrap_or(LevelFilter::Info) }
fn limit() -> u32 { env::var("LIMIT").ok().and_then(|l| l.parse().ok()).unwrap_or(LIMIT) }
`, "A required; B required; C required integer; D optional integer =3; E optional number =30; F optional boolean =false; RATE required number; ADDR required; PORT required integer; OPT optional integer; LEVEL optional [LevelFilter::Info]; LIMIT optional integer [LIMIT]"},
		{"a.py", `
import argparse, os
p = argparse.ArgumentParser()
p.add_argument("--port", type=int, default=os.getenv("A", "80"))
p.add_argument("--rate", type=float, default=os.environ.get("B"))
p.add_argument("--name", default=os.environ.get("C"))
`, "A optional integer =80; B expected number; C expected"},
		{"A.java", `
class A {
  static <T> T as(String name, T fallback, Function<String, T> parse) {
    String v = System.getenv(name);
    return v == null ? fallback : parse.apply(v);
  }
  static <T> T of(String name, T fallback, Function<String, T> parse) {
    return Optional.ofNullable(System.getenv(name)).map(parse).orElse(fallback);
  }
  int a = as("A", 80, Integer::parseInt);
  double b = as("B", 1.5, s -> Double.parseDouble(s));
  int c = of("C", 80, Integer::parseInt);
}
`, "A optional integer =80; B optional number =1.5; C optional integer =80"},
		{"a.js", `
const a = Number(process.env.A);
if (!Number.isFinite(a)) throw new Error('a');
const b = Number(process.env.B);
if (!Number.isInteger(b) || b < 1) throw new Error('b');
`, "A required number; B required number"},
	})
}
