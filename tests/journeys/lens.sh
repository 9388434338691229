#!/usr/bin/env bash
# A code is made and typed into a column, rows are grouped by it, a lens is kept and found again after reopening.
. "$(dirname "$0")/journey.sh"
job "$ROOM/job.yarrin" '. + {activities: [range(4) | {id: "A\(. + 1)", name: "Work \(. + 1)", kind: "task", duration: 960}]}'
start "$ROOM/job.yarrin"
marks() { read_file "$ROOM/job.yarrin" '[.activities[] | (.codes // [{value: "-"}])[0].value] | join(",")'; }
key alt+5
# The pane, its filter first: what it hides is told by the command line as by the window.
key ctrl+shift+e
typ "days > 5d"
shot filter
key ctrl+a BackSpace
# Codes, by the find field: two values.
key ctrl+k; typ "codes and"; key Return
typ "Trade"; key Return
shot codes
key Tab Tab
shot added
key Escape
key ctrl+s
expect "the code" "Trade" "$(read_file "$ROOM/job.yarrin" '.codes[0].id')"
leave
# Values and marks by the text, as a script does it; the window groups by them.
"$CLI" convert "$ROOM/job.yarrin" "$ROOM/in.yarrin.json" >/dev/null
jq '.codes[0].values = [{name: "Piling"}, {name: "Concrete"}]
  | .activities[0].codes = [{code: "Trade", value: "Concrete"}] | .activities[1].codes = [{code: "Trade", value: "Piling"}]
  | .lenses = [{id: "Trades", groups: "code:Trade", order: "id"}]' "$ROOM/in.yarrin.json" >"$ROOM/with.yarrin.json"
"$CLI" take "$ROOM/job.yarrin" "$ROOM/with.yarrin.json" --text "Trades" >/dev/null
start "$ROOM/job.yarrin"
key alt+5
clk 1033 69
key Down Return
shot grouped
expect "groups" "# Piling (1)|A2|# Concrete (1)|A1|# without Trade (2)|A3|A4" \
  "$("$CLI" rows "$ROOM/job.yarrin" --lens Trades --columns id | tail -n +2 | paste -sd'|')"
# The first row, A2, is taken by its id into the group below.
clk 100 188
sleep 0.6 # two presses at once would be a double click
drag 100 188 100 245
expect "dragged" "Concrete,Concrete,-,-" "$(marks)"
key ctrl+z
expect "taken back" "Concrete,Piling,-,-" "$(marks)"
leave
