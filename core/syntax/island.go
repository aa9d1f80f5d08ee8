package syntax

import "bytes"

// toIsland passes over text that is no source, to the nearest opening mark
// and over it.
func (s *Scanner) toIsland() {
	rest := s.Src[s.Pos:]
	if len(rest) == 0 {
		return
	}
	best, length := len(rest), 0
	for n, island := range s.table.Islands {
		at := bytes.Index(rest[:min(len(rest), best+len(island.Open))], []byte(island.Open))
		if at < 0 || at >= best && length > 0 && len(island.Open) <= length {
			continue
		}
		best, length, s.island = at, len(island.Open), n
	}
	end := best + length
	if until := s.table.Islands[s.island].Until; length > 0 && until != "" {
		if n := bytes.Index(rest[end:], []byte(until)); n >= 0 {
			end += n + len(until)
		}
	}
	if length > 0 && s.table.Islands[s.island].Comment {
		if n := bytes.Index(rest[end:], []byte(s.table.Islands[s.island].Close)); n >= 0 {
			s.skip(Comment, s.Pos+end+n+len(s.table.Islands[s.island].Close))
			s.toIsland()
			return
		}
		end = len(rest)
	}
	s.skip(Comment, s.Pos+end)
	s.newLine = true
}

// leavesIsland passes over a closing mark and the text behind it.
func (s *Scanner) leavesIsland() bool {
	if len(s.table.Islands) == 0 {
		return false
	}
	close := s.table.Islands[s.island].Close
	if !hasPrefix(s.Src[s.Pos:], close) {
		return false
	}
	s.skip(Comment, s.Pos+len(close))
	s.toIsland()
	return true
}

// islandEnd returns where a line comment ends: at the end of its line, or at
// the closing mark of the island.
func (s *Scanner) islandEnd(rest []byte, end int) int {
	if len(s.table.Islands) == 0 {
		return end
	}
	if n := bytes.Index(rest[:end], []byte(s.table.Islands[s.island].Close)); n >= 0 {
		return n
	}
	return end
}
