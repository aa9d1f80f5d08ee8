"""Holds the trees of core/parse against Python's own: trees FOLDER .py | tree.py"""

import ast
import collections
import json
import sys

KINDS = {
    "call": ast.Call, "function": (ast.FunctionDef, ast.AsyncFunctionDef), "class": ast.ClassDef, "return": ast.Return, "throw": ast.Raise,
    "lambda": ast.Lambda, "choice": ast.IfExp, "if": ast.If, "index": ast.Subscript, "member": ast.Attribute, "loop": (ast.For, ast.AsyncFor, ast.While),
}


def main():
    found, missed, files = collections.Counter(), collections.Counter(), 0
    for line in sys.stdin:
        one = json.loads(line)
        with open(one["file"], "rb") as file:
            source = file.read()
        try:
            tree = ast.parse(source)
        except (SyntaxError, ValueError):
            continue
        files += 1
        starts = [0] + [n + 1 for n, byte in enumerate(source) if byte == 10]
        nodes = list(ast.walk(tree))
        # Python 3.11 does not know where in the source the holes of a string stand.
        holes = {id(inner) for node in nodes if isinstance(node, ast.JoinedStr) for inner in ast.walk(node)}
        for kind, types in KINDS.items():
            theirs = collections.Counter(starts[n.lineno - 1] + n.col_offset + 6 * isinstance(n, ast.AsyncFunctionDef) for n in nodes if isinstance(n, types) and id(n) not in holes)
            found[kind] += sum(theirs.values())
            missed[kind] += sum((theirs - collections.Counter(one["nodes"].get(kind, []))).values())
    print(f"{files} files; missed of found: " + ", ".join(f"{kind} {missed[kind]} of {found[kind]}" for kind in KINDS))


main()
