"""Seeded projects, each with what the real system makes of it: (folder, environment, values, text)."""
import json
import os
import random
import re
import shutil
import subprocess

import references

COUNT = 60
SEED = 20261126


def write(folder, files):
    for path, text in files.items():
        full = os.path.join(folder, path)
        os.makedirs(os.path.dirname(full), exist_ok=True)
        with open(full, "w") as f:
            f.write(text)
        os.chmod(full, 0o644)
    for where, folders, _ in os.walk(folder):
        os.chmod(where, 0o755)


def text_of(files):
    return "".join(f"-- {path} --\n{text}" for path, text in files.items() if not path.endswith((".go", ".mod")))


PROGRAM = {"go.mod": "module gate\n\ngo 1.26\n", "main.go": "package main\n\nfunc main() {}\n"}

# Images.

WORDS = ["1", "two", "x y", "$A", "${B}", "${A:-d}", "${NOPE:-f}", "${A:+p}", "a$A-b", "\\$A", "it's", "é", "/opt/$A:/bin", "${C}${A}", "http://h:80/#x", "", "$V", "${V:-v}", "%d", "a\\ b"]


def quoted(r, word):
    form = r.random()
    if form < 0.35:
        return '"' + word.replace('"', "") + '"'
    if form < 0.5:
        return "'" + word.replace("'", "") + "'"
    return word.replace(" ", "\\ ").replace("'", "") if "\\" not in word else word


def stage(r, n, names):
    base = r.choice(["alpine", "alpine:${V}", "scratch", *names, *names]) if names else r.choice(["alpine", "alpine:$V", "debian"])
    lines = [f"FROM {base} AS s{n}"]
    for _ in range(r.randint(2, 7)):
        name = r.choice("ABCDE")
        what = r.random()
        if what < 0.5:
            pairs = [f"{r.choice('ABCDE')}={quoted(r, r.choice(WORDS))}" for _ in range(r.randint(1, 3))]
            lines.append("ENV " + r.choice([" ", " \\\n    ", " \\\n# between\n  "]).join(pairs))
        elif what < 0.62:
            lines.append(f"ENV {name} {r.choice(WORDS).strip() or 'x'}")
        elif what < 0.74:
            lines.append(f"ARG {r.choice('ABFG')}" + r.choice(["", "=arg", "=$A", '="a b"', "=${V}"]))
        elif what < 0.8:
            lines.append(r.choice(["ARG V", "ARG TARGETARCH\nENV D=$TARGETARCH", "ARG TARGETOS=none\nENV E=${TARGETOS}"]))
        elif what < 0.86:
            lines.append(f"ENV {r.choice(['$A', 'K${C}'])}=key")
        else:
            lines.append(r.choice(["RUN export A=run && true", "RUN <<EOT\nENV A=heredoc\nEOT", "LABEL a=$A", "WORKDIR /app", "# ENV A=comment", "CMD [\"x\"]"]))
    return lines


def images(folder, _):
    program = os.environ.get("IMAGED", "")
    if not os.path.exists(program):
        return None
    r = random.Random(SEED)
    for n in range(COUNT):
        lines, names = [r.choice(["ARG V=3", "ARG V=3\nARG W=$V", "# syntax=docker/dockerfile:1\nARG V=latest", "ARG V=3"])], []
        for i in range(r.randint(1, 3)):
            lines += stage(r, i, names)
            names.append(f"s{i}")
        files = {**PROGRAM, "Dockerfile": "\n".join(lines) + "\n"}
        where = os.path.join(folder, str(n))
        write(where, files)
        done = subprocess.run([program, os.path.join(where, "Dockerfile")], capture_output=True)
        if done.returncode != 0:
            continue  # the builder refuses it
        real = dict(e.split("=", 1) for e in json.loads(done.stdout) or [])
        # What the platform decides is not known before it is built: amd64 is here.
        yield where, "image", {k: v for k, v in real.items() if k != "PATH" and v != "amd64" and re.fullmatch(r"[A-Za-z_][A-Za-z0-9_.-]*", k)}, files["Dockerfile"]


# Units.

