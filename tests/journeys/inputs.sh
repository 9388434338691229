#!/usr/bin/env bash
# Ten activities and thirteen links from the keyboard alone, with what that takes counted: names and days come from a
# list on the clipboard, the rows are linked in their order, and four links more are typed.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
clipboard $'A1\tSet out\t2\nA2\tStrip turf\t3\nA3\tExcavate\t8\nA4\tBlind\t2\nA5\tFix steel\t6\nA6\tPour base\t1\nA7\tCure\t7\nA8\tWalls\t9\nA9\tSlab\t6\nA10\tHand over\t1'
inputs=0
key alt+5 Insert; typ "First"; key Return Home ctrl+v
key ctrl+a ctrl+shift+l
key ctrl+Home Right Right Right Right Right Right Down Down Down
typ "A3; with A2 +1d"; key Return Down
typ "A5; A3"; key Return Down
typ "A7; A5"; key Return Down
typ "A9; ends with A8"; key Return
expect "activities and links" "10 13" "$(read_file "$ROOM/job.yarrin" '"\(.activities | length) \(.links | length)"')"
expect "the last one's" "A9 FS,A8 FF" "$(read_file "$ROOM/job.yarrin" '[.links[] | select(.to == "A10") | "\(.from) \(.type)"] | join(",")')"
echo "ten activities and thirteen links: $inputs inputs"
[ "$inputs" -lt 40 ] || fail "they took $inputs inputs"
for _ in $(seq 8); do key ctrl+z; done
expect "at the start" "0 0" "$(read_file "$ROOM/job.yarrin" '"\(.activities | length) \(.links | length)"')"
leave
