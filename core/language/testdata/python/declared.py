from decouple import config
from environs import Env
from pydantic_settings import BaseSettings
import click

debug = config("GATE_DEBUG", default=False, cast=bool)  # read: GATE_DEBUG optional fallback=false
url = config("GATE_URL")  # read: GATE_URL required
env = Env()
port = env.int("GATE_PORT", 8080)  # read: GATE_PORT integer fallback=8080
name = env("GATE_NAME")  # read: GATE_NAME required


class Settings(BaseSettings):
    gate_url: str  # read: LOCK_GATE_URL required
    limit: int = 3  # read: LOCK_LIMIT integer fallback=3
    keeper: str | None = None  # read: LOCK_KEEPER optional
    token: str = Field(..., alias="GATE_TOKEN")  # read: GATE_TOKEN required
    model_config = SettingsConfigDict(env_prefix="LOCK_")

    def inside(self):
        local: str = "x"


@click.option("--gate", envvar="GATE_OPTION")  # read: GATE_OPTION optional
def main(gate):
    pass


import environ

settings = environ.Env(GATE_VERBOSE=(bool, False))
verbose = settings("GATE_VERBOSE")  # read: GATE_VERBOSE optional
store = settings.db("GATE_STORE")  # read: GATE_STORE required url
limit = settings.int("GATE_LIMIT", default=4)  # read: GATE_LIMIT integer fallback=4

from flask import Flask

app = Flask("lockside")
app.config.from_envvar("GATE_SETTINGS")  # read: GATE_SETTINGS required
app.config.from_envvar("GATE_MORE", silent=True)  # read: GATE_MORE optional
