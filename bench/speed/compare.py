"""Runs the search and the commands in alternation and prints medians.

All have run once before: files are in memory, and reads and verify know what
has not changed since. "reads afresh" reads every file again. The time of the
processors is less disturbed by what else a machine does.
"""
import resource
import statistics
import subprocess
import sys
import time
import os

PATTERN = (r"process\.env|import\.meta\.env|os\.environ|os\.getenv|getenv\(|os\.Getenv|os\.LookupEnv|\$_ENV|\$_SERVER|ENV\[|ENV\.fetch"
           r"|System\.getenv|GetEnvironmentVariable|env::var|env!\(|System\.get_env|\$ENV\{|Platform\.environment|processInfo\.environment|sys\.env")
ENDINGS = ("go py pyi js jsx mjs cjs ts tsx mts cts java kt kts scala cs rs c h cc cpp cxx hh hpp swift dart rb rake erb php phtml pl pm t lua ex exs "
           "sh bash ps1 mk").split()
ROUNDS = 7


def timed(command):
    begun = time.monotonic()
    child = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    _, status, usage = os.wait4(child.pid, 0)
    return time.monotonic() - begun, usage.ru_utime + usage.ru_stime, usage.ru_maxrss / 1024


def main(program, folder):
    globs = [x for e in ENDINGS for x in ("-g", "*." + e)]
    commands = {
        "search": ["rg", "-c", "--hidden", "--no-ignore", *globs, PATTERN, folder],
        "reads afresh": [program, "reads", "-q", "--afresh", "--no-skip", "--format", "json", folder],
        "reads": [program, "reads", "-q", "--no-skip", "--format", "json", folder],
        "verify": [program, "verify", "-q", "--no-skip", "--format", "json", folder],
    }
    size = 0
    for where, _, files in os.walk(folder):
        for f in files:
            if f.rsplit(".", 1)[-1] in ENDINGS and not os.path.islink(os.path.join(where, f)):
                size += os.path.getsize(os.path.join(where, f))
    for command in commands.values():
        timed(command)
    times = {name: [] for name in commands}
    work = {name: [] for name in commands}
    memory = dict.fromkeys(commands, 0)
    for _ in range(ROUNDS):
        for name, command in commands.items():
            took, busy, peak = timed(command)
            times[name].append(took)
            work[name].append(busy)
            memory[name] = max(memory[name], peak)
    search = statistics.median(times["search"])
    searching = statistics.median(work["search"])
    print(f"{folder}: {size / 1e6:.0f} MB of source, {ROUNDS} rounds in alternation")
    print(f"{'':12} {'median':>8} {'MB/s':>7} {'ratio':>6} {'processor':>10} {'ratio':>6} {'memory':>8}")
    for name, list_ in times.items():
        median = statistics.median(list_)
        busy = statistics.median(work[name])
        print(f"{name:12} {median:7.3f}s {size / 1e6 / median:7.0f} {median / search:6.2f} {busy:9.3f}s {busy / searching:6.2f} {memory[name]:5.0f} MB")


main(*sys.argv[1:])
