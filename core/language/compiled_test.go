package language

import "testing"

func TestJavaSays(t *testing.T) {
	holds(t, "X.java", "class X {\n", []saying{
		{`String a = System.getenv("A");`, "A expected"},
		{`String a = System.getenv().get("A");`, "A expected"},
		{`String a = System.getenv().getOrDefault("A", "x");`, "A optional =x"},
		{`boolean a = System.getenv().containsKey("A");`, "A optional"},
		{`Map<String, String> e = System.getenv(); String a = e.get("A");`, "A expected"},
		{`static final String K = "A"; String a = System.getenv(K);`, "A expected"},
		{`static final String K = "A" + "_B"; String a = System.getenv(K);`, "A_B expected"},
		{`String a = System.getenv("A_" + x);`, "A_* expected"},
		{`String a = System.getenv(String.format("A_%s", x));`, "A_* expected"},
		{`int a = Integer.parseInt(System.getenv("A"));`, "A required integer"},
		{`boolean a = Boolean.parseBoolean(System.getenv("A"));`, "A optional boolean"},
		{`String a = Optional.ofNullable(System.getenv("A")).orElse("x");`, "A optional =x"},
		{`String a = Objects.requireNonNull(System.getenv("A"));`, "A required"},
		{`String a = Objects.requireNonNullElse(System.getenv("A"), "x");`, "A optional =x"},
		{`String a = System.getenv("A") != null ? System.getenv("A") : "x";`, "A optional; A optional =x"},
		{`void f() { if (System.getenv("A") == null) { throw new X(); } }`, "A required"},
		{`void f() { String v = System.getenv("A"); if (v == null || v.isEmpty()) throw new X(); }`, "A required"},
		{`void f() { if ("true".equals(System.getenv("A"))) {} }`, "A optional boolean"},
		{`// System.getenv("A")` + "\n", ""},
		{`/* System.getenv("A") */`, ""},
		{`String a = "System.getenv(\"A\")";`, ""},
		{"String a = \"\"\"\nSystem.getenv(\"A\")\n\"\"\";", ""},
		{`char c = '"'; String a = System.getenv("A");`, "A expected"},
		{`String get(String k, String d) { String v = System.getenv(k); return v != null ? v : d; } String a = get("A", "x");`, "A optional =x"},
		{`@Value("${GATE_A:x}") String a;`, "GATE_A optional =x"},
		{`@Value("${GATE_A}") String a;`, "GATE_A required"},
		{`@Value("http://${GATE_A:x}:${GATE_B:80}") String a;`, "GATE_A optional =x; GATE_B optional =80"},
		{`@Value("${a.b}") String a;`, ""},
		{`@ConfigProperty(name = "A") String a;`, "A required"},
		{`@ConfigProperty(name = "A", defaultValue = "x") String a;`, "A optional =x"},
		{`String a = System.getProperty("A");`, ""},
		{`String a = other.getenv("A");`, ""},
		{`Map<String, String> m = new HashMap<>(System.getenv());`, "* optional"},
	})
	holds(t, "X.java", "", []saying{
		{"import static java.lang.System.getenv;\nclass X { String a = getenv(\"A\"); }", "A expected"},
		{"class X { String getenv(String k) { return k; } String a = getenv(\"A\"); }", ""},
	})
}

func TestKotlinSays(t *testing.T) {
	holds(t, "x.kt", "", []saying{
		{`val a = System.getenv("A")`, "A expected"},
		{`val a = System.getenv("A") ?: "x"`, "A optional =x"},
		{`val a = System.getenv("A") ?: error("x")`, "A required"},
		{`val a = System.getenv("A") ?: throw X()`, "A required"},
		{`val a = System.getenv("A")!!`, "A required"},
		{`val a = System.getenv()["A"]`, "A expected"},
		{`val a = System.getenv("A").toInt()`, "A required integer"},
		{`val a = System.getenv("A")?.toIntOrNull() ?: 5`, "A optional integer =5"},
		{`val a = requireNotNull(System.getenv("A"))`, "A required"},
		{`const val K = "A"` + "\n" + `val a = System.getenv(K)`, "A expected"},
		{`val a = System.getenv("A_$x")`, "A_* expected"},
		{`val a = System.getenv("A_${x.y}")`, "A_* expected"},
		{`val a = "${System.getenv("A")}"`, "A expected"},
		{`val a = """${System.getenv("A")} System.getenv("B")"""`, "A expected"},
		{`/* /* nested */ System.getenv("A") */`, ""},
		{`// System.getenv("A")`, ""},
		{`fun f(k: String, d: String = "y") = System.getenv(k) ?: d` + "\n" + `val a = f("A")` + "\n" + `val b = f("B", "x")`, "A optional =y; B optional =x"},
		{`listOf("A", "B").forEach { System.getenv(it) }`, "A expected; B expected"},
		{`when (System.getenv("A")) { "x" -> 1 "y" -> 2 else -> 3 }`, "A optional choice"},
	})
}

