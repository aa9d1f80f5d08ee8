package reads

import (
	"strings"
	"testing"
)

// What the functions of the languages say of these texts, by their documentation and by
// running them.
func TestForms(t *testing.T) {
	for form, texts := range map[Form][2]string{ // understood; not understood
		Digits:        {`8080|-4|+4|007`, `8_080| 8|0x1f|1.5||12px|1e3`},
		SpacedDigits:  {`8080| 8 |-4`, `8_080|0x10|1.5`},
		PythonInteger: {`1_000| 12 |-4|08`, `1.5|0x1f|1__0|_1|1e3`},
		RubyInteger:   {`12|1_000|0x1f|0b11|0o17|017|0`, `08|1.5|ten|1__0`},
		AnyBase:       {`12|0x1f|0b11|1_000|0o17`, `1f|ten|1.5`},
		Hexadecimal:   {`ff|0x1F|12`, `fg|`},
		Octal:         {`755|0o17|-7`, `789|0x1f|`},
		Binary:        {`101|0b11`, `12|`},
		PythonBase:    {`0x1f|0b11|0o17|12|0|1_000`, `010|1f|08|`},
		SomeBase:      {`zz|12|-1f`, `1.5|a b|`},
		RubyNumber:    {`1.5|1.|.5|1_000.5|2e3| 7 |0x1f`, `12px|1..2|`},
		BeginsHex:     {`ffz|0x1f| 7`, `zf|`},
		BeginsInteger: {`12px| 12|-4.5`, `px|four|`},
		BeginsNumber:  {`.5x|1e3|Infinity`, `x.5|`},
		ScriptNumber:  {`1e3|.5|5.|0x1f||-Infinity| 4 `, `12px|1_000|-0x1f|many`},
		GoTruth:       {`1|t|T|TRUE|false|F`, `yes|on|tRUE| true`},
		ExactTruth:    {`true|false`, `True|1|yes|true `},
		TruthAnyCase:  {`True|FALSE| true `, `1|yes|`},
		TrueOrElse:    {`true`, `True|yes|1`},
		TrueAnyCase:   {`true|TRUE`, `yes|1`},
		GoDuration:    {`1h30m|0|-5ms`, `30|5 m|PT5M`},
		ISODuration:   {`PT5M|P1DT2H|pt0.5s|-PT5M`, `30s|P|PT|5m|P1DT`},
		TimeSpan:      {`00:05:00|1.02:30:00|7|00:05:00.5|1:00:00:00`, `30s|5m|PT5M|00:05:00:`},
		UnitsDuration: {`30s|1h 30min|5 m`, `30|m5`},
		AbsoluteURL:   {`https://gate.example|localhost:80|mailto:a`, `gate.example|/a|//gate|1http://x`},
		RequestURI:    {`https://gate.example|/a`, `gate.example|a/b|`},
		Presence:      {`no|0|`, ``},
		"":            {`anything|`, ``},
	} {
		for n, list := range texts {
			for text := range strings.SplitSeq(list, "|") {
				if list != "" && form.Takes(text) != (n == 0) {
					t.Errorf("%s takes %q: %v", form, text, n != 0)
				}
			}
		}
	}
}
