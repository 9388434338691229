#!/usr/bin/env bash
# The first job, step by step, as somebody makes it who has never seen the program: what the strip says is done, with
# real keys and the mouse, and the inputs are counted.
. "$(dirname "$0")/journey.sh"
start
key ctrl+k; typ "first job"; key Return
shot form
# 1 and 2: a new job with the holidays of a country.
key ctrl+a; typ "Two piers"
key Tab; key ctrl+a; typ "1 Mar 2027"
key Tab Tab Tab; key Down
key Tab; key Return
shot made
# 3: two places.
key alt+3
shot scope
leave
