package language

import (
	"strings"
	"testing"

	"inzicht/core/declare"
)

// forms are sources as the libraries' own documents show them, by the beginning
// of the name of the form that they are of.
var forms = []struct {
	form string
	written
}{
	{"what a bundler replaces", written{"x.js", `const { EnvironmentPlugin } = require("webpack");
module.exports = { plugins: [new EnvironmentPlugin(["LOCK_A", "LOCK_B"]), new EnvironmentPlugin("LOCK_C")] };`,
		"LOCK_A expected; LOCK_B expected; LOCK_C expected"}},
	{"what a bundler replaces", written{"x.js", `import webpack from "webpack";
new webpack.EnvironmentPlugin({ LOCK_A: "x", LOCK_B: undefined, LOCK_C: null, LOCK_D: false });
new other.EnvironmentPlugin(["LOCK_E"]);`,
		"LOCK_A optional =x; LOCK_B expected; LOCK_C optional; LOCK_D optional boolean =false"}},
	{"schemas applied", written{"x.ts", `import { z } from "zod";
const base = z.object({ LOCK_URL: z.string().url(), LOCK_MODE: z.enum(["tidal", "river"]).default("tidal") });
const env = base.extend({ LOCK_PORT: z.coerce.number().int().default(80), LOCK_NOTE: z.string().optional(), LOCK_ON: z.string().transform((s) => s === "on") }).parse(process.env);`,
		"LOCK_URL required url; LOCK_MODE optional choice =tidal; LOCK_PORT optional integer =80; LOCK_NOTE optional; LOCK_ON required boolean; * optional"}},
	{"schemas applied", written{"x.ts", `import { createEnv } from "@t3-oss/env-nextjs";
export const env = createEnv({ server: { LOCK_KEY: z.string().min(1) }, client: { NEXT_PUBLIC_LOCK: z.string().optional() }, runtimeEnv: process.env });`,
		"LOCK_KEY required; NEXT_PUBLIC_LOCK optional; * optional"}},
	{"schemas applied", written{"x.js", `const Joi = require("joi");
const schema = Joi.object({ LOCK_A: Joi.string().required(), LOCK_B: Joi.number().port().default(80), LOCK_C: Joi.string().valid("x", "y") }).unknown();
const { value } = schema.validate(process.env);`,
		"LOCK_A required; LOCK_B optional integer =80; LOCK_C optional choice; * optional"}},
	{"schemas applied", written{"x.ts", `import * as v from "valibot";
const S = v.object({ LOCK_PORT: v.optional(v.pipe(v.string(), v.transform(Number)), "80"), LOCK_URL: v.pipe(v.string(), v.url()), LOCK_M: v.picklist(["a", "b"]) });
v.parse(S, process.env);`,
		"LOCK_PORT optional number =80; LOCK_URL required url; LOCK_M required choice; * optional"}},
	{"schemas applied", written{"x.js", `const { cleanEnv, str, num, bool } = require("envalid");
const env = cleanEnv(process.env, { LOCK_A: str(), LOCK_B: num({ default: 3 }), LOCK_C: bool({ default: false }), LOCK_D: str({ choices: ["x", "y"] }) });`,
		"* optional; LOCK_A required; LOCK_B optional number =3; LOCK_C optional boolean =false; LOCK_D required choice"}},
	{"schemas applied", written{"x.ts", `import { ConfigModule } from "@nestjs/config";
ConfigModule.forRoot({ validationSchema: Joi.object({ LOCK_A: Joi.string().required(), LOCK_B: Joi.number() }) });`,
		"LOCK_A required; LOCK_B optional number"}},
	{"schemas applied", written{"x.js", `const schema = { type: "object", required: ["LOCK_A"], properties: { LOCK_A: { type: "string" }, LOCK_B: { type: "integer", default: 80 } } };
const config = envSchema({ schema, dotenv: true });`,
		"LOCK_A required; LOCK_B optional integer =80"}},
	{"schemas applied", written{"x.mjs", `export default defineConfig({ env: { schema: { LOCK_URL: envField.string({ context: "server", access: "secret" }), LOCK_N: envField.number({ context: "client", access: "public", default: 4 }), LOCK_MODE: envField.enum({ values: ["a", "b"], default: "a" }) } } });`,
		"LOCK_URL required; LOCK_N optional number =4; LOCK_MODE optional choice =a"}},
	{"schemas applied", written{"x.ts", `import { envsafe, port, str } from "envsafe";
const env = envsafe({ LOCK_PORT: port({ default: 80 }), LOCK_KEY: str() });`, "LOCK_PORT optional integer =80; LOCK_KEY required"}},
	{"schemas applied", written{"x.ts", `import { Env } from "@adonisjs/core/env";
export default await Env.create(here, { LOCK_MODE: Env.schema.enum(["a", "b"] as const), LOCK_NOTE: Env.schema.string.optional() });`, "LOCK_MODE required choice; LOCK_NOTE optional"}},
	{"schemas applied", written{"x.ts", `import { defaulted, object, string } from "superstruct";
create(process.env, object({ LOCK_A: defaulted(string(), "a"), LOCK_B: string() }));`, "* optional; LOCK_A optional =a; LOCK_B required"}},
	{"schemas applied", written{"x.ts", `import { IsEnum, IsInt, IsOptional, IsString } from "class-validator";
class Base { @IsString() LOCK_KEY: string; }
class Env extends Base {
  @IsEnum(Mode) LOCK_MODE: Mode;
  @IsInt() LOCK_PORT: number = 80;
  LOCK_FREE: string
  @IsString() @IsOptional() LOCK_NOTE?: string;
}
export function validate(config: Record<string, unknown>) { return plainToInstance(Env, config); }
ConfigModule.forRoot({ validate });`, "LOCK_KEY required; LOCK_MODE required choice; LOCK_PORT optional integer =80; LOCK_FREE expected; LOCK_NOTE optional"}},
	{"schemas applied", written{"x.js", `spawn("x", { env: { ...process.env, LOCK_SET: "1" } }); Object.assign({}, process.env, { LOCK_SET: f() });`, "* optional; * optional"}},
	{"values of Effect", written{"x.ts", `import { Config } from "effect";
const a = Config.string("LOCK_HOST"), b = Config.number("LOCK_PORT").pipe(Config.withDefault(80)), c = Config.option(Config.redacted("LOCK_KEY"));
const d = Config.nested(Config.string("URL"), "LOCK_DB"), e = Config.integer("PORT").pipe(Config.nested("LOCK_DB"));`,
		"LOCK_HOST required; LOCK_PORT optional number =80; LOCK_KEY optional; LOCK_DB_URL required; LOCK_DB_PORT required integer"}},
	{"chains", written{"x.ts", `import * as env from "env-var";
const a = env.get("LOCK_A").required().asString(), b = env.get("LOCK_B").default("a").asEnum(["a", "b"]);`,
		"LOCK_A required; LOCK_B optional choice =a"}},
	{"a configuration service", written{"x.ts", `class A { constructor(private config: ConfigService) {} f() { return [this.config.get<number>("LOCK_A", 5), this.config.get("LOCK_B") ?? "b", this.config.getOrThrow("LOCK_C"), this.config.get("lock.d")]; } }`,
		"LOCK_A optional number =5; LOCK_B optional =b; LOCK_C required"}},
	{"a configuration service: with any name", written{"x.ts", `class A { constructor(private cfg: ConfigService, other: Store) {} f() { return [this.cfg.get("LOCK_A") ?? "a", other.get("LOCK_B")]; } }`,
		"LOCK_A optional =a"}},
	{"the environment of a framework", written{"x.ts", `import env from "#start/env";
const a = env.get("LOCK_A", "a"), b = env.get("LOCK_B");`, "LOCK_A optional =a; LOCK_B expected"}},
	{"tables of settings", written{"x.js", `const convict = require("convict");
convict({ port: { format: "port", default: 80, env: "LOCK_PORT" }, mode: { format: ["a", "b"], default: "a", env: "LOCK_MODE" } });`,
		"LOCK_PORT optional integer =80; LOCK_MODE optional choice =a"}},
	{"tables of settings", written{"x.js", `module.exports = { level: { env: 'LOCK_LEVEL', help: "how high", default: 3 }, key: { env: 'LOCK_KEY', help: "the key", required: true } };
run("x", { env: "works" });`, "LOCK_LEVEL optional =3; LOCK_KEY required"}},
	{"fields with variables of their own", written{"x.ts", `@Config
class Gate {
  @Env("LOCK_DEPTH") depth: number = 4;
  @Env("LOCK_MODE", schema)
  mode: "a" | "b" = "a";
  @Env("LOCK_ON") on: boolean = true;
  @Other("LOCK_NOT") not = true;
}`, "LOCK_DEPTH optional number =4; LOCK_MODE optional =a; LOCK_ON optional boolean =true"}},
	{"fields with variables of their own", written{"x.js", `class Gate { constructor() { this.depth = 4; } }
__decorate([
    (0, decorators_1.Env)('LOCK_DEPTH'),
    __metadata("design:type", Number)
], Gate.prototype, "depth", void 0);`, "LOCK_DEPTH optional"}},
	{"options of a command line: new Option", written{"x.js", `const { Option } = require("commander");
program.addOption(new Option("--port <n>").env("LOCK_PORT").default(80).argParser(parseInt));
const { Flags } = require("@oclif/core");
const flags = { key: Flags.string({ env: "LOCK_KEY", required: true }) };`,
		"LOCK_PORT optional integer =80; LOCK_KEY required"}},
	{"schemas applied to the environment", written{"x.ts", `import { load } from "ts-dotenv";
export const env = load({ LOCK_A: Number, LOCK_B: ["a" as const, "b" as const], LOCK_C: { type: String, optional: true }, LOCK_D: { type: Boolean, default: false } });`,
		"LOCK_A required number; LOCK_B required choice; LOCK_C optional; LOCK_D optional boolean =false"}},
	{"schemas applied to the environment", written{"x.ts", `import { load } from "./load";
export const env = load({ LOCK_A: Number });`, ""}},
	{"settings of a site", written{"nuxt.config.ts", `export default defineNuxtConfig({ runtimeConfig: { apiKey: "", db: { host: "north" }, public: { siteName: "Lock", on: true } } });`,
		"NUXT_API_KEY optional =; NUXT_DB_HOST optional =north; NUXT_PUBLIC_SITE_NAME optional =Lock; NUXT_PUBLIC_ON optional boolean =true"}},
	{"settings in layers", written{"x.js", `const nconf = require("nconf");
nconf.argv().env(["LOCK_LEVEL", "LOCK_MODE"]).file("x.json");
nconf.required(["LOCK_KEY", "gate:depth"]);
log(nconf.get("LOCK_LEVEL"));
`, "LOCK_LEVEL optional; LOCK_MODE optional; LOCK_KEY required"}},
	{"options named by a prefix: yargs", written{"x.js", `const yargs = require("yargs");
yargs.env("LOCK").argv;`, "LOCK_* optional"}},
	{"options named by a prefix: yargs", written{"x.js", `import yargs from "yargs";
const argv = yargs(process.argv).env("LOCK").usage("x").option("port", { type: "number", default: 80 }).options({ baseUrl: { demandOption: true } }).parse();`,
		"LOCK_PORT optional number =80; LOCK_BASE_URL required"}},
	{"options named by a prefix: yargs", written{"x.js", `const yargs = require("yargs");
store.env("LOCK").option("port", {});`, ""}},

	{"settings classes: class Settings", written{"x.py", `from pydantic import AliasChoices, Field
from pydantic_settings import BaseSettings, SettingsConfigDict
class Store(BaseModel):
    host: str
class Base(BaseSettings):
    model_config = SettingsConfigDict(env_prefix="LOCK_", env_nested_delimiter="__")
    name: str
    port: int = Field(80, ge=1)
    mode: Literal["tidal", "river"] = "tidal"
    key: SecretStr = Field(..., description="a key")
    other: str = Field(validation_alias=AliasChoices("GATE_A", "GATE_B"))
    store: Store
    _private: str = "x"
    limit: ClassVar[int] = 3
    note: Optional[str]
class Sub(Base):
    extra: Optional[str] = None`,
		"LOCK_STORE__HOST required; LOCK_NAME required; LOCK_PORT optional integer =80; LOCK_MODE optional choice =tidal; LOCK_KEY required; GATE_A required; GATE_B required; LOCK_NOTE required; LOCK_EXTRA optional"}},
	{"settings classes: class Settings", written{"x.py", `from pydantic import BaseSettings, Field
class S(BaseSettings):
    a: str = Field(..., env="GATE_A")
    b: int = 3
    class Config:
        env_prefix = "LOCK_"
        fields = {"c": {"env": "GATE_C"}}
    c: str
    d: Optional[int]`,
		"GATE_A required; LOCK_B optional integer =3; GATE_C required; LOCK_D optional integer"}},
	{"decorated settings", written{"x.py", `import environ
@environ.config(prefix="LOCK")
class Config:
    host = environ.var("north")
    port = environ.var(80, converter=int)
    key = environ.var()
    lang = environ.var(name="LANG_OF")
    @environ.config
    class Store:
        url = environ.var("mem")
    store = environ.group(Store)
@environ.config
class Other:
    key = environ.var()`,
		"LOCK_HOST optional =north; LOCK_PORT optional integer =80; LOCK_KEY required; LANG_OF required; LOCK_STORE_URL optional =mem; APP_KEY required"}},
	{"configuration classes", written{"x.py", `from configurations import Configuration, values
class Dev(Configuration):
    DEBUG = values.BooleanValue(True)
    SECRET_KEY = values.SecretValue()
    HOSTS = values.ListValue(["x"], environ_prefix="LOCK")`,
		"DJANGO_DEBUG optional boolean =True; DJANGO_SECRET_KEY required; LOCK_HOSTS optional list [[\"x\"]]"}},
	{"options with envvar", written{"x.py", `import click, typer
@click.option("--port", envvar="LOCK_PORT", type=int, default=80)
@click.option("--key", envvar=["LOCK_KEY", "KEY"], required=True)
@click.option("--debug/--no-debug", envvar="LOCK_DEBUG")
def f(port, key): pass
def g(url: str = typer.Option(..., envvar="LOCK_URL"), on: Annotated[bool, typer.Option(envvar="LOCK_ON")] = False): pass`,
		"LOCK_PORT optional integer =80; LOCK_KEY required; KEY required; LOCK_DEBUG optional boolean; LOCK_URL required; LOCK_ON optional boolean =False"}},
	{"objects that read", written{"x.py", `from everett.manager import ConfigManager
config = ConfigManager.basic_config()
a = config("LOCK_A", default="1", parser=int), config("LOCK_B"), config("LOCK_C", raise_error=False)`, "LOCK_A optional integer =1; LOCK_B required; LOCK_C optional"}},
	{"objects that read", written{"x.py", `from prettyconf import config
a = config("LOCK_A", cast=config.boolean, default=False), config("LOCK_B")`, "LOCK_A optional boolean =False; LOCK_B required"}},
	{"objects that read", written{"x.py", `from environs import Env
env = Env()
a = env.int("LOCK_A", 5)
b = env.list("LOCK_B")
with env.prefixed("GATE_"):
    c = env("C")
    with env.prefixed("DB_"):
        d = env.bool("D", default=True)`,
		"LOCK_A optional integer =5; LOCK_B required list; GATE_C required; GATE_DB_D optional boolean =true"}},
	{"objects that read", written{"x.py", `import environ
env = environ.Env(LOCK_DEBUG=(bool, False), LOCK_N=int)
a, b, c = env("LOCK_DEBUG"), env("LOCK_N"), env.db("LOCK_URL")`,
		"LOCK_DEBUG optional boolean =False; LOCK_N required integer; LOCK_URL required url"}},
	{"all variables with a prefix: from", written{"x.py", `from flask import Flask
app = Flask(__name__)
app.config.from_prefixed_env("LOCK")
from dynaconf import Dynaconf
settings = Dynaconf(envvar_prefix="GATE")
`,
		"LOCK_* optional; GATE_* optional"}},
	{"options named by a prefix", written{"x.py", `import click
@click.group(context_settings={"auto_envvar_prefix": "LOCK"})
@click.option("--log-level", "-l", default=2)
def main(log_level): pass
@main.command("open-gate")
@click.option("--dry-run/--wet", is_flag=True)
@click.option("-k", "--key", required=True)
@click.option("--own", envvar="GATE_OWN")
def open_(dry_run, key, own): pass`,
		"LOCK_LOG_LEVEL optional integer =2; LOCK_OPEN_GATE_DRY_RUN optional boolean; LOCK_OPEN_GATE_KEY required; GATE_OWN optional"}},
	{"options named by a prefix", written{"x.py", `from app import cli
cli(auto_envvar_prefix="HORN")`,
		"HORN_* optional"}},

	{"tags of fields", written{"x.go", "package x\ntype Store struct {\n\tHost string `env:\"HOST,required\"`\n\tPort int `env:\"PORT\" envDefault:\"5432\"`\n}\ntype S struct {\n\tStore Store `envPrefix:\"STORE_\"`\n\tTags []string `env:\"TAGS\" envSeparator:\":\"`\n\tMode string `env:\"MODE\" enum:\"a,b\" default:\"a\"`\n}\nfunc f() { env.ParseWithOptions(&S{}, env.Options{Prefix: \"LOCK_\"}) }\n",
		"LOCK_STORE_HOST required; LOCK_STORE_PORT optional integer =5432; LOCK_TAGS optional list; LOCK_MODE optional choice =a"}},
	{"tags of fields", written{"x.go", "package x\ntype D struct {\n\tName string `env:\"NAME, required\"`\n}\ntype C struct {\n\tD *D `env:\", prefix=DB_\"`\n\tURL string `env:\"LOCK_A,LOCK_B\"`\n\tArg string `arg:\"--x,env:LOCK_ARG\"`\n}\n",
		"DB_NAME required; LOCK_A expected; LOCK_B expected; LOCK_ARG optional"}},
	{"keys of a settings library", written{"x.go", `package x
func f() {
	viper.SetEnvPrefix("lock")
	viper.SetEnvKeyReplacer(strings.NewReplacer(".", "_"))
	viper.AutomaticEnv()
	viper.SetDefault("server.port", 80)
	viper.BindEnv("token")
	use(viper.GetInt("server.port"), viper.GetString("mail.from"), viper.GetString("no name"))
}
`, "LOCK_TOKEN optional; LOCK_SERVER_PORT optional integer =80; LOCK_MAIL_FROM expected"}},
	{"keys of a settings library", written{"x.go", `package x
func f() {
	v := viper.New()
	v.AutomaticEnv()
	v.SetDefault("port", 80)
	v.Unmarshal(&c)
}
`, "PORT optional =80"}},
	{"options of a command line: StringFlag", written{"x.go", `package x
var f = []cli.Flag{&cli.IntFlag{Name: "port", EnvVars: []string{"LOCK_PORT"}, Value: 80}, &cli.StringFlag{Name: "k", Sources: cli.EnvVars("LOCK_KEY", "KEY"), Required: true}}
`, "LOCK_PORT optional integer =80; LOCK_KEY required; KEY required"}},
	{"options in a chain", written{"x.go", `package x
var a = kingpin.Flag("port", "").Default("80").Envar("LOCK_PORT").Int()
var b = kingpin.Flag("key", "").Required().Envar("LOCK_KEY").String()
`, "LOCK_PORT optional integer =80; LOCK_KEY required"}},
	{"options named by the program", written{"x.go", `package x
var app = kingpin.New("lock", "").DefaultEnvars()
var a = app.Flag("max-depth", "").Default("80").Int()
var b = app.Flag("key", "").Required().Envar("GATE_KEY").String()
var c = app.Flag("note", "").NoEnvar().String()
var d = app.Flag("url", "").Required().String()
`, "LOCK_MAX_DEPTH optional integer =80; GATE_KEY required; LOCK_URL required"}},
	{"all variables with a prefix: WithEnvVarPrefix", written{"x.go", `package x
func main() {
	fs := flag.NewFlagSet("gate", flag.ExitOnError)
	fs.String("listen-addr", ":80", "listen")
	fs.DurationVar(&wait, "wait.most", time.Second, "wait")
	fs.Bool("calm", true, "calm")
	ff.Parse(fs, os.Args[1:], ff.WithEnvVarPrefix("LOCK"))
}`, "LOCK_LISTEN_ADDR optional =:80; LOCK_WAIT_MOST optional duration [time.Second]; LOCK_CALM optional boolean =true"}},
	{"all variables with a prefix: WithEnvVarPrefix", written{"x.go", `package x
import "github.com/knadh/koanf/providers/env"
func f() { ff.Parse(fs, args, ff.WithEnvVarPrefix("LOCK")); k.Load(env.Provider("GATE_", ".", nil), nil) }
`, "LOCK_* optional; GATE_* optional"}},

	{"options of a command line: #[arg", written{"x.rs", `use clap::Parser;
struct Cli {
    #[arg(long, env = "LOCK_PORT", default_value_t = 80)]
    port: u16,
    #[arg(long, env)]
    lock_key: String,
    #[arg(env("LOCK_ON"))]
    on: bool,
    #[arg(env = "LOCK_NOTE")]
    note: Option<String>,
}
fn f() { Command::new("x").env("LOCK_SET", "1").arg(Arg::new("k").env("LOCK_K").required(true)); }`,
		"LOCK_PORT optional integer =80; LOCK_KEY required; LOCK_ON optional boolean; LOCK_NOTE optional; LOCK_K required"}},
	{"fields with variables", written{"x.rs", `#[derive(Envconfig)]
struct C {
    #[envconfig(from = "LOCK_PORT", default = "80")]
    port: u16,
}`, "LOCK_PORT optional integer =80"}},
	{"fields of a configuration", written{"x.rs", `use confique::Config;
#[derive(Config)]
struct C {
    #[config(env = "LOCK_PORT", default = 80)]
    port: u16,
    #[config(env = "LOCK_KEY")]
    key: String,
    #[config(env = "LOCK_NOTE")]
    note: Option<String>,
}`, "LOCK_PORT optional integer =80; LOCK_KEY required; LOCK_NOTE optional"}},
	{"structs that are filled", written{"x.rs", `use envy;
#[derive(Deserialize)]
struct Settings {
    host: String,
    port: Option<u16>,
    #[serde(default)]
    on: bool,
    #[serde(rename = "KEY_OF")]
    key: String,
    #[serde(default = "zone")]
    zone: String,
    #[serde(default = "many")]
    many: u16,
}
fn zone() -> String { "north".to_string() }
fn many() -> u16 { let n = 3; n + 1 }
fn f() { let s = envy::prefixed("LOCK_").from_env::<Settings>(); }`,
		"LOCK_HOST required; LOCK_PORT optional integer; LOCK_ON optional boolean =false; LOCK_KEY_OF required; LOCK_ZONE optional =north; LOCK_MANY optional integer"}},
	{"structs that are filled from several places", written{"x.rs", `#[derive(Deserialize)]
struct Settings { host: String, port: Option<u16> }
#[derive(Deserialize)]
struct Other { name: String }
fn f() { let s: Settings = Figment::new().merge(Env::prefixed("LOCK_")).extract().unwrap(); }
fn g() { let o: Other = Figment::new().merge(Toml::file("a.toml")).merge(Env::prefixed("GATE_")).extract().unwrap(); }
#[derive(Deserialize)]
struct Deep { store: Store, size: Option<u8> }
#[derive(Deserialize)]
struct Store { url: String }
fn h() -> Result<Deep, Error> { Figment::new().merge(Env::prefixed("SEA_").split("__")).merge(Env::raw().only(&["TIDE"])).extract() }`,
		"LOCK_HOST required; LOCK_PORT optional integer; GATE_NAME optional; LOCK_* optional; GATE_* optional; SEA_SIZE optional integer; SEA_STORE__URL required; SEA_* optional; TIDE optional"}},
	{"all variables with a prefix: Environment", written{"x.rs", `fn f() { Config::builder().add_source(Environment::with_prefix("LOCK")); Figment::new().merge(Env::prefixed("GATE_")); }`,
		"LOCK_* optional; GATE_* optional"}},

	{"all variables with a prefix: AddEnvironmentVariables", written{"X.cs", `class X { void F() { builder.Configuration.AddEnvironmentVariables("LOCK_"); builder.Configuration.AddEnvironmentVariables(); } }`, "LOCK_* optional"}},
	{"what is read through a library for env files", written{"X.cs", `using DotNetEnv; class X { void F() { var a = Env.GetString("LOCK_A", "a"); var b = Env.GetInt("LOCK_B", 80); var c = Env.GetBool("LOCK_C"); store.GetString("LOCK_D"); } }`, "LOCK_A optional =a; LOCK_B optional integer =80; LOCK_C expected boolean"}},
	{"values of a configuration: builder", written{"X.cs", `class X { void F(IConfiguration config) { var a = config["LOCK_A"] ?? throw new E(); var b = config["LOCK_B"] ?? "b"; var c = config["Lock:C"]; config["LOCK_D"] = "d"; var e = config["LOCK_E"]; var p = builder.Configuration.GetValue<int>("LOCK_P", 80); } }`,
		"LOCK_A required; LOCK_B optional =b; LOCK_E expected; LOCK_P optional integer =80"}},
	{"fields with placeholders", written{"X.java", `class X { @Value("${LOCK_PORT:80}") private int port; @Value("${LOCK_URL}") String url; @ConfigProperty(name = "LOCK_NOTE") Optional<String> note; X(@Value("${LOCK_N:3}") long n) {} @Value("#{environment.LOCK_E ?: 25}") int e; @Value("#{systemEnvironment['LOCK_S']}") String s; @Value("#{beans.environment}") String no; }`,
		"LOCK_PORT optional integer =80; LOCK_URL required; LOCK_NOTE optional; LOCK_N optional integer =3; LOCK_E optional integer =25; LOCK_S expected"}},
	{"methods with keys of an interface", written{"X.java", `import org.aeonbits.owner.Config; @Sources({"system:env"}) interface X extends Config { @Key("LOCK_A") @DefaultValue("a") String a(); @DefaultValue("9") @Key("LOCK_N") int n(); @Key("LOCK_B") String b(); @Key("lock.c") String c(); }`,
		"LOCK_A optional =a; LOCK_N optional integer =9; LOCK_B expected"}},
	{"properties of the environment", written{"X.java", `class X { void f(Environment env) { env.getProperty("LOCK_A", "a"); env.getRequiredProperty("LOCK_B"); env.getProperty("LOCK_C", Integer.class, 3); env.getProperty("lock.d"); } }`,
		"LOCK_A optional =a; LOCK_B required; LOCK_C optional integer =3"}},
	{"values of a configuration", written{"X.java", `class X { int a = ConfigProvider.getConfig().getValue("LOCK_A", Integer.class); String b = ConfigProvider.getConfig().getOptionalValue("LOCK_B", String.class).orElse("b"); }`,
		"LOCK_A required integer; LOCK_B optional =b"}},
	{"what is read through a library", written{"X.java", `import io.github.cdimascio.dotenv.Dotenv; class X { Dotenv dotenv = Dotenv.load(); String a = dotenv.get("LOCK_A", "a"), b = dotenv.get("LOCK_B"); }`, "LOCK_A optional =a; LOCK_B expected"}},
	{"keys of the environment", written{"X.kt", `val a = EnvironmentKey.int().defaulted("LOCK_A", 80); val b = EnvironmentKey.required("LOCK_B"); val c = EnvironmentKey.optional("LOCK_C")`,
		"LOCK_A optional integer =80; LOCK_B required; LOCK_C optional"}},
	{"options of a command line: option(", written{"X.kt", `class Run : CliktCommand() {
    val port by option("--port", envvar = "LOCK_PORT").int().default(80)
    val key by option(envvar = "LOCK_KEY").required()
}`, "LOCK_PORT optional integer =80; LOCK_KEY required"}},
	{"options of a command line: option(", written{"X.java", `import picocli.CommandLine; class X { @Option(names = "--port", defaultValue = "${env:LOCK_PORT:-80}") int port; }`,
		"LOCK_PORT optional integer =80"}},

	{"demands: $dotenv", written{"x.php", `<?php $dotenv = Dotenv\Dotenv::createImmutable(__DIR__); $dotenv->required(['LOCK_A', 'LOCK_B'])->notEmpty(); $dotenv->ifPresent('LOCK_C')->isInteger();`,
		"LOCK_A required; LOCK_B required; LOCK_C optional integer"}},
	{"parameters", written{"x.php", `<?php class A { function __construct(#[Autowire(env: 'LOCK_A')] string $a, #[Autowire('%env(int:LOCK_B)%')] int $b) {} }`,
		"LOCK_A required; LOCK_B required integer"}},
	{"demands: Dotenv", written{"x.rb", `Dotenv.require_keys("LOCK_A", "LOCK_B")`, "LOCK_A required; LOCK_B required"}},
	{"settings classes: class Settings", written{"x.rb", `module Lock
  class Settings < Hanami::Settings
    setting :store_url, constructor: Types::String
    setting :workers, default: 2,
      constructor: Types::Params::Integer
    setting :loud, default: false, constructor: Types::Params::Bool
  end
  class Other
    setting :none
  end
end`, "STORE_URL required; WORKERS optional integer =2; LOUD optional boolean =false"}},
	{"settings classes: class Gate", written{"x.rb", `class GateConfig < Anyway::Config
  config_name :lock
  attr_config :key, host: "north", port: 80
  required :key
end`, "LOCK_KEY required; LOCK_HOST optional =north; LOCK_PORT optional =80"}},
	{"all variables with a prefix: config", written{"x.rb", `Config.setup do |config|
  config.env_prefix = "LOCK"
end`, "LOCK_* optional"}},
	{"what is asked of Figaro", written{"x.rb", `Figaro.require_keys("LOCK_A", "LOCK_B")
x = Figaro.env.lock_c!; y = Figaro.env.lock_d || "d"; z = Figaro.env.lock_e; other.env.lock_f`, "LOCK_A required; LOCK_B required; LOCK_C required; LOCK_D optional =d; LOCK_E expected"}},
	{"variables of an Envfile", written{"Envfile", `variable :LOCK_A
variable :LOCK_B, :Integer, default: 80
group :production do
  variable :LOCK_C
end`, "LOCK_A required; LOCK_B optional integer =80; LOCK_C required"}},
	{"variables of an Envfile", written{"x.rb", `variable :LOCK_A`, ""}},
	{"what a source gives", written{"x.exs", `import Dotenvy
config :x, a: env!("LOCK_A", :integer, 80), b: env!("LOCK_B"), c: env!("LOCK_C", :boolean)`, "LOCK_A optional integer =80; LOCK_B required; LOCK_C required boolean"}},
	{"fields that are filled", written{"x.dart", `class E { @EnviedField(varName: 'LOCK_A') static const String a = _E.a; @EnviedField(varName: 'LOCK_B', defaultValue: 'b') static const String b = _E.b; }`,
		"LOCK_A required; LOCK_B optional =b"}},
	{"values: env", written{"X.scala", `import ciris._
object X { val a = env("LOCK_A").as[Int].default(80); val b = env("LOCK_B").secret; val c = (env("LOCK_C").as[Int].option, env("LOCK_D")); val d = env("LOCK_E").or(env("LOCK_F")).default("x"); val e = env("LOCK_G").or(env("LOCK_H")) }`,
		"LOCK_A optional integer =80; LOCK_B required; LOCK_C optional integer; LOCK_D required; LOCK_E optional =x; LOCK_F optional =x; LOCK_G optional; LOCK_H required"}},
}

func TestForms(t *testing.T) {
	var rows []written
	for _, c := range forms {
		rows = append(rows, c.written)
	}
	mean(t, rows)
}

// Each form that a language has is shown above, and says what it is and which
// words it is found by.
func TestEveryFormIsShown(t *testing.T) {
	for _, l := range All {
		for _, form := range l.Forms {
			if form.Name == "" || len(form.Words) == 0 || form.Find == nil {
				t.Errorf("%s: the form %q is not complete", l.Name, form.Name)
			}
			if !isShown(form) {
				t.Errorf("%s: no row shows %q", l.Name, form.Name)
			}
		}
	}
}

func isShown(form declare.Form) bool {
	for _, c := range forms {
		if strings.HasPrefix(form.Name, c.form) {
			return true
		}
	}
	return false
}
