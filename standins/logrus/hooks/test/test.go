// Package test stands in for what tests of others look at a log with.
package test
