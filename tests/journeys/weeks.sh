#!/usr/bin/env bash
# A week of work committed with keys, closed a week later; what lacks put on and taken off.
. "$(dirname "$0")/journey.sh"
ACTIVITIES='.activities = [{id: "A1", name: "Dig", kind: "task", duration: 2400}, {id: "A2", name: "Pour", kind: "task", duration: 4800}]
  | .links = [{from: "A1", to: "A2", type: "FS", lag: 0}]'
job "$ROOM/job.yarrin" "$ACTIVITIES"
start "$ROOM/job.yarrin"
key alt+7
shot progress
clk 345 107
shot weeks
# Drawings are lacking, then there.
clk 480 256; key d
expect "lacking" "A1 drawings null" "$(read_file "$ROOM/job.yarrin" '.lacking[0] | "\(.activity) \(.kind) \(.ready_on)"')"
key d
expect "there" "2027-03-01" "$(read_file "$ROOM/job.yarrin" '.lacking[0].ready_on')"
# Promised for the week, and closed a week later.
key space; clk 1211 163
expect "promised" "2027-03-01 A1 open" "$(read_file "$ROOM/job.yarrin" '.weeks[0] | "\(.begins) \(.promises[0].id) \(.promises[0].kept)"')"
clk 399 163; clk 215 256
shot closed
expect "kept" "kept" "$(read_file "$ROOM/job.yarrin" '.weeks[0].promises[0].kept')"
expect "the share" "1" "$("$CLI" weeks "$ROOM/job.yarrin" --json | jq -r '.promises.share')"
key n
expect "not kept" "not_kept weather" "$(read_file "$ROOM/job.yarrin" '.weeks[0].promises[0] | "\(.kept) \(.reason)"')"
key ctrl+z ctrl+z ctrl+z
expect "taken back" "null" "$(read_file "$ROOM/job.yarrin" '.weeks')"
leave
