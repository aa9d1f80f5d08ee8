package evaluate_test

import "testing"

// In which stages a variable is read, where nothing is known of what is asked for them but its words.
func TestStages(t *testing.T) {
	holdWhen(t, []whenCase{
		{"a.js", "if (argv.env === 'production') use(process.env.GATE);", "GATE: production"},
		{"a.js", "if (argv.env !== 'prod') use(process.env.GATE);", "GATE: not production, or other, or none"},
		{"a.js", "if (['staging', 'production'].includes(argv.env)) use(process.env.GATE);", "GATE: production, staging"},
		{"a.js", "if (isProduction) use(process.env.GATE); else use(process.env.REST);", "GATE: production; REST: not production, or other, or none"},
		{"a.js", "const isProduction = true;\nif (isProduction) use(process.env.GATE);", ""},
		{"a.js", "const live = argv.mode === 'production';\nif (!live) use(process.env.GATE);", "GATE: not production, or other, or none"},
		{"a.js", "switch (argv.env) { case 'prod': use(process.env.GATE); break; case 'test': use(process.env.REST); }", "GATE: production, not test; REST: test, not production"},
		{"a.js", "if (argv.kind === 'local') use(process.env.GATE);", ""},
		{"a.js", "if (argv.stage === 'local') use(process.env.GATE);", "GATE: development"},
		{"a.js", "if (argv.kind === 'blue') use(process.env.GATE);", ""},
		{"a.js", "if (process.env.NODE_ENV === 'production') use(process.env.GATE);", "GATE: production"},
		{"a.ts", "if (import.meta.env.DEV) use(process.env.GATE);", "GATE: development"},
		{"a.ts", "if (import.meta.env.MODE === 'production') use(process.env.GATE);", "GATE: production"},
		{"a.py", "import os\ndef f(env):\n    if env in ('prod', 'staging'):\n        use(os.environ['GATE'])\n", "GATE: production, staging"},
		{"a.py", "import os\ndef f(env):\n    match env:\n        case 'production':\n            use(os.environ['GATE'])\n", "GATE: production"},
		{"a.go", "package a\nimport \"os\"\nfunc f(env string) {\n\tswitch {\n\tcase strings.EqualFold(env, \"production\"):\n\t\tuse(os.Getenv(\"GATE\"))\n\t}\n}", "GATE: production"},
		{"a.go", "package a\nimport \"os\"\nfunc f(e Env) {\n\tif e == EnvProduction {\n\t\tuse(os.Getenv(\"GATE\"))\n\t}\n}", "GATE: production"},
		{"a.rs", "fn f(e: Mode) { match e { Mode::Prod => g(std::env::var(\"GATE\").unwrap()), _ => {} } }", "GATE: production"},
		{"a.swift", "import Vapor\nfunc f(_ app: Application) {\n    if app.environment == .production { use(Environment.get(\"GATE\")!) }\n    if !app.environment.isRelease { use(Environment.get(\"REST\")!) }\n}", "GATE: production; REST: not production, or other, or none"},
		{"a.php", "<?php if (App::environment(['production', 'staging'])) { f(getenv('GATE')); } if (app()->isLocal()) { f(getenv('REST')); }", "GATE: production, staging, not development; REST: development, not production, staging"},
		{"a.rb", "configure :production do\n  set :key, ENV.fetch('GATE')\nend\nuse ENV.fetch('REST') if settings.development?\n", "GATE: production, not development; REST: development, not production"},
		{"A.java", "class A {\n  @Bean @Profile(\"!prod\")\n  Key key() { return new Key(System.getenv(\"GATE\")); }\n}", "GATE: not production, or other, or none"},
		{"A.java", "@Profile({\"dev\", \"local\"})\nclass A { @Value(\"${GATE}\") String g; }", "GATE: development"},
		{"A.cs", "class A { void F(IHostEnvironment env) { if (env.IsEnvironment(\"Staging\")) { G(Environment.GetEnvironmentVariable(\"GATE\")); } } }", "GATE: staging"},
		{"a.js", "module.exports = { development: { a: process.env.REST }, production: { a: process.env.GATE, b: need(process.env.MUST) } };\nfunction need(v) { if (!v) throw new Error(); return v; }", "REST: development, not production; GATE: production, not development"},
		{"a.js", "module.exports = { production: { a: process.env.GATE }, other: 1 };", ""},
		{"a.py", "import os\nclass ProductionConfig(Base):\n    A = os.environ.get('GATE')\n    B = os.environ['MUST']\n    def init(self):\n        return os.environ['LATE']\n", "GATE: production; LATE: production"},
		{"a.rb", "ALL = { development: ENV['REST'], production: -> { ENV.fetch('GATE') } }", "REST: development, not production; GATE: production, not development"},
		{"a.sh", "case \"$1\" in prod|live) : \"${GATE:?}\" ;; dev) : \"${REST:?}\" ;; esac", "GATE: production, not development; REST: development, not production"},
		{"a.sh", "case \"$1\" in start) : \"${GATE:?}\" ;; test) : \"${REST:?}\" ;; esac", ""},
		{"a.sh", "if [ \"$stage\" = production ]; then : \"${GATE:?}\"; else : \"${REST:?}\"; fi", "GATE: production; REST: not production, or other, or none"},
		{"a.c", "void f(struct device *dev) { if (dev) use(getenv(\"GATE\")); }", ""},
		{"a.dart", "import 'dart:io';\nvoid main() { if (kReleaseMode) { use(Platform.environment['GATE']!); } }", "GATE: production"},
		{"a.go", "package a\nimport \"os\"\nfunc f() { select {}; switch {} }\nfunc g() { use(os.Getenv(\"GATE\")) }", ""},
	})
}

// With which commands of a program a variable is read.
func TestCommands(t *testing.T) {
	holdWhen(t, []whenCase{
		{"a.go", "package a\nimport \"os\"\nfunc main() {\n\tswitch os.Args[1] {\n\tcase \"serve\", \"run\":\n\t\tuse(os.Getenv(\"GATE\"))\n\tdefault:\n\t\tuse(os.Getenv(\"REST\"))\n\t}\n}", "GATE: serve, run"},
		{"a.go", "package a\nimport \"os\"\nvar c = &cobra.Command{Use: \"work [queue]\", RunE: work}\nfunc work(cmd *cobra.Command, args []string) error { return use(os.Getenv(\"GATE\")) }\nvar rootCmd = &cobra.Command{Use: \"gate\", Run: func(cmd *cobra.Command, args []string) { use(os.Getenv(\"REST\")) }}", "GATE: work"},
		{"a.go", "package a\nimport \"os\"\nvar c = &cobra.Command{Use: \"work\", RunE: work}\nfunc work(cmd *cobra.Command, args []string) error { return use(os.Getenv(\"GATE\")) }\nfunc other() { work(nil, nil) }", ""},
		{"a.py", "import os\n@cli.command()\ndef do_work():\n    use(os.environ['GATE'])\n@cli.command('fill')\ndef f():\n    use(os.environ['REST'])\n", "GATE: do_work, do-work; REST: fill"},
		{"a.py", "import os, sys\ncommand = sys.argv[1]\nif command == 'work':\n    use(os.environ['GATE'])\nelse:\n    use(os.environ['REST'])\n", "GATE: work"},
		{"a.js", "if (process.argv[2] === 'work') use(process.env.GATE);", "GATE: work"},
		{"a.js", "if (word === 'work') use(process.env.GATE);", ""},
	})
}
