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
