package language

import (
	"inzicht/core/late"
	"inzicht/core/reads"
)

// pages are those that a bundler puts variables into where it builds them: %VITE_TITLE%, <%= VUE_APP_TITLE %>. Where one
// has no value, the page shows its name.
var pages = &reads.Language{
	Name: "page", Where: "%VITE_NAME%, %REACT_APP_NAME% and <%= VUE_APP_NAME %> in the pages of bundlers",
	Extensions: []string{".html", ".htm"}, Triggers: []string{"%"},
	Own: byLine("", reads.Build, nil, nil,
		form{late.Regexp(`%(VITE_[A-Z0-9_]+)%`), "%…%", reads.Expected},
		form{late.Regexp(`%(REACT_APP_[A-Z0-9_]+)%`), "%…%", reads.Expected},
		form{late.Regexp(`<%[=-]\s*(?:process\.env\.)?(VUE_APP_[A-Z0-9_]+)\s*%>`), "<%=…%>", reads.Expected}),
}
