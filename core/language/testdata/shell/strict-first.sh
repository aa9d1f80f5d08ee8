#!/bin/sh -eu
# What the first line asks for holds for all of the script.
mkdir "$LOCK_PREFIX" # read: LOCK_PREFIX required
have() { eval HAVE_$1=yes; }
have LOCK
test "$HAVE_LOCK" = yes || exit 1
