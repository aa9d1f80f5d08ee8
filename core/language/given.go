package language

import (
	"slices"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/reads"
)

// given returns what functions do with their first argument: each is named in a
// list with spaces, and takes the value for a kind, or for none.
func given(does evaluate.Effect, kind reads.Kind, names string) (list []reads.Idiom) {
	for name := range strings.FieldsSeq(names) {
		list = append(list, reads.Idiom{Access: name + `($read, $rest)`, Kind: kind, Does: does})
	}
	return list
}

// second returns what functions do with their second argument.
func second(does evaluate.Effect, kind reads.Kind, names string) []reads.Idiom {
	return behind(does, kind, names, 2)
}

// behind returns what functions do with each of their arguments from the second one on, up
// to a number.
func behind(does evaluate.Effect, kind reads.Kind, names string, last int) (list []reads.Idiom) {
	for name := range strings.FieldsSeq(names) {
		for before := 1; before < last; before++ {
			others := strings.Repeat("$any, ", before)
			list = append(list, reads.Idiom{Access: name + "(" + others + "$read)", Kind: kind, Does: does}, reads.Idiom{Access: name + "(" + others + "$read, $rest)", Kind: kind, Does: does})
		}
	}
	return list
}

// mostJoined is up to which argument it is looked at what a path is joined of.
const mostJoined = 5

// tried returns functions that say whether their first argument is of a kind.
func tried(kind reads.Kind, names string) []reads.Idiom {
	list := given(evaluate.Goes, kind, names)
	for i := range list {
		list[i].Test = true
	}
	return list
}

// formed returns uses that want what they take written in a form.
func formed(form reads.Form, list []reads.Idiom) []reads.Idiom {
	for i := range list {
		list[i].Form = form
	}
	return list
}

// opened returns uses of which what they give is something else than the value.
func opened(list []reads.Idiom) []reads.Idiom {
	for i := range list {
		list[i].Other = true
	}
	return list
}

