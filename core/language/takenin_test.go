package language

import (
	"maps"
	"slices"
	"strings"
	"testing"
)

// What a file takes in, and by which names: name=path, in the order of the names.
func TestModulesTakenIn(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.dart", "import 'package:gate/env.dart';\nimport '../lib/lock.dart' as lock;\nimport 'dart:io' as io;\n", "*=package:gate/env lock=../lib/lock"},
		{"a.d", "import gate.env;\nimport e = lock.env;\nimport lock : need, n = opt;\nimport std.process : environment;\npublic import tide;\n", "*=gate.env *=tide e=lock.env n=lock.opt need=lock.need"},
		{"a.nim", "import envs, std/os\nfrom lock import need\nimport ./lib/gate as g\n", "*=envs *=std.os g=lib.gate need=lock.need"},
		{"a.fs", "module Gate.Main\nopen Gate.Env\nmodule E = Lock.Env\n", "*=Gate.Env E=Lock.Env"},
		{"a.ml", "open Env\nmodule L = Lock\nmodule M = struct let a = 1 end\n", "*=Env L=Lock"},
		{"a.jl", "using .Envs\nimport .Lock: need, opt\n", "*=Envs need=Lock.need opt=Lock.opt"},
		{"a.v", "import env\nimport lock { need }\n", "*=env need=lock.need"},
		{"a.gleam", "import env\nimport gate/lock.{need, opt as o}\n", "*=env need=gate.lock.need o=gate.lock.opt opt=gate.lock.opt"},
		{"a.zig", "const std = @import(\"std\");\nconst env = @import(\"lib/env.zig\");\nconst need = @import(\"env.zig\").need;\n", "env=lib/env need=env.need std=std"},
		{"a.erl", "-module(gate).\n-import(env, [need/1, opt/2]).\n", "need=env.need opt=env.opt"},
		{"a.cpp", "using namespace gate;\nusing lock::need;\nusing E = tide::Env;\n", "*=gate E=tide.Env need=lock.need"},
		{"a.php", "<?php\nuse function getenv as g;\nuse function Gate\\{need as must, opt};\nuse function Gate\\a as b, Lock\\c as d;\n", "b=Gate.a d=Lock.c g=getenv must=Gate.need"},
		{"a.nim", "import\n", ""},
	} {
		l := Of(c.file)
		f := l.Table.Scan([]byte(c.source), false)
		o := l.Outline(f)
		l.Imports(f, o)
		var have []string
		for _, name := range slices.Sorted(maps.Keys(o.Bindings)) {
			for _, b := range o.Bindings[name] {
				if b.Path != "" {
					have = append(have, name+"="+b.Path)
				}
			}
		}
		if s := strings.Join(have, " "); s != c.want {
			t.Errorf("%s\n%s\nhave %s\nwant %s", c.file, c.source, s, c.want)
		}
	}
}
