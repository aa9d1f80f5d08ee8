#!/bin/sh
# Neither arguments nor a command that may fail say what is required.
set -- "$tool" -out a -bus b
echo "$LOCK_TAG" # read: LOCK_TAG expected
case $LOCK_TOOL in # read: LOCK_TOOL optional
*table) $LOCK_TOOL -X && exit 1 ;; # read: LOCK_TOOL optional
*) $LOCK_TOOL -Y && exit 1 ;; # read: LOCK_TOOL optional
esac
[ -n "$LOCK_NAME" ] || { echo none && exit 1; } # read: LOCK_NAME required
