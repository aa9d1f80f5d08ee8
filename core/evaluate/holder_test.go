package evaluate_test

import "testing"

// An Option or Optional without a value may be asked for anything but its value.
func TestHolders(t *testing.T) {
	hold(t, []saying{
		{"a.scala", `
val a = sys.env.get("A").contains("1")
val b = sys.env.get("B").exists(_.toBoolean)
val c = sys.env.get("C").forall(_ == "x")
sys.env.get("D").foreach(println)
val e = sys.env.get("E").toList
val f = sys.env.get("F").get
val g = sys.env.get("G").collect { case "1" => true }.getOrElse(false)
val h = scala.util.Try(sys.env("H")).toOption
val i = Option(System.getenv("I")).map(_.trim).exists(_.nonEmpty)
val j = scala.util.Properties.envOrNone("J").foreach(println)
`, "A optional boolean; B optional boolean; C optional choice(x); D optional; E expected; F required; G optional =false; H optional; I optional; J optional"},
		{"A.java", `
class A {
  void f() {
    Optional.ofNullable(System.getenv("A")).ifPresent(v -> use(v));
    Optional.ofNullable(System.getenv("B")).ifPresentOrElse(v -> use(v), () -> { throw new RuntimeException(); });
    String c = Optional.ofNullable(System.getenv("C")).get();
    String d = Optional.ofNullable(System.getenv("D")).orElseThrow();
    long e = Long.parseLong(Objects.toString(System.getenv("E"), "5"));
    boolean f = System.getenv("F").contains("x");
  }
}
`, "A optional; B required; C required; D required; E optional integer =5; F required"},
		{"a.kt", `
fun <T> typed(name: String, default: T, parse: (String) -> T): T {
    val raw = System.getenv(name) ?: return default
    return parse(raw)
}
fun f() {
    val a = typed("A", 3) { it.toInt() }
    System.getenv("B")?.let { println(it) }
    val c = System.getenv("C").let { if (it.isNullOrBlank()) "c" else it }
    val d = listOf("D", "E").firstNotNullOfOrNull { System.getenv(it) } ?: "d"
    if ("F" !in System.getenv()) error("no F")
    if (System.getenv("G") == null) { System.exit(1) }
    val h = System.getenv("H")?.toLongOrNull() ?: 30L
}
`, "A optional integer =3; B optional; C optional =c; D optional =d; E optional =d; F required; G required; H optional integer =30"},
	})
}
