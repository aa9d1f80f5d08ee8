// Lists the reads of environment variables with literal names that a
// tree-sitter grammar finds below a folder: grammar.mjs LANGUAGE FOLDER.
// A line is file, line and name, separated by tabs. For languages whose own
// parser is no library; a file that the grammar cannot read whole is refused.
import { createRequire } from "node:module";
import fs from "node:fs";
import path from "node:path";

const require = createRequire(path.join(process.cwd(), "x.js"));
const Parser = require("web-tree-sitter");
const wasms = path.dirname(require.resolve("tree-sitter-wasms/package.json")) + "/out";

// What stands before the name, without spaces, from where the access begins.
const c = { endings: "c h", before: /^(secure_|__secure_|g_|_w|_t|q)?getenv\($|^qEnvironmentVariable(IsSet|IsEmpty|IntValue)?\($|^GetEnvironmentVariable[AW]?\($/, strings: "string_literal" };
const languages = {
  c,
  cpp: { ...c, endings: "cc cpp cxx hh hpp hxx", before: new RegExp(c.before.source + /|^(std)?::getenv\($/.source) },
  c_sharp: { endings: "cs", before: /^(System\.|global::System\.)?Environment\.GetEnvironmentVariable\($/, strings: "string_literal verbatim_string_literal" },
  dart: { endings: "dart", before: /^(io\.)?Platform\.environment!?\[$|^(const)?(String|bool|int)\.(from|has)Environment\($/, strings: "string_literal" },
  elixir: { endings: "ex exs", before: /^System\.(get_env|fetch_env!?)\(?$/, strings: "string" },
  java: { endings: "java", before: /^(java\.lang\.)?System\.getenv\($|^(java\.lang\.)?System\.getenv\(\)\.get(OrDefault)?\($/, strings: "string_literal" },
  kotlin: { endings: "kt kts", before: /^(java\.lang\.)?System\.getenv\($|^(java\.lang\.)?System\.getenv\(\)(\[|\.get(OrDefault|OrElse)?\()$/, strings: "string_literal line_string_literal" },
  lua: { endings: "lua", before: /^os\.getenv\(?$/, strings: "string" },
  rust: { endings: "rs", before: /^((::)?std::)?env::var(_os)?\($|^((::)?std::|core::)?(option_)?env!\($/, strings: "string_literal" },
  scala: { endings: "scala sc", before: /^(scala\.)?sys\.env(\.get|\.getOrElse|\.contains|\.apply)?\($|^(java\.lang\.)?System\.getenv\($|^System\.getenv(\(\))?\.get(OrDefault)?\($|^(Properties|scala\.util\.Properties)\.env(OrElse|OrNone|OrSome)\($/, strings: "string" },
  swift: { endings: "swift", before: /^(Foundation\.)?ProcessInfo(\(\)|\.processInfo)\.environment\[$|^getenv\($/, strings: "line_string_literal" },
};

const name = /^[^"'\\]*?["']([A-Za-z_][A-Za-z0-9_.-]*)["']$/;

function* reads(root, text, language) {
  const strings = new Set(language.strings.split(" "));
  const cursor = root.walk();
  for (let done = false; !done; ) {
    const node = strings.has(cursor.nodeType) ? cursor.currentNode() : null;
    const found = node && name.exec(node.text);
    if (found) {
      for (let outer = node.parent, steps = 0; outer && steps < 8; outer = outer.parent, steps++) {
        if (node.startIndex - outer.startIndex > 200) break;
        const before = outer.text.slice(0, node.startIndex - outer.startIndex).replace(/\/\*.*?\*\/|\s/gs, "");
        if (!language.before.test(before)) continue;
        const rest = text.slice(node.endIndex, node.endIndex + 40);
        if (!/^\s*(\]\s*=[^=]|\.\.|\+|<>|\.)/.test(rest)) yield [outer.startPosition.row + 1, found[1]];
        break;
      }
    }
    if (cursor.gotoFirstChild()) continue;
    while (!cursor.gotoNextSibling()) {
      if (!cursor.gotoParent()) { done = true; break; }
    }
  }
}

const [, , which, folder] = process.argv;
const language = languages[which];
await Parser.init();
const parser = new Parser();
parser.setLanguage(await Parser.Language.load(`${wasms}/tree-sitter-${which}.wasm`));
const endings = new Set(language.endings.split(" ").map((e) => "." + e));
for (const entry of fs.readdirSync(folder, { recursive: true, withFileTypes: true })) {
  const file = path.join(entry.parentPath ?? entry.path, entry.name);
  if (!entry.isFile() || !endings.has(path.extname(file)) || fs.statSync(file).size > 2 << 20) continue;
  const text = fs.readFileSync(file, "utf8");
  if (!/env|Env/.test(text)) continue;
  const relative = path.relative(folder, file);
  const tree = parser.parse(text);
  if (tree.rootNode.hasError()) console.log(`${relative}\t0\t?unparsed`);
  else for (const [line, found] of reads(tree.rootNode, text, language)) console.log(`${relative}\t${line}\t${found}`);
  tree.delete();
}
