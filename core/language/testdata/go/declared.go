package gate

import (
	"time"

	"example.org/viper"
)

type settings struct {
	URL   string        `env:"GATE_URL,required"`            // read: GATE_URL required
	Port  int           `env:"GATE_PORT" envDefault:"8080"`  // read: GATE_PORT optional integer fallback=8080
	Wait  time.Duration `envconfig:"GATE_WAIT" default:"3s"` // read: GATE_WAIT duration fallback=3s
	Names []string      `env:"GATE_NAMES"`                   // read: GATE_NAMES list
	JSON  string        `json:"GATE_JSON"`
}

func flags() {
	_ = flag{Name: "url", EnvVars: []string{"GATE_FLAG", "GATE_OLD_FLAG"}} // read: GATE_FLAG optional | GATE_OLD_FLAG
	_ = viper.BindEnv("url", "GATE_BOUND")                                 // read: GATE_BOUND
}
