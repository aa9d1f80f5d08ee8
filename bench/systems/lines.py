"""Seeded lines of env files that readers are likely to differ on."""
import random

PIECES = ["1", "two", "a b", "x=y", "#", " # beside", "it's", '"', "'", "\\n", "\\", "\\\\", "$", "$A", "${A}", "${A:-d}", "${NOPE}", "${NOPE:-f}", "${NOPE-g}", "${A:+p}",
          "$$", "`", "~", "é", "\t", "  ", "a\\ b", "\\t", "\\\"", "\\'", "http://h:80/p?q=1&r#s", "!", "*", ";", "|", "&", "(", ")", "<", "%d", "${A", "$1", "$-", "-", ":", ",", "@", "[x]", "{a,b}", "\\$A", "\\x41", "C:\\dir"]
PLAIN = ["1", "two", "lock-9.example:80/p?q", "x=y", "a,b", "007", "true", "", "é", "C:/dir", "a_b-c.d", "100%", "@home", "a:b"]


def value(r):
    """One value: bare, in quotes of either kind, or mixed."""
    body = "".join(r.choice(PIECES) for _ in range(r.choice([1, 1, 2, 2, 3])))
    form = r.random()
    if form < 0.15:
        return r.choice(PLAIN)
    if form < 0.45:
        return body
    if form < 0.65:
        return '"' + body.replace('"', '\\"') + '"'
    if form < 0.8:
        return "'" + body.replace("'", "") + "'"
    if form < 0.9:
        return '"' + body.replace('"', "") + '"' + r.choice([" # beside", "#near", " ", "tail", "'more'"])
    return r.choice(PLAIN) + r.choice([" # beside", "#near", " tail", "\t", "\\"])


def line(r):
    """One line with a name, the way people write it or slip."""
    before = r.choice(["", "", "", "", "", "", "export ", " ", "\t"])
    between = r.choice(["=", "=", "=", "=", "=", "=", " = ", "= ", " =", ": "])
    name = r.choice(["B", "B", "B", "B", "LONG_NAME2", "b.c", "B-C", "2B"])
    if r.random() < 0.05:
        return before + name
    return before + name + between + value(r)


def corpus(count, seed=20261126):
    """Files of a line each, behind one that sets A; some of several lines."""
    r = random.Random(seed)
    seen = []
    while len(seen) < count:
        text = "A=1\n" + line(r) + "\n"
        if r.random() < 0.12:
            text += r.choice(["# note\n", "\n", "; note\n", "C=" + value(r) + "\n", "B=again\n", "\r\n"])
        if r.random() < 0.04:
            text = "A=1\nB=\"one\ntwo" + r.choice(["\"\n", "\" # beside\n", "\nC=3\n"])
        if text not in seen:
            seen.append(text)
    return seen
