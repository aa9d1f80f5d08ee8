package language

import "testing"

// What stands for the environment does so where it was said to, and nowhere else.
func TestStandsWithin(t *testing.T) {
	holds(t, "x.js", "", []saying{
		{"function f(env = process.env) { return env.A }\nfunction g({ env, b }) { x(env.low) }\nx(env.low)\n", "A expected"},
		{"const f = ({ env = process.env } = {}) => env.A;\nx(env.low)\n", "A expected"},
		{"class C { m(env = process.env) { return env.A }\n constructor(env = process.env) { this.b = env.B } }\nx(env.low)\n", "A expected; B expected"},
		{"if ((env = process.env)) {}\nx(env.A)\n", "A expected"},
		{"const common = require('common');\nfunction transform(s) { return s.pipe }\nx(common.transform(process.env, 1))\n", "* optional"},
		{"function call(handle) { return handle.name }\nif (has.call(process.env, 'A')) x()\n", "* optional"},
		{"function copy(o) { o.slice(); return o.A }\ncopy(process.env)\n", "* optional; A expected"},
	})
	holds(t, "x.ts", "", []saying{
		{"const f = (env: NodeJS.ProcessEnv = process.env): string => env.A\nx(env.low)\n", "A expected"},
		{"class S { constructor(private env: NodeJS.ProcessEnv = process.env) {}\n a() { return this.env.A } }\n", "A expected"},
	})
	holds(t, "x.php", "", []saying{{"<?php function f($env = $_ENV) { return $env['A']; }\nx($env['low']);\n", "A expected"}})
	holds(t, "x.rb", "", []saying{{"def f(env = ENV)\n  env['A']\nend\nx(env['low'])\n", "A expected"}})
	holds(t, "x.kt", "", []saying{{"fun f(env: Map<String, String> = System.getenv()) = env[\"A\"]\nval z = env[\"low\"]\n", "A expected"}})
	holds(t, "x.swift", "", []saying{{"func f(env: [String: String] = ProcessInfo.processInfo.environment) { x(env[\"A\"]) }\nx(env[\"low\"])\n", "A expected"}})
}

// A text that is made of nothing is one.
func TestTextOfNothing(t *testing.T) {
	holds(t, "x.py", "", []saying{{`import os
def is_true(v):
    return str(v).lower() in ("1", "true")
if is_true(os.getenv("A")):
    pass
b = int(str(os.getenv("B")))
if not str(os.getenv("C")):
    raise ValueError
`, "A optional boolean; B required integer; C optional"}})
}

// A script that ends with the status of what it ran instead has not failed.
func TestGivesStatusOn(t *testing.T) {
	holds(t, "x.sh", "", []saying{
		{"if [ -z \"$LOCK_HALL\" ]; then\n  lock_here\n  exit $?\nfi\necho \"$LOCK_HALL\"\n", "LOCK_HALL optional; LOCK_HALL optional"},
		{"if [ -z \"$LOCK_HALL\" ]; then\n  echo no hall\n  exit \"$?\"\nfi\n", "LOCK_HALL required"},
		{"set -u\ncd \"$PWD/x\" && ls \"$LOCK_HALL\"\n", "LOCK_HALL required"},
	})
}
