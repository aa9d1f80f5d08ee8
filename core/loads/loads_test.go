package loads_test

import (
	"fmt"
	"strings"
	"testing"

	"inzicht/core/language"
	"inzicht/core/loads"
)

// What each source loads: > begins in the folder of the file, ~ may have more before it,
// ! stops where it is not there.
func TestLoads(t *testing.T) {
	for _, c := range []struct{ file, source, want string }{
		{"a.py", `load_dotenv("conf/lock.env")`, "conf/lock.env"},
		{"a.py", `load_dotenv(dotenv_path=Path(__file__).parent / "conf" / "lock.env", override=True)`, ">conf/lock.env"},
		{"a.py", `load_dotenv(os.path.join(os.path.dirname(os.path.dirname(os.path.abspath(__file__))), "lock.env"))`, ">../lock.env"},
		{"a.py", `load_dotenv(Path(__file__).resolve().parents[1] / ".env.works")`, ">../.env.works"},
		{"a.py", `load_dotenv(BASE_DIR / "lock.env")`, "~lock.env"},
		{"a.py", `load_dotenv(f"{here}/lock.env")`, "~lock.env"},
		{"a.py", `load_dotenv(f"{stage}.env")`, ""},
		{"a.py", `load_dotenv(".env." + stage)`, ""},
		{"a.py", `load_dotenv()`, ""},
		{"a.py", `def load_dotenv(path="x.env"): pass`, ""},
		{"a.py", `class S(BaseSettings):
    class Config:
        env_file = ".env.lock"
        other = "dotenv"`, ".env.lock"},
		{"a.py", `model_config = SettingsConfigDict(env_prefix="X_", env_file=(".env", ".env.lock"))`, ".env .env.lock"},
		{"a.py", `s = env.read_env(env_file="lock.env")`, "lock.env"},
		{"a.js", `require('dotenv').config({ path: require('path').join(__dirname, '../conf/lock.env') })`, ">../conf/lock.env"},
		{"a.js", "require('dotenv').config({ path: `${__dirname}/../lock.env`, debug: true })", ">../lock.env"},
		{"a.js", `dotenv.config({ path: path.resolve(process.cwd(), 'lock.env') })`, "lock.env"},
		{"a.js", `dotenv.config({ path: ['.env.lock', '.env'] })`, ".env.lock .env"},
		{"a.js", `dotenv.config({ path: process.env.FILE || 'lock.env' })`, "~lock.env"},
		{"a.js", `other.config({ path: 'lock.env' })`, ""},
		{"a.mjs", `process.loadEnvFile(new URL('../lock.env', import.meta.url))`, ">../lock.env!"},
		{"a.ts", `ConfigModule.forRoot({ isGlobal: true, envFilePath: ['.env.lock'] })`, ".env.lock"},
		{"a.go", "package a\nfunc f() { godotenv.Load(\"conf/lock.env\", \"b.env\") }", "conf/lock.env b.env"},
		{"a.go", "package a\nfunc f() { if err := godotenv.Load(\"lock.env\"); err != nil {\n\tlog.Fatal(err)\n} }", "lock.env!"},
		{"a.go", "package a\nfunc f() { err := godotenv.Load(\"lock.env\")\nif err != nil { panic(err) } }", "lock.env!"},
		{"a.go", "package a\nfunc f() { if err := godotenv.Load(\"lock.env\"); err != nil { log.Println(err) } }", "lock.env"},
		{"a.go", "package a\nfunc f() { _ = godotenv.Load(\"lock.env\"); if x { panic(1) } }", "lock.env"},
		{"a.go", "package a\nfunc f() { viper.SetConfigFile(\"conf/lock.yaml\") }", ""},
		{"a.rb", `Dotenv.load(".env.lock", File.expand_path("../conf/lock.env", __FILE__))`, ".env.lock >conf/lock.env"},
		{"a.rb", `Dotenv.load!(File.join(__dir__, "..", "lock.env"))`, ">../lock.env!"},
		{"a.php", `<?php Dotenv\Dotenv::createImmutable(__DIR__ . '/../conf', 'lock.env')->load();`, ">../conf/lock.env!"},
		{"a.php", `<?php Dotenv\Dotenv::createImmutable(dirname(__DIR__, 2), 'lock.env')->load();`, ">../../lock.env!"},
		{"a.php", `<?php (new Dotenv())->load(__DIR__.'/lock.env'); $loader->load('routes'); $loader->load('env.php');`, ">lock.env!"},
		{"a.rs", `fn main() { dotenvy::from_filename("lock.env").ok(); }`, "lock.env"},
		{"A.java", `class A { Dotenv d = Dotenv.configure().filename("lock.env").load(); }`, "lock.env"},
		{"A.cs", `DotNetEnv.Env.Load("conf/lock.env");`, "conf/lock.env"},
		{"a.dart", `void main() async { await dotenv.load(fileName: "lock.env"); }`, "lock.env"},
	} {
		l := language.Of(c.file)
		var have []string
		if !loads.MayBeIn([]byte(c.source)) && c.want == "" {
			continue
		}
		for _, load := range loads.In(l.Name, l.Table, c.file, []byte(c.source)) {
			s := load.Path
			if load.From {
				s = ">" + s
			}
			if !load.Whole {
				s = "~" + s
			}
			if load.Stops {
				s += "!"
			}
			have = append(have, s)
		}
		if fmt.Sprint(strings.Join(have, " ")) != c.want {
			t.Errorf("%s\nhave %q, want %q", c.source, strings.Join(have, " "), c.want)
		}
	}
}
