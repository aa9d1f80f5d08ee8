(* Sys.getenv "IN_A_COMMENT" *)
let url = Sys.getenv "GATE_URL" (* read: GATE_URL required *)
let host = Option.value (Sys.getenv_opt "GATE_HOST") ~default:"north" (* read: GATE_HOST optional fallback=north *)
let zone = try Sys.getenv "GATE_ZONE" with Not_found -> "z" (* read: GATE_ZONE optional fallback=z *)
let key =
  match Sys.getenv_opt "GATE_KEY" with (* read: GATE_KEY required *)
  | Some k -> k
  | None -> failwith "GATE_KEY is not set"
let port = int_of_string (Sys.getenv "GATE_PORT") (* read: GATE_PORT required integer *)
