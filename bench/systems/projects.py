KINDS = {}
