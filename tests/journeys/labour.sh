#!/usr/bin/env bash
# Two gangs want the same fixers in one week: the excess is found, levelled inside float, kept, taken back by undo, and a
# rate and an activity's needs are typed.
. "$(dirname "$0")/journey.sh"
cat >"$ROOM/crowd.json" <<'END'
{"format": "yarrin-programme", "version": 1, "title": "Crowd", "start": "2027-03-01T08:00", "default_calendar": "five",
 "calendars": [{"id": "five", "name": "Five days", "day_minutes": 480, "week": {"mon": ["08:00-12:00", "13:00-17:00"],
  "tue": ["08:00-12:00", "13:00-17:00"], "wed": ["08:00-12:00", "13:00-17:00"], "thu": ["08:00-12:00", "13:00-17:00"],
  "fri": ["08:00-12:00", "13:00-17:00"]}}],
 "resources": [{"id": "Fixer", "name": "Fixer", "kind": "trade", "supply": [{"from": "2027-03-01", "number": 2}]}],
 "activities": [{"id": "A", "name": "Fix caps", "kind": "task", "duration": 2400, "needs": [{"resource": "Fixer", "number": 2}]},
  {"id": "B", "name": "Fix walls", "kind": "task", "duration": 2400, "needs": [{"resource": "Fixer", "number": 2}]},
  {"id": "Z", "name": "Deck", "kind": "task", "duration": 9600}]}
END
"$CLI" convert "$ROOM/crowd.json" "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
held() { read_file "$ROOM/job.yarrin" '[.activities[] | select(.levelled_from) | .id] | join(" ")'; }
key alt+6
shot demand
clk 400 420
shot menu
key a
sleep 0.3
shot proposal
expect "a proposal changes nothing" "" "$(held)"
clk 1199 420
shot kept
[ "$(held)" = A ] || [ "$(held)" = B ] || fail "nothing is held: $(held)"
expect "no hour is over" "0" "$("$CLI" demand "$ROOM/job.yarrin" --resource Fixer --json | jq -r .excess_hours)"
key ctrl+z
expect "taken back" "" "$(held)"
# A resource is dragged over the rail, where the programme opens under it, and let go on a row.
xdotool mousemove 190 179 mousedown 1; sleep 0.3
xdotool mousemove 150 190; sleep 0.2; xdotool mousemove 60 345; sleep 0.2; xdotool mousemove 40 340; sleep 0.2
xdotool mousemove 41 341; sleep 0.9
shot over-the-rail
xdotool mousemove 200 190; sleep 0.2; xdotool mousemove 205 194; sleep 0.3; xdotool mousemove 207 194; sleep 0.3
shot over-a-row
xdotool mouseup 1; sleep 0.6
typ 3
shot amount
key Return
needed() { read_file "$ROOM/job.yarrin" '[.activities[] | .needs[]?.number] | add'; }
expect "three more are needed" "7" "$(needed)"
key ctrl+z
expect "taken back again" "4" "$(needed)"
leave
