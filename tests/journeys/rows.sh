#!/usr/bin/env bash
# Rows are chained, duplicated, moved, taken to the end by copy and paste, and held by a date, all from the keyboard.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
ids() { read_file "$ROOM/job.yarrin" '[.activities[].id] | join(",")'; }
links() { read_file "$ROOM/job.yarrin" '[.links[] | "\(.from)>\(.to)"] | join(",")'; }
key alt+5
key Insert; typ "First"; key Return
key Home
clipboard $'A1\tSet out\t2\nA2\tStrip turf\t3\nA3\tExcavate\t8'
key ctrl+v
key ctrl+Home shift+Down shift+Down
key ctrl+shift+l
expect "chained" "A1>A2,A2>A3" "$(links)"
key ctrl+shift+d
expect "duplicated" "A1,A2,A3,A10,A20,A30" "$(ids)"
expect "with their links" "A1>A2,A2>A3,A10>A20,A20>A30" "$(links)"
key alt+Up
expect "moved up" "A1,A2,A10,A20,A30,A3" "$(ids)"
key ctrl+shift+c
key ctrl+End ctrl+shift+v
expect "pasted below the last" 9 "$(read_file "$ROOM/job.yarrin" '.activities | length')"
# From the id by Tab to the name and the days; the computed dates are passed over.
key ctrl+Home F2; key Tab; typ "Peg out"; key Tab; typ "4"; key Return
expect "typed along the row" "Peg out 1920" "$(read_file "$ROOM/job.yarrin" '.activities[0] | "\(.name) \(.duration)"')"
# The menu key opens what a right click does.
key Menu
shot menu
key Escape
for _ in $(seq 20); do key ctrl+z; done
expect "at the start" "" "$(ids)"
leave
