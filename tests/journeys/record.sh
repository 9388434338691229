#!/usr/bin/env bash
# A revision frozen, gone back to and compared; a trial kept and one dropped.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '.activities = [{id: "A1", name: "Dig", kind: "task", duration: 2400}]'
start "$ROOM/job.yarrin"
# A trial is kept as one step.
key ctrl+t
shot trial
key alt+5 Home Right Right
line "8"
typed=$(read_file "$ROOM/job.yarrin" '.activities[0].duration')
shot trial2
expect "in the trial" 3840 "$typed"
clk 1142 112
expect "kept" "3840 1" "$(read_file "$ROOM/job.yarrin" '.activities[0].duration') $(sqlite3 "$ROOM/job.yarrin" "SELECT count(*) FROM history WHERE kind = 'trial_kept'")"
# Another is dropped whole.
key ctrl+t alt+5 Home Right Right
line "20"
expect "tried" 9600 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
clk 1241 112
expect "dropped" 3840 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
# Frozen as it is.
key ctrl+h
clk 178 112
shot revisions
clk 1188 148
shot frozen
expect "frozen" "A" "$(sqlite3 "$ROOM/job.yarrin" "SELECT key FROM revision")"
# Worked on, compared with what was frozen, and gone back to.
key alt+5 Home Right Right
line "12"
expect "differs" 1 "$("$CLI" compare "$ROOM/job.yarrin@A" "$ROOM/job.yarrin" --csv | grep -c '"durations","A1","Dig","duration","8d","12d"')"
key ctrl+h
clk 247 112
shot compare
clk 178 112
clk 130 205
shot chosen
# Gone on from what was frozen, as one step, and that taken back.
clk 905 226
expect "as it was frozen" 3840 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
key alt+5 ctrl+z
expect "and back" 5760 "$(read_file "$ROOM/job.yarrin" '.activities[0].duration')"
leave
"$CLI" verify "$ROOM/job.yarrin" >/dev/null || fail "the record does not hold"
