// Package kind holds the kinds of errors that compose words anew.
package kind

import "golang.org/x/text/message"

type none struct{}

func (none) LocalizedString(*message.Printer) string { return "" }

// Type is a value of another type than one of Want.
type Type struct {
	none
	Want []string
}

// Bound is a number that another one was held to.
type Bound struct{}

// Num returns its numerator.
func (*Bound) Num() string { return "" }

// Minimum is a number below Want.
type Minimum struct {
	none
	Want *Bound
}

// Maximum is a number above Want.
type Maximum struct {
	none
	Want *Bound
}

// AdditionalProperties is a property that there may not be.
type AdditionalProperties struct{ none }
