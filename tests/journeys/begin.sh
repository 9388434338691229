#!/usr/bin/env bash
# The first minutes, from the keyboard alone: a job of a template, help where one is, a new job from a few fields, and both
# side by side.
. "$(dirname "$0")/journey.sh"
start
shot start
# The ways stand below each other: down to the house.
key Tab Tab Tab Tab Tab Return
shot form
key ctrl+a; typ "Mill Lane 4"
key Tab; key ctrl+a; typ "7 Jun 2027"; key Return
shot house
mkdir "$ROOM/jobs"
save "$ROOM/jobs/house.yarrin"
expect "a house from June" "Mill Lane 4 2027-06-07T08:00 27" "$(read_file "$ROOM/jobs/house.yarrin" '"\(.title) \(.start) \([.activities[] | select(.kind == "task")] | length)"')"
# Help for where one is, and back.
key alt+8 F1
shot guide
key Escape
key ctrl+n
key ctrl+a; typ "Quay wall"
key Tab; key ctrl+a; typ "1 Mar 2027"; key Return
shot quay
key alt+5 Insert; typ "Sheet piles"; key Return
save "$ROOM/jobs/quay.yarrin"
expect "a quay" "Quay wall 1" "$(read_file "$ROOM/jobs/quay.yarrin" '"\(.title) \(.activities | length)"')"
key F11
shot meeting
key F11
leave
expect "side by side" "house.yarrin Mill Lane 4,quay.yarrin Quay wall" \
  "$("$CLI" portfolio "$ROOM/jobs" --json | jq -r '[.jobs[] | "\(.file) \(.title)"] | join(",")')"
echo "begin: $inputs inputs"
