"""Holds the reads against the variables that a package documents.

documented.py PROGRAM FOLDER NAMES DOCS…   NAMES is a regular expression with one
group; DOCS are globs within FOLDER. A documented name counts where it stands in
the package's source too, apart from the documents: what only documents name is
read by something else. Found is what is read by its name or under a pattern.
"""
import fnmatch
import glob
import gzip
import json
import os
import re
import subprocess
import sys


def text(file):
    opening = gzip.open if file.endswith(".gz") else open
    with opening(file, "rt", errors="replace") as f:
        return f.read().replace("\\-", "-").replace("\\_", "_")


def main(program, folder, names, *docs):
    documents = {f for d in docs for f in glob.glob(os.path.join(folder, d), recursive=True) if os.path.isfile(f)}
    documented = {n for f in documents for n in re.findall(names, text(f))}
    listed = json.loads(subprocess.run([program, "reads", "-q", "--no-skip", "--afresh", "--format", "json", folder], capture_output=True, text=True).stdout)
    reads = listed["reads"] if isinstance(listed, dict) else listed
    read = {r["name"] for r in reads if r["name"]}
    patterns = {r["pattern"] for r in reads if r["pattern"]}
    source = set()
    for where, _, files in os.walk(folder):
        for f in files:
            path = os.path.join(where, f)
            if path not in documents and not os.path.islink(path) and not path.endswith((".gz", ".md", ".map", ".rst", ".txt", ".d.ts")):
                source |= {n for n in documented - source if re.search(r"\b" + re.escape(n) + r"\b", text(path))}
    source |= {n for n in documented if n in read}
    found = {n for n in source if n in read or any(fnmatch.fnmatch(n, p) for p in patterns)}
    print(f"{os.path.basename(folder)}: {len(found)} of {len(source)} ({len(documented)} documented); not found: {' '.join(sorted(source - found)) or 'none'}")


main(*sys.argv[1:])
