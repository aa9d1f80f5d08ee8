# $env(IN_A_COMMENT)
set url $env(GATE_URL) ;# read: GATE_URL required
if {[info exists ::env(GATE_DEBUG)]} { puts debug } ;# read: GATE_DEBUG optional
set env(WRITTEN) x
puts "$::env(GATE_ZONE) $env(WRITTEN)" ;# read: GATE_ZONE
