package programs

import (
	"path"
	"strings"
)

// endings are those of source that a word may name without it, or as what it was
// before it was compiled.
var endings = []string{"", ".js", ".ts", ".mjs", ".mts", ".cjs", ".cts", ".jsx", ".tsx", ".py", ".rb", ".php", "/index.js", "/index.ts", "/index.tsx", "/__init__.py"}

// built are folders that source is compiled into, from the folder itself or from src.
var built = map[string]bool{"dist": true, "build": true, "out": true, "lib": true, "output": true}

// longestWord bounds the word of a command that may name a file.
const longestWord = 400

// entry returns the files of a folder that a word of a command names: by its path,
// in the tree or in an image, as what it is compiled to, or as a module.
func (p *Programs) entry(word, folder string) []string {
	word = strings.TrimPrefix(word, "./")
	if word == "" || len(word) > longestWord || strings.HasPrefix(word, "-") || strings.ContainsAny(word, "$=*") {
		return nil
	}
	parts := strings.Split(strings.TrimPrefix(word, "/"), "/")
	for from := range parts { // /app/src/web.js
		if file := p.file(path.Join(folder, path.Join(parts[from:]...)), from > 0 || strings.Contains(word, "/") || path.Ext(word) != ""); file != "" {
			return []string{file}
		}
		if built[parts[from]] {
			rest := path.Join(parts[from+1:]...)
			rest = strings.TrimSuffix(rest, path.Ext(rest))
			for _, source := range []string{path.Join(folder, "src", rest), path.Join(folder, rest)} {
				if file := p.file(source, true); file != "" && rest != "" {
					return []string{file}
				}
			}
		}
	}
	module, _, named := strings.Cut(word, ":") // web:app
	if strings.Contains(module, "/") || !named && !strings.Contains(module, ".") && !p.isPackage(path.Join(folder, module)) {
		return nil
	}
	return p.module(module, folder)
}

// file returns the file that a path stands for, with or without its ending. A bare
// word stands for none that has an ending.
func (p *Programs) file(file string, path bool) string {
	for _, ending := range endings {
		if (ending == "" || path) && p.files[file+ending] {
			return file + ending
		}
	}
	return ""
}

func (p *Programs) isPackage(folder string) bool {
	return p.files[folder+"/__init__.py"] || p.files[folder+"/celery.py"]
}

// module returns the files of a module of Python: its own, and those of the packages
// round it. Of a package that is named alone the file of its tasks is one, too.
func (p *Programs) module(dotted, folder string) (list []string) {
	parts := strings.Split(dotted, ".")
	for _, root := range []string{folder, path.Join(folder, "src")} {
		at := root
		for i, part := range parts {
			at = path.Join(at, part)
			last := i == len(parts)-1
			if p.isPackage(at) {
				if init := at + "/__init__.py"; p.files[init] {
					list = append(list, init)
				}
				if celery := at + "/celery.py"; last && p.files[celery] {
					list = append(list, celery)
				}
			}
			if last && p.files[at+".py"] {
				list = append(list, at+".py")
			}
			if last && p.files[at+"/__main__.py"] {
				list = append(list, at+"/__main__.py")
			}
		}
		if n := len(list); n > 0 && (len(parts) == 1 || strings.HasSuffix(list[n-1], parts[len(parts)-1]+".py") || strings.Contains(list[n-1], "/"+parts[len(parts)-1]+"/")) {
			return list
		}
		list = nil
	}
	return nil
}
