#!/usr/bin/env bash
# Work drawn over places with the mouse, a clash found and kept apart, all of it taken back.
. "$(dirname "$0")/journey.sh"
PLACES='.locations = [{id: "RD", name: "Road", parent: null, from_chainage: 0, to_chainage: 400}]
  | .activities = [{id: "A1", name: "Kerbs", kind: "task", duration: 9600, location: "RD", travel: "up"}]
  | .apart = [{days: 5}]'
job "$ROOM/job.yarrin" "$PLACES"
start "$ROOM/job.yarrin"
key alt+5 F12
shot places
# A second line behind the first one, drawn from a place and a day to a place and a day.
clk 518 107; key Down Return
drag 150 295 1010 632
key Escape
shot drawn
expect "drawn" "2 up 2027-03-04" "$(read_file "$ROOM/job.yarrin" '"\(.activities | length) \(.activities[1].travel) \(.activities[1].constraint.date)"')"
expect "a clash" "too_soon" "$("$CLI" places "$ROOM/job.yarrin" --clashes --json | jq -r '.clashes[0].kind')"
clk 971 107; clk 201 657
shot list
# Kept apart: five days behind it all along.
clk 897 597
shot apart
expect "kept apart" "0" "$("$CLI" places "$ROOM/job.yarrin" --clashes --json | jq -r '.clashes | length')"
expect "by its start and its finish" "FF 2400,SS 2400" "$(read_file "$ROOM/job.yarrin" '[.links[] | "\(.type) \(.lag)"] | sort | join(",")')"
key ctrl+z ctrl+z
expect "taken back" "1 0" "$(read_file "$ROOM/job.yarrin" '"\(.activities | length) \(.links | length)"')"
leave
