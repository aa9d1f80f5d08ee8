package evaluate

// optionalOf returns what an argument of options says is to stand in for the value of another,
// which a function converts: filter_var($x, FILTER_VALIDATE_INT, ['options' => ['default' => 5]]).
func optionalOf(arguments []argument, of int) argument {
	for i, a := range arguments {
		if i == of || len(a.value) != 1 {
			continue
		}
		x := a.value[0]
		if inner, known := x.members.get("options"); known && len(inner) == 1 {
			x = inner[0]
		}
		if v, known := x.members.get("default"); known {
			return argument{node: a.node, value: v}
		}
	}
	return argument{}
}
