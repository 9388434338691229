#!/usr/bin/env bash
# A risk typed into the register, its effect, what to put aside read; a threshold and made-up weather.
. "$(dirname "$0")/journey.sh"
ACTIVITIES='.activities = [{id: "A1", name: "Dig", kind: "task", duration: 2400}, {id: "A2", name: "Pour", kind: "task", duration: 4800},
    {id: "M", name: "Complete", kind: "finish_milestone"}]
  | .links = [{from: "A1", to: "A2", type: "FS", lag: 0}, {from: "A2", to: "M", type: "FS", lag: 0}]
  | .contract = {currency: "GBP", sections: [{id: "S1", name: "Slipway", milestone: "M", completion: "2027-03-19", rate: 1000, per: "day", part: "pro_rata"}]}'
job "$ROOM/job.yarrin" "$ACTIVITIES"
start "$ROOM/job.yarrin"
key alt+8
clk 1036 107
# Work of A2 may take half as long again: a rule typed into the list.
clk 1248 411
key ctrl+a; line "A2"
clk 985 471; key F2 ctrl+a; line "1 1 1.5"
shot rule
expect "the rule" "A2 1 1.5" "$(read_file "$ROOM/job.yarrin" '.uncertainty[0] | "\(.activity) \(.low) \(.high)"')"
# A risk with an effect.
clk 910 384
clk 1248 411
line "Stone late"
shot risk
expect "the risk" "R1 Stone late 0.1" "$(read_file "$ROOM/job.yarrin" '.risks[0] | "\(.id) \(.title) \(.chance)"')"
# How sure: the mark of P80 moved with a key; then all of it taken back.
clk 400 360; key Right
expect "surer" "0.85" "$(read_file "$ROOM/job.yarrin" '.odds.sure')"
shot surer
key ctrl+z ctrl+z ctrl+z
expect "taken back" "null null" "$(read_file "$ROOM/job.yarrin" '"\(.odds.sure) \(.risks)"')"
# Weather: made-up records, and a threshold.
key alt+2
clk 187 105; sleep 1
shot weather
leave
