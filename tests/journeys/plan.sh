#!/usr/bin/env bash
# The plan of a building model: written by the command line, read in the window from the keyboard, first into the job
# that is open, then as a new one.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '.activities = [{id: "A", name: "Dig", duration: 960}, {id: "B", name: "Pour", duration: 480}] | .links = [{from: "A", to: "B"}]'
"$CLI" convert "$ROOM/job.yarrin" "$ROOM/plan.ifc" 2>"$ROOM/lost"
expect "nothing is lost of it" "" "$(cat "$ROOM/lost")"
start "$ROOM/job.yarrin"
key ctrl+k; typ "plan of a building"; key Return
sleep 0.4
line "$ROOM/plan.ifc"
shot read
key Tab Return
shot into
save "$ROOM/both.yarrin"
expect "both" "A,B,A-2,B-2 Slipway" "$(read_file "$ROOM/both.yarrin" '"\([.activities[].id] | join(",")) \(.breakdown[0].name)"')"
key ctrl+z
key ctrl+k; typ "plan of a building"; key Return
sleep 0.4
line "$ROOM/plan.ifc"
key Return
shot new
save "$ROOM/new.yarrin"
expect "a new job" "Slipway A,B" "$(read_file "$ROOM/new.yarrin" '"\(.title) \([.activities[].id] | join(","))"')"
# Two days of eight hours and one, from Monday.
expect "its dates" '["2027-03-02T17:00","2027-03-03T17:00"]' "$("$CLI" calc --json "$ROOM/new.yarrin" | jq -c '[.activities[].ef]')"
leave
