#!/usr/bin/env bash
# A calendar: the week by dragging, days of the year by Shift and Delete, and both taken back.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
key alt+2
drag 867 271 867 315
shot week
expect "Saturday" '["08:00-12:00"]' "$(read_file "$ROOM/job.yarrin" '.calendars[0].week.sat | tojson')"
# Monday 2 to Friday 6 August.
clk 465 676
xdotool keydown shift; clk 515 676; xdotool keyup shift
key Delete
shot year
expect "days off" "2027-08-02 2027-08-06 []" \
  "$(read_file "$ROOM/job.yarrin" '.calendars[0].exceptions[0] | "\(.from) \(.to) \(.work | tojson)"')"
key ctrl+z ctrl+z
expect "taken back" "null 0" "$(read_file "$ROOM/job.yarrin" '.calendars[0] | "\(.week.sat) \(.exceptions | length)"')"
leave
