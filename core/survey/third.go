package survey

import (
	"cmp"
	"maps"
	"path"
	"slices"

	"inzicht/core/bounds"
	"inzicht/core/evaluate"
	"inzicht/core/reads"
	"inzicht/core/sorting"
	"inzicht/core/tree"
)

// The third look finds what files do with what others have read: config.js reads the port, and
// server.js says which is used without it. It says more of reads that are known, and finds none.

// hasOffers reports whether a file of the part offers others what it read, and they may use it: what only decides
// matters to files that want something themselves.
func (o *open) hasOffers() bool {
	decides, wanting := false, 0
	for _, u := range o.units { // in any order
		switch {
		case len(u.result.Offers) == 0:
		case !reads.OffersOf(u.file, &u.result, u.language).Decides():
			return true
		default:
			decides = true
		}
		if wants(u) {
			wanting++
		}
	}
	return decides && wanting > 0
}

// wants reports whether a file reads something that it does not do without.
func wants(u *unit) bool {
	return slices.ContainsFunc(u.result.Reads, func(r reads.Read) bool { return r.Need != reads.Optional && r.Name != "" })
}

// plain returns the offers of files that do not only decide.
func plain(list []*reads.Offers) []*reads.Offers {
	return slices.DeleteFunc(slices.Clone(list), (*reads.Offers).Decides)
}

// offers returns what files of the part offer others, but for tests.
func (s *secondLook) offers() (list []*reads.Offers) {
	modules := map[string]string{} // of Go, by their manifests
	for n := range s.files {
		u := s.open.units[s.path(n)]
		if u != nil && len(u.result.Offers) > 0 && !s.isTest(n) {
			o := reads.OffersOf(u.file, &u.result, u.language)
			c := s.survey.Tree.ComponentOf(u.file)
			o.Package, o.Within = s.survey.packageNamed(u.file), c.Folder
			if path.Base(c.Manifest) == "go.mod" {
				name, known := modules[c.Manifest]
				if !known {
					name = s.moduleOfGo(c.Manifest)
					modules[c.Manifest] = name
				}
				o.Package = name
			}
			list = append(list, o)
		}
	}
	return list
}

// moduleOfGo returns the path of the module that a manifest is of, or "".
func (s *secondLook) moduleOfGo(file string) string {
	src, err := s.survey.Tree.ReadFile(file)
	if err != nil {
		return ""
	}
	return newManifest("go.mod", src).name
}

// thirdLook takes the third look; known is what the second has found.
func (s *secondLook) thirdLook(known *reads.Context) {
	list := s.offers()
	if len(list) == 0 {
		return
	}
	if s.using == nil {
		s.using = make([]bool, len(s.files))
	}
	looked := map[string]*reads.Offers{}
	for _, o := range s.looked {
		looked[o.File] = o
	}
	var more []*reads.Offers // that were not looked for yet
	for _, o := range plain(list) {
		if before := looked[o.File]; before == nil || !o.IsIn(before) {
			more = append(more, o)
		}
	}
	if len(more) > 0 {
		for n, is := range s.find(usingWords(more))[0] {
			s.using[n] = s.using[n] || is
		}
	}
	s.useDeciding(slices.DeleteFunc(slices.Clone(list), func(o *reads.Offers) bool { return !o.Decides() }))
	for n := range s.using {
		s.using[n] = s.using[n] && !s.isTest(n)
	}
	known.Offers = list
	results := s.analyse(s.using, known, known)
	if more, asking := s.answer(results, known); more != nil {
		for n, result := range s.analyse(asking, more, more) {
			if result != nil {
				results[n] = result
			}
		}
	}
	var borrowed []reads.Borrowed
	for n, result := range results {
		switch {
		case result == nil:
		case result.Problem != "":
			s.fail(s.path(n), result.Problem)
		default:
			borrowed = append(borrowed, result.Borrowed...)
			s.tellWhen(s.path(n), result.Reads)
		}
	}
	s.settleBorrowed(borrowed)
}

// useDeciding notes the files that want something themselves and may ask for what only decides.
func (s *secondLook) useDeciding(list []*reads.Offers) {
	if len(list) == 0 {
		return
	}
	words := searchFor(usingWords(list))
	candidates := make([]bool, len(s.files))
	for n := range s.files {
		u := s.open.units[s.path(n)]
		candidates[n] = u != nil && !s.using[n] && wants(u)
	}
	s.sideBySide(candidates, func(n int, in *tree.Reader) {
		if src, err := in.Read(s.path(n)); err == nil && words.in(s.survey.languages[s.files[n]], s.path(n), src) != 0 && !tree.IsBundle(s.path(n), src) {
			s.using[n] = true
		}
	})
}

