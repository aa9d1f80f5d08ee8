"""How Python reads the environment. os.environ["IN_A_DOCSTRING"] is no read."""
import json
import os
import os as system
import sys
from os import environ, environ as e, getenv as look
from urllib.parse import urlparse

# os.environ["IN_A_COMMENT"]
text = 'os.getenv("IN_A_STRING")'

GATE = os.environ["GATE_URL"]  # read: GATE_URL required text column=8
port = int(os.environ.get("GATE_PORT", 8080))  # read: GATE_PORT optional integer fallback=8080
level = os.environ.get("WATER_LEVEL", default="normal")  # read: WATER_LEVEL optional fallback=normal
keeper = os.environ.get("KEEPER")  # read: KEEPER expected text
none = os.environ.get("LOCK_NONE", None)  # read: LOCK_NONE expected
name = os.getenv("LOCK_NAME") or "north"  # read: LOCK_NAME optional fallback=north
a = system.environ['SYSTEM_ALIAS']  # read: SYSTEM_ALIAS required
b = environ['FROM_IMPORT']  # read: FROM_IMPORT required
c = e.get('RENAMED')  # read: RENAMED expected
d = look('RENAMED_FUNCTION', 'x')  # read: RENAMED_FUNCTION optional fallback=x
os.environ['WRITTEN'] = 'yes'
os.environ["WRITTEN_TOO"]: str = "yes"
del os.environ['DELETED']
del os.environ["DELETED_A"], os.environ["DELETED_B"]
os.putenv('PUT', '1')
popped = os.environ.pop('POPPED', None)  # read: POPPED expected
os.environ.setdefault('LOCK_MODE', 'auto')  # read: LOCK_MODE optional fallback=auto
os.environ['PATH_LIKE'] += ':/opt'  # read: PATH_LIKE required
if 'LOCK_DEBUG' in os.environ:  # read: LOCK_DEBUG optional
    pass
if "LOCK_QUIET" not in environ:  # read: LOCK_QUIET optional
    pass
if os.environ.get("LOCK_TRACE"):  # read: LOCK_TRACE optional
    pass

KEY = "LOCK_KEY"
by_constant = os.environ[KEY]  # read: LOCK_KEY required
PREFIX = "LOCK_"
joined = os.environ[PREFIX + "JOINED"]  # read: LOCK_JOINED
adjacent = os.environ["LOCK_" "ADJACENT"]  # read: LOCK_ADJACENT
formatted = os.environ[f"{PREFIX}FORMATTED"]  # read: LOCK_FORMATTED
multi = os.environ.get(  # read: LOCK_MULTI fallback=a
    "LOCK_MULTI",
    "a",
)
one = f"{os.environ['INSIDE_F']} and {{os.environ['NOT_INSIDE']}}"  # read: INSIDE_F
nested = f"""
{os.getenv("INSIDE_TRIPLE")} read: INSIDE_TRIPLE
"""

raw = os.getenv(r"RAW_NAME")  # read: RAW_NAME
unicode_name = os.getenv(u'UNICODE_NAME')  # read: UNICODE_NAME


def gate(id):
    return os.environ["GATE_" + id]  # read: GATE_*


def unknown(names):
    for n in names:
        print(os.environ.get(n))  # read: ?


for n in ("LOOP_A", "LOOP_B"):
    print(os.environ[n])  # read: LOOP_A | LOOP_B

debug = os.environ.get("LOCK_DEBUGGING", "").lower() in ("1", "true")  # read: LOCK_DEBUGGING boolean literals=1,true fallback=
mode = os.environ.get("LOCK_STYLE")  # read: LOCK_STYLE choice literals=fast,slow
if mode == "fast":
    pass
elif mode == "slow":
    pass

assert os.environ.get("LOCK_TIDES", "t.csv").endswith(".csv")  # read: LOCK_TIDES optional
assert os.environ.get("LOCK_ASSERTED")  # read: LOCK_ASSERTED required
model = os.environ.get("LOCK_MODEL", "tidal")  # read: LOCK_MODEL optional choice literals=river,tidal
if model not in ("tidal", "river"):
    raise SystemExit(model)
token = os.environ.get("LOCK_TOKEN")  # read: LOCK_TOKEN required
if not token:
    raise RuntimeError("LOCK_TOKEN is not set")
secret = os.environ.get("LOCK_SECRET")  # read: LOCK_SECRET required
if secret is None:
    sys.exit("no secret")
hosts = os.environ.get("LOCK_HOSTS", "a,b").split(",")  # read: LOCK_HOSTS list fallback=a,b
limits = json.loads(os.environ["LOCK_LIMITS"])  # read: LOCK_LIMITS json
url = urlparse(os.environ["LOCK_BASE"])  # read: LOCK_BASE url
either = os.environ.get("EITHER_A") or os.environ.get("EITHER_B") or "c"  # read: EITHER_A fallback=os.environ.get("EITHER_B") | EITHER_B fallback=c
conditional = os.environ["COND"] if "COND" in os.environ else "d"  # read: COND | COND optional

env = os.environ
aliased = env["ALIASED"]  # read: ALIASED required
copied = dict(os.environ)  # read: *
from_copy = copied["FROM_COPY"]  # read: FROM_COPY
copied["WRITTEN_TO_COPY"] = "x"
run(env=os.environ)  # read: *
for k, v in os.environ.items():  # read: *
    pass


def shadow(environ):
    return environ["WSGI_ONLY"]


class Keys:
    TOKEN = "KEYS_TOKEN"


t = os.environ[Keys.TOKEN]  # read: KEYS_TOKEN
names = {"a": "NAMES_A"}
u = os.environ[names["a"]]  # read: NAMES_A


def must(key, fallback=None):
    value = os.environ.get(key, fallback)
    if value is None:
        raise KeyError(key)
    return value


def must_int(key):
    return int(must(key))


w = must("MUST_W")  # read: MUST_W required through=must
x = must("MUST_X", "7")  # read: MUST_X fallback=7 through=must
y = must_int("MUST_Y")  # read: MUST_Y integer through=must_int


class Settings:
    def read(self, key, default="none"):
        return os.getenv(key, default)

    def load(self):
        self.a = self.read("SETTINGS_A")  # read: SETTINGS_A fallback=none through=read
        self.b = self.read("SETTINGS_B", default="1")  # read: SETTINGS_B fallback=1


"""
os.environ["AFTER"]
"""
print(os.environ["LAST"])  # read: LAST
