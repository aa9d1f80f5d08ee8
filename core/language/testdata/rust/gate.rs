use std::env;
use std::env::{self as environment, var, var_os as os};

/* /* nested */ env::var("IN_A_COMMENT") */
const KEY: &str = "GATE_KEY";
static RAW: &str = r#"env::var("IN_RAW") \"#;

fn main<'a>() {
    let url = env::var("GATE_URL").unwrap(); // read: GATE_URL required column=15
    let full = std::env::var("GATE_FULL").expect("GATE_FULL"); // read: GATE_FULL required
    let name = env::var("GATE_NAME").unwrap_or("north".into()); // read: GATE_NAME optional fallback=north
    let other = env::var("GATE_ELSE").unwrap_or_else(|_| "east".to_string()); // read: GATE_ELSE fallback=east
    let port: u16 = env::var("GATE_PORT").ok().and_then(|p| p.parse().ok()).unwrap_or(8080); // read: GATE_PORT fallback=8080
    let tried = env::var("GATE_TRIED")?; // read: GATE_TRIED required
    let imported = var("GATE_IMPORTED"); // read: GATE_IMPORTED
    let renamed = environment::var("GATE_RENAMED"); // read: GATE_RENAMED
    let path = os("GATE_OS"); // read: GATE_OS
    let key = env::var(KEY); // read: GATE_KEY
    let version = env!("GATE_VERSION"); // read: GATE_VERSION required
    let maybe = option_env!("GATE_MAYBE"); // read: GATE_MAYBE expected
    let computed = env::var(format!("GATE_{}_URL", name)); // read: GATE_*_URL
    let set = env::var("GATE_SET").is_ok(); // read: GATE_SET optional
    if let Ok(level) = env::var("GATE_LEVEL") {} // read: GATE_LEVEL optional
    let Ok(strict) = env::var("GATE_STRICT") else { panic!("GATE_STRICT") }; // read: GATE_STRICT required
    let mode = match env::var("GATE_MODE") { // read: GATE_MODE required
        Ok(m) => m,
        Err(_) => panic!("GATE_MODE is not set"),
    };
    env::set_var("WRITTEN", "x");
    env::remove_var("REMOVED");
    let bytes = b"env::var(\"IN_BYTES\")"; let ch = '"'; let after = env::var("GATE_AFTER"); // read: GATE_AFTER
    let all: Vec<_> = env::vars().collect(); // read: *
    let from_file = dotenvy::var("GATE_FROM_FILE").unwrap_or("f".into()); // read: GATE_FROM_FILE optional fallback=f
    let helped = setting("GATE_HELPED", "h"); // read: GATE_HELPED fallback=h through=setting
}

fn setting(name: &str, fallback: &str) -> String {
    env::var(name).unwrap_or_else(|_| fallback.to_string())
}