// What the standard libraries do with a value that is nothing, or with an empty text
// where that is what a language has for nothing: their documentation says so, or
// their code.
var (
	pythonGiven = slices.Concat(
		opened(given(evaluate.OnNothing, "", "os.path.join os.path.exists os.path.isfile os.path.isdir os.path.dirname os.path.basename os.path.realpath os.path.normpath os.path.splitext os.path.getsize os.makedirs os.mkdir os.chdir os.stat os.remove os.unlink open io.open base64.b64decode base64.b64encode importlib.import_module re.compile bytes.fromhex shutil.rmtree")),
		opened(behind(evaluate.OnNothing, "", "os.path.join", mostJoined)),
		given(evaluate.Fail, "", "uuid.UUID ipaddress.ip_address ipaddress.ip_network datetime.datetime.fromisoformat datetime.date.fromisoformat"),
		given(evaluate.Fail, reads.Number, "fractions.Fraction"),
		given(evaluate.Goes, reads.List, "shlex.split"),
	)
	javascriptGiven = slices.Concat(
		opened(given(evaluate.OnNothing, "", "path.join path.resolve path.dirname path.basename path.normalize Buffer.from fs.readFileSync fs.readdirSync fs.statSync fs.mkdirSync fs.writeFileSync readFileSync writeFileSync appendFileSync mkdirSync readdirSync statSync fs.appendFileSync fs.createReadStream fs.createWriteStream createReadStream createWriteStream fs.openSync fs.rmSync fs.unlinkSync fs.lstatSync fs.realpathSync fs.watch fs.readFile fs.writeFile fs.appendFile fs.mkdir fs.readdir fs.stat path.extname path.isAbsolute path.parse child_process.spawn child_process.spawnSync child_process.exec child_process.execSync child_process.execFile child_process.execFileSync spawnSync execSync execFileSync")),
		opened(second(evaluate.OnNothing, "", "crypto.createHmac createHmac")),
		opened(behind(evaluate.OnNothing, "", "path.join path.resolve", mostJoined)),
	)
	rubyGiven = slices.Concat(
		opened(given(evaluate.OnNothing, "", "File.join File.read File.exist? File.open File.expand_path File.basename File.dirname File.directory? File.file? Pathname.new Pathname Dir.mkdir Dir.chdir Dir.exist? FileUtils.mkdir_p Regexp.new Base64.decode64 Base64.strict_decode64 Base64.encode64 CGI.escape Shellwords.split")),
		given(evaluate.Fail, reads.Number, "BigDecimal Rational"),
		given(evaluate.Fail, "", "Date.parse Time.parse DateTime.parse IPAddr.new"),
		given(evaluate.Fail, reads.URL, "Addressable::URI.parse"),
		opened(behind(evaluate.OnNothing, "", "File.join", mostJoined)),
	)
	goGiven = slices.Concat(
		opened(given(evaluate.Errs, "", "os.ReadFile os.Open os.Stat os.Lstat os.ReadDir os.OpenFile ioutil.ReadFile ioutil.ReadDir exec.LookPath net.SplitHostPort mail.ParseAddress uuid.Parse os.ReadLink strconv.Unquote net.ResolveTCPAddr netip.ParseAddr netip.ParseAddrPort netip.ParsePrefix")),
		formed(reads.RequestURI, given(evaluate.Errs, reads.URL, "url.ParseRequestURI")),
		given(evaluate.Nones, "", "net.ParseIP"),
		given(evaluate.Mistakes, reads.JSON, "json.Unmarshal"),
		given(evaluate.Mistakes, "", "os.Chdir os.Mkdir"),
		opened(second(evaluate.Errs, "", "time.Parse time.ParseInLocation net.Dial net.DialTimeout")),
	)
	jvmGiven = slices.Concat(
		opened(given(evaluate.OnNothing, "", "Paths.get Path.of File enumValueOf Charset.forName Locale.forLanguageTag Pattern.compile Class.forName StringReader Level.valueOf TimeUnit.valueOf URLDecoder.decode URLEncoder.encode Files.readString")),
		given(evaluate.Fail, "", "UUID.fromString Instant.parse LocalDate.parse LocalDateTime.parse LocalTime.parse OffsetDateTime.parse ZonedDateTime.parse ZoneId.of Level.parse InetSocketAddress.createUnresolved"),
		given(evaluate.Fail, reads.Integer, "Short.parseShort Byte.parseByte Integer.parseUnsignedInt BigInteger Short.valueOf"),
		formed(reads.AnyBase, given(evaluate.Fail, reads.Integer, "Integer.decode Long.decode")),
		given(evaluate.Fail, reads.Number, "Double.valueOf Float.valueOf"),
		given(evaluate.Fail, reads.Duration, "Period.parse"),
		[]reads.Idiom{
			{Access: `Base64.getDecoder().decode($read)`, Does: evaluate.OnNothing},
			{Access: `Objects.requireNonNullElseGet($read, $fallback)`},
			{Access: `requireNonNullElse($read, $fallback)`},
			{Access: `$read.toFloat()`, Kind: reads.Number, Does: evaluate.Fail},
			{Access: `$read.toShort()`, Kind: reads.Integer, Does: evaluate.Fail},
			{Access: `$read.toByte()`, Kind: reads.Integer, Does: evaluate.Fail},
			{Access: `$read.toUShort()`, Kind: reads.Integer, Does: evaluate.Fail},
			{Access: `$read.toBigDecimal()`, Kind: reads.Number, Does: evaluate.Fail},
			{Access: `$read.toBigInteger()`, Kind: reads.Integer, Does: evaluate.Fail},
			{Access: `$read.toUInt()`, Kind: reads.Integer, Does: evaluate.Fail},
			{Access: `$read.toBooleanStrict()`, Kind: reads.Boolean, Form: reads.ExactTruth, Does: evaluate.Fail},
			{Access: `$read.toFloatOrNull()`, Kind: reads.Number, Does: evaluate.Nones},
			{Access: `$read.toShortOrNull()`, Kind: reads.Integer, Does: evaluate.Nones},
			{Access: `$read.toByteOrNull()`, Kind: reads.Integer, Does: evaluate.Nones},
			{Access: `$read.toUShortOrNull()`, Kind: reads.Integer, Does: evaluate.Nones},
			{Access: `$read.toBigDecimalOrNull()`, Kind: reads.Number, Does: evaluate.Nones},
			{Access: `$read.toUIntOrNull()`, Kind: reads.Integer, Does: evaluate.Nones},
			{Access: `$read.toLongOption`, Kind: reads.Integer, Does: evaluate.Nones},
			{Access: `$read.toDoubleOption`, Kind: reads.Number, Does: evaluate.Nones},
			{Access: `$read.toBooleanOption`, Kind: reads.Boolean, Does: evaluate.Nones},
			{Access: `Strings.isNullOrEmpty($read)`, Absent: true},
			{Access: `StringUtils.isNotBlank($read)`, Test: true},
			{Access: `StringUtils.isNotEmpty($read)`, Test: true},
			{Access: `StringUtils.hasText($read)`, Test: true},
			{Access: `StringUtils.hasLength($read)`, Test: true},
			{Access: `ObjectUtils.isEmpty($read)`, Absent: true},
			{Access: `ObjectUtils.firstNonNull($read, $fallback)`},
			{Access: `ObjectUtils.defaultIfNull($read, $fallback)`},
			{Access: `MoreObjects.firstNonNull($read, $fallback)`},
			{Access: `StringUtils.defaultIfBlank($read, $fallback)`, Empties: true},
			{Access: `StringUtils.defaultIfEmpty($read, $fallback)`, Empties: true},
			{Access: `StringUtils.defaultString($read, $fallback)`},
			{Access: `Objects.isNull($read)`, Absent: true},
			{Access: `Objects.nonNull($read)`, Test: true},
		},
	)
	csharpGiven = slices.Concat(
		given(evaluate.Fail, reads.Integer, "ushort.Parse short.Parse uint.Parse ulong.Parse byte.Parse Int32.Parse Int64.Parse Int16.Parse"),
		given(evaluate.Fail, reads.Number, "float.Parse Double.Parse"),
		given(evaluate.Fail, "", "Guid.Parse Enum.Parse DateTime.Parse DateTimeOffset.Parse IPAddress.Parse Version.Parse Regex Assembly.Load"),
		given(evaluate.Fail, reads.JSON, "JsonDocument.Parse JObject.Parse JsonNode.Parse JsonConvert.DeserializeObject"),
		opened(given(evaluate.OnNothing, "", "Path.Combine File.ReadAllText File.ReadAllBytes File.ReadAllLines File.Open File.OpenRead Directory.CreateDirectory Directory.GetFiles Convert.FromBase64String Encoding.UTF8.GetBytes DirectoryInfo FileInfo Path.GetFullPath")),
		opened(second(evaluate.OnNothing, "", "Path.Combine")),
		given(evaluate.Converts, reads.Integer, "Convert.ToInt64 Convert.ToInt16 Convert.ToUInt32 Convert.ToUInt16"),
		given(evaluate.Converts, reads.Number, "Convert.ToDouble Convert.ToDecimal Convert.ToSingle"),
		tried(reads.Integer, "long.TryParse ushort.TryParse short.TryParse uint.TryParse ulong.TryParse byte.TryParse Int32.TryParse"),
		tried(reads.Number, "double.TryParse decimal.TryParse float.TryParse"),
		tried(reads.Duration, "TimeSpan.TryParse"),
		tried(reads.URL, "Uri.TryCreate"),
		tried("", "Guid.TryParse Enum.TryParse DateTime.TryParse IPAddress.TryParse"),
	)
	rustGiven = slices.Concat(
		opened(given(evaluate.Goes, reads.Integer, "Duration.from_secs Duration.from_millis")),
		formed(reads.AbsoluteURL, given(evaluate.Breaks, reads.URL, "Url.parse url.Url.parse")),
		given(evaluate.Breaks, reads.URL, "Uri.from_str"),
		given(evaluate.Breaks, reads.JSON, "serde_json.from_str"),
		formed(reads.UnitsDuration, given(evaluate.Breaks, reads.Duration, "humantime.parse_duration")),
		given(evaluate.Breaks, reads.Integer, "u16.from_str u32.from_str u64.from_str i32.from_str i64.from_str usize.from_str u8.from_str"),
		opened(given(evaluate.Breaks, "", "fs.read_to_string std.fs.read_to_string File.open fs.read std.fs.read")),
	)
	luaGiven    = given(evaluate.OnNothing, "", "io.open io.lines string.lower string.upper string.gmatch string.gsub string.sub string.rep string.len dofile")
	elixirGiven = slices.Concat(
		given(evaluate.OnNothing, "", "String.trim String.downcase String.upcase String.to_atom String.to_existing_atom"),
		opened(given(evaluate.OnNothing, "", "Path.join Path.expand File.read! Base.decode64! String.length")),
		given(evaluate.Breaks, reads.Number, "Float.parse"),
	)
	swiftGiven = slices.Concat(
		given(evaluate.Nones, reads.Integer, "Int8 Int16 Int32 Int64 UInt UInt8 UInt16 UInt32 UInt64"),
		given(evaluate.Nones, reads.Number, "Float CGFloat Decimal"),
		[]reads.Idiom{
			{Access: `UUID(uuidString: $read)`, Does: evaluate.Nones},
			{Access: `Data(base64Encoded: $read)`, Does: evaluate.Goes},
			{Access: `URL(fileURLWithPath: $read)`, Kind: reads.URL},
		},
	)
	dartGiven = slices.Concat(
		given(evaluate.Fail, reads.Boolean, "bool.parse"),
		given(evaluate.Nones, reads.Boolean, "bool.tryParse"),
		given(evaluate.Fail, reads.Number, "num.parse"),
		given(evaluate.Fail, reads.Integer, "BigInt.parse"),
		given(evaluate.Fail, "", "DateTime.parse"),
		given(evaluate.Nones, "", "DateTime.tryParse"),
	)
	perlGiven = slices.Concat(
		given(evaluate.Fail, reads.JSON, "decode_json from_json"),
		second(evaluate.Converts, reads.List, "split"),
	)
)
