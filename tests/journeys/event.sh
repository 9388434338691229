#!/usr/bin/env bash
# An event recorded with a key, its effect typed, and what it moved read.
. "$(dirname "$0")/journey.sh"
ACTIVITIES='.activities = [{id: "A1", name: "Dig", kind: "task", duration: 2400}, {id: "A2", name: "Pour", kind: "task", duration: 4800},
    {id: "M", name: "Complete", kind: "finish_milestone"}]
  | .links = [{from: "A1", to: "A2", type: "FS", lag: 0}, {from: "A2", to: "M", type: "FS", lag: 0}]
  | .contract = {currency: "GBP", sections: [{id: "S1", name: "Slipway", milestone: "M", completion: "2027-03-19", rate: 1000, per: "day", part: "pro_rata"}]}'
job "$ROOM/job.yarrin" "$ACTIVITIES"
start "$ROOM/job.yarrin"
key ctrl+e
shot new
line "Drawings late"
clk 800 444; line "A1 +2d"
shot typed
expect "the event" "Drawings late A1 960" \
  "$(read_file "$ROOM/job.yarrin" '.events[0] | "\(.title) \(.effects[0].activity) \(.effects[0].work)"')"
# By hand: 5 and 10 days from Monday 1 March end on Friday the 19th; two days more on Tuesday the 23rd.
expect "forecast" "2027-03-23" "$("$CLI" calc --json "$ROOM/job.yarrin" | jq -r '.sections[0].forecast')"
# Its steps, read on the page of the course, and as the command line tells them.
clk 566 107
shot course
expect "moves the section by" "E01 4 4" "$("$CLI" impact "$ROOM/job.yarrin" --json |
  jq -r '.steps[] | select(.event) | "\(.event) \(.sections[0].moved) \(.sections[0].entitled)"')"
# All methods side by side; the rule of concurrency is chosen there and kept with the job.
clk 684 107; sleep 1
shot side
clk 639 172; key Down Return
expect "the rule" "effective_cause" "$(read_file "$ROOM/job.yarrin" '.contract.concurrency')"
expect "the rule of the command line" "effective_cause" "$("$CLI" impact "$ROOM/job.yarrin" --json | jq -r .rule)"
key ctrl+z
expect "taken back" "null" "$(read_file "$ROOM/job.yarrin" '.contract.concurrency')"
# Switched off it counts no more, but stays.
clk 760 107; clk 510 473
expect "switched off" "2027-03-19 false" \
  "$("$CLI" calc --json "$ROOM/job.yarrin" | jq -r '.sections[0].forecast') $(read_file "$ROOM/job.yarrin" '.events[0].in_forecast')"
leave
