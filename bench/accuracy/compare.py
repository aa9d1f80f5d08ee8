"""Holds the reads that inzicht finds against those of a language's own parser.

    compare.py PROGRAM LANGUAGE FOLDER ORACLE.tsv [SHOWN]

The oracle's lines are file, line and name, separated by tabs. Reads that
inzicht finds through a helper, or where one place reads several names, have no
counterpart in an oracle and are counted apart; so are files that the parser
refuses, and lines over 400 bytes, which bundlers write.
"""
import collections
import functools
import json
import subprocess
import sys

NAMES = {"javascript": ("javascript", "typescript")}


def main(program, language, root, oracle, shown="20"):
    run = subprocess.run([program, "reads", "--no-skip", "-q", "--format", "json", root], capture_output=True, text=True, check=True)
    found = [r for r in json.loads(run.stdout)["reads"] if r["language"] in NAMES.get(language, (language,)) and r["name"] is not None]
    places = collections.Counter((r["file"], r["line"], r["column"]) for r in found)
    ours, apart = collections.Counter(), set()
    for r in found:
        key = (r["file"], r["line"], r["name"])
        ours[key] += 1
        if r["through"] or places[(r["file"], r["line"], r["column"])] > 1:
            apart.add(key)
    theirs, refused = collections.Counter(), set()
    for line in open(oracle, encoding="utf-8", errors="replace"):
        file, number, name = line.rstrip("\n").split("\t")
        if name == "?unparsed":
            refused.add(file)
        else:
            theirs[(file, int(number), name)] += 1

    @functools.cache
    def lines(file):
        return open(root + "/" + file, "rb").read().split(b"\n")

    def counts(key):
        return key[0] not in refused and len(lines(key[0])[key[1] - 1]) <= 400

    extra_apart = {k for k in apart if k not in theirs}
    ours = collections.Counter({k: n for k, n in ours.items() if k not in extra_apart and counts(k)})
    theirs = collections.Counter({k: n for k, n in theirs.items() if counts(k)})
    missed, extra = theirs - ours, ours - theirs
    total, mine = sum(theirs.values()), sum(ours.values())
    print(f"{language}: the parser finds {total}, inzicht {mine}, and {len(extra_apart)} through helpers and loops; "
          f"missed {sum(missed.values())}, beyond the parser {sum(extra.values())}; {len(refused)} files refused")
    for what, keys in (("missed", missed), ("beyond", extra)):
        for key in sorted(keys)[: int(shown)]:
            print(f"  {what}  {key[0]}:{key[1]} {key[2]}  {lines(key[0])[key[1] - 1].strip()[:90].decode(errors='replace')}")


main(*sys.argv[1:])
