// Package jsonschema stands in for a validator that is linked in and never
// called.
package jsonschema

import (
	"errors"
	"io"

	"golang.org/x/text/message"
)

var errStandIn = errors.New("nothing is validated here")

// Schema is a schema that refuses everything.
type Schema struct{}

// Validate returns an error.
func (*Schema) Validate(any) error { return errStandIn }

// Kind is the kind of an error.
type Kind interface {
	LocalizedString(*message.Printer) string
}

// ValidationError says where a value is not what its schema says.
type ValidationError struct {
	InstanceLocation []string
	ErrorKind        Kind
	Causes           []*ValidationError
}

func (*ValidationError) Error() string { return errStandIn.Error() }

// Format is a format of texts.
type Format struct {
	Name     string
	Validate func(any) error
}

// Compiler makes schemas.
type Compiler struct{}

// NewCompiler returns a compiler.
func NewCompiler() *Compiler { return &Compiler{} }

// AddResource does nothing.
func (*Compiler) AddResource(string, any) error { return nil }

// RegisterFormat does nothing.
func (*Compiler) RegisterFormat(*Format) {}

// Compile returns an error.
func (*Compiler) Compile(string) (*Schema, error) { return nil, errStandIn }

// UnmarshalJSON returns an error.
func UnmarshalJSON(io.Reader) (any, error) { return nil, errStandIn }
