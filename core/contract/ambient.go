package contract

import (
	"slices"
	"strings"

	"inzicht/core/reads"
)

// ambient are variables that the operating system, the shell or the platform
// supplies: read by code, set by nobody who writes env files.
var ambient = func() map[string]bool {
	m := map[string]bool{}
	for _, name := range strings.Fields(`
		PATH HOME USER LOGNAME USERNAME SHELL TERM TERM_PROGRAM TERM_PROGRAM_VERSION COLORTERM COLORFGBG PWD OLDPWD HOSTNAME HOST
		TMPDIR TMP TEMP LANG LANGUAGE TZ EDITOR VISUAL PAGER DISPLAY WAYLAND_DISPLAY XAUTHORITY MAIL SHLVL PS1 IFS
		COLUMNS LINES NO_COLOR FORCE_COLOR CLICOLOR CLICOLOR_FORCE CI CONTINUOUS_INTEGRATION
		HTTP_PROXY HTTPS_PROXY NO_PROXY ALL_PROXY FTP_PROXY http_proxy https_proxy no_proxy all_proxy ftp_proxy
		SSH_AUTH_SOCK SSH_CLIENT SSH_CONNECTION SSH_TTY SSH_AGENT_PID SUDO_USER SUDO_UID SUDO_GID DBUS_SESSION_BUS_ADDRESS
		LD_LIBRARY_PATH LD_PRELOAD DYLD_LIBRARY_PATH MANPATH INFOPATH
		APPDATA LOCALAPPDATA PROGRAMFILES ProgramFiles PROGRAMDATA ProgramData SYSTEMROOT SystemRoot WINDIR windir
		COMSPEC ComSpec USERPROFILE HOMEDRIVE HOMEPATH PATHEXT COMPUTERNAME USERDOMAIN PROCESSOR_ARCHITECTURE OS
		NUMBER_OF_PROCESSORS ALLUSERSPROFILE PUBLIC SystemDrive SYSTEMDRIVE
		GOPATH GOROOT GOOS GOARCH GOBIN GOCACHE GOFLAGS JAVA_HOME PYTHONPATH PYTHONHOME VIRTUAL_ENV NODE_PATH NODE_ENV NODE_OPTIONS
		GEM_HOME GEM_PATH RUBYLIB RUBYOPT PERL5LIB LUA_PATH CARGO_HOME RUSTUP_HOME
		CARGO_MANIFEST_DIR CARGO_PKG_VERSION CARGO_PKG_NAME OUT_DIR TARGET PROFILE
		GITHUB_ACTIONS GITHUB_ACTOR GITHUB_ENV GITHUB_OUTPUT GITHUB_PATH GITHUB_REF GITHUB_REF_NAME GITHUB_REPOSITORY
		GITHUB_RUN_ID GITHUB_SHA GITHUB_STEP_SUMMARY GITHUB_WORKSPACE GITHUB_EVENT_NAME GITHUB_EVENT_PATH
		RUNNER_OS RUNNER_TEMP GITLAB_CI KUBERNETES_SERVICE_HOST KUBERNETES_SERVICE_PORT
		NOTIFY_SOCKET LISTEN_FDS LISTEN_PID INVOCATION_ID JOURNAL_STREAM RUNTIME_DIRECTORY STATE_DIRECTORY`) {
		m[name] = true
	}
	return m
}()

var ambientPrefixes = []string{"LC_", "XDG_", "npm_config_", "npm_package_", "npm_lifecycle_", "CARGO_FEATURE_", "CARGO_CFG_", "SYSTEMD_"}

// isNote tells whether a name is but a note that code leaves in an array of
// the web server's: no shell and no env file can set a variable with a dot.
func isNote(name string, list []reads.Read) bool {
	return strings.Contains(name, ".") && !slices.ContainsFunc(list, func(r reads.Read) bool { return r.Access != "$_SERVER" })
}

// IsAmbient tells whether a variable is supplied by the surroundings: it is
// listed as read, but never missing or undocumented.
func IsAmbient(name string) bool {
	if ambient[name] {
		return true
	}
	for _, prefix := range ambientPrefixes {
		if strings.HasPrefix(name, prefix) {
			return true
		}
	}
	return false
}
