// Holds the trees of core/parse against the TypeScript compiler's, where
// typescript@5 is installed: trees FOLDER .js | tree.mjs
import { createRequire } from "node:module";
import fs from "node:fs";
import path from "node:path";
import readline from "node:readline";

const ts = createRequire(path.join(process.cwd(), "x.js"))("typescript");
const S = ts.SyntaxKind;
const kinds = {
  call: [S.CallExpression, S.NewExpression], function: [S.FunctionDeclaration, S.MethodDeclaration, S.Constructor, S.GetAccessor, S.SetAccessor],
  lambda: [S.ArrowFunction, S.FunctionExpression], if: [S.IfStatement], return: [S.ReturnStatement], throw: [S.ThrowStatement], choice: [S.ConditionalExpression],
  class: [S.ClassDeclaration, S.ClassExpression], loop: [S.ForStatement, S.ForOfStatement, S.ForInStatement, S.WhileStatement, S.DoStatement],
  switch: [S.SwitchStatement], try: [S.TryStatement], member: [S.PropertyAccessExpression], index: [S.ElementAccessExpression],
};
const found = {}, missed = {};
for (const kind in kinds) found[kind] = missed[kind] = 0;
let files = 0;
for await (const line of readline.createInterface({ input: process.stdin })) {
  const { file, nodes } = JSON.parse(line);
  const bytes = fs.readFileSync(file), text = bytes.toString();
  if (text.length !== bytes.length) continue; // offsets would differ
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  if (source.parseDiagnostics.length) continue;
  files++;
  const left = {};
  for (const kind in kinds) {
    left[kind] = new Map();
    for (const at of nodes[kind] ?? []) left[kind].set(at, (left[kind].get(at) ?? 0) + 1);
  }
  const visit = (node) => {
    for (const kind in kinds) {
      if (!kinds[kind].includes(node.kind) || (kind === "function" && !node.body)) continue;
      const first = (node.modifiers?.length && kind !== "lambda" ? text.slice(node.modifiers.end) : "").search(/\S/);
      const places = [node.getStart(source), first >= 0 ? node.modifiers.end + first : -1];
      found[kind]++;
      const at = places.find((p) => (left[kind].get(p) ?? 0) > 0) ?? [...(node.modifiers ?? [])].map((m) => m.getStart(source)).find((p) => (left[kind].get(p) ?? 0) > 0);
      if (at === undefined) missed[kind]++;
      else left[kind].set(at, left[kind].get(at) - 1);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}
console.log(`${files} files; missed of found: ` + Object.keys(kinds).map((kind) => `${kind} ${missed[kind]} of ${found[kind]}`).join(", "));
