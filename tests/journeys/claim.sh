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
clk 40 85
clk 175 478
shot terms
clk 230 553; line "2"
expect "with grace" "5000" "$(sum)"
# A step of the rate from day 6 on, by Tab and Enter: five days cost 3 at 1,000 and 2 at 2,000.
clk 140 640; typ "6"; key Tab; line "2000"
expect "with a step" "7000" "$(sum)"
shot step
key ctrl+z
expect "taken back" "5000" "$(sum)"
# What was deducted is written down under Levied and repaid.
clk 256 478; sleep 0.2
shot levied
clk 240 581; typ "29 Mar 2027"; key Tab; typ "3500"; key Tab; line "certificate 4"
expect "levied" "levied 2027-03-29 3500 certificate 4" \
  "$(read_file "$ROOM/job.yarrin" '.contract.sections[0].deductions[0] | "\(.kind) \(.date) \(.sum) \(.note)"')"
# An event, and the course of its claim: claimed, then granted.
key ctrl+e; line "Access late" # from within a field
clk 742 722; typ "6"; key Tab; typ "22 Mar 2027"; key Tab; line "letter 9"
shot claimed
expect "claimed" "claimed 6 letter 9" \
  "$(read_file "$ROOM/job.yarrin" '.events[0].course[0] | "\(.step) \(.days) \(.letter)"')"
expect "days follow" "6" "$(read_file "$ROOM/job.yarrin" '.events[0].section_days.S1.claimed')"
leave
