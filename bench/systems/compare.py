"""Holds what inzicht launch gives against what real systems give."""
import json
import os
import subprocess
import sys
import tempfile

import projects
import references
from lines import corpus

INZICHT = os.environ["INZICHT"]
LINES = 400
# What surrounds a program is kept to this, on both sides.
SURROUNDINGS = {"PATH": os.environ["PATH"], "HOME": os.environ.get("HOME", "/"), "HANDED": "on"}


def launched(folder, name):
    """The environment that inzicht starts a program with, or None where it refuses to."""
    done = subprocess.run([INZICHT, "launch", "-q", "--anyway", "-e", name, folder, "--", "env", "-0"], env={**SURROUNDINGS, "XDG_CACHE_HOME": os.path.join(folder, ".cache")}, capture_output=True)
    if done.returncode != 0:
        return None
    have = dict(e.split("=", 1) for e in done.stdout.decode("utf-8", "surrogateescape").split("\0") if "=" in e)
    return {k: v for k, v in have.items() if k not in SURROUNDINGS and k != "XDG_CACHE_HOME"}


def lines(dialect):
    """Holds the files of the corpus against one reader of env files."""
    read = references.READERS[dialect](SURROUNDINGS)
    if read is None:
        print(f"{dialect:<12} its reader is not installed")
        return
    same, apart = 0, []
    with tempfile.TemporaryDirectory() as folder:
        for text in corpus(LINES):
            with open(os.path.join(folder, "x.env"), "w", newline="", encoding="utf-8", errors="surrogateescape") as f:
                f.write(text)
            with open(os.path.join(folder, "inzicht.toml"), "w") as f:
                f.write(f'[[environment]]\nname = "x"\nlayers = [{{ env = "x.env", dialect = "{dialect}" }}]\n')
            real = read(os.path.join(folder, "x.env"), text)
            if real is references.SKIPPED:
                continue
            have = launched(folder, "x")
            if real is None: # the reader refuses the file: so it is to be said
                alike = refused(folder)
            else:
                alike = references.plain(dialect, have or {}) == references.plain(dialect, real)
            if alike:
                same += 1
            else:
                apart.append((text, have, real))
    report(dialect, same, apart)


def refused(folder):
    """Whether inzicht says that a line of the file is wrong."""
    done = subprocess.run([INZICHT, "verify", "-q", "--format", "json", folder], env={**SURROUNDINGS, "XDG_CACHE_HOME": os.path.join(folder, ".cache")}, capture_output=True)
    return any(f["rule"] in ("malformed", "ambiguous") for f in json.loads(done.stdout or b"{}").get("findings", []))


def report(what, same, apart):
    total = same + len(apart)
    print(f"{what:<12} {same} of {total} alike, {100 * same / max(total, 1):.1f} %")
    if "-v" in sys.argv:
        for text, have, real in apart:
            print(f"  {text!r}\n    inzicht {have}\n    real    {real}")


def kind(what):
    """Holds projects of one kind against the real system."""
    cases = projects.KINDS[what](os.path.join(os.environ["TMPDIR_PROJECTS"], what), SURROUNDINGS)
    cases = list(cases) if cases is not None else None
    if cases is None:
        print(f"{what:<12} its reader is not installed")
        return
    same, apart = 0, []
    for folder, name, real, text in cases:
        have = launched(folder, name)
        if (have or {}) == (real or {}):
            same += 1
        else:
            apart.append((text, have, real))
    report(what, same, apart)


def main():
    asked = [a for a in sys.argv[1:] if a != "-v"] or ["lines", *projects.KINDS]
    with tempfile.TemporaryDirectory() as work:
        os.chmod(work, 0o755)
        os.environ["TMPDIR_PROJECTS"] = work
        for what in asked:
            if what == "lines":
                for dialect in references.READERS:
                    lines(dialect)
            elif what in references.READERS:
                lines(what)
            else:
                kind(what)


main()
