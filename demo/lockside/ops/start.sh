#!/bin/sh
# Starts the gatekeeper by hand, on the lock's own machine.
set -a
. ./.env
set +a
: "${GATE_CABINET_URL:?where does the control cabinet answer}"
exec "${GATEKEEPER:-/usr/bin/gatekeeper}"
