import Foundation

/* /* nested */ getenv("IN_A_COMMENT") */
let key = "GATE_KEY"
let raw = #"getenv("IN_RAW") \"#
let text = "ProcessInfo.processInfo.environment[\"IN_A_STRING\"]"
let url = ProcessInfo.processInfo.environment["GATE_URL"] // read: GATE_URL expected column=11
let name = ProcessInfo.processInfo.environment["GATE_NAME"] ?? "north" // read: GATE_NAME fallback=north
let forced = ProcessInfo.processInfo.environment["GATE_FORCED"]! // read: GATE_FORCED required
let fallback = ProcessInfo.processInfo.environment["GATE_DEFAULT", default: "d"] // read: GATE_DEFAULT fallback=d
let byKey = ProcessInfo.processInfo.environment[key] // read: GATE_KEY
let interpolated = "at \(ProcessInfo.processInfo.environment["GATE_IN_TEXT"])" // read: GATE_IN_TEXT
let env = ProcessInfo.processInfo.environment
let aliased = env["GATE_ALIASED"] // read: GATE_ALIASED
let info = ProcessInfo.processInfo
let viaInfo = info.environment["GATE_VIA_INFO"] // read: GATE_VIA_INFO
let c = getenv("GATE_C") // read: GATE_C
let port = Int(env["GATE_PORT"] ?? "8080") // read: GATE_PORT integer fallback=8080
if let debug = env["GATE_DEBUG"] { print(debug) } // read: GATE_DEBUG optional
guard let token = env["GATE_TOKEN"] else { fatalError("GATE_TOKEN") } // read: GATE_TOKEN required
let computed = env["GATE_\(name)_URL"] // read: GATE_*_URL
let multi = """
  \(env["GATE_MULTI"]) read: GATE_MULTI
  """
let isOn = env["GATE_ON"] == "1" // read: GATE_ON boolean literals=1
let has = ProcessInfo.processInfo.environment.keys.contains("GATE_HAS") // read: GATE_HAS optional
func setting(_ name: String, _ other: String) -> String { return ProcessInfo.processInfo.environment[name] ?? other }
let helped = setting("GATE_HELPED", "h") // read: GATE_HELPED fallback=h through=setting
let last = env["GATE_LAST"] // read: GATE_LAST
