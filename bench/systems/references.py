"""The real readers of env files: each takes a path and gives what it sets, None where it refuses the file, SKIPPED where
the file is not of what it reads."""
import http.server
import json
import os
import re
import shutil
import subprocess
import tempfile
import threading

SKIPPED = object()


def zero(out):
    return dict(e.split("=", 1) for e in out.decode("utf-8", "surrogateescape").split("\0") if "=" in e)


def shell(surroundings):
    """A shell that sources the file and exports what it sets. What would run a command is left out."""
    dash = shutil.which("dash")
    if dash is None:
        return None

    def read(path, text):
        if re.search(r"[`(<>|&;]|\$\$|\$-|\$1|[*]", re.sub(r"'[^']*'", "", text)):
            return SKIPPED
        done = subprocess.run([dash, "-c", 'set -a; . "$0" >/dev/null 2>&1 </dev/null; env -0', path], env=surroundings, capture_output=True, cwd="/")
        if done.returncode != 0:
            return None
        return {k: v for k, v in zero(done.stdout).items() if k not in surroundings and k not in ("PWD", "OLDPWD", "_")}

    return read


def dotenv(surroundings):
    """Node's own reader, which fills nothing in."""
    if shutil.which("node") is None:
        return None

    def read(path, text):
        if "$" in text or "`" in text:
            return SKIPPED
        done = subprocess.run(["node", "-p", "JSON.stringify(util.parseEnv(require('fs').readFileSync(process.argv[1], 'utf8')))", path], env=surroundings, capture_output=True)
        return json.loads(done.stdout) if done.returncode == 0 else None

    return read


def compose(surroundings):
    """The library that reads env_file."""
    program = os.environ["COMPOSED"]

    def read(path, text):
        done = subprocess.run([program, "lines", path], env=surroundings, capture_output=True)
        return json.loads(done.stdout) if done.returncode == 0 else None

    return read


def docker(surroundings):
    """The client of a container engine, which sends what it read to a server of ours."""
    if shutil.which("docker") is None:
        return None
    got = []

    class Server(http.server.BaseHTTPRequestHandler):
        def log_message(self, *_):
            pass

        def answer(self, status, body):
            self.send_response(status)
            self.send_header("Api-Version", "1.45")
            self.send_header("Content-Type", "application/json")
            self.end_headers()
            if self.command != "HEAD":
                self.wfile.write(body)

        def do_HEAD(self):
            self.answer(200, b"")

        def do_GET(self):
            self.answer(200, b"OK" if "_ping" in self.path else b"{}")

        def do_POST(self):
            body = self.rfile.read(int(self.headers.get("Content-Length") or 0))
            if "containers/create" in self.path:
                got.append(json.loads(body).get("Env") or [])
            self.answer(201, b'{"Id":"x","Warnings":[]}')

    server = http.server.ThreadingHTTPServer(("127.0.0.1", 0), Server)
    threading.Thread(target=server.serve_forever, daemon=True).start()

    def read(path, text):
        got.clear()
        done = subprocess.run(["docker", "create", "--env-file", path, "image"], env={**surroundings, "DOCKER_HOST": f"tcp://127.0.0.1:{server.server_port}"}, capture_output=True)
        return dict(e.split("=", 1) for e in got[0] if "=" in e) if done.returncode == 0 and got else None

    return read


GENERATOR = "/usr/lib/systemd/user-environment-generators/30-systemd-environment-d-generator"


def systemd(surroundings):
    """systemd's own loader of env files, by way of the generator for environment.d, which fills in what an env file would not."""
    if not os.path.exists(GENERATOR):
        return None

    def read(path, text):
        if "$" in text:
            return SKIPPED
        with tempfile.TemporaryDirectory() as home:
            os.makedirs(os.path.join(home, "environment.d"))
            shutil.copy(path, os.path.join(home, "environment.d", "x.conf"))
            done = subprocess.run([GENERATOR], env={"XDG_CONFIG_HOME": home, "HOME": home, "PATH": surroundings["PATH"]}, capture_output=True)
        pairs = (line.split("=", 1) for line in done.stdout.decode("utf-8", "surrogateescape").splitlines() if "=" in line)
        return {k: unescaped(v) for k, v in pairs if k not in ELSEWHERE}

    return read


def unescaped(value):
    """A value as the generator prints it: in double quotes where it must be, with escapes as in C."""
    if value.startswith('"') and value.endswith('"') and len(value) > 1:
        value = value[1:-1]
    return re.sub(r"\\(.)", lambda m: {"n": "\n", "t": "\t", "r": "\r"}.get(m[1], m[1]), value)


def plain(dialect, values):
    """Values without what is apart on purpose, or by the way in which a reader is asked: names that begin with a digit or hold
    more than letters, digits, dots and hyphens; white space that node leaves in a name and at the end of a value; empty values, which
    the generator drops."""
    out = {}
    for name, value in values.items():
        if dialect == "dotenv":
            name, value = name.strip(), value.strip()
        if re.fullmatch(r"[A-Za-z_][\w.-]*", name) and not (dialect == "systemd" and value == ""):
            out[name] = value
    return out


def elsewhere():
    """What other files of environment.d on this machine set."""
    if not os.path.exists(GENERATOR):
        return set()
    with tempfile.TemporaryDirectory() as home:
        out = subprocess.run([GENERATOR], env={"XDG_CONFIG_HOME": home, "HOME": home, "PATH": os.environ["PATH"]}, capture_output=True).stdout
    return {line.split("=", 1)[0] for line in out.decode().splitlines() if "=" in line}


ELSEWHERE = elsewhere()
READERS = {"dotenv": dotenv, "compose": compose, "docker": docker, "systemd": systemd, "shell": shell}
