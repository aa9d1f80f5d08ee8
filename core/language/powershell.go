package language

import (
	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var powershellHoles = []syntax.Hole{{Open: "$(", Close: ")"}, {Open: "${", Close: "}"}, {Open: "$"}}

var powershell = &reads.Language{
	Name: "powershell", Extensions: []string{".ps1", ".psm1", ".psd1"}, Interpreters: []string{"pwsh", "powershell"},
	Tree: parse.PowerShell,
	Table: &syntax.Table{
		LineComments: []string{"#"}, BlockComments: []syntax.BlockComment{{Open: "<#", Close: "#>"}}, WordStart: "$", WordPart: ":", WordSplit: ':',
		Strings: []syntax.StringForm{
			{Open: "@'", Close: "'@", Lines: true},
			{Open: `@"`, Close: `"@`, Lines: true, Escape: '`', Holes: powershellHoles},
			{Open: "'", Close: "'", Doubled: true, Lines: true},
			{Open: `"`, Close: `"`, Doubled: true, Lines: true, Escape: '`', Holes: powershellHoles},
		},
		Hook: syntax.PowerShellHook, HookBytes: "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ",
	},
	Outline:     reads.NewOutline,
	SharesNames: true,
	Global:      true,
	LineEnds:    true,
	FoldWords:   true,
	QuietParens: true,
	Triggers:    []string{"env", "Env", "ENV", "GetEnvironmentVariable", "GetEnvironmentVariables"},
	Idioms: []reads.Idiom{
		{Access: `$env:$key`},
		{Access: `env:$key`},
		{Access: `env:\$key`},
		{Access: `env:/$key`},
		{Access: `Test-Path env:$key`, Test: true},
		{Access: `Test-Path env:\$key`, Test: true},
		{Access: `Test-Path env:/$key`, Test: true},
		{Access: `Test-Path -Path env:$key`, Test: true},
		{Access: `Test-Path -Path env:\$key`, Test: true},
		{Access: `Test-Path($name)`, Test: true, Behind: powershellDrives},
		{Access: `Test-Path -Path $name`, Test: true, Behind: powershellDrives},
		{Access: `Get-Item($name)`, Behind: powershellDrives},
		{Access: `Get-Content($name)`, Behind: powershellDrives},
		{Access: `Remove-Item env:$key`, Writes: true},
		{Access: `Remove-Item env:\$key`, Writes: true},
		{Access: `Remove-Item -Path env:$key`, Writes: true},
		{Access: `Clear-Item env:$key`, Writes: true},
		{Access: `Set-Item env:$key`, Writes: true},
		{Access: `Set-Item env:\$key`, Writes: true},
		{Access: `Set-Item -Path env:$key`, Writes: true},
		{Access: `New-Item env:$key`, Writes: true},
		{Access: `New-Item -Path env:$key`, Writes: true},
		{Access: `-Destination env:$key`, Writes: true},
		{Access: `-Destination env:\$key`, Writes: true},
		{Access: `$any.GetEnvironmentVariable($name)`},
		{Access: `$any.GetEnvironmentVariable($name, $any)`},
	},
	Uses: []reads.Idiom{
		{Access: `$any.IsNullOrEmpty($read)`, Absent: true},
		{Access: `$any.IsNullOrWhiteSpace($read)`, Absent: true},
		{Access: `int($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `long($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `double($read)`, Kind: reads.Number, Does: evaluate.Converts},
		{Access: `bool($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
		{Access: `uri($read)`, Kind: reads.URL, Does: evaluate.Converts},
		{Access: `timespan($read)`, Kind: reads.Duration, Does: evaluate.Converts},
		{Access: `$any.Parse($read)`, Does: evaluate.Fail},
		{Access: `$any.ToBoolean($read)`, Kind: reads.Boolean, Does: evaluate.Converts},
		{Access: `$any.ToInt32($read)`, Kind: reads.Integer, Does: evaluate.Converts},
		{Access: `ConvertFrom-Json($read)`, Kind: reads.JSON, Does: evaluate.Converts},
		{Access: `$read.Split($rest)`, Kind: reads.List},
		{Access: `$read.split($rest)`, Kind: reads.List},
	},
	Transparent: []string{".Trim", ".ToLower", ".ToUpper", ".ToLowerInvariant", ".ToUpperInvariant", ".ToString", "string", "Get-Item", "Get-Content", ".Value"},
	Stops:       []string{"throw", "exit"},
	Nothing:     []string{"$null", "$Null", "$NULL"},
	Rewrites:    powershellRewrites,
	Runs:        reads.Runs{Operators: map[string]string{"lt": "<", "le": "<=", "gt": ">", "ge": ">="}, Explicit: true, EmptyLists: true, Returns: true, OwnScopes: true, AnyCase: true, Given: "$psboundparameters", Loops: evaluate.Values},
	WordOr:      []string{"??"},
	Formats:     []string{},
}

// powershellDrives are how a path of the environment may begin.
var powershellDrives = []string{`env:\`, `Env:\`, "env:/", "Env:/", "env:", "Env:", "ENV:"}
