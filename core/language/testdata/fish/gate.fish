# echo $IN_A_COMMENT
echo $GATE_URL # read: GATE_URL expected
set -q GATE_HOST; or set -gx GATE_HOST north # read: GATE_HOST optional fallback=north
if set -q GATE_DEBUG # read: GATE_DEBUG optional
    echo debug
end
set -l GATE_OWN x
echo $GATE_OWN $status
echo "are: $__gate_results"
