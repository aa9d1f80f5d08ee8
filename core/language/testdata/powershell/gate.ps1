# $env:IN_A_COMMENT
<# $env:IN_A_BLOCK #>
$url = $env:GATE_URL # read: GATE_URL column=8
$name = "at $env:GATE_IN_TEXT and" # read: GATE_IN_TEXT
$single = '$env:IN_SINGLE'
$env:WRITTEN = 'x'
$port = [Environment]::GetEnvironmentVariable("GATE_PORT") # read: GATE_PORT
if (Test-Path env:GATE_SET) { } # read: GATE_SET optional
Remove-Item env:REMOVED
$case = $ENV:GATE_CASE # read: GATE_CASE
$sub = "at $($env:GATE_SUB)" # read: GATE_SUB
$last = $env:GATE_LAST # read: GATE_LAST
