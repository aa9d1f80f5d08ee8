package example.lockside

/* /* nested */ System.getenv("IN_A_COMMENT") */
const val KEY = "GATE_KEY"
val raw = """System.getenv("IN_RAW") \"""
val url = System.getenv("GATE_URL") // read: GATE_URL expected column=11
val port = System.getenv("GATE_PORT")?.toInt() ?: 8080 // read: GATE_PORT optional integer fallback=8080
val name = System.getenv("GATE_NAME") ?: "north" // read: GATE_NAME fallback=north
val must = System.getenv("GATE_MUST") ?: throw IllegalStateException("GATE_MUST") // read: GATE_MUST required
val err = System.getenv("GATE_ERR") ?: error("GATE_ERR is not set") // read: GATE_ERR required
val forced = System.getenv("GATE_FORCED")!! // read: GATE_FORCED required
val key = System.getenv(KEY) // read: GATE_KEY
val map = System.getenv()["GATE_INDEX"] // read: GATE_INDEX
val or = System.getenv().getOrDefault("GATE_OR", "o") // read: GATE_OR fallback=o
val text = "url ${System.getenv("GATE_IN_TEXT")} $url \${System.getenv("x")}" // read: GATE_IN_TEXT
val computed = System.getenv("GATE_$name") // read: GATE_*
val env = System.getenv()
val aliased = env["GATE_ALIASED"] // read: GATE_ALIASED
val needed = requireNotNull(System.getenv("GATE_NEEDED")) { "missing" } // read: GATE_NEEDED
val debug = System.getenv("GATE_DEBUG") == "true" // read: GATE_DEBUG boolean literals=true
val orElse = System.getenv("GATE_ELSE").orEmpty() // read: GATE_ELSE
val c = '"'; val after = System.getenv("GATE_AFTER") // read: GATE_AFTER

fun setting(key: String, default: String = "d"): String = System.getenv(key) ?: default

fun main() {
    println(setting("GATE_SET")) // read: GATE_SET fallback=d through=setting
    println(setting("GATE_SET2", "e")) // read: GATE_SET2 fallback=e
    listOf("GATE_L1", "GATE_L2").forEach { println(System.getenv(it)) } // read: GATE_L1 | GATE_L2
    when (System.getenv("GATE_MODE")) { // read: GATE_MODE choice literals=fast,slow
        "fast" -> 1
        "slow" -> 2
    }
}
