//go:build unix && !linux

package tree

// openBelow opens a folder below another, following no link on the way.
func openBelow(from int, folder string) (int, error) { return openStepwise(from, folder) }
