// Package protoreflect stands in for what describes messages.
package protoreflect

// Message is a message.
type Message interface{}

// MessageDescriptor describes a message.
type MessageDescriptor interface{}

// FileDescriptor describes the messages of a file.
type FileDescriptor interface {
	Messages() Messages
}

// Messages are the messages of a file.
type Messages interface {
	Get(int) MessageDescriptor
}

// ProtoMessage is what can be described.
type ProtoMessage interface{ ProtoReflect() Message }
