//! Reads the gauges on the sensor bus and passes the levels on.
use std::env;

fn main() {
    let bus = env::var("SENSOR_BUS").expect("SENSOR_BUS is not set");
    let poll: u64 = env::var("SENSOR_POLL_MS").unwrap_or_else(|_| "500".into()).parse().expect("SENSOR_POLL_MS");
    println!("{} at {} every {poll} ms, built {}", bus, env!("CARGO_PKG_VERSION"), option_env!("SENSOR_BUILD").unwrap_or("by hand"));
}
