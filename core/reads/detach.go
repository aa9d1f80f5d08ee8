package reads

import (
	"strings"

	"inzicht/core/declare"
)

// What is found in a file outlives it, while its texts are parts of the text of
// the file. They are copied at the end, so that a name does not keep a whole file.

// detached returns a result that holds nothing of the text of its file.
func (r Result) detached() Result {
	for n := range r.Reads {
		r.Reads[n].detach()
	}
	for _, h := range r.Helpers {
		detach(&h.Name, &h.Owner, &h.Access)
		h.kept, h.Also, h.bases, h.others = copied(h.kept), copied(h.Also), copied(h.bases), copied(h.others)
		for n := range h.Inside {
			h.Inside[n].detach()
		}
	}
	for n := range r.Roles {
		detachRole(&r.Roles[n])
	}
	for n := range r.Offers {
		o := &r.Offers[n]
		detach(&o.Name, &o.Root.Name, &o.Root.Owner, &o.Class, &o.Else, &o.Kind)
		o.Members = copied(o.Members)
		if o.Says != nil {
			detachWhen(o.Says)
		}
	}
	for n := range r.Borrowed {
		r.Borrowed[n].Read.detach()
	}
	detach(&r.Default)
	r.Sought, r.Makers, r.Wanted, r.Sets = copied(r.Sought), copied(r.Makers), copied(r.Wanted), copied(r.Sets)
	return r
}

func (r *Read) detach() {
	detach(&r.Name, &r.Pattern, &r.Access, &r.Through, &r.Under)
	if r.Fallback != nil {
		fallback := strings.Clone(*r.Fallback)
		r.Fallback = &fallback
	}
	r.Literals, r.InsteadOf = copied(r.Literals), copied(r.InsteadOf)
	for _, list := range [][]When{r.When, r.Demanded} {
		for n := range list {
			detachWhen(&list[n])
		}
	}
}

func detachWhen(w *When) {
	detach(&w.Name)
	w.Come, w.Not = copied(w.Come), copied(w.Not)
}

func detachRole(r *declare.Role) {
	detach(&r.Name, &r.Module, &r.Prefix, &r.Delimiter, &r.Values)
}

func detach(texts ...*string) {
	for _, s := range texts {
		*s = strings.Clone(*s)
	}
}

func copied(list []string) []string {
	if list == nil {
		return nil
	}
	out := make([]string, len(list))
	for n, s := range list {
		out[n] = strings.Clone(s)
	}
	return out
}