func TestCSharpSays(t *testing.T) {
	holds(t, "X.cs", "class X {\n", []saying{
		{`string a = Environment.GetEnvironmentVariable("A");`, "A expected"},
		{`string a = Environment.GetEnvironmentVariable("A") ?? "x";`, "A optional =x"},
		{`string a = System.Environment.GetEnvironmentVariable("A");`, "A expected"},
		{`string a = Environment.GetEnvironmentVariable("A") ?? throw new X();`, "A required"},
		{`string a = Environment.GetEnvironmentVariable("A")!;`, "A expected"},
		{`int a = int.Parse(Environment.GetEnvironmentVariable("A") ?? "5");`, "A optional integer =5"},
		{`const string K = "A"; string a = Environment.GetEnvironmentVariable(K);`, "A expected"},
		{`string a = Environment.GetEnvironmentVariable($"A_{x}");`, "A_* expected"},
		{`string a = $"{Environment.GetEnvironmentVariable("A")}";`, "A expected"},
		{`string a = @"Environment.GetEnvironmentVariable(""A"")";`, ""},
		{"string a = \"\"\"\nEnvironment.GetEnvironmentVariable(\"A\")\n\"\"\";", ""},
		{`// Environment.GetEnvironmentVariable("A")` + "\n", ""},
		{`void f() { if (string.IsNullOrEmpty(Environment.GetEnvironmentVariable("A"))) throw new X(); }`, "A required"},
		{`void f() { if (Environment.GetEnvironmentVariable("A") == null) { Environment.Exit(1); } }`, "A required"},
		{`string f(string k, string d) => Environment.GetEnvironmentVariable(k) ?? d; string a = f("A", "x");`, "A optional =x"},
		{`Environment.SetEnvironmentVariable("A", "x");`, ""},
		{`string a = Environment.ExpandEnvironmentVariables("%A%/x");`, "A expected"},
		{`string a = Environment.ExpandEnvironmentVariables("%" + x + "%/y");`, "? expected"},
		{`string a = Environment.ExpandEnvironmentVariables("%GATE_" + x + "%/y");`, "GATE_* expected"},
		{`string a = Environment.ExpandEnvironmentVariables("5% of 10%");`, ""},
	})
}

func TestRustSays(t *testing.T) {
	holds(t, "x.rs", "use std::env;\n", []saying{
		{`let a = env::var("A");`, "A expected"},
		{`let a = env::var("A").unwrap();`, "A required"},
		{`let a = env::var("A").expect("x");`, "A required"},
		{`let a = env::var("A")?;`, "A required"},
		{`let a = env::var("A").unwrap_or("x".to_string());`, "A optional =x"},
		{`let a = env::var("A").unwrap_or_else(|_| "x".into());`, "A optional =x"},
		{`let a = env::var("A").unwrap_or_default();`, "A optional ="},
		{`let a = env::var("A").ok();`, "A expected"},
		{`let a = env::var_os("A");`, "A expected"},
		{`let a = std::env::var("A").unwrap();`, "A required"},
		{`let a = env!("A");`, "A required"},
		{`let a = option_env!("A");`, "A expected"},
		{`let a: u32 = env::var("A").unwrap().parse().unwrap();`, "A required integer"},
		{`if let Ok(a) = env::var("A") { f(a) }`, "A optional"},
		{`let Ok(a) = env::var("A") else { panic!() };`, "A required"},
		{`match env::var("A") { Ok(v) => v, Err(_) => panic!() };`, "A required"},
		{`if env::var("A").is_err() { panic!() }`, "A required"},
		{`if env::var("A").is_ok() { f() }`, "A optional"},
		{`const K: &str = "A"; let a = env::var(K);`, "A expected"},
		{`let a = env::var(format!("A_{}", x));`, "A_* expected"},
		{`/* /* nested */ env::var("A") */`, ""},
		{`let a = r#"env::var("A")"#;`, ""},
		{`let a = 'x'; let b = env::var("A");`, "A expected"},
		{`fn f<'a>(x: &'a str) { env::var("A"); }`, "A expected"},
		{`fn f(k: &str) -> String { env::var(k).unwrap() } fn g() { f("A"); }`, "A required"},
		{"fn f<T: Into<Vec<u8>>>(x: T, env: &str) -> Option<u8> { g(env) }\nfn h() { env::var(\"A\"); }", "A expected"},
		{`env::set_var("A", "x");`, ""},
		{`env::remove_var("A");`, ""},
		{`for (k, v) in env::vars() {}`, "* optional"},
	})
}

