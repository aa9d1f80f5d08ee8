#!/bin/sh
# $IN_A_COMMENT
echo "$GATE_URL" # read: GATE_URL expected column=7
echo ${GATE_NAME:-north} # read: GATE_NAME optional fallback=north
echo "${GATE_DASH-d}" # read: GATE_DASH optional fallback=d
: "${GATE_MUST:?GATE_MUST is not set}" # read: GATE_MUST required
: "${GATE_DEFAULTED:=auto}" # read: GATE_DEFAULTED optional fallback=auto
echo "$GATE_DEFAULTED"
echo "${GATE_SET:+yes}" # read: GATE_SET optional
echo '$IN_SINGLE ${QUOTES}'
echo \$ESCAPED
LOCAL=1
echo "$LOCAL" "$lower" "$1" "$@" "$?"
GATE_PORT=${GATE_PORT:-8080} # read: GATE_PORT optional fallback=8080
echo "$GATE_PORT"
for ITEM in a b; do echo "$ITEM"; done
read -r ANSWER; echo "$ANSWER"
if [ -z "$GATE_TOKEN" ]; then # read: GATE_TOKEN required
  echo "GATE_TOKEN is not set" >&2
  exit 1
fi
[ -n "$GATE_DEBUG" ] && set -x # read: GATE_DEBUG optional
[ -z "$GATE_KEY" ] && exit 2 # read: GATE_KEY required
INLINE=1 some_command
echo "$INLINE" # read: INLINE
export EXPORTED=1; echo "$EXPORTED"
export GATE_HANDED_ON
echo "$GATE_HANDED_ON" # read: GATE_HANDED_ON
x=$(curl "$GATE_NESTED") # read: GATE_NESTED
cat <<TEXT
$GATE_IN_HEREDOC read: GATE_IN_HEREDOC
TEXT
cat <<'RAW'
$IN_RAW
RAW
printenv GATE_PRINTED # read: GATE_PRINTED
echo $((GATE_SUM + 1)) ${#GATE_LENGTH} # read: GATE_SUM integer | GATE_LENGTH
