package cli

import (
	"bytes"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/charmbracelet/colorprofile"
	"github.com/spf13/cobra"
	"golang.org/x/term"

	"inzicht/core/watch"
	"inzicht/report"
)

// screen is a terminal that shows one state after the other.
type screen struct {
	terminal *os.File
	colors   io.Writer // keeps as much colour as the terminal has
	pending  bytes.Buffer
}

// The sequences that take a terminal's other screen, and leave it.
const (
	otherScreen = "\x1b[?1049h\x1b[?25l"
	firstScreen = "\x1b[?25h\x1b[?1049l"
)

// watched verifies again whenever something changes, until it is ended.
func (k *check) watched(c *cobra.Command, arguments []string) error {
	out, isFile := beneath(c.OutOrStdout()).(*os.File)
	in, inFile := c.InOrStdin().(*os.File)
	switch {
	case !isFile || !inFile || !isTerminalFile(out) || !isTerminalFile(in):
		return &usageError{"--watch needs a terminal", "Start it on one, or leave --watch out."}
	case len(k.formats) != 1 || k.formats[0] != "text":
		return &usageError{"--watch shows text alone", "Leave --format out."}
	}
	for _, e := range k.environments {
		if strings.HasSuffix(e, "=-") {
			return &usageError{"--watch cannot read an environment from standard input", "Give its listing as a file: -e NAME=FILE."}
		}
	}
	root, err := filepath.Abs(placeOf(arguments))
	if err == nil {
		root, err = filepath.EvalSymlinks(root)
	}
	if err != nil {
		_, err = k.findings(c, arguments) // which says what is wrong with it
		return err
	}
	w, err := watch.New(root, k.keep())
	if err != nil {
		return &usageError{"this system does not tell when files change", "Leave --watch out."}
	}
	defer w.Close()
	done := keepTerminal(in, func() { io.WriteString(out, firstScreen) })
	defer done()
	if _, err := term.MakeRaw(int(in.Fd())); err != nil {
		return &usageError{"this terminal cannot be taken over", "Leave --watch out."}
	}
	io.WriteString(out, otherScreen)
	s := &screen{terminal: out}
	painted := colorprofile.NewWriter(&s.pending, os.Environ())
	painted.Profile = colorprofile.Detect(out, os.Environ())
	if k.color == "never" || os.Getenv("NO_COLOR") != "" && k.color == "auto" {
		painted.Profile = colorprofile.NoTTY
	}
	s.colors = painted
	k.follow(c, arguments, w, s, pressed(in))
	return nil
}

// follow shows each state, until a key ends it.
func (k *check) follow(c *cobra.Command, arguments []string, w *watch.Watcher, s *screen, keys <-chan byte) {
	k.quiet = true // progress would stand in the way
	resized := resizes()
	for again := true; ; {
		if again {
			k.showState(c, arguments, w, s)
		}
		again = true
		select {
		case <-w.Changes:
		case <-resized:
		case key, open := <-keys:
			const interrupt, escape, end = 3, 27, 4
			if !open || key == 'q' || key == interrupt || key == escape || key == end {
				return
			}
			again = key == ' ' || key == '\r'
		}
	}
}

// showState verifies, and shows what comes of it.
func (k *check) showState(c *cobra.Command, arguments []string, w *watch.Watcher, s *screen) {
	p, err := k.judged(c, arguments)
	var text bytes.Buffer
	if err != nil {
		explain(&text, c, err)
	} else {
		w.Follow(p.Survey.Tree)
		p.Terminal, p.Width = true, width(s.terminal)
		if err := textOf(report.Formats).Findings(s.colors, p); err != nil {
			return
		}
		text = s.pending
	}
	s.pending = bytes.Buffer{}
	title := "inzicht verify --watch  " + time.Now().Format("15:04:05") + "  q ends"
	if w.Partly() {
		title += "  (too many folders to watch: looked at every two seconds)"
	}
	s.show(title, text.String())
}

// textOf returns the format for people.
func textOf(formats []report.Format) report.Format {
	for _, f := range formats {
		if f.Name == "text" {
			return f
		}
	}
	return report.Format{}
}

// show puts a text on the screen, as far as it has room.
func (s *screen) show(title, text string) {
	columns, lines, err := term.GetSize(int(s.terminal.Fd()))
	if err != nil || columns < 1 || lines < 3 {
		columns, lines = 80, 24
	}
	all := append([]string{report.Cut(title, columns), ""}, strings.Split(strings.TrimRight(text, "\n"), "\n")...)
	if len(all) > lines {
		left := len(all) - lines + 1
		all = append(all[:lines-1], fmt.Sprintf("… %s below; inzicht verify shows them all.", report.Count(left, "line", "lines")))
	}
	var out strings.Builder
	out.WriteString("\x1b[H")
	for n, line := range all {
		if n > 0 {
			out.WriteString("\r\n")
		}
		out.WriteString(report.Cut(line, columns) + "\x1b[0m\x1b[K")
	}
	out.WriteString("\x1b[J")
	io.WriteString(s.terminal, out.String())
}

// pressed tells the keys that are pressed.
func pressed(in *os.File) <-chan byte {
	keys := make(chan byte)
	go func() {
		defer close(keys)
		buffer := make([]byte, 64)
		for {
			n, err := in.Read(buffer)
			if n > 0 {
				keys <- buffer[0]
			}
			if err != nil && !errors.Is(err, os.ErrDeadlineExceeded) {
				return
			}
		}
	}()
	return keys
}
