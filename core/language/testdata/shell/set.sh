#!/bin/sh
# What a script may have set itself is not required of its surroundings.
set -eu
while read -r file; do
  case $file in
    *.gz) LOCK_ZIP=--gzip ;;
    *.xz) LOCK_ZIP=--xz ;;
  esac
done < "$LOCK_LIST" # read: LOCK_LIST required
tar $LOCK_ZIP x # read: LOCK_ZIP expected
set_to() { eval "$1=\"\$2\""; }
set_to LOCK_VERSION "$(cat version)"
echo "$LOCK_VERSION"
if [ -f key ]; then LOCK_KEY=$(cat key); fi
if [ -z "${LOCK_KEY:-}" ]; then exit 1; fi # read: LOCK_KEY expected
for at in /opt/gate /usr/lib/gate; do
  if [ -r "$at/run" -a -z "${LOCK_HOME:-}" ]; then LOCK_HOME=$at; fi # read: LOCK_HOME expected
done
if [ -z "${LOCK_HOME:-}" ]; then exit 1; fi # read: LOCK_HOME expected
LOCK_ROLE="${LOCK_ROLE:-}" # read: LOCK_ROLE required
if [ -z "$LOCK_ROLE" ]; then exit 1; fi
if [ "${LOCK_STAGE:-}" != north ]; then exit; fi # read: LOCK_STAGE optional
dirs="${LOCK_DIRS-}" # read: LOCK_DIRS optional
roots=$LOCK_ROOTS # read: LOCK_ROOTS optional fallback=/usr/share
[ -n "$roots" ] || roots=/usr/share
owner="$LOCK_OWNER" # read: LOCK_OWNER required
if [ -z "$owner" ]; then exit 1; fi
