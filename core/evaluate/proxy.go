package evaluate

// proxied is what stands behind a proxy of JavaScript: new Proxy(target, { get(target, name) { … } }).
type proxied struct {
	get    alt // the function that is run for what is asked of it
	target argument
}

// proxy returns the proxy that is made of what is given: what it stands for itself, where
// nothing is run for what is asked of it.
func (m *machine) proxy(name string, arguments []argument) (Value, bool) {
	if name != "Proxy" || len(arguments) != 2 || !m.unit().Words.KeysIn {
		return nil, false
	}
	target, handler := arguments[0], arguments[1].value
	if len(handler) == 1 && handler[0].members != nil {
		if get, _ := handler[0].members.get("get"); get.isFunction() {
			return Value{{form: record, members: &members{open: true, proxied: &proxied{get[0], target}}}}, true
		}
	}
	return target.value, true
}

// askProxy runs what a proxy does where something is asked of it.
func (m *machine) askProxy(x alt, n int32, key Value, st *state) (Value, bool) {
	if x.members == nil || x.members.proxied == nil {
		return nil, false
	}
	p := x.members.proxied
	return m.invoke(p.get, n, []argument{p.target, {value: key}}, st), true
}
