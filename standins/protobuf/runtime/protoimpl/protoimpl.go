// Package protoimpl stands in for what generated code is made of.
package protoimpl

import (
	"unsafe"

	"google.golang.org/protobuf/reflect/protoreflect"
)

// What generated code must be as new as.
const (
	MinVersion = 20
	MaxVersion = 20
)

// EnforceVersion is a constant that is not negative.
type EnforceVersion uint

// MessageState is the state of a message.
type MessageState struct{}

// LoadMessageInfo returns nothing.
func (*MessageState) LoadMessageInfo() *MessageInfo { return nil }

// StoreMessageInfo does nothing.
func (*MessageState) StoreMessageInfo(*MessageInfo) {}

// What a message keeps besides its fields.
type (
	UnknownFields []byte
	SizeCache     int32
	Pointer       unsafe.Pointer
)

// MessageInfo tells of a kind of message.
type MessageInfo struct{}

// MessageOf returns nothing.
func (*MessageInfo) MessageOf(any) protoreflect.Message { return nil }

// X is what generated code calls.
var X export

type export struct{}

func (export) MessageStateOf(Pointer) *MessageState { return &MessageState{} }
func (export) MessageStringOf(any) string           { return "" }
func (export) CompressGZIP([]byte) []byte           { return nil }

// DescBuilder describes a file.
type DescBuilder struct {
	GoPackagePath                                     string
	RawDescriptor                                     []byte
	NumEnums, NumMessages, NumExtensions, NumServices int32
}

// TypeBuilder makes the types of a file.
type TypeBuilder struct {
	File              DescBuilder
	GoTypes           []any
	DependencyIndexes []int32
	MessageInfos      []MessageInfo
}

// Built is what a TypeBuilder makes: nothing.
type Built struct{ File protoreflect.FileDescriptor }

// Build makes nothing.
func (TypeBuilder) Build() Built { return Built{} }
