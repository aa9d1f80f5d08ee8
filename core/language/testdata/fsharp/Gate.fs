module Gate
// Environment.GetEnvironmentVariable "IN_A_COMMENT"
open System
let url = Environment.GetEnvironmentVariable "GATE_URL" // read: GATE_URL expected
let host = Environment.GetEnvironmentVariable("GATE_HOST") |> Option.ofObj |> Option.defaultValue "north" // read: GATE_HOST optional fallback=north
let key =
    match Environment.GetEnvironmentVariable("GATE_KEY") with // read: GATE_KEY required
    | null -> failwith "GATE_KEY is not set"
    | k -> k
let port = Environment.GetEnvironmentVariable("GATE_PORT") |> int // read: GATE_PORT integer
