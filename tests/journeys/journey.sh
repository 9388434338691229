# SPDX-FileCopyrightText: 2026 The Yarrin authors
# SPDX-License-Identifier: GPL-3.0-or-later
# What every journey has: a display of its own with a window manager, the application as a process in a home folder of
# its own, real keys and a real mouse, and a picture of what was to be seen where a journey fails. Sourced by the
# journeys; BUILD is where the programs were built, PICTURES where pictures of failures go.
set -euo pipefail
ROOM=$(mktemp -d)
APP=$BUILD/src/app/yarrin
app=0 manager=0 display=0
CLI=$BUILD/src/cli/yarrin-cli
NAME=$(basename "$0" .sh)
export HOME=$ROOM/home XDG_RUNTIME_DIR=$ROOM/run LC_ALL=C.UTF-8 QT_QPA_PLATFORM=xcb QT_SCALE_FACTOR=1
unset XDG_CONFIG_HOME XDG_DATA_HOME
mkdir -p "$HOME/.config/yarrin" "$XDG_RUNTIME_DIR"
# What stages tell of themselves the first time would move what is pressed.
printf '[General]\nhints=false\n' >"$HOME/.config/yarrin/yarrin.conf"
chmod 700 "$XDG_RUNTIME_DIR"

ended() {
  local status=$?
  if [ "$status" -ne 0 ]; then
    mkdir -p "$PICTURES"
    import -window root "$PICTURES/$NAME.png" 2>/dev/null || true
    echo "$NAME failed: what was to be seen is in $PICTURES/$NAME.png"
    tail -5 "$ROOM/app.log" 2>/dev/null || true
  fi
  for one in "$app" "$manager" "$display"; do
    if [ "$one" -gt 0 ]; then kill "$one" 2>/dev/null || true; fi
  done
  wait 2>/dev/null || true
  rm -rf "$ROOM"
  exit "$status"
}
trap ended EXIT

Xvfb -displayfd 3 -screen 0 1280x824x24 -nolisten tcp >"$ROOM/x.log" 2>&1 3>"$ROOM/number" &
display=$!
for _ in $(seq 400); do [ -s "$ROOM/number" ] && break; sleep 0.05; done
export DISPLAY=:$(cat "$ROOM/number")
# Without a frame and at the corner, so that no theme or font of the machine moves what is pressed.
cat >"$ROOM/manager.xml" <<'END'
<openbox_config xmlns="http://openbox.org/3.4/rc"><applications><application class="*" type="normal">
<decor>no</decor><position force="yes"><x>0</x><y>0</y></position></application></applications></openbox_config>
END
manage() { openbox --config-file "$ROOM/manager.xml" >>"$ROOM/manager.log" 2>&1 & manager=$!; }
manage

fail() { echo "$NAME: $*"; exit 1; }

# A window that is shown while the manager takes the display over may be seen by neither of them.
# Where it did not come up on a busy machine, it is started again.
for _ in $(seq 400); do
  xdotool get_num_desktops >/dev/null 2>&1 && break
  kill -0 "$manager" 2>/dev/null || manage
  sleep 0.05
done
xdotool get_num_desktops >/dev/null 2>&1 || fail "the window manager does not answer"

# start [words]: the application, its window of 1280x800 in front and with the keyboard.
start() {
  "$APP" "$@" >"$ROOM/app.log" 2>&1 &
  app=$!
  window=""
  for _ in $(seq 600); do
    window=$(xdotool search --all --onlyvisible --pid "$app" --name Yarrin 2>/dev/null | head -1 || true)
    [ -n "$window" ] && break
    kill -0 "$app" 2>/dev/null || fail "the application ended at its start"
    sleep 0.05
  done
  [ -n "$window" ] || fail "no window came"
  timeout 5 xdotool windowactivate --sync "$window" >/dev/null 2>&1 || true
  sleep 0.5
  settle
}
# What was pressed is through when the application idles: all its threads sleep and their processor time no longer
# grows, for long enough that the disk has answered, too. A thread that waits for a busy machine does not sleep.
settle() {
  local before="" now=0 same=0
  for _ in $(seq 400); do
    now=$(cat "/proc/$app/task/"*/stat 2>/dev/null | sed 's/.*) //' |
      awk '{ time += $12 + $13; if ($1 != "S" && $1 != "I") busy = " busy" } END { print time busy }' || true)
    case $now in
      *busy) same=0 ;;
      "$before") same=$((same + 1)) ;;
      *) same=0 ;;
    esac
    [ "$same" -ge 3 ] && return 0
    before=$now
    sleep 0.05
  done
}
# What a person has to do: a key or a chord pressed, or a word typed, counts one.
inputs=0
key() { inputs=$((inputs + $#)); for one in "$@"; do xdotool key --clearmodifiers "$one"; sleep 0.05; done; settle; }
typ() { inputs=$((inputs + 1)); xdotool type --clearmodifiers --delay 8 -- "$1"; settle; }
# Types a line and ends it.
line() { typ "$1"; key Return; }
# Places are those of a window whose frame is a pixel wide and twenty tall.
move() { xdotool mousemove $(($1 - 1)) $(($2 - 20)); }
clk() { move "$1" "$2"; sleep 0.08; xdotool click "${3:-1}"; settle; }
dbl() { move "$1" "$2"; sleep 0.08; xdotool click --repeat 2 --delay 90 1; settle; }
drag() {
  move "$1" "$2"; sleep 0.12; xdotool mousedown 1; sleep 0.08
  move $((($1 + $3) / 2)) $((($2 + $4) / 2)); sleep 0.08
  move $(($3 - 3)) "$4"; sleep 0.05; move "$3" "$4"; sleep 0.1; xdotool mouseup 1; settle
}
# Puts words on the clipboard, as another program would.
clipboard() { printf '%s' "$1" | xclip -selection clipboard -i; sleep 0.1; }
# save PATH: by the dialog, as a new job is saved.
save() { key ctrl+shift+s; sleep 0.4; key ctrl+a; line "$1"; settle; [ -s "$1" ] || fail "nothing was saved as $1"; }
# Ends it as a person does, and waits for it.
leave() {
  key ctrl+q
  for _ in $(seq 100); do kill -0 "$app" 2>/dev/null || { app=0; return 0; }; sleep 0.05; done
  fail "the window does not close"
}
# read_file PATH FILTER: what a saved file says, by the command line.
read_file() { "$CLI" convert "$1" "$ROOM/read.yarrin.json" >/dev/null && jq -r "$2" "$ROOM/read.yarrin.json"; rm -f "$ROOM/read.yarrin.json"; }
# expect WHAT WANTED GOT
expect() { [ "$2" = "$3" ] || fail "$1: expected \"$2\", got \"$3\""; }
shot() { [ -z "${LOOK:-}" ] || import -window root "$LOOK/$NAME-$1.png"; }
# job PATH [FILTER]: a native file with an empty job from March 2027 on a five-day calendar, altered by a jq filter.
job() {
  jq -n '{format: "yarrin-programme", version: 1, title: "Slipway", start: "2027-03-01T08:00",
    default_calendar: "site5", calendars: [{id: "site5", name: "Site five-day", day_minutes: 480, week:
      ({mon: 0, tue: 0, wed: 0, thu: 0, fri: 0} | map_values(["08:00-12:00", "13:00-17:00"]))}]}
    | '"${2:-.}" >"$ROOM/job.yarrin.json"
  "$CLI" convert "$ROOM/job.yarrin.json" "$1" >/dev/null || fail "the job cannot be made"
}
