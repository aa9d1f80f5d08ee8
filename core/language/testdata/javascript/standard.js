// process.env.IN_A_COMMENT
/* process.env.IN_A_BLOCK
   process.env.STILL */
import p, { env as renamed } from "node:process";
import { env } from 'process';
const text = "process.env.IN_A_STRING";
const url = process.env.GATE_URL; // read: GATE_URL expected column=13
const port = parseInt(process.env.GATE_PORT || "8080", 10); // read: GATE_PORT optional fallback=8080 integer
const host = process.env["GATE_HOST"] ?? 'localhost'; // read: GATE_HOST optional fallback=localhost
const name = process?.env?.OPTIONAL_CHAIN; // read: OPTIONAL_CHAIN
const index = process.env?.["OPTIONAL_INDEX"]; // read: OPTIONAL_INDEX
const g = globalThis.process.env.GLOBAL; // read: GLOBAL
const w = window.process.env.WINDOWED; // read: WINDOWED
const vite = import.meta.env.VITE_LOCK; // read: VITE_LOCK
const deno = Deno.env.get("DENO_LOCK"); // read: DENO_LOCK
const bun = Bun.env.BUN_LOCK; // read: BUN_LOCK
const d = p.env.DEFAULT_IMPORT; // read: DEFAULT_IMPORT
const r = renamed.RENAMED; // read: RENAMED
const i = env.IMPORTED; // read: IMPORTED
const { A_PLAIN, B_DEFAULT = "b", C_NAME: c, ...rest } = process.env; // read: A_PLAIN expected | B_DEFAULT fallback=b | C_NAME
const { env: e2 } = process;
const viaDestructured = e2.VIA_DESTRUCTURED; // read: VIA_DESTRUCTURED
const e3 = require("process").env;
e3.VIA_REQUIRE; // read: VIA_REQUIRE
process.env.WRITTEN = "x";
process.env["WRITTEN_TOO"] = "y";
delete process.env.DELETED;
process.env.APPENDED += "z"; // read: APPENDED
process.env.OR_EQUALS ||= "o"; // read: OR_EQUALS fallback=o
process.env.NN_EQUALS ??= "n"; // read: NN_EQUALS fallback=n
if (process.env.TESTED) { } // read: TESTED optional
if (!process.env.CHECKED) { throw new Error("CHECKED"); } // read: CHECKED required
if (process.env.NODE_ENV === "production") { } // read: NODE_ENV choice literals=production
const debug = process.env.DEBUGGING === "true"; // read: DEBUGGING boolean literals=true
const t1 = process.env.TERNARY ? 1 : 2; // read: TERNARY optional
const has = "HAS" in process.env; // read: HAS optional
const own = process.env.hasOwnProperty("OWN"); // read: OWN optional
const own2 = Object.hasOwn(process.env, "OWN_TWO"); // read: OWN_TWO optional
const KEY = "BY_KEY";
const k = process.env[KEY]; // read: BY_KEY
const tpl = process.env[`LOCK_${KEY}`]; // read: LOCK_BY_KEY
const part = (id) => process.env[`GATE_${id}_URL`]; // read: GATE_*_URL
const plus = process.env["A_" + KEY]; // read: A_BY_KEY
const s = `${process.env.IN_TEMPLATE} process.env.NOT_IN_TEMPLATE`; // read: IN_TEMPLATE
const nested = `a ${`b ${process.env.DEEP}`} c`; // read: DEEP
const re = /process.env.IN_REGEX/;
const division = 4 / process.env.DIVIDED / 2; // read: DIVIDED
const after = x.replace(/"/g, process.env.AFTER_QUOTE); // read: AFTER_QUOTE
const cls = /[/"]/.test(process.env.AFTER_CLASS); // read: AFTER_CLASS
if (a) /`/.test(process.env.AFTER_TICK); // read: AFTER_TICK
const key2 = { TOKEN: "OBJ_TOKEN" };
process.env[key2.TOKEN]; // read: OBJ_TOKEN
for (const n of ["LOOP_A", "LOOP_B"]) { console.log(process.env[n]); } // read: LOOP_A | LOOP_B
spawn("x", { env: process.env }); // read: *
spawn("x", { env: { ...process.env, B: 1 } }); // read: *
Object.keys(process.env); // read: *
function getEnv(name, fallback) {
  const value = process.env[name];
  if (value === undefined) return fallback;
  return value;
}
const must = (name) => {
  const v = process.env[name];
  if (!v) {
    throw new Error(name);
  }
  return v;
};
const h1 = getEnv("HELPED", "x"); // read: HELPED through=getEnv
const h2 = must("MUST_HAVE"); // read: MUST_HAVE required through=must
class Config {
  constructor() { this.env = process.env; }
  int(name, def) { return parseInt(process.env[name] || def); }
  load() { return this.int("CLASS_INT", 5); } // read: CLASS_INT integer fallback=5 through=int
  own() { return this.env.THIS_ENV; } // read: THIS_ENV
}
new Config().int("NEW_INT", 6); // read: NEW_INT fallback=6
const cfg = new Config();
cfg.int("CFG_INT", 7); // read: CFG_INT integer fallback=7 through=int
function f(process) { return process.env.SHADOWED; }
const { VITE_X, VITE_Y = "y" } = import.meta.env; // read: VITE_X | VITE_Y fallback=y
const checked = process.env.STOPS; // read: STOPS required
if (!checked) {
  process.exit(1);
}
const jsx = <div title="don't">It's {process.env.IN_JSX} // process {process.env.IN_JSX_TOO}</div>; // read: IN_JSX | IN_JSX_TOO
const jsx2 = <A b={process.env.IN_ATTR} {...c} />; // read: IN_ATTR
const end = process.env.END; // read: END
