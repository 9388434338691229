#!/usr/bin/env bash
# The network with real keys and mouse: a box is named, a link drawn and taken back, "why then?" asked; then a section
# is brought in on trial, which is kept.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '.activities = [{id: "A", name: "Dig", kind: "task", duration: 2400},
    {id: "B", name: "Pour", kind: "task", duration: 2400}, {id: "C", name: "Tidy", kind: "task", duration: 960},
    {id: "M", name: "Done", kind: "finish_milestone"}]
  | .links = [{from: "A", to: "B", type: "FS"}, {from: "B", to: "M", type: "FS"}]
  | .contract = {currency: "GBP", sections: [{id: "S1", name: "All", milestone: "M", completion: "2027-03-10", rate: 100}]}'
start "$ROOM/job.yarrin"
links() { read_file "$ROOM/job.yarrin" '[.links[] | .from + .to] | sort | join(" ")'; }
name() { read_file "$ROOM/job.yarrin" '.activities[] | select(.id == "C") | .name'; }
key F7
clk 158 290 # the box of C
key F2
line "Tidy up"
expect "named where it stands" "Tidy up" "$(name)"
# From the right edge of C to M.
drag 212 290 462 210
shot line
key Return
expect "a link is drawn" "AB BM CM" "$(links)"
key ctrl+z
expect "and taken back" "AB BM" "$(links)"
clk 310 210
key F9
shot asked
key F9
key F6
shot squeeze
# The cheapest set: of what there is, only that B begins before A is through.
clk 859 740
clk 960 740
expect "tried" "AB AB BM" "$(links)"
shot tried
leave
