#!/usr/bin/env bash
# A bill from a text table, an activity made of an item with an output of the book, and another given one afterwards.
. "$(dirname "$0")/journey.sh"
printf '%s\n' 'Item,Description,Unit,Quantity' '1,Concrete to walls C35,m3,90' '2,Reinforcement bars,t,12' >"$ROOM/bill.csv"
job "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
key alt+4
clk 328 114
sleep 0.4
shot dialog
line "$ROOM/bill.csv"
sleep 0.5
shot read
clk 955 740
expect "items" "1 2" "$(read_file "$ROOM/job.yarrin" '[.bill[].id] | join(" ")')"
# An item with an output of the book, then one without, which its card goes on offering.
clk 200 190
shot item
clk 156 655
expect "made of the first" "90 22" "$(read_file "$ROOM/job.yarrin" '.activities[0].measure | "\(.quantity) \(.output_per_crew_day)"')"
clk 183 235
shot second
clk 150 646
shot made
expect "made of the second" "12 null" "$(read_file "$ROOM/job.yarrin" '.activities[1].measure | "\(.quantity) \(.output_per_crew_day)"')"
clk 1098 374
expect "from the card" "2.2" "$(read_file "$ROOM/job.yarrin" '.activities[1].measure.output_per_crew_day')"
# By hand: 90 m3 at 22 a day are five days, 12 t at 2.2 are six.
expect "days" "2400 2880" "$("$CLI" calc --json "$ROOM/job.yarrin" | jq -r '[.activities[].duration] | join(" ")')"
for _ in $(seq 5); do key ctrl+z; done
expect "taken back" "0 0 0" "$(read_file "$ROOM/job.yarrin" '"\(.bill | length) \(.activities | length) \(.book | length)"')"
leave
