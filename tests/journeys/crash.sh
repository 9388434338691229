#!/usr/bin/env bash
# Closed and opened again; killed and opened again: nothing that was typed is lost.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '.activities = [{id: "A1", name: "Dig", kind: "task", duration: 2400}]'
start "$ROOM/job.yarrin"
key alt+5 Home Right Right
line "8"
leave
expect "after closing" 3840 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
start "$ROOM/job.yarrin"
key alt+5 Home Right Right
line "9"
kill -9 "$app"
wait "$app" 2>/dev/null || true
app=0
expect "after being killed" 4320 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
start "$ROOM/job.yarrin"
shot told
# What an earlier session did is undone, too.
key ctrl+z ctrl+z
expect "undone through both sessions" 2400 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
leave
"$CLI" verify "$ROOM/job.yarrin" >/dev/null || fail "the record does not hold"