func TestCSays(t *testing.T) {
	holds(t, "x.c", "#include <stdlib.h>\n", []saying{
		{`char *a = getenv("A");`, "A expected"},
		{`char *a = secure_getenv("A");`, "A expected"},
		{"#define K \"A\"\nchar *a = getenv(K);", "A expected"},
		{`char *a = getenv("A" "_B");`, "A_B expected"},
		{`// getenv("A")` + "\n", ""},
		{`/* getenv("A") */`, ""},
		{"// spliced \\\ngetenv(\"A\")\n", ""},
		{`char *a = "getenv(\"A\")";`, ""},
		{`char c = '"'; char *a = getenv("A");`, "A expected"},
		{`void f() { char *a = getenv("A"); if (!a) exit(1); }`, "A required"},
		{`void f() { if (getenv("A") == NULL) abort(); }`, "A required"},
		{`void f() { if (getenv("A")) g(); }`, "A optional"},
		{`int a = atoi(getenv("A"));`, "A expected integer"},
		{`char *getenv(const char *name);`, ""},
		{`setenv("A", "x", 1);`, ""},
		{`unsetenv("A");`, ""},
		{`char *f(const char *k) { return getenv(k); } char *a = f("A");`, "A expected"},
		{`char *f(const char *k) { return getenv(k + 4); } char *a = f("env:A");`, "? expected"},
		{`void f(void) { const char *v; EACH_NAME(v, "A", "B") { getenv(v); } g(v); }`, "? expected"},
	})
	holds(t, "x.cpp", "#include <cstdlib>\n", []saying{
		{`auto a = std::getenv("A");`, "A expected"},
		{`auto a = R"(getenv("A"))";`, ""},
		{`auto a = R"x(getenv("A") )" getenv("B"))x";`, ""},
		{`auto n = 1'000; auto a = std::getenv("A");`, "A expected"},
	})
}

func TestSwiftAndDartSay(t *testing.T) {
	holds(t, "x.swift", "import Foundation\n", []saying{
		{`let a = ProcessInfo.processInfo.environment["A"]`, "A expected"},
		{`let a = ProcessInfo.processInfo.environment["A"] ?? "x"`, "A optional =x"},
		{`guard let a = ProcessInfo.processInfo.environment["A"] else { fatalError() }`, "A required"},
		{`if let a = ProcessInfo.processInfo.environment["A"] { f(a) }`, "A optional"},
		{`let e = ProcessInfo.processInfo.environment` + "\n" + `let a = e["A"]`, "A expected"},
		{`let a = "\(ProcessInfo.processInfo.environment["A"]!)"`, "A required"},
		{`let a = #"\(ProcessInfo.processInfo.environment["A"]!)"#`, ""},
		{`/* /* nested */ ProcessInfo.processInfo.environment["A"] */`, ""},
		{`let a = ProcessInfo.processInfo.environment["A", default: "x"]`, "A optional =x"},
	})
	holds(t, "x.dart", "import 'dart:io';\n", []saying{
		{`var a = Platform.environment['A'];`, "A expected"},
		{`var a = Platform.environment['A'] ?? 'x';`, "A optional =x"},
		{`const a = String.fromEnvironment('A', defaultValue: 'x');`, "A optional =x"},
		{`const a = int.fromEnvironment('A');`, "A expected integer"},
		{`var a = '${Platform.environment['A']}';`, "A expected"},
		{`var a = r'${Platform.environment["A"]}';`, ""},
		{`/* /* nested */ Platform.environment['A'] */`, ""},
		{`var a = Platform.environment.containsKey('A');`, "A optional"},
	})
}

