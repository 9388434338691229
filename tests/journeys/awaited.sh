#!/usr/bin/env bash
# Work that waits for another job: the milestone is picked from the keyboard, moves in its own file, and the new date is
# taken over when the job is opened again; then both jobs' dates are seen in a second window.
. "$(dirname "$0")/journey.sh"
work='.activities = [{id: "A", name: "Dig", duration: 2400}, {id: "M", name: "Road open", kind: "finish_milestone"}] | .links = [{from: "A", to: "M"}]'
job "$ROOM/road.yarrin" '.title = "Road" | '"$work"
job "$ROOM/own.yarrin" '.activities = [{id: "B", name: "Surface", duration: 960}]'
start "$ROOM/own.yarrin" --select B
key ctrl+k; typ "waits for another job"; key Return
sleep 0.5
typ "road"; shot picked; key Return
key ctrl+s
expect "it waits" "road.yarrin M 2027-03-05T17:00" "$(read_file "$ROOM/own.yarrin" '.activities[0].awaited | "\(.file) \(.milestone) \(.at)"')"
# Friday at five: from Monday on.
expect "its dates" "2027-03-08T08:00" "$("$CLI" calc --json "$ROOM/own.yarrin" | jq -r '.activities[0].es')"
leave
job "$ROOM/road.yarrin" '.title = "Road" | '"$work"' | .activities[0].duration = 4800'
expect "it moved" "B waits for M Road open of Road: 2027-03-05, now 2027-03-12, 7 days later" "$("$CLI" awaited "$ROOM/own.yarrin")"
start "$ROOM/own.yarrin" --select B
sleep 1
shot told
key ctrl+k; typ "dates of other jobs"; key Return
sleep 0.5
key space # asked for, the button has the keyboard
key ctrl+alt+w
sleep 1
shot second
key ctrl+w
timeout 5 xdotool windowactivate --sync "$window" >/dev/null 2>&1 || true
key ctrl+s
expect "taken over" "2027-03-12T17:00 2027-03-05T17:00" "$(read_file "$ROOM/own.yarrin" '.activities[0].awaited | "\(.at) \(.before)"')"
expect "its new dates" "2027-03-15T08:00" "$("$CLI" calc --json "$ROOM/own.yarrin" | jq -r '.activities[0].es')"
leave
