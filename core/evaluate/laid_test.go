package evaluate_test

import "testing"

// The environment is laid over a map, or a map over it.
func TestLaidOver(t *testing.T) {
	hold(t, []saying{
		{"a.js", `
const defaults = { LOCK_HOST: 'localhost', LOCK_PORT: '3000' };
const env = { ...defaults, ...process.env };
export const host = env.LOCK_HOST;
export const port = parseInt(env.LOCK_PORT, 10);
export const other = env.LOCK_OTHER;
const more = Object.assign({ LOCK_ZONE: 'north' }, process.env);
export const zone = more.LOCK_ZONE;
const { LOCK_A, LOCK_B = 'b' } = { LOCK_A: 'a', ...process.env };
const over = { ...process.env, LOCK_SET: '1' };
use(over.LOCK_SET, over['LOCK_D']);
spawn('x', { env: { ...process.env, Y: '1' } });
`, "LOCK_HOST optional =localhost; LOCK_PORT optional integer =3000; LOCK_OTHER expected; LOCK_ZONE optional =north; * optional; LOCK_D expected; * optional"},
		{"a.py", `
import os
from collections import ChainMap
DEFAULTS = {"LOCK_HOST": "localhost", "LOCK_PORT": "80"}
cfg = {**DEFAULTS, **os.environ}
host = cfg["LOCK_HOST"]
port = int(cfg.get("LOCK_PORT"))
key = cfg["LOCK_KEY"]
chain = ChainMap(os.environ, DEFAULTS)
h2 = chain["LOCK_HOST"]
`, "LOCK_HOST optional =localhost; LOCK_PORT optional integer =80; LOCK_KEY required; LOCK_HOST optional =localhost"},
		{"a.rb", `
DEFAULTS = { "LOCK_HOST" => "localhost" }
cfg = DEFAULTS.merge(ENV)
host = cfg["LOCK_HOST"]
port = cfg.fetch("LOCK_PORT")
`, "LOCK_HOST optional =localhost; LOCK_PORT required"},
		{"a.php", `
<?php
$cfg = array_merge(['LOCK_HOST' => 'localhost'], $_ENV);
$host = $cfg['LOCK_HOST'];
$key = $cfg['LOCK_KEY'];
`, "LOCK_HOST optional =localhost; LOCK_KEY expected"},
		{"a.py", `
import os
env = dict(os.environ)
env["LOCK_A"] = env.get("LOCK_A", "")
use(env["LOCK_A"])
del env["LOCK_B"]
env.pop("LOCK_C", None)
use(env["LOCK_D"])
`, "* optional; LOCK_A optional =; LOCK_A optional =; LOCK_D required"},
	})
}
