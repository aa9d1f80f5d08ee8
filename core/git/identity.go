package git

import (
	"net/url"
	"path"
	"path/filepath"
	"strings"

	"inzicht/core/files"
	"inzicht/core/late"
)

// Revision returns the commit that is checked out, or "" where there is none or
// it cannot be told.
func (r *Repository) Revision() string {
	head, err := r.head()
	if err != nil {
		return ""
	}
	branch, isBranch := strings.CutPrefix(strings.TrimSpace(head), "ref: ")
	if !isBranch {
		return branch
	}
	list, err := r.references()
	if err != nil {
		return ""
	}
	for _, ref := range list {
		if ref.name == branch {
			return ref.id
		}
	}
	return ""
}

var (
	remoteSection = late.Regexp(`^\[remote\s+"origin"\]`)
	shortURL      = late.Regexp(`^(?:[^@/:]+@)?([A-Za-z0-9.-]+):([^/].*)$`)
)

// Name returns what the repository is called: host and path of the remote
// origin, without who logs in and how, or the name of the work tree's folder.
func (r *Repository) Name() string {
	if src, err := files.ReadFile(r.common, "config", maxConfig); err == nil {
		if name := originName(string(src)); name != "" {
			return name
		}
	}
	return filepath.Base(r.WorkTree)
}

// originName returns the name that a configuration gives the remote origin, or "".
func originName(config string) string {
	within := false
	for line := range strings.Lines(config) {
		line = strings.TrimSpace(line)
		if strings.HasPrefix(line, "[") {
			within = remoteSection().MatchString(line)
			continue
		}
		key, value, _ := strings.Cut(line, "=")
		if within && strings.EqualFold(strings.TrimSpace(key), "url") {
			return nameOfURL(settingValue(strings.TrimSpace(value)))
		}
	}
	return ""
}

// nameOfURL returns host and path of where a repository is fetched from, or ""
// for a folder of this machine.
func nameOfURL(written string) string {
	host, rest := "", ""
	if u, err := url.Parse(written); err == nil && u.Host != "" {
		host, rest = u.Hostname(), u.Path
	} else if m := shortURL().FindStringSubmatch(written); m != nil {
		host, rest = m[1], m[2]
	}
	rest = strings.TrimSuffix(strings.Trim(path.Clean("/"+rest), "/"), ".git")
	if host == "" || rest == "" {
		return ""
	}
	return host + "/" + rest
}
