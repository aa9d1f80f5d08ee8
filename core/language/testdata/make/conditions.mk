ifndef GATE_STAGE # read: GATE_STAGE required scope=build
$(error GATE_STAGE is not set)
endif
ifdef GATE_DEBUG # read: GATE_DEBUG optional
endif
x:
	echo $${GATE_SHELL} $$OWN # read: GATE_SHELL expected | OWN
	for FILE in a b; do echo $$FILE; done
