#!/usr/bin/env python3
"""Times inzicht changes between two revisions against a first reads of the work tree.

    bench/speed/changes.py BINARY REPOSITORY REV..REV [ROUNDS]

The two are run in turn, and their medians and ratio are printed.
"""

import statistics
import subprocess
import sys
import time


def seconds(command, folder):
    begun = time.monotonic()
    subprocess.run(command, cwd=folder, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, check=True)
    return time.monotonic() - begun


def main():
    if len(sys.argv) not in (4, 5):
        sys.exit(__doc__)
    binary, folder, revisions = sys.argv[1:4]
    rounds = int(sys.argv[4]) if len(sys.argv) == 5 else 9
    commands = {"reads --afresh": [binary, "reads", "--afresh", "--quiet"], f"changes {revisions}": [binary, "changes", revisions, "--quiet"]}
    times = {name: [] for name in commands}
    for _ in range(rounds):
        for name, command in commands.items():
            times[name].append(seconds(command, folder))
    medians = [statistics.median(list_) for list_ in times.values()]
    for name, median in zip(times, medians):
        print(f"{name:30} {median:6.2f} s")
    print(f"{'ratio':30} {medians[1] / medians[0]:6.2f}")


if __name__ == "__main__":
    main()
