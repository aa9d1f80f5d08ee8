<#
  $env:IN_A_BLOCK over
  lines, with a # inside
#>
param(
    [string]$Url = $env:GATE_URL, # read: GATE_URL
    [int]$Port = [int]$env:GATE_PORT # read: GATE_PORT
)
$here = @"
the gate at $env:GATE_HERE and $($env:GATE_SUB) # read: GATE_HERE | GATE_SUB
"@ # a here-string ends where its mark begins a line
$raw = @'
$env:IN_RAW stays as it is
'@
$escaped = "`$env:ESCAPED is text"
$doubled = 'it''s $env:IN_SINGLE'
$brace = "${env:GATE_BRACED}!" # read: GATE_BRACED
$plain = ${env:GATE_PLAIN} # read: GATE_PLAIN
$fall = $env:GATE_FALL ?? 'north' # read: GATE_FALL optional fallback=north
if (-not $env:GATE_ASKED) { exit 1 } # read: GATE_ASKED required
if (!$env:GATE_NEGATED) { throw 'no' } # read: GATE_NEGATED required
$item = (Get-Item env:GATE_ITEM).Value # read: GATE_ITEM
$all = Get-ChildItem env:
$env:ADDED += ';x' # read: ADDED
$method = $env:GATE_LIST.Split(';') # read: GATE_LIST
[System.Environment]::SetEnvironmentVariable('SET_ONLY', 'x')
$user = [System.Environment]::GetEnvironmentVariable('GATE_USER', 'User') # read: GATE_USER
foreach ($part in $env:GATE_PARTS -split ',') { $part } # read: GATE_PARTS
$hash = @{ Url = $env:GATE_HASH } # read: GATE_HASH
Write-Host "last: $env:GATE_LAST." # read: GATE_LAST
