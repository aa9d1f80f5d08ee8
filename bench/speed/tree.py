"""Builds a seeded tree of made-up source in many languages: tree.py FOLDER MB.

Files are rows of ordinary functions; in one of twelve a few lines read the
environment, as in trees that people work on.
"""
import os
import random
import sys

READS = {
    "py": ("import os\n", 'value_{n} = os.environ.get("LOCK_{n}", "{n}")\n'),
    "js": ("", 'const value{n} = process.env.LOCK_{n} || "{n}";\n'),
    "ts": ("", 'export const value{n}: string = process.env.LOCK_{n} ?? "{n}";\n'),
    "go": ("package lock\n\nimport \"os\"\n", 'var value{n} = os.Getenv("LOCK_{n}")\n'),
    "rb": ("", 'value_{n} = ENV.fetch("LOCK_{n}", "{n}")\n'),
    "php": ("<?php\n", '$value{n} = getenv("LOCK_{n}") ?: "{n}";\n'),
    "java": ("class Lock {\n", '    String value{n} = System.getenv("LOCK_{n}");\n'),
    "rs": ("", 'fn value{n}() -> String {{ std::env::var("LOCK_{n}").unwrap() }}\n'),
    "c": ("#include <stdlib.h>\n", 'const char *value{n}(void) {{ return getenv("LOCK_{n}"); }}\n'),
    "cs": ("", 'class V{n} {{ string v = Environment.GetEnvironmentVariable("LOCK_{n}"); }}\n'),
}
BODIES = {
    "py": "def raise_gate_{n}(level, keeper):\n    # the gate moves only while the level is steady\n    if level > {n}:\n        return keeper.call('gate', level - {n})\n    return [x * {n} for x in range(level)]\n\n",
    "js": "function raiseGate{n}(level, keeper) {{\n  // the gate moves only while the level is steady\n  if (level > {n}) {{\n    return keeper.call('gate', level - {n});\n  }}\n  return [1, 2, 3].map((x) => x * {n});\n}}\n\n",
    "go": "func raiseGate{n}(level int, keeper func(string, int) int) int {{\n\t// the gate moves only while the level is steady\n\tif level > {n} {{\n\t\treturn keeper(\"gate\", level-{n})\n\t}}\n\treturn level * {n}\n}}\n\n",
    "rb": "def raise_gate_{n}(level, keeper)\n  # the gate moves only while the level is steady\n  return keeper.call('gate', level - {n}) if level > {n}\n  (1..level).map {{ |x| x * {n} }}\nend\n\n",
    "": "int raise_gate_{n}(int level, int keeper) {{\n    /* the gate moves only while the level is steady */\n    if (level > {n}) {{\n        return keeper + level - {n};\n    }}\n    return level * {n};\n}}\n\n",
}


def main(folder, megabytes):
    rng = random.Random(1)
    written, number = 0, 0
    endings = sorted(READS)
    while written < float(megabytes) * 1e6:
        ending = rng.choice(endings)
        head, read = READS[ending]
        body = BODIES.get({"ts": "js"}.get(ending, ending), BODIES[""])
        lines = [head]
        for _ in range(rng.randint(5, 90)):
            lines.append(body.format(n=rng.randint(1, 9999)))
        if rng.random() < 1 / 12:
            for _ in range(rng.randint(1, 6)):
                lines.insert(rng.randint(1, len(lines)), read.format(n=rng.randint(1, 400)))
        text = "".join(lines)
        where = os.path.join(folder, f"part{number % 97}", f"unit{number % 31}")
        os.makedirs(where, exist_ok=True)
        with open(os.path.join(where, f"file{number}.{ending}"), "w") as out:
            out.write(text)
        written += len(text)
        number += 1


main(*sys.argv[1:])
