package evaluate

import (
	"bytes"
	"slices"
	"strings"

	"inzicht/core/parse"
)

// Argument is the name of a When that goes by what the program is started with, where it has commands of its own:
// serve, work.
const Argument = "(argument)"

// ownCommand is what a command of a program does.
type ownCommand struct {
	names []string
	node  int32
}

// StartedWith returns with which commands of the program's own what stands at a node is come to, if with some alone.
func (u *Unit) StartedWith(n int32) (list []When) {
	u.commandsOnce.Do(u.findCommands)
	at := u.Tree.Nodes[n].From
	for _, c := range u.commands {
		if node := u.Tree.Nodes[c.node]; node.From <= at && at < node.To {
			list = append(list, When{Name: Argument, Come: c.names})
		}
	}
	return list
}

// findCommands finds what is done for one command of the program alone, by how libraries have it written, and by what
// the first argument is compared with.
func (u *Unit) findCommands() {
	first := u.namesOfFirst()
	for i := range u.Tree.Nodes {
		switch n := int32(i); u.kind(n) {
		case parse.Record:
			u.describedCommand(n)
		case parse.Wrapper:
			u.decoratedCommand(n)
		case parse.Switch:
			u.switchedCommands(n, first)
		case parse.If:
			u.askedCommand(n, first)
		}
	}
}

// commandRuns are the keys of a described command under which stands what it does.
var commandRuns = map[string]bool{"Run": true, "RunE": true, "PreRun": true, "PreRunE": true, "Action": true, "Exec": true}

// describedCommand looks at a record that describes a command: &cobra.Command{Use: "work [queue]", RunE: runWork}. One
// that is called root is that of the program itself.
func (u *Unit) describedCommand(n int32) {
	name := ""
	var does []int32
	for _, p := range u.children(n) {
		switch key := u.keyWord(p); {
		case key == "Use" || key == "Name":
			text, _ := u.literal(u.lastChild(p))
			name, _, _ = strings.Cut(text, " ")
		case commandRuns[key]:
			does = append(does, u.lastChild(p))
		}
	}
	if name == "" || len(does) == 0 || strings.Contains(strings.ToLower(u.givenTo(n)), "root") {
		return
	}
	for _, d := range does {
		if u.kind(d) == parse.Name {
			d = u.functionNamed(u.at(d))
		}
		if d != 0 {
			u.commands = append(u.commands, ownCommand{[]string{name}, d})
		}
	}
}

// givenTo returns the name of what a value is given to where it is declared, or "".
func (u *Unit) givenTo(n int32) string {
	from := u.Tree.Nodes[n].From
	for i := from; i >= 0 && i > from-12; i-- {
		if f := u.Tree.File; f.Is(int(i), "=") || f.Is(int(i), ":=") {
			return f.Text(int(i) - 1)
		}
	}
	return ""
}

// functionNamed returns the node of the only function of a name that the file defines, if it is named once besides, or
// 0.
func (u *Unit) functionNamed(name string) int32 {
	fns := u.funcs[name]
	if len(fns) != 1 {
		return 0
	}
	if u.uses == nil {
		u.uses = map[string]int{}
		for i := range u.Tree.Nodes {
			if n := int32(i); u.kind(n) == parse.Name {
				u.uses[u.at(n)]++
			}
		}
	}
	if u.uses[name] != 1 {
		return 0
	}
	return fns[0].Node
}

// decoratedCommand looks at a function that a decorator makes a command: @cli.command("work"), @app.command().
func (u *Unit) decoratedCommand(n int32) {
	function := u.lastChild(n)
	if u.kind(function) != parse.Function {
		return
	}
	for _, d := range u.children(n) {
		call := u.Tree.Child(d, 0)
		callee := u.Tree.Child(call, 0)
		if u.kind(d) != parse.Wrapper || u.kind(call) != parse.Call || u.kind(callee) != parse.Member || u.at(callee) != "command" {
			continue
		}
		names := []string{u.at(function), strings.ReplaceAll(u.at(function), "_", "-")}
		if first := u.Tree.Child(call, 1); first != 0 {
			if text, is := u.literal(first); is {
				names = []string{text}
			}
		}
		u.commands = append(u.commands, ownCommand{slices.Compact(names), n})
	}
}

// firstArguments are how languages write the first argument of a program.
var firstArguments = map[string]bool{
	"os.Args[1]": true, "sys.argv[1]": true, "process.argv[2]": true, "ARGV[0]": true, "ARGV.first": true, "$argv[1]": true, "Deno.args[0]": true, "Bun.argv[2]": true, "flag.Arg(0)": true, "$ARGV[0]": true,
}

// namesOfFirst returns what the first argument of the program is called in the file: as the language writes it, and names
// that are given it. There is none where the file does not ask for it.
func (u *Unit) namesOfFirst() map[string]bool {
	names := map[string]bool{}
	for written := range firstArguments { // in any order
		if bytes.Contains(u.Tree.File.Src, []byte(written)) {
			names[written] = true
		}
	}
	if len(names) == 0 {
		return nil
	}
	for i := range u.Tree.Nodes {
		c := int32(i)
		if k := u.kind(c); (k == parse.Declare || k == parse.Assign) && names[u.Tree.Text(u.lastChild(c))] {
			names[u.at(u.Tree.Child(c, 0))] = true
		}
	}
	return names
}

// switchedCommands looks at a switch over the first argument.
func (u *Unit) switchedCommands(n int32, first map[string]bool) {
	list := u.children(n)
	if len(first) == 0 || len(list) == 0 || !first[u.Tree.Text(list[0])] {
		return
	}
	for _, c := range list[1:] {
		var names []string
		parts := u.children(c)
		for _, p := range parts {
			if text, is := u.literal(p); is {
				names = append(names, text)
			}
		}
		if body := u.lastChild(c); len(names) > 0 && len(names) == len(parts)-1 {
			u.commands = append(u.commands, ownCommand{names, body})
		}
	}
}

// askedCommand looks at what is done where the first argument is a text.
func (u *Unit) askedCommand(n int32, first map[string]bool) {
	list := u.children(n)
	if len(first) == 0 || len(list) < 2 || u.kind(list[0]) != parse.Binary || u.at(list[0]) != "==" && u.at(list[0]) != "===" && u.at(list[0]) != "eq" {
		return
	}
	sides := u.children(list[0])
	if text, is := u.literal(sides[1]); is && first[u.Tree.Text(sides[0])] {
		u.commands = append(u.commands, ownCommand{[]string{text}, list[1]})
	}
}
