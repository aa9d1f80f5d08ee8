//go:build !unix

package cli

import "os"

// resizes tells nothing here: the next change is shown in the new size.
func resizes() <-chan os.Signal { return nil }
