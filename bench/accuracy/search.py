"""Holds inzicht against a search for literal reads, line by line, for
languages whose parser is not at hand: every hit that inzicht does not report
is printed, to be read. Comments, strings and writes are expected among them.

  python3 bench/accuracy/search.py INZICHT FOLDER
"""
import collections
import json
import os
import re
import subprocess
import sys

NAME = r"([A-Za-z_][A-Za-z_0-9]*)"
C = r'\bgetenv\s*\(\s*"' + NAME + '"'
ELIXIR = r'System\.(?:get|fetch)_env!?\(\s*"' + NAME + '"'
PERL = r"\$ENV\{[\"']?" + NAME + r"[\"']?\}"
PATTERNS = {
    ".c": C, ".h": C, ".cc": C, ".cpp": C, ".ex": ELIXIR, ".exs": ELIXIR, ".pl": PERL, ".pm": PERL, ".t": PERL,
    ".rs": r'env::var(?:_os)?\(\s*"' + NAME + '"',
    ".java": r'System\.getenv\(\s*"' + NAME + '"',
    ".kt": r'System\.getenv\(\s*"' + NAME + '"',
    ".scala": r'(?:sys\.env\.get|System\.getenv|sys\.env)\(\s*"' + NAME + '"',
    ".cs": r'GetEnvironmentVariable\s*\(\s*"' + NAME + '"',
    ".lua": r"os\.getenv\s*\(?\s*[\"']" + NAME,
    ".swift": r'environment\["' + NAME + r'"\]',
    ".dart": r"Platform\.environment\[[\"']" + NAME,
}


def main(program, root):
    run = subprocess.run([program, "reads", "--no-skip", "-q", "--format", "json", root], capture_output=True, text=True, check=True)
    ours = {(r["file"], r["line"], r["name"]) for r in json.loads(run.stdout)["reads"]}
    hits, unseen = collections.Counter(), collections.defaultdict(list)
    for folder, _, files in os.walk(root):
        for file in files:
            path, ending = os.path.join(folder, file), os.path.splitext(file)[1]
            if ending not in PATTERNS or os.path.islink(path):
                continue
            with open(path, errors="replace", newline="\n") as source:
                for number, line in enumerate(source, 1):
                    for match in re.finditer(PATTERNS[ending], line):
                        hits[ending] += 1
                        if (os.path.relpath(path, root), number, match[1]) not in ours:
                            unseen[ending].append(f"{path}:{number}  {line.strip()[:100]}")
    for ending, count in sorted(hits.items()):
        print(f"{ending}: {count} hits, {len(unseen[ending])} not reported")
        for place in unseen[ending]:
            print("  " + place)


main(*sys.argv[1:])
