#!/usr/bin/env bash
# A sheet of paper with real keys and mouse: made, named, set to two pages wide, kept with the job; then put on paper
# without a window.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '.activities = [{id: "A", name: "Dig", kind: "task", duration: 2400},
    {id: "B", name: "Pour", kind: "task", duration: 2400}] | .links = [{from: "A", to: "B", type: "FS"}]'
start "$ROOM/job.yarrin"
sheet() { read_file "$ROOM/job.yarrin" "[.sheets[]? | $1] | join(\" \")"; }
key alt+9
shot empty
key Insert
expect "a sheet is made" "Sheet" "$(sheet .id)"
clk 1140 181 # its name
key ctrl+a
line "Wall"
expect "and named" "Wall" "$(sheet .id)"
clk 1140 463 # pages wide
key ctrl+a
line "2"
shot named
expect "two pages wide" "2" "$(sheet .wide)"
leave
QT_QPA_PLATFORM=offscreen "$APP" "$ROOM/job.yarrin" --sheet "$ROOM/wall.pdf" --paper "A4 upright" --pages 2x0 2>/dev/null
expect "put on paper" "2" "$(pdfinfo "$ROOM/wall.pdf" | awk '/^Pages:/ { print $2 }')"
pdftotext "$ROOM/wall.pdf" - | grep -q Pour || fail "its words are not on the paper"
