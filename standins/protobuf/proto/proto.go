// Package proto stands in for what messages are.
package proto

import "google.golang.org/protobuf/reflect/protoreflect"

// Message is a message.
type Message = protoreflect.ProtoMessage
