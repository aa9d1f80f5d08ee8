package language

import "inzicht/core/reads"

// Starlark describes builds; rules read the environment through the context
// that they are given.
var starlark = &reads.Language{
	Name: "starlark", Extensions: []string{".bzl", ".star", ".bazel"}, Names: []string{"BUILD", "WORKSPACE", "Tiltfile", "BUCK"}, Triggers: []string{"environ", "getenv"},
	Own: (&applied{
		table: python.Table, reads: starlarkReads("ctx repository_ctx module_ctx rctx mctx repo_ctx"), second: true, scope: reads.Build,
		kinds: map[string]reads.Kind{"int": reads.Integer},
	}).find,
}

// starlarkReads are the functions that read, for contexts of the given names.
func starlarkReads(contexts string) map[string]reads.Need {
	functions := map[string]reads.Need{"os.getenv": reads.Expected, "os.environ.get": reads.Expected}
	for context := range wordSet(contexts) { // in any order
		functions[context+".os.environ"] = reads.Required // environ["NAME"]
		functions[context+".os.environ.get"], functions[context+".getenv"] = reads.Expected, reads.Expected
	}
	return functions
}
