// Package typeurl stands in for what gives types an address.
package typeurl

// Any is a value with the address of its type.
type Any interface {
	GetTypeUrl() string
	GetValue() []byte
}

// Register does nothing.
func Register(any, ...string) {}
