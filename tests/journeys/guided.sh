#!/usr/bin/env bash
# The first job, step by step, as somebody makes it who has never seen the program: what the strip above the work says is
# done with real keys and the mouse; inputs and seconds are counted.
. "$(dirname "$0")/journey.sh"
start
began=$(date +%s)
key ctrl+k; typ "first job"; key Return
shot form
# 1 and 2: a new job with the holidays of a country.
key ctrl+a; typ "Two piers"
key Tab; key ctrl+a; typ "1 Mar 2027"
key Tab Tab Tab Down Down Tab Return
# 3: two places.
key alt+3
clk 1182 211; typ "North pier"; key Return
key Insert; typ "South pier"; key Return
shot places
# 4: the steps of a trade.
key alt+4
clk 605 148
clk 391 257; key Down Down Return
shot trade
# 5: laid out over both, with quantities from a table.
clk 415 558; clk 415 582
clipboard "$(printf '240\t8\t60\t40\t6\t45\n240\t8\t60\t40\t6\t45\n')"
clk 805 585; key ctrl+v
clk 981 742
shot laid
# 6 and 7: an end, and what it waits for.
key alt+5 End
key ctrl+k; typ "add a milestone"; key Return
typ "Handover"; key Return
clk 271 254
clk 1069 423
typ "P260"; key Return Return
shot driven
# 8: what was promised.
key alt+1
clk 1218 409
typ "Piers"; key Tab; typ "P111"; key Tab; typ "31 Mar 2027"; key Tab; typ "1000"; key Return
shot section
# 9: two crews.
key alt+4
clk 779 413; typ 2; key Return
shot crews
# 10: what has happened.
key alt+7
clk 1195 165; key ctrl+a; typ "8 Mar 2027"; key Return
clk 679 258; typ "1 Mar 2027"; key Return
shot progress
# 11: a delay.
key alt+8
clk 413 148
typ "Ground harder than expected"; key Return
shot delay
# 12: kept.
key ctrl+s; sleep 0.4; key ctrl+a; line "$ROOM/piers.yarrin"; settle
[ -s "$ROOM/piers.yarrin" ] || fail "nothing was saved"
shot done
expect "the job" "Two piers 2 1 2 P111 1" \
  "$(read_file "$ROOM/piers.yarrin" '"\(.title) \(.locations | length) \(.sequences | length) \(.laid_out | length) \(.contract.sections[0].milestone) \(.events | length)"')"
expect "its holidays, crews and data date" "true 2 2027-03-08 2027-03-01" \
  "$(read_file "$ROOM/piers.yarrin" '"\([.calendars[].exceptions // [] | length] | add > 3) \([.activities[].measure.crews // 0] | max) \(.data_date[0:10]) \([.activities[].actual_start // empty][0][0:10])"')"
echo "guided: $inputs inputs, $(($(date +%s) - began)) seconds"
leave
