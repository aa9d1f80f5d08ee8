package syntax

// IsCapital reports whether a name begins with a capital letter, as classes and what
// others may see do in many languages.
func IsCapital(name string) bool { return name != "" && name[0] >= 'A' && name[0] <= 'Z' }
