package survey

import (
	"os"
	"testing"
)

func BenchmarkTree(b *testing.B) {
	for range b.N {
		if _, err := Take(os.Getenv("TREE"), Options{}); err != nil {
			b.Fatal(err)
		}
	}
}
