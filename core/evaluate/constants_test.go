package evaluate_test

import "testing"

// The constants of an enumeration are asked for their names.
func TestNamesOfConstants(t *testing.T) {
	hold(t, []saying{
		{"A.java", `
public enum Env {
  GATE_HOST("localhost"),
  GATE_KEY(null);
  private final String fallback;
  Env(String fallback) { this.fallback = fallback; }
  public String value() {
    String v = System.getenv(name());
    if (v == null) v = fallback;
    if (v == null) throw new IllegalStateException(name());
    return v;
  }
}
enum Plain { PL_A, PL_B;
  String get() { return System.getenv(this.name()); }
}
enum Str { ST_A, ST_B;
  String get() { return System.getenv(toString()); }
}
`, "GATE_HOST optional =localhost; GATE_KEY required; PL_A expected; PL_B expected; ST_A expected; ST_B expected"},
		{"a.kt", `
enum class Var(val fallback: String?) {
    K_HOST("localhost"), K_KEY(null);
    fun value(): String = System.getenv(name) ?: fallback ?: error("no $name")
}
enum class Plain { P_A, P_B; val value: String? get() = System.getenv(name) }
enum class Low(val variable: String) { Host("L_HOST"), Key("L_KEY"); fun get(): String = System.getenv(variable) ?: error("x") }
`, "K_HOST optional =localhost; K_KEY required; P_A expected; P_B expected; L_HOST required; L_KEY required"},
		{"a.kt", `
fun interface Source {
    operator fun get(name: String): String?
}
object System0 : Source {
    override fun get(name: String): String? = System.getenv(name)
}
class Env(private val source: Source = System0) {
    fun need(name: String): String = source[name] ?: error("$name is not set")
}
class Env2(private val source: Source) {
    fun need(name: String): String = source.get(name) ?: error("$name is not set")
}
class Env3(private val source: Source) {
    fun need(name: String): String = source[name] ?: error("$name is not set")
}
fun main() {
    val key = Env().need("A_KEY")
    val k2 = Env2(System0).need("B_KEY")
    val k3 = Env3(System0).need("C_KEY")
}
`, "A_KEY required; B_KEY required; C_KEY required"},
	})
}
