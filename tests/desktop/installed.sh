#!/usr/bin/env bash
# Installs what was built into a folder and uses it from there, as a desktop would: BUILD is the build folder.
set -euo pipefail
root=$(mktemp -d)
trap 'rm -rf "$root"' EXIT
fail() { echo "FAIL: $*"; exit 1; }
cmake --install "$BUILD" --prefix "$root" >/dev/null
share=$root/share
desktop-file-validate "$share/applications/org.yarrin.Yarrin.desktop"
appstreamcli validate --no-net "$share/metainfo/org.yarrin.Yarrin.metainfo.xml" >/dev/null
for page in yarrin yarrin-cli; do
  said=$(man --warnings -E UTF-8 -l "$share/man/man1/$page.1.gz" 2>&1 >/dev/null)
  [ -z "$said" ] || fail "$page.1: $said"
done
# Every option of the window is in its manual page, and the other way round.
export QT_QPA_PLATFORM=offscreen
"$root/bin/yarrin" --help | grep -oE '^  (-[a-z], )?--[a-z-]+' | grep -oE '\-\-[a-z-]+' | sort -u >"$root/told"
zcat "$share/man/man1/yarrin.1.gz" | sed 's/\\-/-/g' | grep -E '^\.B' | grep -oE '\-\-[a-z-]+' | sort -u >"$root/written"
diff "$root/told" "$root/written" || fail "the manual page and --help differ"
# Every verb has a part of its own.
"$root/bin/yarrin-cli" --help | grep -oE '^  [a-z]+' | while read -r verb; do
  zcat "$share/man/man1/yarrin-cli.1.gz" | grep -q "^.SS $verb" || fail "no $verb in the manual page"
done
complete_words() { # what a shell would offer for words
  bash -c 'source "$0"; COMP_WORDS=("$@"); COMP_CWORD=$(($# - 1)); _yarrin_cli; echo "${COMPREPLY[@]}"' \
    "$share/bash-completion/completions/yarrin-cli" "$@"
}
[ "$(complete_words yarrin-cli od)" = odds ] || fail "od is not completed"
[ "$(complete_words yarrin-cli odds --see)" = --seed ] || fail "--see is not completed"
# A file is known by its name, and opened by the program that is found for it.
update-mime-database "$share/mime"
cp "$BUILD/demo/brannoch.yarrin" "$root/job.yarrin"
grep -q 'application/x-yarrin:\*.yarrin$' "$share/mime/globs" || fail "*.yarrin is not known"
grep -q '^MimeType=.*application/x-yarrin;' "$share/applications/org.yarrin.Yarrin.desktop" || fail "nothing opens it"
# The reader of files from outside stands where only this program looks for it.
[ -x "$root/libexec/yarrin/yarrin-reader" ] || fail "no reader"
printf 'date,wind (m/s)\n2026-03-02,4\n' >"$root/mast.csv"
"$root/bin/yarrin-cli" weather "$root/job.yarrin" --records "$root/mast.csv" >/dev/null
"$root/bin/yarrin-cli" calc "$root/job.yarrin" >/dev/null
"$root/bin/yarrin" "$root/job.yarrin" --picture "$root/window.png"
[ -s "$root/window.png" ] || fail "no window"
