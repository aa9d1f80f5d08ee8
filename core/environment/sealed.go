package environment

import (
	"path"
	"strings"
)

// sealedMarks begin values that are ciphertext: of public-key encryption, of
// vaults, of age and of PGP.
var sealedMarks = []string{
	"encrypted:", "ENC[", "enc:v", "$ANSIBLE_VAULT;", "vault:v", "-----BEGIN AGE ENCRYPTED FILE-----", "-----BEGIN PGP MESSAGE-----", "!vault |", "sealed:",
}

// IsSealed tells whether a value is ciphertext. It counts as set; it is not
// parsed, judged or shown.
func IsSealed(value string) bool {
	for _, mark := range sealedMarks {
		if strings.HasPrefix(value, mark) {
			return true
		}
	}
	return false
}

// IsKeyFile tells whether a file holds the keys of sealed env files, and so
// must never be tracked.
func IsKeyFile(file string) bool {
	base := strings.ToLower(path.Base(file))
	switch base {
	case ".env.keys", "env.keys", ".env.key", "master.key", ".vault_pass", ".vault-pass", ".vault_password", "vault_pass.txt", "age.key", "keys.txt.age":
		return true
	}
	return strings.HasPrefix(base, ".env.") && (strings.HasSuffix(base, ".key") || strings.HasSuffix(base, ".keys"))
}
