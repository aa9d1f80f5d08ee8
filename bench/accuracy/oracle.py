"""Lists the reads of environment variables with literal names that Python's
own parser finds below a folder, one a line: file, line and name, separated
by tabs. Names bound to other things than the environment are followed only
as far as the module's imports and simple aliases go."""
import ast
import os
import sys
import warnings

warnings.simplefilter("ignore")
OBJECTS = {"os.environ", "os.environb", "posix.environ"}
CALLS = {"os.getenv", "os.getenvb"}
METHODS = {"get", "pop", "setdefault", "__getitem__", "__contains__", "has_key"}


class Finder(ast.NodeVisitor):
    def __init__(self):
        self.names = {}      # local name -> dotted path
        self.constants = {}  # module constant -> text
        self.found = []
        self.shadow = []

    def path(self, node):
        if isinstance(node, ast.Name):
            if any(node.id in s for s in self.shadow):
                return None
            return self.names.get(node.id)
        if isinstance(node, ast.Attribute):
            base = self.path(node.value)
            return base and base + "." + node.attr
        return None

    def text(self, node):
        if isinstance(node, ast.Constant):
            if isinstance(node.value, str):
                return node.value
            return None
        if isinstance(node, ast.Name):
            return self.constants.get(node.id)
        if isinstance(node, ast.BinOp) and isinstance(node.op, ast.Add):
            left, right = self.text(node.left), self.text(node.right)
            return left + right if left is not None and right is not None else None
        return None

    def add(self, node, name):
        if name:
            self.found.append((node.lineno, name))

    def prepare(self, tree):
        for node in ast.walk(tree):
            if isinstance(node, ast.Import):
                for a in node.names:
                    self.names[a.asname or a.name.split(".")[0]] = a.name if a.asname else a.name.split(".")[0]
            elif isinstance(node, ast.ImportFrom) and node.level == 0 and node.module:
                for a in node.names:
                    self.names[a.asname or a.name] = node.module + "." + a.name
        seen = {}
        for node in ast.walk(tree):
            for target in getattr(node, "targets", []) or ([node.target] if isinstance(node, (ast.AugAssign, ast.AnnAssign, ast.For)) else []):
                if isinstance(target, ast.Name):
                    seen.setdefault(target.id, []).append(node)
        for node in tree.body:
            if isinstance(node, ast.Assign) and len(node.targets) == 1 and isinstance(node.targets[0], ast.Name):
                name = node.targets[0].id
                if len(seen.get(name, [])) == 1 and isinstance(node.value, ast.Constant) and isinstance(node.value.value, str):
                    self.constants[name] = node.value.value

    def function(self, node):
        args = node.args
        local = {a.arg for a in args.args + args.kwonlyargs + args.posonlyargs + [x for x in (args.vararg, args.kwarg) if x]}
        for d in args.defaults + [d for d in args.kw_defaults if d] + getattr(node, "decorator_list", []):
            self.visit(d)
        self.shadow.append(local)
        saved = dict(self.constants)
        for name in local:
            self.constants.pop(name, None)
        for child in node.body if isinstance(node.body, list) else [node.body]:
            self.visit(child)
        self.constants = saved
        self.shadow.pop()

    visit_FunctionDef = visit_AsyncFunctionDef = visit_Lambda = function

    def visit_Subscript(self, node):
        if self.path(node.value) in OBJECTS and isinstance(node.ctx, ast.Load):
            self.add(node, self.text(node.slice))
        self.generic_visit(node)

    def visit_AugAssign(self, node):
        if isinstance(node.target, ast.Subscript) and self.path(node.target.value) in OBJECTS:
            self.add(node.target, self.text(node.target.slice))
        self.generic_visit(node)

    def visit_Call(self, node):
        f = node.func
        first = node.args[0] if node.args else next((k.value for k in node.keywords if k.arg == "key"), None)
        if first is not None:
            if self.path(f) in CALLS:
                self.add(node, self.text(first))
            elif isinstance(f, ast.Attribute) and f.attr in METHODS and self.path(f.value) in OBJECTS:
                self.add(node, self.text(first))
        self.generic_visit(node)

    def visit_Compare(self, node):
        left = node.left
        for op, right in zip(node.ops, node.comparators):
            if isinstance(op, (ast.In, ast.NotIn)):
                keys = isinstance(right, ast.Call) and isinstance(right.func, ast.Attribute) and right.func.attr == "keys" and self.path(right.func.value) in OBJECTS
                if self.path(right) in OBJECTS or keys:
                    self.add(left, self.text(left))
            left = right
        self.generic_visit(node)


def main(root):
    for folder, folders, files in os.walk(root):
        folders.sort()
        for name in sorted(files):
            path = os.path.join(folder, name)
            if not name.endswith((".py", ".pyi", ".pyw")) or os.path.islink(path) or os.path.getsize(path) > 4 << 20:
                continue
            try:
                tree = ast.parse(open(path, "rb").read())
            except (SyntaxError, ValueError, RecursionError):
                print(os.path.relpath(path, root), 0, "?unparsed", sep="\t")
                continue
            finder = Finder()
            finder.prepare(tree)
            try:
                finder.visit(tree)
            except RecursionError:
                print(os.path.relpath(path, root), 0, "?unparsed", sep="\t")
                continue
            for line, text in finder.found:
                print(os.path.relpath(path, root), line, repr(text)[1:-1], sep="\t")


main(sys.argv[1])
