package contract

import "testing"

func TestToolOf(t *testing.T) {
	for name, want := range map[string]string{
		"PGPASSWORD": "a client of PostgreSQL", "PGBOUNCER": "", "AWS_REGION": "a tool or library of AWS", "AWS_": "", "COMPOSE_PROJECT_NAME": "Docker",
		"TF_VAR_zone": "Terraform", "GATE_URL": "", "RUST_LOG": "a tool of Rust", "RUST_LOGS": "", "": "",
	} {
		if have := ToolOf(name); have != want {
			t.Errorf("ToolOf(%q) is %q, want %q", name, have, want)
		}
	}
}
