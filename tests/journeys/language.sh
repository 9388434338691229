#!/usr/bin/env bash
# German is chosen from the keyboard, spoken from the next start on, and found by its words; a German date is typed, and
# the file is what it is in English.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '.activities = [{id: "A", name: "Dig", duration: 2400}]'
start "$ROOM/job.yarrin"
key ctrl+shift+p
key Down Down # as the desktop, English, Deutsch
shot chosen
key Escape
leave
expect "it is kept" "language=de" "$(grep language "$HOME/.config/yarrin/yarrin.conf")"
start "$ROOM/job.yarrin" --select A
shot german
key ctrl+k; typ "meilenstein darunter"; key Return
sleep 0.3
key alt+1
# The job's name has the keyboard, its start comes next.
key Tab; key ctrl+a; line "7. Mai 2027"
shot typed
key ctrl+s
expect "what was added" "2 finish_milestone" "$(read_file "$ROOM/job.yarrin" '.activities | "\(length) \(.[1].kind)"')"
expect "the job starts" "2027-05-07T08:00" "$(read_file "$ROOM/job.yarrin" '.start')"
leave
