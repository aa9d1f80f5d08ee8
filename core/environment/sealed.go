package environment

import (
	"bytes"
	"path"
	"strings"
)

// sealedMarks begin values that are ciphertext: of public-key encryption, of
// vaults, of age and of PGP.
var sealedMarks = []string{
	"encrypted:", "ENC[", "enc:v", "$ANSIBLE_VAULT;", "vault:v", "-----BEGIN AGE ENCRYPTED FILE-----", "-----BEGIN PGP MESSAGE-----", "!vault |", "sealed:",
}

// IsSealed reports whether a value is ciphertext. It counts as set; it is not
// parsed, judged or shown.
func IsSealed(value string) bool {
	for _, mark := range sealedMarks {
		if strings.HasPrefix(value, mark) {
			return true
		}
	}
	return false
}

// IsSealKey reports whether a name of a file with sealed values is that of the
// public key by which they are sealed: SEAL_PUBLIC_KEY, SEAL_PUBLIC_KEY_STAGING.
func (l *Layer) IsSealKey(name string) bool {
	if !strings.HasSuffix(name, "PUBLIC_KEY") && !strings.Contains(name, "PUBLIC_KEY_") {
		return false
	}
	return l.HoldsSealed()
}

// HoldsSealed reports whether a layer has sealed values.
func (l *Layer) HoldsSealed() bool {
	for _, v := range l.Values { // in any order
		if v.State == Sealed {
			return true
		}
	}
	return false
}

// IsKeyFile reports whether a file holds the keys of sealed env files, and so
// must never be tracked.
func IsKeyFile(file string) bool {
	base := strings.ToLower(path.Base(file))
	switch base {
	case ".env.keys", "env.keys", ".env.key", "master.key", ".vault_pass", ".vault-pass", ".vault_password", "vault_pass.txt", "age.key", "keys.txt.age":
		return true
	}
	return strings.HasPrefix(base, ".env.") && (strings.HasSuffix(base, ".key") || strings.HasSuffix(base, ".keys"))
}

// MayHoldKey reports whether a file by its name may be a private key.
func MayHoldKey(file string) bool {
	base := strings.ToLower(path.Base(file))
	switch path.Ext(base) {
	case ".pem", ".key", ".p8", ".ppk":
		return true
	}
	return base == "id_rsa" || base == "id_ed25519" || base == "id_ecdsa" || base == "id_dsa"
}

// HoldsPrivateKey reports whether a text has a private key in it.
func HoldsPrivateKey(src []byte) bool {
	return bytes.Contains(src, []byte("-----BEGIN ")) && bytes.Contains(src, []byte("PRIVATE KEY-----")) || bytes.HasPrefix(src, []byte("PuTTY-User-Key-File"))
}
