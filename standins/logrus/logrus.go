// Package logrus stands in for the log that the compose library writes its
// warnings to. They are not printed: they may hold values, and what matters of
// them Inzicht says itself.
package logrus

// Warn does nothing.
func Warn(...any) {}

// Warnf does nothing.
func Warnf(string, ...any) {}

// Warning does nothing.
func Warning(...any) {}
