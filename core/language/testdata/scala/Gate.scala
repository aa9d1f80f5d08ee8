package example.lockside

import scala.util.Properties
import scala.sys.env as _

/* /* nested */ sys.env("IN_A_COMMENT") */
object Gate {
  val Key = "GATE_KEY"
  val raw = """sys.env("IN_RAW") \"""
  val url = sys.env("GATE_URL") // read: GATE_URL required column=13
  val port = sys.env.get("GATE_PORT").map(_.toInt).getOrElse(8080) // read: GATE_PORT
  val name = sys.env.getOrElse("GATE_NAME", "north") // read: GATE_NAME optional fallback=north
  val viaJava = System.getenv("GATE_JAVA") // read: GATE_JAVA
  val orElse = Properties.envOrElse("GATE_OR", "o") // read: GATE_OR fallback=o
  val orNone = Properties.envOrNone("GATE_NONE") // read: GATE_NONE expected
  val has = sys.env.contains("GATE_HAS") // read: GATE_HAS optional
  val key = sys.env(Key) // read: GATE_KEY
  val text = s"at ${sys.env("GATE_IN_TEXT")} $url" // read: GATE_IN_TEXT
  val plain = "${sys.env(\"NOT_INTERPOLATED\")}"
  val computed = sys.env(s"GATE_${name}_URL") // read: GATE_*_URL
  val joined = sys.env("GATE_" + "JOINED") // read: GATE_JOINED
  val option = Option(System.getenv("GATE_OPTION")).getOrElse("p") // read: GATE_OPTION fallback=p
  val map = System.getenv().get("GATE_MAP") // read: GATE_MAP
  val all = sys.env
  val aliased = all.get("GATE_ALIASED") // read: GATE_ALIASED
  val debug = sys.env.get("GATE_DEBUG") match { case Some("1") => true; case _ => false } // read: GATE_DEBUG
  val c = '"'; val after = sys.env("GATE_AFTER") // read: GATE_AFTER
  def setting(key: String, default: String): String = sys.env.getOrElse(key, default)
  val helped = setting("GATE_HELPED", "h") // read: GATE_HELPED fallback=h through=setting
  val tried = scala.util.Try(sys.env("GATE_TRIED").toInt).getOrElse(1) // read: GATE_TRIED optional integer fallback=1
}
