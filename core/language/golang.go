package language

import (
	"bytes"
	"strings"

	"inzicht/core/evaluate"
	"inzicht/core/parse"
	"inzicht/core/reads"
	"inzicht/core/syntax"
)

var golang = &reads.Language{
	Name:       "go",
	Extensions: []string{".go"},
	Table: &syntax.Table{
		LineComments:  []string{"//"},
		BlockComments: []syntax.BlockComment{{Open: "/*", Close: "*/"}},
		Strings: []syntax.StringForm{
			{Open: `"`, Close: `"`, Backslash: true},
			{Open: "`", Close: "`", Lines: true},
			{Open: "'", Close: "'", Backslash: true, Bytes: true},
		},
	},
	Tree:        parse.Go,
	SharesNames: true,
	KeepsSmall:  true,
	Declared:    func(f *syntax.File, _ *reads.Outline) []reads.Declared { list, _ := processedStructs(f); return list },
	Forms:       goForms,
	Outline:     goOutline,
	Passes:      "func",
	Entire:      []string{"AutomaticEnv", "BindEnv"},
	LineEnds:    true,
	Triggers:    []string{"Getenv", "Setenv", "LookupEnv", "Environ", "ExpandEnv", "Clearenv", "env:\"", "envconfig:\"", "envvar:\"", "EnvVars", "EnvVar", "BindEnv", "AutomaticEnv", "envconfig.", "ardanlabs/conf", "cristalhq/aconfig", "arg:\"", "etenv func(", "ookupenv func(", "etEnv func(", "ookupEnv func(", "MustBindEnv"},
	Idioms: []reads.Idiom{
		{Access: `os.Getenv($name)`},
		{Access: `os.LookupEnv($name)`, Unset: evaluate.Pair},
		{Access: `os.Setenv($name, $rest)`, Sets: true},
		{Access: `$any.Setenv($name, $rest)`, Sets: true}, // of a test
		{Access: `syscall.Getenv($name)`, Unset: evaluate.Pair},
		{Access: `os.ExpandEnv($template)`},
		{Access: `os.Expand($template, os.Getenv)`},
		{Access: `EnvVar: $name`, Need: reads.Optional},
		{Access: `viper.BindEnv($any, $names)`, Need: reads.Optional},
		{Access: `viper.MustBindEnv($any, $names)`, Need: reads.Optional},
		{Access: `os.Environ()`, Whole: true},
		{Access: `syscall.Environ()`, Whole: true},
	},
	Uses: append([]reads.Idiom{
		{Access: `strconv.Atoi($read)`, Kind: reads.Integer, Does: evaluate.Errs},
		{Access: `strconv.ParseInt($read, 10, $any)`, Kind: reads.Integer, Does: evaluate.Errs},
		{Access: `strconv.ParseUint($read, 10, $any)`, Kind: reads.Integer, Does: evaluate.Errs},
		{Access: `strconv.ParseInt($read, 16, $any)`, Kind: reads.Integer, Form: reads.Hexadecimal, Does: evaluate.Errs},
		{Access: `strconv.ParseUint($read, 16, $any)`, Kind: reads.Integer, Form: reads.Hexadecimal, Does: evaluate.Errs},
		{Access: `strconv.ParseInt($read, $rest)`, Kind: reads.Integer, Form: reads.AnyBase, Does: evaluate.Errs},
		{Access: `strconv.ParseUint($read, $rest)`, Kind: reads.Integer, Form: reads.AnyBase, Does: evaluate.Errs},
		{Access: `strconv.ParseFloat($read, $rest)`, Kind: reads.Number, Does: evaluate.Errs},
		{Access: `strconv.ParseBool($read)`, Kind: reads.Boolean, Does: evaluate.Errs},
		{Access: `time.ParseDuration($read)`, Kind: reads.Duration, Does: evaluate.Errs},
		{Access: `url.Parse($read)`, Kind: reads.URL, Does: evaluate.Succeeds},
		{Access: `strings.Split($read, $rest)`, Kind: reads.List},
		{Access: `strings.SplitSeq($read, $rest)`, Kind: reads.List},
		{Access: `strings.Fields($read)`, Kind: reads.List},
		{Access: `strings.FieldsFunc($read, $rest)`, Kind: reads.List},
	}, goGiven...),
	Libraries: strings.Fields(`archive bufio bytes cmp compress container context crypto database debug embed encoding errors expvar flag
		fmt go hash html image index io iter log maps math mime net os path plugin reflect regexp runtime slices sort strconv strings sync
		syscall testing text time unicode unsafe`),
	Transparent: []string{"strings.TrimSpace", "strings.Trim", "strings.TrimLeft", "strings.TrimRight", "strings.TrimSuffix", "strings.TrimPrefix", "strings.ToLower", "strings.ToUpper", "byte", "string", "len", "strconv.Itoa", "strconv.FormatInt", "strconv.FormatBool", "strconv.FormatFloat"},
	Stops:       []string{"panic", "os.Exit", "log.Fatal", "log.Fatalf", "log.Fatalln", "log.Panic", "log.Panicf", "Fatal", "Fatalf", "Fatalln", "Exit", "Skip", "Skipf", "SkipNow"},
	Nothing:     []string{"nil"},
	ScopeOf:     goScope,
	Rewrites:    goRewrites,
	Runs:        reads.Runs{Lists: []string{"strings.NewReplacer"}, Sizes: goSizes, Forms: map[reads.Kind]reads.Form{reads.Integer: reads.Digits, reads.Boolean: reads.GoTruth, reads.Duration: reads.GoDuration}, Explicit: true, Element: evaluate.Empty, Capitals: true, Loops: evaluate.Indexed, Unset: evaluate.Empty, Platform: map[string]string{"runtime.GOOS": "linux", "runtime.GOARCH": "amd64"}, Errors: []string{"errors.New", "fmt.Errorf", "errors.Errorf", "errors.Wrap", "xerrors.Errorf", "xerrors.New"}},
	Formats:     []string{"fmt.Sprintf"},
}

// goScope returns the scope of a file that no build of the package takes: it is
// run by itself.
func goScope(src []byte) reads.Scope {
	head, _, _ := bytes.Cut(src[:min(len(src), 4096)], []byte("\npackage "))
	if bytes.Contains(head, []byte("//go:build ignore")) || bytes.Contains(head, []byte("// +build ignore")) {
		return reads.Tooling
	}
	return ""
}
