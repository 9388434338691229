#!/usr/bin/env bash
# Ten activities and thirteen links: pasted, typed and drawn; then everything undone to the start.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
key alt+5
key Insert; typ "First"; key Return
key Home
clipboard $'A1\tSet out\t2\nA2\tStrip turf\t3\nA3\tExcavate\t8\nA4\tBlind\t2\nA5\tFix steel\t6\nA6\tPour base\t1'
key ctrl+v
shot pasted
expect "pasted" "A1,A2,A3,A4,A5,A6" "$(read_file "$ROOM/job.yarrin" '[.activities[].id] | join(",")')"
# Four more, by the key that adds a row.
for name in Cure Walls Slab Handover; do key ctrl+End; key Insert; typ "$name"; key Return; done
expect "there are" 10 "$(read_file "$ROOM/job.yarrin" '.activities | length')"
shot ten
# Links typed down the column, a line for each row from the second on.
key ctrl+Home Down Right Right Right Right Right Right
for links in "A1" "A2" "A3" "A4; with A3 +2d" "A5" "A6 +7cd" "A10" "A20" "A30; ends with A20"; do line "$links"; done
expect "typed links" 11 "$(read_file "$ROOM/job.yarrin" '.links | length')"
expect "the cure's lag" "10080 continuous" "$(read_file "$ROOM/job.yarrin" '.links[] | select(.to == "A10") | "\(.lag) \(.lag_calendar)"')"
key ctrl+0
shot fit
# Two more, drawn from the end of one bar to the beginning of another.
drag 645 187 714 239
key Return
drag 774 265 860 343
key Return
expect "all links" 13 "$(read_file "$ROOM/job.yarrin" '.links | length')"
expect "drawn" "A2 A4 FS,A5 A20 FS" "$(read_file "$ROOM/job.yarrin" '[.links[-2:][] | "\(.from) \(.to) \(.type)"] | join(",")')"
for _ in $(seq 24); do key ctrl+z; done
expect "at the start" "0 0" "$(read_file "$ROOM/job.yarrin" '"\(.activities | length) \(.links | length)"')"
for _ in $(seq 24); do key ctrl+shift+z; done
expect "and done again" "10 13" "$(read_file "$ROOM/job.yarrin" '"\(.activities | length) \(.links | length)"')"
leave
