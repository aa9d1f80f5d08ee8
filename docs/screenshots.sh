#!/usr/bin/env bash
# Makes the pictures in docs/screenshots from the sample project: a real terminal
# window, 1280 by 800, on a display of its own.
# Needs Debian's xvfb, xterm, imagemagick, chromium and fonts-dejavu-core.
set -euo pipefail
cd "$(dirname "$0")/.."
for tool in Xvfb xterm import convert chromium; do
    command -v "$tool" >/dev/null || { echo "$tool is missing: apt-get install xvfb xterm imagemagick chromium fonts-dejavu-core"; exit 1; }
done

work=$(mktemp -d)
display=:$((90 + RANDOM % 400))
Xvfb "$display" -noreset -screen 0 1280x800x24 >/dev/null 2>&1 &
server=$!
trap 'kill $server; rm -rf "$work"' EXIT
CGO_ENABLED=0 go build -o "$work/inzicht" ./cmd/inzicht
PATH=$work:$PATH
sleep 1
inzicht demo --into "$work/lockside" >/dev/null
(cd "$work/lockside" && git checkout --quiet -- . && sed -i 's/LEVEL_ALARM_CM=435/LEVEL_ALARM_CM=420/' .env)
cd "$work/lockside"

# shot NAME COMMAND [SECONDS]: runs the command in a terminal and takes its
# picture when it is done, or after so many seconds.
shot() {
    cat >"$work/run" <<SCRIPT
${3:+(sleep $3; touch '$work/done') &}
printf '\033[1;32m\$\033[0m \033[1m%s\033[0m\n' "\$(cat <<'SHOWN'
$2
SHOWN
)"
$2
touch '$work/done'
sleep 60
SCRIPT
    rm -f "$work/done"
    DISPLAY=$display xterm -fa 'DejaVu Sans Mono' -fs 9.5 -geometry 158x45+0+0 -bg '#14191f' -fg '#d8dee9' \
        -xrm 'xterm*color0: #14191f' -xrm 'xterm*color1: #e06c75' -xrm 'xterm*color2: #98c379' -xrm 'xterm*color3: #e5c07b' \
        -xrm 'xterm*color6: #56b6c2' -xrm 'xterm*internalBorder: 12' -xrm 'xterm*faintIsRelative: true' +sb -e bash "$work/run" &
    local window=$!
    for _ in $(seq 100); do [ -e "$work/done" ] && break; sleep 0.1; done
    sleep 0.7
    DISPLAY=$display import -window root "$work/$1.png"
    convert "$work/$1.png" -colors 64 -define png:compression-level=9 "$OLDPWD/docs/screenshots/$1.png"
    kill $window
    wait $window 2>/dev/null || true
}

# page NAME WIDTH HEIGHT SCHEME: takes the picture of the report, in a browser
# that prefers dark (0) or light (1).
page() {
    chromium --headless=new --no-sandbox --disable-gpu --hide-scrollbars --blink-settings=preferredColorScheme="$4" \
        --window-size="$2,$3" --screenshot="$work/$1.png" "file://$work/page.html" >/dev/null 2>&1
    convert "$work/$1.png" -colors 128 -define png:compression-level=9 "$OLDPWD/docs/screenshots/$1.png"
}
inzicht report --quiet --changes HEAD~1 --into "$work/page.html"
page report 1280 800 1
page report-dark 1280 800 0
page report-phone 500 1080 1

shot verify 'inzicht verify -e staging -e production --skip undocumented --skip unresolved --skip duplicate'
shot contract 'inzicht contract'
shot reads 'inzicht reads services/waterlevel; inzicht reads services/tolls'
shot matrix 'inzicht matrix --differences'
shot trace 'inzicht trace LEVEL_ALARM_CM'
shot document 'inzicht document --dry-run'
mv .env ../env.kept
cp deploy/production.env ../production.kept
shot fill 'inzicht fill .env --generate; inzicht fill deploy/production.env --from staging'
mv ../production.kept deploy/production.env
mv ../env.kept .env
shot changes 'inzicht changes HEAD~1 --component tolls; inzicht changes HEAD~1 --component logbook'
shot launch 'inzicht launch -e production --component skipper-web -- npm start; inzicht launch -e local --component gatekeeper --override GATE_LISTNE=:7001 -- echo started'
shot values 'inzicht matrix --show-values --name "GATE_*" --name "LEVEL_*" --name "HARBOUR_*"'
shot watch 'inzicht verify --watch -e staging --skip undocumented' 2
shot capture 'sh ops/platform.sh list production | inzicht capture - | head -40'
shot accept 'inzicht accept --only unused --reason "goes with the fax, in March" --until 2027-03-31; inzicht verify --only unused --only missing'
shot languages 'inzicht languages'
shot rules 'inzicht rules'
shot help 'inzicht --help'
