// Lists the reads of environment variables with literal names that the
// TypeScript compiler's parser finds below a folder, one a line: file, line
// and name, separated by tabs. Aliases are followed as far as imports and
// plain declarations of the file go.
import { createRequire } from "node:module";
import fs from "node:fs";
import path from "node:path";

const ts = createRequire(path.join(process.cwd(), "x.js"))("typescript");
const objects = new Set(["process.env", "import.meta.env", "Bun.env"]);
const roots = new Set(["globalThis", "window", "global", "self"]);
const kinds = { ".tsx": ts.ScriptKind.TSX, ".ts": ts.ScriptKind.TS, ".mts": ts.ScriptKind.TS, ".cts": ts.ScriptKind.TS };

function strip(node) {
  while (node && (ts.isParenthesizedExpression(node) || ts.isAsExpression(node) || ts.isNonNullExpression(node) || ts.isSatisfiesExpression?.(node) || ts.isTypeAssertionExpression(node))) node = node.expression;
  return node;
}

// lineOf counts line feeds alone: the compiler takes other marks for ends of lines too.
function lineOf(text, offset) {
  let line = 1;
  for (let at = text.indexOf("\n"); at >= 0 && at < offset; at = text.indexOf("\n", at + 1)) line++;
  return line;
}

class File {
  constructor(name, text) {
    this.tree = ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true, kinds[path.extname(name)] ?? ts.ScriptKind.JSX);
    this.found = [];
    this.names = new Map();
    this.constants = new Map();
    this.shadow = [];
    this.prepare(this.tree);
    this.visit(this.tree);
  }

  path(node) {
    node = strip(node);
    if (!node) return null;
    if (ts.isIdentifier(node)) {
      if (this.shadow.some((s) => s.has(node.text))) return null;
      return this.names.has(node.text) ? this.names.get(node.text) : node.text;
    }
    if (ts.isMetaProperty(node)) return "import.meta";
    if (ts.isPropertyAccessExpression(node)) {
      const base = this.path(node.expression);
      if (!base) return null;
      return roots.has(base) ? node.name.text : base + "." + node.name.text;
    }
    if (ts.isCallExpression(node) && ts.isIdentifier(node.expression) && node.expression.text === "require" && node.arguments[0] && ts.isStringLiteral(node.arguments[0])) return node.arguments[0].text.replace(/^node:/, "");
    return null;
  }

  bind(name, value) {
    if (ts.isIdentifier(name)) {
      const p = value && this.path(value);
      this.names.set(name.text, this.names.has(name.text) ? null : p ?? null);
      const v = strip(value);
      if (v && ts.isStringLiteralLike(v)) this.constants.set(name.text, this.constants.has(name.text) ? null : v.text);
    } else if (ts.isObjectBindingPattern(name)) {
      const base = value && this.path(value);
      for (const e of name.elements) {
        if (e.dotDotDotToken || !ts.isIdentifier(e.name)) continue;
        const key = e.propertyName && (ts.isIdentifier(e.propertyName) || ts.isStringLiteral(e.propertyName)) ? e.propertyName.text : e.name.text;
        this.names.set(e.name.text, base && base !== "process.env" ? base + "." + key : null);
      }
    }
  }

  prepare(node) {
    if (ts.isImportDeclaration(node) && ts.isStringLiteral(node.moduleSpecifier)) {
      const module = node.moduleSpecifier.text.replace(/^node:/, "");
      const c = node.importClause;
      if (c?.name) this.names.set(c.name.text, module);
      if (c?.namedBindings && ts.isNamespaceImport(c.namedBindings)) this.names.set(c.namedBindings.name.text, module);
      if (c?.namedBindings && ts.isNamedImports(c.namedBindings)) for (const e of c.namedBindings.elements) this.names.set(e.name.text, module + "." + (e.propertyName ?? e.name).text);
    }
    if (ts.isVariableDeclaration(node)) this.bind(node.name, node.initializer);
    ts.forEachChild(node, (n) => this.prepare(n));
  }

  text(node) {
    node = strip(node);
    if (node && ts.isStringLiteralLike(node)) return node.text;
    return null;
  }

  add(node, name) {
    if (name) this.found.push([lineOf(this.tree.text, node.getStart()), name]);
  }

  isWrite(node) {
    let p = node.parent;
    while (p && (ts.isParenthesizedExpression(p) || ts.isNonNullExpression(p) || ts.isAsExpression(p))) [node, p] = [p, p.parent];
    if (ts.isBinaryExpression(p) && p.left === node && p.operatorToken.kind === ts.SyntaxKind.EqualsToken) return true;
    return ts.isDeleteExpression(p);
  }

  visit(node) {
    const isFunction = ts.isFunctionLike(node) && node.parameters;
    if (isFunction) {
      const local = new Set();
      const collect = (n) => (ts.isIdentifier(n) ? local.add(n.text) : n.elements?.forEach((e) => e.name && collect(e.name)));
      node.parameters.forEach((p) => collect(p.name));
      this.shadow.push(local);
    }
    if (ts.isPropertyAccessExpression(node) && objects.has(this.path(node.expression)) && !this.isWrite(node)) {
      const called = ts.isCallExpression(node.parent) && node.parent.expression === node;
      if (node.name.text === "hasOwnProperty" && called) this.add(node, this.text(node.parent.arguments[0]));
      else this.add(node, node.name.text);
    }
    if (ts.isElementAccessExpression(node) && objects.has(this.path(node.expression)) && !this.isWrite(node)) this.add(node, this.text(node.argumentExpression));
    if (ts.isBinaryExpression(node) && node.operatorToken.kind === ts.SyntaxKind.InKeyword && objects.has(this.path(node.right))) this.add(node, this.text(node.left));
    if (ts.isVariableDeclaration(node) && ts.isObjectBindingPattern(node.name) && node.initializer && objects.has(this.path(node.initializer))) {
      for (const e of node.name.elements) {
        if (e.dotDotDotToken) continue;
        const key = e.propertyName ?? e.name;
        if (ts.isIdentifier(key) || ts.isStringLiteral(key)) this.add(e, key.text);
      }
    }
    if (ts.isCallExpression(node) && this.path(node.expression) === "Deno.env.get" && node.arguments[0]) this.add(node, this.text(node.arguments[0]));
    ts.forEachChild(node, (n) => this.visit(n));
    if (isFunction) this.shadow.pop();
  }
}

function* walk(folder) {
  for (const e of fs.readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const full = path.join(folder, e.name);
    if (e.isDirectory()) yield* walk(full);
    else if (e.isFile() && /\.([mc]?[jt]s|[jt]sx)$/.test(e.name)) yield full;
  }
}

const root = process.argv[2];
for (const file of walk(root)) {
  if (fs.statSync(file).size > 4 << 20) continue;
  const text = fs.readFileSync(file, "utf8");
  if (!/\benv\b/.test(text)) continue;
  const relative = path.relative(root, file);
  try {
    const f = new File(file, text);
    if (f.tree.parseDiagnostics.length > 0) console.log(`${relative}\t0\t?unparsed`);
    else for (const [line, name] of f.found) console.log(`${relative}\t${line}\t${name}`);
  } catch (e) {
    console.log(`${relative}\t0\t?unparsed`);
  }
}
