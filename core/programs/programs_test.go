package programs

import (
	"strings"
	"testing"

	"inzicht/core/testtree"
	"inzicht/core/tree"
)

// Which files belong to another program than the one that a command starts.
func TestOfOther(t *testing.T) {
	const node = `-- package.json --
{"scripts": {"start": "tsx src/web.ts", "seed": "node src/seed.js"}}
-- Procfile --
clock: node src/clock.js
-- src/web.ts --
import { a } from './shared.js'; import b from "@/mail/send";
-- src/shared.ts --
const jobs = (n) => import(` + "`./jobs/${n}`" + `)
-- src/jobs/one.ts --
-- src/mail/send.ts --
-- src/worker.ts --
import './shared'; import './queue'
-- src/queue/index.ts --
-- src/seed.js --
-- src/clock.js --
-- src/alone.js --
-- bin/tidy --
#!/usr/bin/env node
-- bin/part.js --
`
	const python = `-- gate/__init__.py --
-- gate/settings.py --
INSTALLED = ["weir"]
-- gate/wsgi.py --
from django.core.wsgi import x
os.environ.setdefault("M", "gate.settings")
-- gate/celery.py --
from . import tasks
-- gate/tasks.py --
import weir.models, os
-- weir/__init__.py --
-- weir/models.py --
-- weir/management/commands/fill.py --
-- manage.py --
environ("M", "gate.settings")
-- tools.py --
from gate.settings import INSTALLED
`
	for _, c := range []struct{ name, tree, command, others, of string }{
		{"by what it loads", node, "node dist/web.js", "node src/worker.ts", "bin/tidy src/clock.js src/queue/index.ts src/seed.js src/worker.ts"},
		{"the other one", node, "node src/worker", "npm start", "bin/tidy src/clock.js src/mail/send.ts src/seed.js src/web.ts"},
		{"by a script", node, "npm run seed", "yarn start", "bin/tidy src/clock.js src/jobs/one.ts src/mail/send.ts src/shared.ts src/web.ts"},
		{"in a shell, by its path in the image", node, "sh -c 'exec node /app/src/web.ts'", "", "bin/tidy src/clock.js src/seed.js"},
		{"what is not known", node, "supervise", "", "bin/tidy src/clock.js src/seed.js src/web.ts"},
		{"a command of its own", node, "bin/tidy --all", "", "src/clock.js src/jobs/one.ts src/mail/send.ts src/seed.js src/shared.ts src/web.ts"},
		{"nothing said", node, "", "node src/worker.ts", ""},
		{"a module", python, "gunicorn gate.wsgi:app", "celery -A gate worker", "gate/celery.py gate/tasks.py weir/management/commands/fill.py"},
		{"a package with its tasks", python, "celery -A gate worker", "gunicorn gate.wsgi", "gate/settings.py gate/wsgi.py weir/management/commands/fill.py"},
		{"a command of a framework", python, "python manage.py fill", "gunicorn gate.wsgi", "gate/wsgi.py"},
		{"by -m", python, "python -m gate.tasks", "python tools.py", "gate/settings.py tools.py weir/management/commands/fill.py"},
	} {
		root, err := tree.Open(testtree.Tree(t, c.tree), tree.Options{})
		if err != nil {
			t.Fatal(err)
		}
		p := New(root)
		var others [][]string
		if c.others != "" {
			others = [][]string{strings.Fields(c.others)}
		}
		var of []string
		for _, f := range root.Files {
			if p.OfOther(f.Path, "", strings.Fields(c.command), others) {
				of = append(of, f.Path)
			}
		}
		if got := strings.Join(of, " "); got != c.of {
			t.Errorf("%s: of others are\n%s\nwant\n%s", c.name, got, c.of)
		}
	}
}

// A command may give what it starts a variable; what it hands on from outside it does not give.
func TestSetsIn(t *testing.T) {
	root, err := tree.Open(testtree.Tree(t, `-- gate/package.json --
{"scripts": {"start": "GATE_A=fast NODE_ENV=x node gate.js", "dev": "cross-env GATE_B=1 node gate.js", "x": "echo hi && GATE_C='a b' node y.js", "y": "node gate.js GATE_NONE=1", "z": "GATE_PASSED=$GATE_PASSED node gate.js"}}
-- gate/Procfile --
web: GATE_D=4 node gate.js
-- toll/Makefile --
TOLL_NONE = 1
run:
	@TOLL_A=1 ./toll
	env TOLL_B=2 ./toll
`), tree.Options{})
	if err != nil {
		t.Fatal(err)
	}
	p := NewOwners(root, nil)
	for _, c := range []struct{ folder, names, none string }{
		{"gate", "GATE_A:package.json NODE_ENV:package.json GATE_B:package.json GATE_C:package.json GATE_D:Procfile", "GATE_NONE GATE_PASSED TOLL_A"},
		{"toll", "TOLL_A:Makefile TOLL_B:Makefile", "TOLL_NONE GATE_A"},
	} {
		for name := range strings.FieldsSeq(c.names) {
			name, file, _ := strings.Cut(name, ":")
			if got := p.SetsIn(c.folder, name); got != c.folder+"/"+file {
				t.Errorf("%s is given by %q, want %s", name, got, file)
			}
		}
		for name := range strings.FieldsSeq(c.none) {
			if got := p.SetsIn(c.folder, name); got != "" {
				t.Errorf("%s is given by %q, want nothing", name, got)
			}
		}
	}
}