// tellWhen has the reads of a file say for which values of variables that other files read they are come to.
func (s *secondLook) tellWhen(file string, list []reads.Read) {
	u := s.open.units[file]
	if u == nil || !slices.ContainsFunc(list, func(r reads.Read) bool { return len(r.When) > 0 }) {
		return
	}
	u.result.Reads = slices.Clone(u.result.Reads) // what the first look found stays as it was, for other states of the tree
	for _, r := range list {
		for i := range u.result.Reads {
			if own := &u.result.Reads[i]; len(r.When) > 0 && own.Line == r.Line && own.Column == r.Column && own.Name == r.Name {
				own.When = evaluate.WithMore(own.When, r.When)
			}
		}
	}
}

// answer looks for functions that files give what others have read, need(config.token), and for constants that they
// compare it with, config.kind == Kind.Disk, and returns what is known with them, and the files that ask for them; or nil
// where there are none.
func (s *secondLook) answer(results []*reads.Result, known *reads.Context) (more *reads.Context, asking []bool) {
	asked := asked{constants: map[string]bool{}, functions: map[string]bool{}}
	for _, result := range results {
		if result != nil {
			s.open.ask(result, &asked)
		}
	}
	if asked.empty() {
		return nil, nil
	}
	s.noteWanted()
	found := s.find(functionWords(s.sought(asked.functions)), definitions(asked.constants))
	functions, constants := s.functions(found[0], asked.functions), s.constants(found[1])
	if len(functions) == 0 && len(constants) == 0 {
		return nil, nil
	}
	answered := namesOf(functions)
	asking = make([]bool, len(results))
	for n, result := range results {
		asking[n] = result != nil && (slices.ContainsFunc(result.Sought, func(name string) bool { return answered[lastName(name)] }) ||
			slices.ContainsFunc(result.Wanted, func(name string) bool { return constants[lastName(name)] != "" }))
	}
	maps.Copy(constants, known.Constants) // what was known stays
	return &reads.Context{Constants: constants, Helpers: slices.Concat(known.Helpers, functions), Roles: known.Roles, Offers: known.Offers, Marks: known.Marks, Read: known.Read}, asking
}

// usingWords looks for words by which files may use what others have read.
func usingWords(list []*reads.Offers) *wordSet {
	using := reads.UsingOf(list)
	return wordSetOf(using.Words, func(p *place) bool { return using.In(string(p.Src[p.from:p.to]), p.Source) })
}

// settleBorrowed has reads say what other files do with them.
func (s *secondLook) settleBorrowed(list []reads.Borrowed) {
	sorting.By(list, func(a, b reads.Borrowed) int {
		return cmp.Or(cmp.Compare(a.File, b.File), a.Line-b.Line, a.Column-b.Column)
	})
	file := "" // of the reads that are being told
	for len(list) > 0 {
		first := list[0]
		n := 1
		for n < len(list) && list[n].File == first.File && list[n].Line == first.Line && list[n].Column == first.Column {
			n++
		}
		if u := s.open.units[first.File]; u != nil {
			if file != first.File {
				u.result.Reads = slices.Clone(u.result.Reads) // what the first look found stays as it was, for other states of the tree
				file = first.File
			}
			for i := range u.result.Reads {
				if r := &u.result.Reads[i]; r.Line == first.Line && r.Column == first.Column && r.Name == first.Read.Name {
					useBorrowed(r, list[:n])
				}
			}
		}
		list = list[n:]
	}
}

// saidIn notes which file says of a read what is known of it, if it is another one.
func saidIn(r *reads.Read, b reads.Borrowed) {
	if b.Read.File != r.File {
		r.SaidIn = b.Read.File
	}
}

// useBorrowed has a read say what other files do with it.
func useBorrowed(r *reads.Read, list []reads.Borrowed) {
	for _, b := range list {
		switch {
		case b.Read.Need == reads.Required:
			if r.Need != reads.Required {
				saidIn(r, b)
			}
			r.Need, r.Fallback, r.FallbackComputed = reads.Required, nil, false
		case b.Read.Need == reads.Optional && r.Need != reads.Required:
			if r.Need == reads.Expected {
				saidIn(r, b)
			}
			r.Need = reads.Optional
			if (r.Fallback == nil || *r.Fallback == "") && b.Read.Fallback != nil && !b.Read.FallbackComputed { // what is worked out there says nothing here
				r.Fallback, r.FallbackComputed = b.Read.Fallback, false
			}
		}
		if len(b.Read.Demanded) > 0 && r.Need != reads.Required {
			r.Need = reads.Optional
			saidIn(r, b)
			r.Demanded = append(r.Demanded, b.Read.Demanded...)
		}
		if r.Kind == reads.Text {
			r.Kind, r.Form, r.No = b.Read.Kind, b.Read.Form, b.Read.No
		}
		r.Bounds = bounds.Both(r.Bounds, b.Read.Bounds)
		if len(b.Read.Literals) > 0 {
			r.Open = r.Open || b.Read.Open
			r.Folded = r.Folded || b.Read.Folded
			r.Literals = slices.Concat(r.Literals, b.Read.Literals)
			slices.Sort(r.Literals)
			r.Literals = slices.Compact(r.Literals)
		}
	}
}
