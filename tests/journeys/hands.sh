#!/usr/bin/env bash
# Bars by hand: stretched, dragged beyond the edge of the chart, cut and pulled apart, linked from within, drawn anew,
# and a link picked by typing.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
of() { read_file "$ROOM/job.yarrin" ".activities[] | select(.id == \"$1\") | $2"; }
# Six weeks from the start: a day is 14.1 pixels wide, Monday 1 March begins at 618.
day() { echo $((618 + $1 * 141 / 10)); }
key alt+5 Insert; typ "First"; key Return Home
clipboard $'A1\tSet out\t5\nA2\tExcavate\t5\nA3\tBlind\t4'
key ctrl+v ctrl+b ctrl+8
drag $(($(day 4) + 9)) 163 $(($(day 8) + 9)) 163
expect "stretched to the 9th" 3360 "$(of A1 .duration)"
# Held at the edge, the chart runs on below what is dragged, far beyond the six weeks.
move 650 189; sleep 0.1; xdotool mousedown 1; sleep 0.1; move 1000 189; sleep 0.1; move 1268 189; sleep 1; move 1267 189; sleep 0.3
xdotool mouseup 1; settle
[[ "$(of A2 .constraint.date)" > "2027-04-20" ]] || fail "the chart did not run on: $(of A2 .constraint.date)"
key ctrl+z ctrl+8
clk $(($(day 2) + 5)) 163 3
shot menu
key b
expect "cut behind the second day" "960 480" "$(of A1 '.pauses[0] | "\(.after) \(.for)"')"
drag $(day 7) 163 $(day 9) 163
expect "pulled apart by two days" "960 1440" "$(of A1 '.pauses[0] | "\(.after) \(.for)"')"
shot apart
drag $(($(day 2) + 5)) 189 $(($(day 0) + 7)) 215
shot link
key Return
expect "linked from within" "A2 SS 960" "$(read_file "$ROOM/job.yarrin" '.links[0] | "\(.from) \(.type) \(.lag)"')"
drag $(day 14) 300 $(day 17) 300
typ "Kerbs"; key Return
expect "drawn and named" "Kerbs 1440 2027-03-15" "$(read_file "$ROOM/job.yarrin" '.activities[3] | "\(.name) \(.duration) \(.constraint.date[0:10])"')"
key ctrl+j; typ "a1"; key Return; typ "a3"; key Return Return
expect "picked by typing" "A1,A3" "$(read_file "$ROOM/job.yarrin" '[.links[1:][] | .from] | sort | join(",")')"
for _ in $(seq 12); do key ctrl+z; done
expect "at the start" 0 "$(read_file "$ROOM/job.yarrin" '.activities | length')"
leave
