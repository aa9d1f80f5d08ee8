package git

import (
	"os"
	"path/filepath"
	"strings"

	"inzicht/core/files"
)

// settings are what a configuration of git says, by section and key in lower
// case: core.excludesfile. Sections with a name of their own are left out.
type settings map[string]string

// parseSettings reads a configuration as far as it is needed here: one
// setting a line. Nothing in it is obeyed, files that it includes are not read.
func parseSettings(src []byte) settings {
	s := settings{}
	section := ""
	for line := range strings.Lines(string(src)) {
		line = strings.TrimSpace(line)
		if rest, isSection := strings.CutPrefix(line, "["); isSection {
			name, after, _ := strings.Cut(rest, "]")
			section, line = strings.ToLower(strings.TrimSpace(name)), strings.TrimSpace(after)
		}
		if line == "" || line[0] == '#' || line[0] == ';' || strings.ContainsAny(section, `" .`) {
			continue
		}
		key, value, _ := strings.Cut(line, "=")
		s[section+"."+strings.ToLower(strings.TrimSpace(key))] = settingValue(strings.TrimSpace(value))
	}
	return s
}

// settingValue takes quotes, escapes and a comment away from a value.
func settingValue(written string) string {
	var out strings.Builder
	quoted := false
	for i := 0; i < len(written); i++ {
		switch c := written[i]; {
		case c == '\\' && i+1 < len(written):
			i++
			out.WriteByte(written[i])
		case c == '"':
			quoted = !quoted
		case (c == '#' || c == ';') && !quoted:
			return strings.TrimSpace(out.String())
		default:
			out.WriteByte(c)
		}
	}
	return out.String()
}

// userExcludes returns the file of patterns that whoever runs this has git
// ignore everywhere, or "".
func userExcludes() string {
	home, err := os.UserHomeDir()
	if err != nil {
		return ""
	}
	base := os.Getenv("XDG_CONFIG_HOME")
	if base == "" {
		base = filepath.Join(home, ".config")
	}
	file := filepath.Join(base, "git", "ignore")
	for _, place := range []string{"/etc/gitconfig", filepath.Join(base, "git", "config"), filepath.Join(home, ".gitconfig")} {
		file = excludesIn(place, home, file, 0)
	}
	return file
}

// ownFile reads a regular file of whoever runs this. Links are followed: many
// keep their settings elsewhere.
func ownFile(file string) ([]byte, error) {
	info, err := os.Stat(file)
	switch {
	case err != nil:
		return nil, err
	case !info.Mode().IsRegular():
		return nil, files.ErrNotRegular
	case info.Size() > files.MaxSize:
		return nil, files.ErrTooLarge
	}
	return os.ReadFile(file)
}

// maxIncluded bounds how deep configurations of the user's own include others.
const maxIncluded = 5

// excludesIn returns the file that one configuration of the user's own names,
// or else the one that was known before.
func excludesIn(config, home, before string, depth int) string {
	src, err := ownFile(config)
	if err != nil || depth > maxIncluded {
		return before
	}
	s := parseSettings(src)
	if more := s["include.path"]; more != "" {
		before = excludesIn(below(filepath.Dir(config), fromHome(more, home)), home, before, depth+1)
	}
	if named, set := s["core.excludesfile"]; set {
		return fromHome(named, home)
	}
	return before
}

func fromHome(path, home string) string {
	if rest, found := strings.CutPrefix(path, "~/"); found {
		return filepath.Join(home, rest)
	}
	return path
}