VALUES = ["1", "x y", "%n", "%N", "%p", "%i", "%%", "%z", "\\x41", "\\n", "\\s", "a\\tb", "$A", "it's", "#x", "é", "", "a=b", "\\q", ";", "\\101", "\\u00e9", "%j"]


def assignment(r):
    name = r.choice(["A", "B", "C", "D", "E", "1X", "F-G", "LONG_NAME"])
    value = "".join(r.choice(VALUES) for _ in range(r.choice([1, 1, 2])))
    form = r.random()
    if form < 0.4:
        return f'"{name}={value}"'
    if form < 0.6:
        return "'" + f"{name}={value}".replace("'", "") + "'"
    return f"{name}={value}".replace(" ", "_").replace("'", "")


def unit(r, folder):
    lines = []
    for _ in range(r.randint(2, 6)):
        what = r.random()
        if what < 0.65:
            lines.append("Environment=" + r.choice([" ", " \\\n  ", " \\\n# between\n "]).join(assignment(r) for _ in range(r.randint(1, 3))))
        elif what < 0.72:
            lines.append("Environment=")
        elif what < 0.8:
            lines.append(f"UnsetEnvironment={r.choice(['A', 'B C', 'D=1', 'A=1'])}")
        elif what < 0.88:
            lines.append(f"PassEnvironment={r.choice(['HANDED', 'A', 'A B', ''])}")
        else:
            lines.append(f"EnvironmentFile={r.choice(['', '-'])}{folder}/{r.choice(['one.env', 'two.env'])}")
    return lines


def units(folder, _):
    systemd = shutil.which("systemd") or "/lib/systemd/systemd"
    if not os.path.exists(systemd) or os.getuid() != 0:
        return None
    r = random.Random(SEED)
    cases, wants = [], []
    where = os.path.join(folder, "units")
    for n in range(COUNT):
        name = r.choice([f"gate{n}.service", f"gate@{n}.service", f"gate-{n}.service"])
        tree = os.path.join(folder, str(n))
        files = {"one.env": "A=file\nG=one\n", "two.env": "B=file two\nA=two\n", name: "[Service]\nExecStart=/bin/true\n" + "\n".join(unit(r, tree)) + "\n"}
        if r.random() < 0.4:
            files[f"{name}.d/10.conf"] = "[Service]\n" + "\n".join(unit(r, tree)) + "\n"
        write(tree, {**files, "inzicht.toml": f'[[environment]]\nname = "x"\nlayers = [{{ unit = "{name}" }}]\n'})
        write(where, {k: v for k, v in files.items() if not k.endswith(".env")})
        wants.append(name)
        cases.append((tree, name, text_of(files)))
    write(where, {"default.target": "[Unit]\nWants=" + " ".join(wants) + "\n"})
    run = os.path.join(folder, "run")
    os.makedirs(run, exist_ok=True)
    os.chmod(run, 0o777)
    done = subprocess.run(["su", "nobody", "-s", "/bin/sh", "-c", f"XDG_RUNTIME_DIR={run} SYSTEMD_UNIT_PATH={where} {systemd} --test --user 2>&1"], capture_output=True)
    dumps = re.split(r"-> Unit (\S+):\n", done.stdout.decode("utf-8", "replace"))
    said = {dumps[i]: dumps[i + 1] for i in range(1, len(dumps) - 1, 2)}
    for tree, name, text in cases:
        if name not in said:
            continue
        yield tree, "x", started(said[name], {"HANDED": "on"}), text


def started(dump, surroundings):
    """What a unit is started with, as systemd.exec documents it: what is passed on, Environment=, files, and last what is taken away."""
    def all_of(key):
        return re.findall(rf"^\t\t{key}: (.*)$", dump, flags=re.M)
    real = {}
    for names in all_of("PassEnvironment"):
        real.update({n: surroundings[n] for n in names.split() if n in surroundings})
    for pair in re.findall(r"^\t\tEnvironment: (.*(?:\n(?!\t|\s*->).*)*)$", dump, flags=re.M):
        name, _, value = pair.partition("=")
        real[name] = value
    for file in all_of("EnvironmentFile"):
        with open(file.lstrip("-")) as f:
            real.update(line.split("=", 1) for line in f.read().splitlines())
    for entry in all_of("UnsetEnvironment"):
        name, has, value = entry.partition("=")
        if not has or real.get(name) == value:
            real.pop(name, None)
    return {k: v for k, v in real.items() if k not in surroundings}


