package loads

import (
	"path"
	"strconv"
	"strings"

	"inzicht/core/syntax"
)

// written is a path as far as it is known.
type written struct {
	path  string
	from  bool // it begins in the folder of the file that it is written in
	whole bool // nothing may be before it
}

// below returns a path below a folder.
func (w written) below(name written) written {
	return written{path.Join(w.path, name.path), w.from, w.whole && name.whole}
}

// plain are names that only put paths together, or give where the program runs.
var plain = func() map[string]bool {
	m := map[string]bool{}
	for name := range strings.FieldsSeq(`Path pathlib PurePath os path join joinpath resolve abspath absolute realpath normpath require process cwd getcwd
		fileURLToPath URL File expand_path str filepath Join new Dir pwd as_posix to_s node Paths of get import meta`) {
		m[name] = true
	}
	return m
}()

// otherFiles end the names of files of settings that are no env files.
var otherFiles = map[string]bool{".yaml": true, ".yml": true, ".json": true, ".toml": true, ".ini": true, ".hcl": true, ".xml": true, ".properties": true, ".conf": true, ".cfg": true,
	".php": true, ".py": true, ".js": true, ".ts": true, ".rb": true, ".go": true, ".rs": true, ".txt": true, ".html": true, ".md": true}

// longestPath bounds the bytes of a path that is taken for one.
const longestPath = 300

// putting is a path that is put together.
type putting struct {
	f        *syntax.File
	parts    []string
	up       int  // how many folders above
	from     bool // the file or its folder is named
	file     bool // the file is, and not its folder
	unknown  bool // something is not known
	broken   bool // a part of a name is not known
	expands  bool // it begins at the file, of which .. is the folder: expand_path("../.env", __FILE__)
	dirnames int
}

// pathOf puts together the path that an expression gives; it has none where nothing of
// it is known.
func pathOf(f *syntax.File, s span) written {
	p := &putting{f: f}
	for i := s.from; i < s.to && !p.broken; i++ {
		switch f.Kind(i) {
		case syntax.String:
			if value, known := f.Value(i); known && !f.Is(i-2, "require") {
				p.text(i, value)
			}
		case syntax.Text:
			p.text(i, f.Text(i))
		case syntax.Number:
			p.number(i)
		case syntax.Word:
			p.word(i)
		}
	}
	return p.written()
}

// text adds a text: to the one before, or as a part of the path.
func (p *putting) text(i int, value string) {
	behind := p.f.Is(i-1, "+") || p.f.Is(i-1, ".") || p.f.Kind(i) == syntax.Text && p.f.Kind(i-1) == syntax.Close
	switch {
	case behind && len(p.parts) > 0:
		p.parts[len(p.parts)-1] += value
	case behind && !strings.HasPrefix(value, "/"):
		p.broken = true // stage + ".env"
	default:
		p.parts = append(p.parts, value)
	}
}

// number counts the folders above that a number says: parents[2], dirname(__DIR__, 2).
func (p *putting) number(i int) {
	n, err := strconv.Atoi(p.f.Text(i))
	if err != nil || n > 9 {
		p.broken = true
	} else if p.f.Is(i-2, "parents") {
		p.up += n + 1
	} else if p.dirnames > 0 && p.f.Is(i-1, ",") {
		p.up += n - 1
	}
}

func (p *putting) word(i int) {
	switch name := p.f.Text(i); name {
	case "__file__", "__FILE__", "__filename":
		p.from, p.file = true, true
	case "__dirname", "__DIR__", "__dir__":
		p.from = true
	case "url", "filename":
		p.from, p.file = true, true
	case "dirname":
		if p.f.Is(i+1, "(") {
			p.up++
			p.dirnames++
		} else {
			p.from = true // import.meta.dirname
		}
	case "parent":
		p.up++
	case "parents":
	case "expand_path":
		p.expands = true
	default:
		if !plain[name] {
			p.unknown, p.parts, p.up = true, nil, 0
		}
	}
}

// written returns the path.
func (p *putting) written() written {
	name := strings.Join(p.parts, "/")
	if p.broken || len(name) > longestPath || strings.ContainsAny(name, " \n*?$<>|{}:") || otherFiles[path.Ext(name)] || name == "" && !p.from {
		return written{}
	}
	w := written{from: p.from && !p.unknown, whole: !p.unknown}
	if path.IsAbs(name) {
		name, w.whole = strings.TrimLeft(name, "/"), w.from
	}
	if p.expands && p.file {
		name = strings.TrimPrefix(name, "../")
	}
	if w.from {
		up := p.up
		if p.file {
			up--
		}
		name = strings.Repeat("../", max(up, 0)) + name
	}
	if w.path = path.Clean(name); name == "" {
		w.path = ""
	}
	return w
}
