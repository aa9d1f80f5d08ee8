package cli_test

import (
	"context"
	"encoding/json"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"

	"inzicht/core/testtree"
)

// browser is a page that is open in a browser without a window, with what it
// complained of and asked for.
type browser struct {
	context.Context
	mutex    sync.Mutex
	said     []string
	requests []string
}

// browse opens a file. Without a browser on this machine the test is skipped.
func browse(t *testing.T, file string, before ...chromedp.Action) *browser {
	t.Helper()
	found := ""
	for _, name := range []string{"chromium", "chromium-browser", "google-chrome"} {
		if path, err := exec.LookPath(name); err == nil && found == "" {
			found = path
		}
	}
	if found == "" {
		t.Skip("there is no browser here")
	}
	options := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.ExecPath(found), chromedp.NoSandbox)
	allocated, cancel := chromedp.NewExecAllocator(context.Background(), options...)
	t.Cleanup(cancel)
	opened, cancel := chromedp.NewContext(allocated)
	t.Cleanup(cancel)
	limited, cancel := context.WithTimeout(opened, time.Minute)
	t.Cleanup(cancel)
	b := &browser{Context: limited}
	chromedp.ListenTarget(limited, b.listen)
	address := (&url.URL{Scheme: "file", Path: file}).String()
	if err := chromedp.Run(b, append(append(before, network.Enable()), chromedp.Navigate(address))...); err != nil {
		t.Fatal(err)
	}
	return b
}

func (b *browser) listen(event any) {
	b.mutex.Lock()
	defer b.mutex.Unlock()
	switch e := event.(type) {
	case *runtime.EventConsoleAPICalled:
		b.said = append(b.said, string(e.Type))
	case *runtime.EventExceptionThrown:
		b.said = append(b.said, e.ExceptionDetails.Error())
	case *page.EventJavascriptDialogOpening:
		b.said = append(b.said, "dialog: "+e.Message)
	case *network.EventRequestWillBeSent:
		b.requests = append(b.requests, e.Request.URL)
	}
}

// ask returns what an expression of the page's language is.
func (b *browser) ask(t *testing.T, expression string) string {
	t.Helper()
	var out any
	if err := chromedp.Run(b, chromedp.Evaluate(expression, &out)); err != nil {
		t.Fatalf("%s: %v", expression, err)
	}
	text, _ := json.Marshal(out)
	return strings.Trim(string(text), `"`)
}

// quiet fails where the page complained, or asked for more than itself.
func (b *browser) quiet(t *testing.T) {
	t.Helper()
	b.mutex.Lock()
	defer b.mutex.Unlock()
	if len(b.said) > 0 || len(b.requests) != 1 {
		t.Errorf("the page said %q and asked for %q", b.said, b.requests)
	}
}

// pageOf writes the page of a tree.
func pageOf(t *testing.T, dir string, arguments ...string) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "page.html")
	if _, errOut, status := run(t, dir, append([]string{"report", "--into", file}, arguments...)...); status != 0 {
		t.Fatal(errOut)
	}
	return file
}

