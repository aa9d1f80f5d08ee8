package reads

import (
	"cmp"
	"path"
	"slices"
	"strings"
)

// Which file is meant by the name of a module.

// isModuleOfOffer reports whether a module is the file that offers something, or, where the files of
// a folder are one, that. What is not named from here is told by where the file lies: a/b/config is
// none of src/config.js.
func (a *analysis) isModuleOfOffer(module string, m *shelved) bool {
	stem, _ := Origin(m.file)
	file := strings.TrimSuffix(m.file, path.Ext(m.file))
	switch {
	case isRelative(module):
		return a.isModule(module, m.file)
	case a.lang.KeepsSmall:
		return a.endsWith(path.Dir(m.file), a.packagePath(module), m)
	case a.lang.SharesNames, StandsForFolder(stem), stem == "mod":
		return a.endsWith(path.Dir(m.file), module, m)
	case module == "django.conf.settings":
		return stem == "settings" || path.Base(path.Dir(m.file)) == "settings"
	}
	return a.endsWith(file, module, m)
}

// isRelative reports whether a module is named from where it is taken in.
func isRelative(module string) bool {
	return strings.HasPrefix(module, "./") || strings.HasPrefix(module, "../")
}

// isBelow reports whether a file lies below the folder that a name is imported from, by a path that begins
// here: what stands for the folder may hand on what the file has.
func (a *analysis) isBelow(from, file string) bool {
	module := parentOf(from)
	return isRelative(module) && strings.HasPrefix(file, path.Join(path.Dir(a.file), module)+"/")
}

// packagePath returns the path by which a file of Go imports a package, or its name.
func (a *analysis) packagePath(name string) string {
	if a.offered.packages == nil {
		a.offered.packages = map[string]string{}
		for i := range a.f.Tokens {
			if of, is := a.f.Value(i); is && strings.Contains(of, "/") && a.offered.packages[path.Base(of)] == "" {
				a.offered.packages[path.Base(of)] = of
			}
		}
	}
	return cmp.Or(a.offered.packages[name], name)
}

// isFolderOfOffer reports whether a module is the folder of the file that offers something: what
// stands for that may hand it on.
func (a *analysis) isFolderOfOffer(module string, m *shelved) bool {
	if module == m.pack && m.pack != "" {
		return true
	}
	if a.lang.KeepsSmall {
		return false
	}
	return a.isFolder(module, m.file) || !isRelative(module) && a.endsWith(path.Dir(m.file), module, m)
}

// endsWith reports whether what offers something, or its folder, lies where a module says, which is not
// named from here.
func (a *analysis) endsWith(file, module string, m *shelved) bool {
	pack := m.pack
	inside := pack != "" && (module == pack || strings.HasPrefix(module, pack+"/") || strings.HasPrefix(module, pack+"."))
	if inside {
		if module = module[len(pack):]; module == "" {
			return file == "." || StandsForFolder(path.Base(file)) || isRoot("crate", path.Base(file))
		}
	}
	named := strings.Split(strings.TrimLeft(module, "./"), "/")
	if a.lang.Exports == "" {
		named = strings.FieldsFunc(module, func(r rune) bool { return r == '/' || r == '.' })
	}
	for len(named) > 0 && beginsModule[named[0]] {
		named = named[1:]
	}
	if len(named) == 0 || a.lang.Exports != "" && len(named) == 1 && named[0] == module { // a library by its name
		return false
	}
	folders := strings.Split(file, "/")
	if a.lang.KeepsSmall {
		return isPackageOfGo(named, folders, m, inside)
	}
	return len(named) <= len(folders) && slices.Equal(named, folders[len(folders)-len(named):])
}

// beginsModule are what the name of a module may begin with that is no folder.
var beginsModule = set(strings.Fields("crate self super @ ~ # src @src ~src"))

// isPackageOfGo reports whether the names of the path of a package, behind that of the module where that is
// known, are those of a folder.
func isPackageOfGo(named, folders []string, m *shelved, inside bool) bool {
	if at := slices.Index(folders, "vendor"); at >= 0 {
		return slices.Equal(named, folders[at+1:])
	}
	if m.within != "" && len(folders) > 1 {
		folders = strings.Split(strings.TrimPrefix(path.Join(folders...), m.within+"/"), "/")
	}
	if m.pack != "" {
		return inside && slices.Equal(named, folders)
	}
	return len(folders) <= len(named) && slices.Equal(folders, named[len(named)-len(folders):])
}
