"""Settings of the forecast, all from the environment.

os.environ["NOT_A_READ"] in a docstring is prose.
"""
import os
from os import environ

PREFIX = "LEVEL_"

FEED = os.environ["GAUGE_FEED_URL"]
ALARM_CM = int(os.environ.get(PREFIX + "ALARM_CM", "400"))
DRY_RUN = "LEVEL_DRY_RUN" in environ
MODEL = environ.get("LEVEL_MODEL", "tidal")
MAIL_FROM = os.getenv("HARBOUR_MAIL_FROM")

if MODEL not in ("tidal", "river"):
    raise SystemExit(f"LEVEL_MODEL is {MODEL}: neither tidal nor river")


def station(name):
    """The address of one gauge, such as GAUGE_NORTH_URL."""
    return environ.get(f"GAUGE_{name.upper()}_URL")


def plugin_setting(key):
    return environ.get(key)
