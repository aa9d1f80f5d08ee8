import os
def g():
    return os.environ["D1"]
def f():
    os.environ.setdefault("D1", "UTC")
    g()
def h():
    os.environ.setdefault("D2", "UTC")
