#!/usr/bin/env bash
# A link that others imply is found, mended and taken back; a finding is set aside with its reason; the bars are a key
# away.
. "$(dirname "$0")/journey.sh"
cat >"$ROOM/job.json" <<'JOB'
{"format": "yarrin-programme", "version": 1, "title": "Job", "start": "2027-03-01T08:00", "default_calendar": "five",
 "calendars": [{"id": "five", "name": "Five days", "day_minutes": 480, "week": {"mon": ["08:00-12:00", "13:00-17:00"],
  "tue": ["08:00-12:00", "13:00-17:00"], "wed": ["08:00-12:00", "13:00-17:00"], "thu": ["08:00-12:00", "13:00-17:00"],
  "fri": ["08:00-12:00", "13:00-17:00"]}}],
 "activities": [{"id": "A", "name": "Dig", "kind": "task", "duration": 2400}, {"id": "B", "name": "Pour", "kind": "task", "duration": 2400},
  {"id": "C", "name": "Tidy", "kind": "task", "duration": 960}, {"id": "M", "name": "Done", "kind": "finish_milestone"}],
 "links": [{"from": "A", "to": "B", "type": "FS"}, {"from": "B", "to": "M", "type": "FS"}, {"from": "A", "to": "M", "type": "FS"}],
 "contract": {"currency": "GBP", "sections": [{"id": "S1", "name": "All", "milestone": "M", "completion": "2027-06-30", "rate": 100}]}}
JOB
"$CLI" convert "$ROOM/job.json" "$ROOM/job.yarrin"
start "$ROOM/job.yarrin"
links() { read_file "$ROOM/job.yarrin" '.links | length'; }
aside() { read_file "$ROOM/job.yarrin" '[.set_aside[]?.reason] | join(" ")'; }
key F8
shot measures
# Down the lists at the left to the redundant links.
key Down Down Down Down Down Down Down Down
shot redundant
clk 980 148
shot asked
expect "asked, not done" "3" "$(links)"
clk 939 743
expect "the link is gone" "2" "$(links)"
key ctrl+z
expect "and back again" "3" "$(links)"
clk 161 191 # open ends, of which there is one
clk 941 257
key F2
line "handed over"
shot aside
expect "it is meant so" "handed over" "$(aside)"
expect "and told so" "true" "$("$CLI" check "$ROOM/job.yarrin" --json | jq '[.findings[] | select(.concern == "open-end")] | all(.set_aside == "handed over")')"
leave
