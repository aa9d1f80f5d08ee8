package evaluate_test

import (
	"strings"
	"testing"
)

// What functions make of a text that stands in the source, one by one.
func TestRewrites(t *testing.T) {
	within := map[string]string{
		"js": "process.env[%s]", "py": "import os\nos.getenv(%s)", "rb": "ENV[%s]", "php": "<?php getenv(%s);",
		"java": "class A { void f() { System.getenv(%s); } }", "kt": "fun f() { System.getenv(%s) }", "cs": "class A { void F() { Environment.GetEnvironmentVariable(%s); } }",
		"rs": "fn f() { std::env::var(%s).ok(); }", "swift": "ProcessInfo.processInfo.environment[%s]", "lua": "os.getenv(%s)", "ex": "System.get_env(%s)", "r": "Sys.getenv(%s)",
		"go": "package a\nimport (\"os\"; \"strings\"; \"fmt\")\nfunc f() { os.Getenv(%s) }", "pl": "print $ENV{%s};", "jl": "get(ENV, %s, nothing)", "scala": "object A { def f() = sys.env.get(%s) }",
	}
	for _, c := range []struct{ language, written, want string }{
		{"js", `'xGATE'.slice(1)`, "GATE"},
		{"js", `'xxGATE'.slice(-4)`, "GATE"},
		{"js", `'GATExx'.slice(0, -2)`, "GATE"},
		{"js", `'GATE'.slice(9)`, ""},
		{"js", `'xGATEx'.substring(5, 1)`, "GATE"},
		{"js", `'xGATEx'.substr(1, 4)`, "GATE"},
		{"js", `'a-b-c'.replace('-', '_').toUpperCase()`, "A_B-C"},
		{"js", `'a.b.c'.replace(/\./g, '_')`, "a_b_c"},
		{"js", `'gateUrl'.replace(/[A-Z]/g, '_$&').toUpperCase()`, "GATE_URL"},
		{"js", `'gateUrl'.replace(/[A-Z]/g, (c) => '_' + c.toLowerCase())`, "gate_url"},
		{"js", `'gateUrl'.replace(/(?<=[a-z])(?=[A-Z])/g, '_').toUpperCase()`, "GATE_URL"},
		{"js", `'gateUrl'.replace(/([a-z])([A-Z])/g, '$1_$2').toUpperCase()`, "GATE_URL"},
		{"js", `'gate'.replace('a', other)`, "?"},
		{"js", `'gate'.replace(other, 'a')`, "?"},
		{"js", `'GATE_' + other.toUpperCase()`, "GATE_*"},
		{"js", `snakeCase('GateUrl').toUpperCase()`, "GATE_URL"},
		{"js", `constantCase('gateHTTPUrl')`, "GATE_HTTP_URL"},
		{"js", `'g'.padStart(3, 'a')`, "aag"},
		{"js", `'GATE'.concat('_', 'URL')`, "GATE_URL"},
		{"js", `'gate'.charAt(0).toUpperCase()`, "G"},
		{"js", `'gate'.startsWith('g') ? 'A' : 'B'`, "A"},
		{"js", `'gate'.includes('x') ? 'A' : 'B'`, "B"},
		{"js", `'gate'.indexOf('t') > -1 ? 'A' : 'B'`, "A"},
		{"js", `/^g.te$/.test('gate') ? 'A' : 'B'`, "A"},
		{"js", `'gate'.match(/x/) ? 'A' : 'B'`, "B"},
		{"js", `'gate'.startsWith(other) ? 'A' : 'B'`, "A|B"},
		{"js", `'A' + String(7)`, "A7"},
		{"py", `"gate"[1:]`, "ate"},
		{"py", `"gate"[:-1]`, "gat"},
		{"py", `"gate"[1:3]`, "at"},
		{"py", `"gate"[0]`, "g"},
		{"py", `"gate url".title().replace(" ", "_")`, "?"},
		{"py", `"-gate-".strip("-")`, "gate"},
		{"py", `"gate".startswith(("x", "g")) and "A" or "B"`, "A"},
		{"py", `"%(a)s_%(b)s" % {"b": "B", "a": "A"}`, "A_B"},
		{"py", `"{1}_{0}".format("B", "A")`, "A_B"},
		{"py", `"{a}_{b}".format(b="B", a="A")`, "A_B"},
		{"py", `"GATE_%03d" % 7`, "GATE_007"},
		{"py", `f"GATE_{7:02d}"`, "GATE_07"},
		{"py", `"GATE" * 2`, "GATEGATE"},
		{"rb", `"gate-url".tr("a-z-", "A-Z_")`, "GATE_URL"},
		{"rb", `"gate-url".delete("-")`, "gateurl"},
		{"rb", `"gate"[1..2]`, "at"},
		{"rb", `"gate"[0...-1]`, "gat"},
		{"rb", `"gate"[1, 2]`, "at"},
		{"rb", `"gate_url".sub(/(\w+)_(\w+)/, '\2_\1')`, "url_gate"},
		{"rb", `"gateUrl".gsub(/[A-Z]/) { |c| "_" + c.downcase }`, "gate_url"},
		{"rb", `format("GATE_%s_%02d", "A", 3)`, "GATE_A_03"},
		{"rb", `"GateUrl".underscore.upcase`, "GATE_URL"},
		{"rb", `"gate".capitalize`, "Gate"},
		{"php", `strtr('a.b', '.', '_')`, "a_b"},
		{"php", `strtr('a.b', ['.' => '_', 'b' => 'c'])`, "a_c"},
		{"php", `str_replace(['.', '-'], ['_', '__'], 'a.b-c')`, "a_b__c"},
		{"php", `preg_replace('~[.]~', '_', 'a.b')`, "a_b"},
		{"php", `substr('gate', -2)`, "te"},
		{"php", `lcfirst('GATE')`, "gATE"},
		{"php", `sprintf('%2$s_%1$s', 'B', 'A')`, "A_B"},
		{"php", `strpos('gate', 'x') === false ? 'A' : 'B'`, "A"},
		{"java", `"a.b".replaceAll(".", "_")`, "___"},
		{"java", `"a.b".replace(".", "_")`, "a_b"},
		{"java", `"a.b.c".replaceFirst("[.]", "_")`, "a_b.c"},
		{"java", `"gate".matches("[a-z]+") ? "A" : "B"`, "A"},
		{"java", `"gate".matches("[a-z]") ? "A" : "B"`, "B"},
		{"kt", `"a.b.c".replaceFirst(".", "_")`, "a_b.c"},
		{"kt", `"gate".takeLast(2).uppercase()`, "TE"},
		{"kt", `"gate".dropLast(2)`, "ga"},
		{"cs", `"gate".Substring(1, 2).PadRight(4, '0')`, "at00"},
		{"cs", `"gate"[1..]`, "ate"},
		{"cs", `string.Format("{1}_{0:D2}", 3, "A")`, "A_03"},
		{"rs", `"OLD_GATE".strip_prefix("OLD_").unwrap_or("B")`, "GATE"},
		{"rs", `"GATE".strip_prefix("OLD_").unwrap_or("B")`, "B"},
		{"rs", `"xxGATE".trim_start_matches("x")`, "GATE"},
		{"rs", `&"gate"[..=1]`, "ga"},
		{"swift", `"gate".dropFirst().uppercased()`, "ATE"},
		{"swift", `" gate ".trimmingCharacters(in: .whitespaces)`, "gate"},
		{"swift", `String(format: "GATE_%@", "A")`, "GATE_A"},
		{"lua", `("gate"):sub(2, -2)`, "at"},
		{"lua", `("GATE_"):rep(2)`, "GATE_GATE_"},
		{"ex", `String.replace("a-b", ~r/-/, "_")`, "a_b"},
		{"ex", `"gateUrl" |> Macro.underscore() |> String.upcase()`, "GATE_URL"},
		{"r", `gsub("[.]", "_", "a.b")`, "a_b"},
		{"r", `substr("gate", 2, 3)`, "at"},
		{"go", `"gate"[:2]`, "ga"},
		{"go", `strings.NewReplacer(".", "_", "a", "b").Replace("a.c")`, "b_c"},
		{"go", `fmt.Sprintf("%[2]s_%[1]d", 2, "A")`, "A_2"},
		{"pl", `"ab" x 2`, "abab"},
		{"jl", `string("GATE", "_", 3)`, "GATE_3"},
		{"scala", `"GateUrl".stripPrefix("Gate").toUpperCase`, "URL"},
	} {
		var names []string
		for _, one := range strings.Split(said(t, "a."+c.language, strings.Replace(within[c.language], "%s", c.written, 1)), "; ") {
			name, _, _ := strings.Cut(one, " ")
			names = append(names, name)
		}
		if got := strings.Join(names, "|"); got != c.want {
			t.Errorf("%s: %s is %s, want %s", c.language, c.written, got, c.want)
		}
	}
}