func TestReportInABrowser(t *testing.T) {
	b := browse(t, pageOf(t, lockside(t), "--changes", "HEAD~1"))
	const shown = `document.querySelectorAll("li.finding:not([data-hidden])").length`
	all := b.ask(t, shown)
	if n := b.ask(t, `document.querySelectorAll("details.variable").length`); all == "0" || n == "0" {
		t.Fatalf("%s findings, %s variables", all, n)
	}
	search := func(text string) {
		t.Helper()
		if have := b.ask(t, `search.value = ""; document.activeElement.blur(); document.body.dispatchEvent(new KeyboardEvent("keydown", {key: "/", bubbles: true})); document.activeElement.id`); have != "search" {
			t.Errorf("/ leads to %q", have)
		}
		if err := chromedp.Run(b, chromedp.KeyEvent(text), chromedp.Sleep(100*time.Millisecond)); err != nil {
			t.Fatal(err)
		}
	}
	search("sessions_per_sluice")
	if have := b.ask(t, shown); have != "0" {
		t.Errorf("%s findings for what nothing is called", have)
	}
	search("LEVEL_ALARM")
	if have := b.ask(t, `[...document.querySelectorAll("details.variable:not([data-hidden])")].map(e => e.id).join()`); have != "variable-LEVEL_ALARM_CM" {
		t.Errorf("found %s", have)
	}
	if have := b.ask(t, `document.getElementById("shown").textContent`); !strings.Contains(have, "1 of ") {
		t.Errorf("it says %q", have)
	}
	if err := chromedp.Run(b, chromedp.KeyEvent("\x1b"), chromedp.Sleep(100*time.Millisecond)); err != nil || b.ask(t, shown) != all {
		t.Errorf("Escape shows %s of %s findings: %v", b.ask(t, shown), all, err)
	}
	if err := chromedp.Run(b, chromedp.Click(`input[data-level="error"]`), chromedp.Click(`input[data-level="note"]`)); err != nil {
		t.Fatal(err)
	}
	if have := b.ask(t, `[...new Set([...document.querySelectorAll("li.finding:not([data-hidden])")].map(e => e.dataset.level))].join()`); have != "warning" {
		t.Errorf("with errors and notes off it shows %s", have)
	}
	b.ask(t, `location.hash = "variable-GATE_LISTEN"`)
	if err := chromedp.Run(b, chromedp.Sleep(100*time.Millisecond)); err != nil || b.ask(t, `document.getElementById("variable-GATE_LISTEN").open`) != "true" {
		t.Errorf("a link to a variable does not open it: %v", err)
	}
	for _, part := range []string{"findings", "changes", "matrix", "flow", "variables"} {
		if have := b.ask(t, `document.querySelector("nav a[href='#`+part+`']") !== null && document.getElementById("`+part+`") !== null`); have != "true" {
			t.Errorf("no part %s", part)
		}
	}
	b.quiet(t)
}

// What is in a hostile tree is shown and never obeyed.
func TestReportOfAHostileTree(t *testing.T) {
	dir := t.TempDir()
	testtree.Write(t, dir, `<img src=x onerror=alert(1)>.py`, "import os\nos.environ['GATE']  # </script><script>alert(2)</script>\nos.environ['\"><svg/onload=alert(3)>']\n")
	testtree.Write(t, dir, ".env.example", "# </details><script>alert(4)</script> \x1b[31m\nGATE=\nOLD=javascript:alert(5)\n")
	testtree.Write(t, dir, ".env", "GATE=sluice-4471\n")
	testtree.Write(t, dir, "compose.yaml", "services:\n  '<script>alert(6)</script>':\n    build: .\n    environment: {GATE: a}\n")
	file := pageOf(t, dir)
	text, err := os.ReadFile(file)
	if err != nil || strings.Contains(string(text), "sluice-4471") || strings.ContainsRune(string(text), '\x1b') {
		t.Errorf("it holds a value, or control characters: %v", err)
	}
	b := browse(t, file)
	if have := b.ask(t, `document.querySelectorAll("script").length + " " + document.querySelectorAll("img, svg[onload], iframe, link").length`); have != "1 0" {
		t.Errorf("scripts and what would load: %s", have)
	}
	if have := b.ask(t, `document.body.textContent.includes("onerror=alert(1)")`); have != "true" {
		t.Error("the name of the file is not shown")
	}
	b.quiet(t)
}

// The page is for everyone: AXE names the source of axe-core, which is asked.
func TestReportIsAccessible(t *testing.T) {
	source, err := os.ReadFile(os.Getenv("AXE"))
	if err != nil {
		t.Skip("AXE names no file")
	}
	file := pageOf(t, lockside(t), "--changes", "HEAD~1")
	for _, scheme := range []string{"light", "dark"} {
		for _, width := range []int64{1280, 390} {
			b := browse(t, file, emulation.SetEmulatedMedia().WithFeatures([]*emulation.MediaFeature{{Name: "prefers-color-scheme", Value: scheme}}), page.SetBypassCSP(true), chromedp.EmulateViewport(width, 844))
			b.ask(t, `for (const e of document.querySelectorAll("details")) e.open = true; 1`)
			var found string
			run := string(source) + `; axe.run().then(r => JSON.stringify(r.violations.map(v => v.id + ": " + v.nodes.slice(0, 3).map(n => n.html).join(" "))))`
			if err := chromedp.Run(b, chromedp.Evaluate(run, &found, func(p *runtime.EvaluateParams) *runtime.EvaluateParams { return p.WithAwaitPromise(true) })); err != nil {
				t.Fatal(err)
			}
			if found != "[]" {
				t.Errorf("%s, %d wide: %s", scheme, width, found)
			}
		}
	}
}
