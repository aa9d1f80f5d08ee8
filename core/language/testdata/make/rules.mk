# $(IN_A_COMMENT) and ${ANOTHER}
export LOCAL := here
override FORCED = $(GATE_FORCED) # read: GATE_FORCED
GATE_MODE ?= auto # read: GATE_MODE optional fallback=auto
GATE_DERIVED ?= $(LOCAL)/x # read: GATE_DERIVED optional
NEW != date
MORE += x
IMMEDIATE ::= y

define RECIPE
echo $(GATE_IN_DEFINE) # read: GATE_IN_DEFINE
endef

ifeq ($(GATE_ASKED),yes) # read: GATE_ASKED
EXTRA = 1
endif
ifdef GATE_DEFINED # read: GATE_DEFINED optional
endif
ifndef LOCAL
$(error LOCAL is not set)
endif

all: $(LOCAL) $(FORCED)
	@echo $(GATE_URL) # read: GATE_URL
	@for f in $$FILES; do echo $$f; done # read: FILES
	$(MAKE) -C sub CC=$(CC)
	echo $(NEW) $(MORE) $(IMMEDIATE) $(EXTRA) $(RECIPE)
	echo $(subst a,b,$(GATE_NESTED)) # read: GATE_NESTED
	echo $@ $< $^ $* $(@D)

.PHONY: all

release: GATE_MODE = fast
release:
	$(eval GATE_TMP := $(shell mktemp -d))
	echo $(GATE_TMP) $(GATE_MODE) $(GATE_HOST) # read: GATE_HOST
