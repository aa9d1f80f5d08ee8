// Package kind holds the kinds of errors that compose words anew.
package kind

import (
	"math/big"

	"golang.org/x/text/message"
)

type none struct{}

func (none) LocalizedString(*message.Printer) string { return "" }

// Type is a value of another type than one of Want.
type Type struct {
	none
	Want []string
}

// Minimum is a number below Want.
type Minimum struct {
	none
	Want *big.Rat
}

// Maximum is a number above Want.
type Maximum struct {
	none
	Want *big.Rat
}

// AdditionalProperties is a property that there may not be.
type AdditionalProperties struct{ none }
