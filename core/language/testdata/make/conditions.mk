ifndef GATE_STAGE # read: GATE_STAGE required scope=build
$(error GATE_STAGE is not set)
endif
ifdef GATE_DEBUG # read: GATE_DEBUG optional
endif
x:
	echo $${GATE_SHELL} $$OWN # read: GATE_SHELL expected | OWN
	for FILE in a b; do echo $$FILE; done
ifdef GATE_SCHEME # read: GATE_SCHEME optional
 ifndef GATE_COLLECTS # read: GATE_COLLECTS optional
OTHER = $(GATE_SCHEME)/collects # read: GATE_SCHEME optional
 else
OTHER = $(GATE_COLLECTS) # read: GATE_COLLECTS optional
 endif
else
OTHER = $(GATE_SCHEME) # read: GATE_SCHEME expected
endif
ifneq ($(GATE_PROXY),) # read: GATE_PROXY optional
OTHER = --proxy $(GATE_PROXY) # read: GATE_PROXY optional
endif
y:
	echo $$Gate_mixed
