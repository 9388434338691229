#!/usr/bin/env bash
# A claim from its first line to the grant, grace and what was deducted, with keys and a mouse, read by the command line.
. "$(dirname "$0")/journey.sh"
ACTIVITIES='.activities = [{id: "A1", name: "Dig", kind: "task", duration: 9600}, {id: "M", name: "Complete", kind: "finish_milestone"}]
  | .links = [{from: "A1", to: "M", type: "FS", lag: 0}]
  | .contract = {currency: "GBP", sections: [{id: "S1", name: "Slipway", milestone: "M", completion: "2027-03-19", rate: 1000, per: "day", part: "pro_rata"}]}'
job "$ROOM/job.yarrin" "$ACTIVITIES"
start "$ROOM/job.yarrin"
sum() { "$CLI" calc --json "$ROOM/job.yarrin" | jq -r '.damages_total.unrelieved'; }
# Twenty days of work from Monday 1 March end on Friday the 26th: a week late.
expect "late" "7000" "$(sum)"
# Terms on the stage Contract: two days of grace.
key ctrl+1
clk 175 452
shot terms
clk 230 528; line "2"
expect "with grace" "5000" "$(sum)"
# Deducted at once.
clk 256 452; sleep 0.3
shot levied
