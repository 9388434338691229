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
# Locations: one by the button, others by the key that adds.
clk 1182 150; typ "Berth"; key Return
shot place
key Insert; typ "Causeway"; key Return
shot places
save "$ROOM/job.yarrin"
expect "locations" "Berth,Causeway" "$(read_file "$ROOM/job.yarrin" '[.locations[].name] | join(",")')"
expect "groups" "Quay,Piles,Cope" "$(read_file "$ROOM/job.yarrin" '[.breakdown[].name] | join(",")')"
expect "they lie in" "none,B1,B1" "$(read_file "$ROOM/job.yarrin" '[.breakdown[] | .parent // "none"] | join(",")')"
leave
