package main

import (
	"fmt"
	"os"
	"regexp"
	"strconv"
	"strings"
)

func main() {
	for _, key := range []string{"host", "port"} {
		use(os.Getenv("GATE_A" + strings.ToUpper(key) + "_EXP"))          // read: GATE_AHOST_EXP expected | GATE_APORT_EXP expected
		use(os.Getenv(fmt.Sprintf("GATE_B%s_EXP", strings.ToUpper(key)))) // read: GATE_BHOST_EXP expected | GATE_BPORT_EXP expected
	}
	for _, key := range []string{"db.host", "db-port"} {
		use(os.Getenv("GATE_C_" + strings.ToUpper(strings.ReplaceAll(strings.ReplaceAll(key, ".", "_"), "-", "_")) + "_EXP")) // read: GATE_C_DB_HOST_EXP expected | GATE_C_DB_PORT_EXP expected
		use(os.Getenv("GATE_D_" + strings.ToUpper(strings.NewReplacer(".", "_", "-", "_").Replace(key)) + "_EXP"))            // read: GATE_D_DB_HOST_EXP expected | GATE_D_DB_PORT_EXP expected
	}
	use(os.Getenv(strings.Join([]string{"GATE", "E", "EXP"}, "_"))) // read: GATE_E_EXP expected
	use(os.Getenv("xGATE_F_EXP"[1:]))                               // read: GATE_F_EXP expected
	use(os.Getenv(strings.TrimPrefix("OLD_GATE_G_EXP", "OLD_")))    // read: GATE_G_EXP expected
	use(os.Getenv(strings.TrimSpace(" GATE_H_EXP ")))               // read: GATE_H_EXP expected
	use(os.Getenv(strings.Split("GATE_I_EXP,X", ",")[0]))           // read: GATE_I_EXP expected
	for i := 1; i <= 3; i++ {
		use(os.Getenv("GATE_N" + strconv.Itoa(i) + "_EXP")) // read: GATE_N1_EXP expected | GATE_N2_EXP expected | GATE_N3_EXP expected
		use(os.Getenv(fmt.Sprintf("GATE_M%d_EXP", i)))      // read: GATE_M1_EXP expected | GATE_M2_EXP expected | GATE_M3_EXP expected
	}
	for i := range 2 {
		use(os.Getenv(fmt.Sprintf("GATE_O%02d_EXP", i))) // read: GATE_O00_EXP expected | GATE_O01_EXP expected
	}
	for _, k := range []string{"GATE_Y_EXP", "other"} {
		if !strings.HasPrefix(k, "GATE_") {
			continue
		}
		use(os.Getenv(k)) // read: GATE_Y_EXP expected
	}
	re := regexp.MustCompile("([A-Z])")
	use(os.Getenv("GATE_" + strings.ToUpper(re.ReplaceAllString("dbHost", "_$1")) + "_EXP")) // read: GATE_DB_HOST_EXP expected
	use(os.Getenv(envName("mail", "host")))                                                  // read: GATE_MAIL_HOST_EXP expected
	use(os.Getenv("GATE_" + strings.Repeat("X", 2) + "_EXP"))                                // read: GATE_XX_EXP expected
}

func envName(parts ...string) string {
	return "GATE_" + strings.ToUpper(strings.Join(parts, "_")) + "_EXP"
}
