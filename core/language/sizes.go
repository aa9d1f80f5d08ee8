package language

// The types of numbers that conversions make, by what is called: out of their bounds a value is refused. What may be of
// any size, or is not refused, is not here.

var goSizes = map[string]string{"strconv.Atoi": "i64", "strconv.ParseInt": "i?", "strconv.ParseUint": "u?"}

var jvmSizes = map[string]string{
	"Byte.parseByte": "i8", "Byte.valueOf": "i8", "toByte": "i8", "toByteOrNull": "i8", "toByteOption": "i8", "toUByte": "u8",
	"Short.parseShort": "i16", "Short.valueOf": "i16", "toShort": "i16", "toShortOrNull": "i16", "toShortOption": "i16", "toUShort": "u16", "toUShortOrNull": "u16",
	"Integer.parseInt": "i32", "Integer.valueOf": "i32", "toInt": "i32", "toIntOrNull": "i32", "toIntOption": "i32",
	"Integer.parseUnsignedInt": "u32", "toUInt": "u32", "toUIntOrNull": "u32",
	"Long.parseLong": "i64", "Long.valueOf": "i64", "toLong": "i64", "toLongOrNull": "i64", "toLongOption": "i64", "toULong": "u64", "toULongOrNull": "u64",
}

var dotnetSizes = map[string]string{
	"byte.Parse": "u8", "byte.TryParse": "u8", "sbyte.Parse": "i8", "sbyte.TryParse": "i8",
	"short.Parse": "i16", "short.TryParse": "i16", "Int16.Parse": "i16", "Convert.ToInt16": "i16", "ushort.Parse": "u16", "ushort.TryParse": "u16", "Convert.ToUInt16": "u16",
	"int.Parse": "i32", "int.TryParse": "i32", "Int32.Parse": "i32", "Int32.TryParse": "i32", "Convert.ToInt32": "i32", "Integer.Parse": "i32", "Integer.TryParse": "i32", "CInt": "i32",
	"uint.Parse": "u32", "uint.TryParse": "u32", "Convert.ToUInt32": "u32",
	"long.Parse": "i64", "long.TryParse": "i64", "Int64.Parse": "i64", "Convert.ToInt64": "i64", "ulong.Parse": "u64", "ulong.TryParse": "u64",
}

var swiftSizes = map[string]string{
	"Int8": "i8", "UInt8": "u8", "Int16": "i16", "UInt16": "u16", "Int32": "i32", "UInt32": "u32", "Int64": "i64", "UInt64": "u64", "Int": "i64", "UInt": "u64",
}

var rustSizes = map[string]string{"u8.from_str": "u8", "u16.from_str": "u16", "u32.from_str": "u32", "u64.from_str": "u64", "i32.from_str": "i32", "i64.from_str": "i64", "usize.from_str": "u64"}
