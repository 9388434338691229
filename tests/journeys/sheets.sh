#!/usr/bin/env bash
# A sheet of paper with real keys and mouse: made, named, broken by hand after its first row, set to two pages wide,
# kept with the job; made a monthly report; then put on paper without a window.
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
drag 700 266 700 257 # the page ends a row earlier
shot broken
expect "the page is broken before the second row" "B" "$(sheet '.row_breaks[]')"
clk 1140 646 # pages wide
key ctrl+a
line "2"
shot named
expect "two pages wide" "2" "$(sheet .wide)"
clk 1175 214 # what it shows
typ "Monthly"
key Return
expect "it is a monthly report" "report" "$(sheet .view)"
shot report
leave
"$CLI" sheet "$ROOM/job.yarrin" Wall "$ROOM/month.pdf"
pdftotext "$ROOM/month.pdf" - | grep -q "The next six weeks" || fail "the report's parts are not on the paper"
QT_QPA_PLATFORM=offscreen "$APP" "$ROOM/job.yarrin" --sheet "$ROOM/wall.pdf" --paper "A4 upright" --pages 2x0 2>/dev/null
expect "put on paper" "2" "$(pdfinfo "$ROOM/wall.pdf" | awk '/^Pages:/ { print $2 }')"
pdftotext "$ROOM/wall.pdf" - | grep -q Pour || fail "its words are not on the paper"
