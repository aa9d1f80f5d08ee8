package programs

import (
	"path"
	"slices"
	"strings"

	"inzicht/core/late"
)

// mostSource is the size in bytes up to which a file is looked into for what it
// loads.
const mostSource = 2 << 20

// loadsOf returns the files that a file may load: those that its texts name, by a path
// beside it, behind a sign, or as a module; a folder stands for all that lie in it. It
// is more rather than less.
func (p *Programs) loadsOf(file string) []string {
	if known, is := p.loads[file]; is {
		return known
	}
	p.loads[file] = nil
	src, err := p.tree.ReadFile(file)
	if err != nil || len(src) > mostSource {
		return nil
	}
	var list []string
	switch ext := path.Ext(file); {
	case ext == ".py":
		list = p.loadsOfPython(file, string(src))
	case scriptEndings[ext]:
		list = p.loadsOfTexts(file, string(src))
	case ext == ".sh" || ext == "" || ext == ".bash":
		list = p.entries([]string{string(src)}, path.Dir(file), 4)
	}
	p.loads[file] = list
	return list
}

var scriptEndings = map[string]bool{".js": true, ".ts": true, ".mjs": true, ".mts": true, ".cjs": true, ".cts": true, ".jsx": true, ".tsx": true, ".vue": true, ".svelte": true, ".rb": true, ".php": true, ".ru": true}

// texts are what stands in quotes on one line.
var texts = late.Regexp("[\"'`]([^\"'`\\n]{1,200})[\"'`]")

// loadsOfTexts returns the files that the texts of a file name.
func (p *Programs) loadsOfTexts(file, src string) (list []string) {
	for _, m := range texts().FindAllStringSubmatch(src, mostReached) {
		text, _, _ := strings.Cut(m[1], "?")
		at := path.Join(path.Dir(file), text)
		near := strings.HasPrefix(text, ".") || strings.HasPrefix(text, "/")
		switch hole := strings.Index(text, "${"); {
		case hole > 0: // ./jobs/${name}
			list = append(list, p.within(path.Join(path.Dir(file), text[:hole]))...)
		case near && p.tree.HasFolder(at) && p.file(at, true) == "":
			list = append(list, p.within(at)...)
		default:
			found := p.sourceOf(at)
			if found == "" && strings.Contains(text, "/") && !near {
				list = append(list, p.behindSign(text)...)
			}
			if found != "" {
				list = append(list, found)
			}
		}
	}
	return list
}

// sourceOf returns the file that a path stands for, be it written as what it is compiled
// to: ./mail.js of mail.ts.
func (p *Programs) sourceOf(file string) string {
	if found := p.file(file, true); found != "" {
		return found
	}
	if ext := path.Ext(file); ext == ".js" || ext == ".mjs" || ext == ".jsx" {
		return p.file(strings.TrimSuffix(file, ext), true)
	}
	return ""
}

// behindSign returns the files whose paths end as one does that begins with a sign or
// in a folder of the configuration: @/lib/mail, ~/mail, lib/mail.
func (p *Programs) behindSign(text string) (list []string) {
	text = strings.TrimLeft(text, "@~#$/")
	base := path.Base(text)
	for _, name := range []string{strings.TrimSuffix(base, path.Ext(base)), base, "index"} {
		for _, file := range p.named[name] {
			bare := strings.TrimSuffix(file, path.Ext(file))
			if scriptEndings[path.Ext(file)] && (strings.HasSuffix("/"+bare, "/"+strings.TrimSuffix(text, path.Ext(text))) || strings.HasSuffix("/"+bare, "/"+text+"/index")) {
				list = append(list, file)
			}
		}
	}
	return list
}

// within returns the source that lies in a folder and below it.
func (p *Programs) within(folder string) []string {
	from, _ := slices.BinarySearch(p.source, folder+"/")
	to := from
	for to < len(p.source) && strings.HasPrefix(p.source[to], folder+"/") {
		to++
	}
	return p.source[from:to]
}

// appParts are the files of a package that a framework loads of each that it is told.
var appParts = []string{"/__init__.py", "/apps.py", "/models.py", "/admin.py", "/signals.py", "/urls.py", "/tasks.py"}

var pythonImports = late.Regexp(`(?m)^[ \t]*(?:from[ \t]+([.\w]+)[ \t]+import[ \t]+([^\n#]+(?:\([^)]*\))?)|import[ \t]+([^\n#]+))`)

// loadsOfPython returns the files that a file of Python imports, and those that its
// texts name as modules or packages.
func (p *Programs) loadsOfPython(file, src string) (list []string) {
	folder := path.Dir(file)
	add := func(dotted string) {
		for root := folder; ; root = path.Dir(root) { // from any folder round it
			if found := p.module(dotted, root); len(found) > 0 {
				list = append(list, found...)
				return
			}
			if root == "." || root == "/" {
				return
			}
		}
	}
	for _, m := range pythonImports().FindAllStringSubmatch(src, mostReached) {
		if m[3] != "" {
			for one := range strings.SplitSeq(m[3], ",") {
				if words := strings.Fields(one); len(words) > 0 {
					add(words[0])
				}
			}
			continue
		}
		from, root := strings.TrimLeft(m[1], "."), folder
		dots := len(m[1]) - len(from)
		for i := 1; i < dots; i++ {
			root = path.Dir(root)
		}
		for one := range strings.FieldsFuncSeq(m[2], func(r rune) bool {
			return r == ',' || r == '(' || r == ')' || r == ' ' || r == '\n' || r == '\t' || r == '\\'
		}) {
			dotted := strings.Trim(from+"."+one, ".")
			switch {
			case dots > 0:
				list = append(list, p.module(dotted, root)...)
				if from != "" {
					list = append(list, p.module(from, root)...)
				}
			default:
				add(dotted)
				add(from)
			}
		}
	}
	for _, m := range texts().FindAllStringSubmatch(src, mostReached) {
		if dotted := m[1]; strings.Contains(dotted, ".") && !strings.ContainsAny(dotted, "/ ") {
			add(strings.TrimSuffix(dotted, ".py"))
		} else if p.isPackage(dotted) {
			for _, part := range appParts {
				if p.files[dotted+part] {
					list = append(list, dotted+part)
				}
			}
		}
	}
	return list
}
