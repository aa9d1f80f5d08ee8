#!/bin/sh
# Stands in for the hosting service's own command: lists what is set there.
#   ops/platform.sh list production
cat "$(dirname "$0")/platform/$2.json"