# Compose.

SCALARS = ["1", "two", "x y", "${A}", "${B:-d}", "${NOPE-n}", "${NOPE:-}", "$$A", "${A:+p}", "a-${A}-b", "${C:-${B:-e}}", "${E-x}", "true", "0x10", "$HANDED", "é #x"]


def environment(r):
    names = r.sample("ABCDEFGH", r.randint(1, 4))
    if r.random() < 0.5:
        return "    environment:\n" + "".join(f"      {n}: {json.dumps(r.choice(SCALARS), ensure_ascii=False) if r.random() < 0.9 else ''}\n" for n in names)
    return "    environment:\n" + "".join("      - " + json.dumps(n if r.random() < 0.15 else f"{n}={r.choice(SCALARS)}", ensure_ascii=False) + "\n" for n in names)


def env_lines(r):
    return "".join(f"{n}={r.choice(['1', 'two', 'x y', '${A}', '${H:-h}', chr(39) + '$A' + chr(39), chr(34) + 'q ${B} q' + chr(34), '', '$HANDED'])}\n" for n in r.sample("ABCDEGH", r.randint(1, 4)))


def service(r, name):
    out = f"  {name}:\n    build: .\n"
    what = r.random()
    if what < 0.25:
        out += f"    env_file: {r.choice(['one.env', 'two.env'])}\n"
    elif what < 0.45:
        out += "    env_file: [one.env, two.env]\n"
    elif what < 0.6:
        out += "    env_file:\n      - path: one.env\n      - path: none.env\n        required: false\n      - {path: two.env, format: raw}\n"
    if r.random() < 0.85:
        out += environment(r)
    return out


def compose(folder, surroundings):
    program = os.environ["COMPOSED"]
    r = random.Random(SEED)
    for n in range(COUNT):
        files = {**PROGRAM, ".env": env_lines(r), "one.env": env_lines(r), "two.env": env_lines(r), "compose.yaml": "services:\n" + service(r, "web")}
        if r.random() < 0.3:
            files["compose.override.yaml"] = "services:\n  web:\n" + environment(r)
        if r.random() < 0.25:
            files["compose.yaml"] = "services:\n" + service(r, "base") + service(r, "web") + "    extends: base\n"
        if r.random() < 0.2:
            files["compose.yaml"] = "x-common: &common\n  COMMON: ${A:-c}\n  A: common\n" + "services:\n  web:\n    build: .\n    environment:\n      <<: *common\n      B: ${B:-b}\n"
        where = os.path.join(folder, str(n))
        write(where, files)
        done = subprocess.run([program, "project", where, "web"], env=surroundings, capture_output=True)
        if done.returncode != 0:
            continue  # the library refuses it
        yield where, "compose/web", json.loads(done.stdout), text_of(files)


# Kustomizations.

def container(r, name="gate"):
    sources = "".join(f"        - {{{kind}: {{name: {ref}{', optional: true' if optional else ''}}}{prefix}}}\n" for kind, ref, optional, prefix in
                      r.sample([("configMapRef", "m", False, ""), ("configMapRef", "more", False, ", prefix: P_"), ("secretRef", "s", False, ""), ("configMapRef", "none", True, "")], r.randint(1, 3)))
    entries = "".join(f"        - {{name: {n}, {v}}}\n" for n, v in ((n, r.choice(["value: one", "value: $(A)-x", "value: $(E)", "value: $$(A)", "value: '1'", "value: $(NOPE)", "valueFrom: {configMapKeyRef: {name: m, key: A}}",
                      "valueFrom: {secretKeyRef: {name: s, key: K, optional: true}}", "valueFrom: {configMapKeyRef: {name: m, key: NONE, optional: true}}"])) for n in r.sample("ABCDE", r.randint(1, 4))))
    return f"      - name: {name}\n        image: gate\n        envFrom:\n{sources}        env:\n{entries}"


