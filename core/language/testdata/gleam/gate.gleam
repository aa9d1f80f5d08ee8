import envoy
import gleam/io
import gleam/result

const key_name = "LOCK_KEY"

pub fn main() {
  let level = result.unwrap(envoy.get("LOCK_LEVEL"), "low") // read: LOCK_LEVEL optional fallback=low
  let mode = envoy.get("LOCK_MODE") |> result.unwrap("works") // read: LOCK_MODE optional fallback=works
  let url = case envoy.get("LOCK_URL") { // read: LOCK_URL required
    Ok(found) -> found
    Error(_) -> panic as "LOCK_URL is not set"
  }
  let keeper = case envoy.get("LOCK_KEEPER") { // read: LOCK_KEEPER optional fallback=nobody
    Ok(found) -> found
    Error(_) -> "nobody"
  }
  let assert Ok(key) = envoy.get(key_name) // read: LOCK_KEY required
  io.println(level <> mode <> url <> keeper <> key)
  // envoy.get("LOCK_OLD")
  io.println("envoy.get(\"LOCK_TEXT\")")
}
