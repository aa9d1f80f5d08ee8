package reads

import (
	"sync"

	"inzicht/core/evaluate"
)

// What other files offer, as it is looked for.

// shelf has what other files offer, by what they are called by.
type shelf struct {
	once    sync.Once
	modules []*shelved
	roots   map[string][]*shelved // by the names of what they have
	words   map[string]bool       // by which it is used
	names   map[string]bool       // the last words of what the files may be called by where they are taken in
	finding sync.Once
	find    *Words // the same
}

// shelved is what one file offers.
type shelved struct {
	file   string
	pack   string // the name of its package, or ""
	within string // the folder of that
	lang   *Language
	module *evaluate.Given // its members are what the file has
	whole  *evaluate.Given // what it exports without a name, or nil
	filled map[string]bool // classes of it whose fields a library fills
}

// offered returns what other files offer.
func (c *Context) offered() *shelf {
	s := &c.shelf
	s.once.Do(func() {
		s.roots, s.words, s.names = map[string][]*shelved{}, map[string]bool{}, map[string]bool{}
		for _, o := range c.Offers {
			s.put(o)
		}
	})
	return s
}

// put puts what a file offers where it is found.
func (s *shelf) put(o *Offers) {
	of := &shelved{file: o.File, pack: o.Package, within: o.Within, lang: o.lang, module: &evaluate.Given{}}
	classes := map[string]*evaluate.Given{}
	object := func(class string) *evaluate.Given {
		if classes[class] == nil {
			classes[class] = &evaluate.Given{Members: map[string]*evaluate.Given{}}
		}
		return classes[class]
	}
	s.modules = append(s.modules, of)
	stem, folder := Origin(o.File)
	for _, name := range []string{stem, folder, o.Package} {
		s.names[lastOf(name)] = true
	}
	for i := range o.List { // ways to objects first: what is behind them is their class's
		if offer := &o.List[i]; offer.Name == "" {
			s.way(of, offer, object).Members = object(offer.Class).Members
			of.module.Member(offer.Class).Result()
			s.words[offer.Class] = true
		}
	}
	several := map[*evaluate.Given]bool{}
	for i := range o.List {
		offer := &o.List[i]
		if offer.Name == "" {
			continue
		}
		if offer.Declared && offer.Root.Of == evaluate.RootClass {
			if of.filled == nil {
				of.filled = map[string]bool{}
			}
			of.filled[offer.Root.Name] = true
		}
		g := s.way(of, offer, object)
		switch {
		case g.Read != nil && !isOffer(g.Read, offer):
			several[g] = true
		default:
			g.Read = of.access(o, offer)
		}
	}
	for g := range several { // in any order: it is not known which is meant
		g.Read = nil
	}
	for name, members := range classes { // in any order
		if g := of.module.Members[name]; g != nil && g.Gives != nil { // what the class has itself is asked of it, too
			g.Members, g.Gives.Members = members.Members, members.Members
		}
	}
	if g := of.module.Members[o.Default]; g != nil {
		of.whole = g
	}
	for name := range of.module.Members { // in any order
		s.roots[name] = append(s.roots[name], of)
	}
}

// way returns what a way leads to.
func (s *shelf) way(of *shelved, offer *Offer, object func(string) *evaluate.Given) *evaluate.Given {
	g := of.root(offer.Root, object)
	for n, name := range offer.Members {
		s.words[name] = true
		g.List = g.List || isElement(name) && (n > 0 || offer.Root.Of != evaluate.RootClass)
		g = g.Member(name)
	}
	if s.words[offer.Root.Name] = true; offer.Root.Owner != "" {
		s.words[offer.Root.Owner] = true
	}
	return g
}

// isOffer reports whether an access is that of the read which is offered.
func isOffer(a *evaluate.Access, offer *Offer) bool {
	known := a.Of.(*match).offer
	return known.Line == offer.Line && known.Column == offer.Column
}

// isElement reports whether a member is an element of a list, by its number.
func isElement(name string) bool { return len(name) == 1 && name[0] >= '0' && name[0] <= '9' }

// root returns what a way begins with; object has what the objects of a class have.
func (of *shelved) root(root evaluate.Root, object func(string) *evaluate.Given) *evaluate.Given {
	switch {
	case root.Of == evaluate.RootDefault:
		if of.whole == nil {
			of.whole = &evaluate.Given{}
		}
		return of.whole
	case root.Of == evaluate.RootClass:
		of.module.Member(root.Name).Result()
		g := object(root.Name)
		return &evaluate.Given{Members: g.Members}
	case root.Owner != "":
		of.module.Member(root.Owner).Result()
		members := evaluate.Given{Members: object(root.Owner).Members}
		g := members.Member(root.Name)
		if root.Of == evaluate.RootFunction {
			return g.Result()
		}
		return g
	case root.Of == evaluate.RootFunction && root.Name == "": // export default () => …
		if of.whole == nil {
			of.whole = &evaluate.Given{}
		}
		return of.whole.Result()
	case root.Of == evaluate.RootFunction:
		return of.module.Member(root.Name).Result()
	}
	return of.module.Member(root.Name)
}

// access returns the access that the use of what is offered stands for.
func (of *shelved) access(o *Offers, offer *Offer) *evaluate.Access {
	name := evaluate.Word(offer.Name)
	return &evaluate.Access{
		Names:   func(func(int32) evaluate.Value) []evaluate.Row { return []evaluate.Row{name} },
		Literal: true, Unset: offer.Gone, Else: offer.Else, Kind: offer.Kind, Says: offer.Says, Borrowed: true,
		Of: &match{pattern: borrowedPattern, offer: offer, from: o.File},
	}
}

// borrowedPattern is that of what another file reads.
var borrowedPattern = &pattern{idiom: &Idiom{}}
