package gate

import (
	"strings"

	"github.com/spf13/viper"
)

func settings() {
	viper.SetEnvPrefix("gate")
	viper.SetEnvKeyReplacer(strings.NewReplacer(".", "_"))
	viper.AutomaticEnv()
	viper.SetDefault("level", 4)
	level := viper.GetInt("level")          // read: GATE_LEVEL integer optional fallback=4
	url := viper.GetString("store.url")     // read: GATE_STORE_URL expected
	viper.BindEnv("token")                  // read: GATE_TOKEN optional
	viper.BindEnv("horn", "HORN", "KLAXON") // read: HORN optional | KLAXON optional
	_, _ = level, url
}

func own(v *viper.Viper) string {
	v.BindEnv("seal", "WAX_SEAL") // read: WAX_SEAL optional
	return v.GetString("seal")
}
