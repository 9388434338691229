#!/usr/bin/env bash
# A breakdown and locations, from the keyboard alone.
. "$(dirname "$0")/journey.sh"
start
key alt+3
key Insert; typ "Quay"; key Return
shot one
key shift+Insert; typ "Piles"; key Return
key Insert; typ "Cope"; key Return
shot two
save "$ROOM/job.yarrin"
expect "groups" "Quay,Piles,Cope" "$(read_file "$ROOM/job.yarrin" '[.breakdown[].name] | join(",")')"
expect "they lie in" "none,B1,B1" "$(read_file "$ROOM/job.yarrin" '[.breakdown[] | .parent // "none"] | join(",")')"
leave