func TestPerlSays(t *testing.T) {
	holds(t, "x.pl", "", []saying{
		{`my $a = $ENV{A};`, "A expected"},
		{`my $a = $ENV{"A"};`, "A expected"},
		{`my $a = $ENV{A} || "x";`, "A optional =x"},
		{`my $a = $ENV{A} // "x";`, "A optional =x"},
		{`$ENV{A} ||= "x";`, "A optional =x"},
		{`$ENV{A} = "x";`, ""},
		{`delete $ENV{A};`, ""},
		{`die "x" unless $ENV{A};`, "A required"},
		{`print "x" if $ENV{A};`, "A optional"},
		{`print "$ENV{A}";`, "A expected"},
		{`print '$ENV{A}';`, ""},
		{`print q{$ENV{A}};`, ""},
		{`print qq{$ENV{A}};`, "A expected"},
		{`# $ENV{A}`, ""},
		{"=pod\n\n$ENV{A}\n\n=cut\n", ""},
		{"print <<X;\n$ENV{A}\nX\n", "A expected"},
		{"print <<'X';\n$ENV{A}\nX\n", ""},
		{`for (qw(A B)) { print $ENV{$_} }`, "A expected; B expected"},
		{`local ($ENV{A}, $ENV{B}) if $x; print $ENV{C};`, "C expected"},
		{`for my $k (qw(A B)) { print $ENV{$k} }`, "A expected; B expected"},
		{`exists $ENV{A};`, "A optional"},
		{`my $x = $a / $ENV{A} / 2;`, "A expected"},
		{`$s =~ s/$ENV{A}/x/;`, "A expected"},
		{`$s =~ s/x/$ENV{A}/; $t = 'x';`, "A expected"},
		{`$s =~ s{x{2}} {$ENV{"A"}}g; $t = 'x';`, "A expected"},
		{"$s =~ s{\nx}{\n  f($ENV{'A'})\n}ex;", "A expected"},
		{"print <<\"\";\nit's $ENV{A}\n\n$b = $ENV{B};", "A expected; B expected"},
		{"print <<'THE END';\n$ENV{A}\nTHE END\n$b = $ENV{B};", "B expected"},
		{`for (my $i = 0; $ENV{"A_$i"}; $i++) { f($ENV{"A_$i"}); }`, "A_* optional; A_* expected"},
		{"__END__\n$ENV{A}\n", ""},
	})
}

func TestLuaAndElixirSay(t *testing.T) {
	holds(t, "x.lua", "", []saying{
		{`local a = os.getenv("A")`, "A expected"},
		{`local a = os.getenv("A") or "x"`, "A optional =x"},
		{`local a = assert(os.getenv("A"))`, "A required"},
		{`local a = tonumber(os.getenv("A"))`, "A expected number"},
		{`-- os.getenv("A")`, ""},
		{"--[[ os.getenv(\"A\")\n]]", ""},
		{"--[==[ ]] os.getenv(\"A\") ]==]", ""},
		{`local a = [[os.getenv("A")]]`, ""},
		{`local a = "os.getenv('A')"`, ""},
		{`local getenv = os.getenv` + "\n" + `local a = getenv("A")`, "A expected"},
		{`local a = os.getenv "A"`, "A expected"},
		{"local os = os\nlocal a = os.getenv('A')", "A expected"},
		{"local b, c, d, e, f, g, h, i, os =\n  b, c, d, e, f, g, h, i, os\nlocal a = os.getenv('A')", "A expected"},
		{"local os = { getenv = f }\nlocal function x() local os = os; return os.getenv('A') end", ""},
		{`if not os.getenv("A") then error("x") end`, "A required"},
	})
	holds(t, "x.exs", "", []saying{
		{`System.get_env("A")`, "A expected"},
		{`System.get_env("A", "x")`, "A optional =x"},
		{`System.get_env("A") || "x"`, "A optional =x"},
		{`System.get_env("A") || raise "x"`, "A required"},
		{`System.fetch_env!("A")`, "A required"},
		{`String.to_integer(System.get_env("A", "5"))`, "A optional integer =5"},
		{`"A" |> System.get_env()`, "A expected"},
		{`# System.get_env("A")`, ""},
		{`"#{System.get_env("A")}"`, "A expected"},
		{`~s(#{System.get_env("A")})`, "A expected"},
		{`~S(#{System.get_env("A")})`, ""},
		{"\"\"\"\n#{System.get_env(\"A\")}\n\"\"\"", "A expected"},
		{`System.put_env("A", "x")`, ""},
		{"@k \"A\"\nSystem.get_env(@k)", "A expected"},
	})
}

func TestScalaSays(t *testing.T) {
	holds(t, "x.scala", "", []saying{
		{`val a = sys.env("A")`, "A required"},
		{`val a = sys.env.get("A")`, "A expected"},
		{`val a = sys.env.getOrElse("A", "x")`, "A optional =x"},
		{`val a = sys.env.contains("A")`, "A optional"},
		{`val a = System.getenv("A")`, "A expected"},
		{`val a = Option(System.getenv("A")).getOrElse("x")`, "A optional =x"},
		{`val a = s"${sys.env("A")}"`, "A required"},
		{`val a = "${sys.env("A")}"`, ""},
		{"val a = \"\"\"sys.env(\"A\")\"\"\"", ""},
		{`/* /* nested */ sys.env("A") */`, ""},
		{`val a = scala.util.Properties.envOrElse("A", "x")`, "A optional =x"},
	})
}
