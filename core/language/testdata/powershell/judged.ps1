# What happens without a value, told by running the code.
param(
    [Parameter(Mandatory)] [string]$Target,
    [string]$Level = $(if ($env:GATE_LEVEL) { $env:GATE_LEVEL } else { 'normal' }) # read: GATE_LEVEL optional | GATE_LEVEL optional fallback=normal
)

function Get-Setting {
    [CmdletBinding()]
    param([Parameter(Mandatory)] [string]$Name, [string]$Default)
    $value = [Environment]::GetEnvironmentVariable($Name)
    if ([string]::IsNullOrWhiteSpace($value)) {
        if ($PSBoundParameters.ContainsKey('Default')) { return $Default }
        throw "$Name is not set"
    }
    return $value
}

function Get-Number([string]$name, [int]$otherwise = 5) {
    $text = [Environment]::GetEnvironmentVariable("GATE_$name")
    if ($null -eq $text) { return $otherwise }
    [int]$text
}

$target = Get-Setting 'GATE_TARGET' # read: GATE_TARGET required
$theme = Get-Setting -Name GATE_THEME -Default plain # read: GATE_THEME optional fallback=plain
$count = Get-Number COUNT # read: GATE_COUNT optional integer fallback=5
$depth = Get-Number -Name 'DEPTH' -Otherwise 7 # read: GATE_DEPTH optional integer fallback=7

$user = $env:GATE_USER # read: GATE_USER required
if ($user -eq $null -or $user -eq '') { throw 'GATE_USER' }

$key = $env:GATE_KEY # read: GATE_KEY required
if (!$key)
{
    Write-Host "set GATE_KEY first"
    exit 2
}

$url = if ($env:GATE_URL) { $env:GATE_URL } else { 'http://localhost:8080' } # read: GATE_URL optional | GATE_URL optional fallback=http://localhost:8080
$zone = $env:GATE_ZONE # read: GATE_ZONE optional fallback=north
if ([string]::IsNullOrEmpty($zone)) { $zone = 'north' }
$port = [int]($env:GATE_PORT ?? 8080) # read: GATE_PORT optional integer fallback=8080
$debug = $env:GATE_DEBUG -eq 'true' # read: GATE_DEBUG
$mode = $env:GATE_MODE ? $env:GATE_MODE : 'quiet' # read: GATE_MODE optional | GATE_MODE optional fallback=quiet
$names = $env:GATE_NAMES -split ',' # read: GATE_NAMES list
$file = Join-Path $env:GATE_HOME 'settings.json' # read: GATE_HOME expected

$missing = @('GATE_ONE', 'GATE_TWO') | Where-Object { -not [Environment]::GetEnvironmentVariable($_) } # read: GATE_ONE required | GATE_TWO required
if ($missing) { throw "not set: $missing" }

'GATE_THREE', 'GATE_FOUR' | ForEach-Object {
    if (-not (Test-Path "env:$_")) { throw "$_ is not set" } # read: GATE_THREE required | GATE_FOUR required
}

foreach ($pair in @{ Name = 'GATE_FIVE'; Default = 'a' }, @{ Name = 'GATE_SIX'; Default = 'b' }) {
    $value = [Environment]::GetEnvironmentVariable($pair.Name) # read: GATE_FIVE optional fallback=a | GATE_SIX optional fallback=b
    if (-not $value) { $value = $pair.Default }
    Write-Output $value
}

$settings = @{
    Host = $env:GATE_HOST # read: GATE_HOST expected
    Token = $env:GATE_TOKEN ?? $(throw 'GATE_TOKEN') # read: GATE_TOKEN required
}

try { $level = [int]::Parse($env:GATE_DEPTHS) } catch { $level = 3 } # read: GATE_DEPTHS optional

if (-not $env:GATE_HOOK) { Write-Verbose 'no hook'; return } # read: GATE_HOOK optional
$hook = $env:GATE_HOOK # read: GATE_HOOK
Invoke-RestMethod -Uri $hook `
    -Headers @{ Authorization = "Bearer $env:GATE_BEARER" } # read: GATE_BEARER expected

if (Test-Path -Path Env:GATE_OLD) { # read: GATE_OLD optional
    Copy-Item -Path Env:GATE_OLD -Destination Env:GATE_NEW # read: GATE_OLD
    Remove-Item -Path Env:GATE_OLD
}