def deployment(r):
    return "apiVersion: apps/v1\nkind: Deployment\nmetadata: {name: gate}\nspec:\n  template:\n    spec:\n      containers:\n" + container(r)


def kustomize(folder, _):
    if shutil.which("kubectl") is None:
        return None
    import yaml

    r = random.Random(SEED)
    for n in range(COUNT):
        base = {"gate/go.mod": "module gate\n", "gate/main.go": PROGRAM["main.go"], "k8s/base/gate.yaml": deployment(r),
                "k8s/base/kustomization.yaml": "resources: [gate.yaml]\nconfigMapGenerator:\n- name: m\n  literals: [A=base, B=base, C=x=y]\n- name: more\n  envs: [more.env]\nsecretGenerator:\n- name: s\n  literals: [K=key, D=secret]\n" + r.choice(["", "namePrefix: a-\n", "nameSuffix: -b\n"]),
                "k8s/base/more.env": "Q=1\n# note\nR=x y\nS=\"q\"\n"}
        patch = r.choice(["patches:\n- path: patch.yaml\n", "patches:\n- target: {kind: Deployment}\n  patch: |\n    - op: add\n      path: /spec/template/spec/containers/0/env/-\n      value: {name: F, value: added}\n",
                          "patches:\n- target: {kind: Deployment}\n  patch: |\n    - op: replace\n      path: /spec/template/spec/containers/0/env/0\n      value: {name: G, value: put}\n", ""])
        generator = r.choice(["configMapGenerator:\n- name: m\n  behavior: merge\n  literals: [B=prod, E=new]\n", "configMapGenerator:\n- name: m\n  behavior: replace\n  literals: [A=only]\n", ""])
        over = {"k8s/overlays/prod/kustomization.yaml": "resources: [../../base]\n" + patch + generator + r.choice(["", "namePrefix: p-\n"])}
        if "patch.yaml" in patch:
            over["k8s/overlays/prod/patch.yaml"] = "apiVersion: apps/v1\nkind: Deployment\nmetadata: {name: gate}\nspec: {template: {spec: {containers: [{name: gate, env: [{name: A, value: patched}, {name: H, value: $(A)}]}]}}}\n"
        files = {**base, **over}
        where = os.path.join(folder, str(n))
        write(where, files)
        done = subprocess.run(["kubectl", "kustomize", os.path.join(where, "k8s/overlays/prod")], capture_output=True)
        if done.returncode != 0:
            continue
        yield where, "kubernetes.prod/gate", pod(list(yaml.safe_load_all(done.stdout))), text_of(files)


def pod(manifests):
    """What a container is started with, by the documented rules, of manifests as kustomize wrote them."""
    import base64

    maps = {}
    for m in manifests:
        if m["kind"] == "ConfigMap":
            maps["configMapRef", m["metadata"]["name"]] = m.get("data") or {}
        elif m["kind"] == "Secret":
            maps["secretRef", m["metadata"]["name"]] = {k: base64.b64decode(v).decode() for k, v in (m.get("data") or {}).items()}
    c = next(m for m in manifests if m["kind"] == "Deployment")["spec"]["template"]["spec"]["containers"][0]
    real = {}
    for source in c.get("envFrom") or []:
        for kind in ("configMapRef", "secretRef"):
            if kind in source:
                for k, v in maps.get((kind, source[kind]["name"]), {}).items():
                    real[source.get("prefix", "") + k] = v
    for entry in c.get("env") or []:
        if "value" in entry:
            real[entry["name"]] = re.sub(r"\$\$|\$\(([A-Za-z_][\w.-]*)\)", lambda m: "$" if m[0] == "$$" else real.get(m[1], m[0]), str(entry["value"]))
        elif "valueFrom" in entry:
            for key, kind in (("configMapKeyRef", "configMapRef"), ("secretKeyRef", "secretRef")):
                ref = entry["valueFrom"].get(key)
                if ref and ref["key"] in maps.get((kind, ref["name"]), {}):
                    real[entry["name"]] = maps[kind, ref["name"]][ref["key"]]
        else:
            real[entry["name"]] = ""
    return real


KINDS = {"images": images, "units": units, "projects": compose, "kustomize": kustomize}
