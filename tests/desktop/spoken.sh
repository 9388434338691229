#!/usr/bin/env bash
# The demo on a display and an accessibility bus of its own, read back as a screen reader does.
set -euo pipefail
here=$(cd "$(dirname "$0")" && pwd)
room=$(mktemp -d)
trap 'rm -rf "$room"' EXIT
export HOME=$room XDG_RUNTIME_DIR=$room XDG_CONFIG_HOME=$room/config XDG_DATA_HOME=$room/data
export QT_LINUX_ACCESSIBILITY_ALWAYS_ON=1 QT_QPA_PLATFORM=xcb BUILD HERE=$here
unset WAYLAND_DISPLAY
timeout 150 xvfb-run -a -s '-screen 0 1280x900x24' dbus-run-session -- bash -c '
  /usr/libexec/at-spi-bus-launcher --launch-immediately >/dev/null 2>&1 &
  sleep 1
  "$BUILD/src/app/yarrin" --demo --size 1280x800 >/dev/null 2>&1 &
  program=$!
  status=0
  /usr/bin/python3 "$HERE/spoken.py" || status=$?
  kill $program 2>/dev/null || true
  exit $status'
