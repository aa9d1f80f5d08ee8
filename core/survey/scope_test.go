package survey

import (
	"testing"

	"inzicht/core/reads"
)

func TestScopeOf(t *testing.T) {
	for file, want := range map[string]reads.Scope{
		"gate/main.go": reads.Runtime, "gate/latest/run.sh": reads.Runtime, "attest/main.py": reads.Runtime, "bin/gate": reads.Runtime, "build/main.js": reads.Runtime,
		"gate/main_test.go": reads.Test, "gate/main-test.js": reads.Test, "gate/test-gate.sh": reads.Test, "gate/x.spec.ts": reads.Test, "Gate.Tests/Main.cs": reads.Test,
		"GateTests/Main.swift": reads.Test, "gate-tests/x.sh": reads.Test, "testsuite/x.sh": reads.Test, "tests/scripts/x.sh": reads.Test, "xt/author/x.t": reads.Test, "src/IntegrationTest/X.java": reads.Test,
		"ltmain.sh": reads.Build, "build-aux/gate-doc": reads.Build, "config/depcomp": reads.Build, "gradlew": reads.Build, "gate/setup.py": reads.Build, "Makefile.PL": reads.Build, "test-driver": reads.Build, "gate/conftest.py": reads.Test,
		"src/main/java/gate/test/X.java": reads.Runtime, "gate/src/main/resources/tools/x.properties": reads.Runtime, "src/test/java/gate/X.java": reads.Test, "tests/src/main/java/X.java": reads.Test, "osrc/main/test/x.py": reads.Test,
		"ci/run.sh": reads.Tooling, "gate/dev-bin/install": reads.Tooling, "lib/tasks/gate.rake": reads.Tooling, "scripts/gate.py": reads.Tooling,
	} {
		if have := scopeOf(file); have != want {
			t.Errorf("%s is of %s, want %s", file, have, want)
		}
	}
}
