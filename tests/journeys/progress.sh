#!/usr/bin/env bash
# An update entered and taken back: the data date, actual dates and what is left.
. "$(dirname "$0")/journey.sh"
ACTIVITIES='.activities = [{id: "A1", name: "Dig", kind: "task", duration: 2400}, {id: "A2", name: "Pour", kind: "task", duration: 4800}]
  | .links = [{from: "A1", to: "A2", type: "FS", lag: 0}]'
job "$ROOM/job.yarrin" "$ACTIVITIES"
before=$("$CLI" calc --json "$ROOM/job.yarrin" | jq -r .programme_finish)
start "$ROOM/job.yarrin"
key alt+7
shot begin
# The data date stands at the right above the list.
clk 1197 131; line "10 Mar 2027"
shot dated
clk 260 111
clk 690 223; line "1 Mar 2027"
clk 790 223; line "5 Mar 2027"
clk 690 249; line "8 Mar 2027"
clk 1015 249; line "6d"
shot entered
expect "entered" "2027-03-01T08:00 2027-03-05T17:00 2027-03-08T08:00 2880" \
  "$(read_file "$ROOM/job.yarrin" '.activities | "\(.[0].actual_start) \(.[0].actual_finish) \(.[1].actual_start) \(.[1].remaining)"')"
# By hand: six days from Wednesday the 10th end on Wednesday the 17th.
expect "finish" "2027-03-17T17:00" "$("$CLI" calc --json "$ROOM/job.yarrin" | jq -r .programme_finish)"
key ctrl+z ctrl+z ctrl+z ctrl+z ctrl+z
expect "taken back" "null null null" \
  "$(read_file "$ROOM/job.yarrin" '"\(.data_date) \(.activities[0].actual_start) \(.activities[1].remaining)"')"
expect "and its finish" "$before" "$("$CLI" calc --json "$ROOM/job.yarrin" | jq -r .programme_finish)"
leave
