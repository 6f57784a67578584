#!/usr/bin/env bash
# Put menu entry, icon and file type into the user's own folders.
set -euo pipefail
cd "$(dirname "$0")"
share="${XDG_DATA_HOME:-$HOME/.local/share}"
# The program may stand in its own environment, where no desktop looks for it.
program=$(command -v hazel-lantern || true)
own=$(cd .. && pwd)/.venv/bin/hazel-lantern
if [ -z "$program" ] && [ ! -x "$own" ]; then
    echo "hazel-lantern is not on the PATH and not set up here: run ./lantern demo first" >&2
    exit 2
fi
install -Dm644 hazel-lantern.desktop "$share/applications/hazel-lantern.desktop"
if [ -z "$program" ]; then
    sed -i "s|^Exec=hazel-lantern |Exec=\"$own\" |" "$share/applications/hazel-lantern.desktop"
fi
install -Dm644 hazel-lantern.xml "$share/mime/packages/hazel-lantern.xml"
install -Dm644 ../src/hazel_lantern/data/glyphs/app-icon.svg \
    "$share/icons/hicolor/scalable/apps/hazel-lantern.svg"
if command -v update-mime-database >/dev/null; then update-mime-database "$share/mime"; fi
if command -v update-desktop-database >/dev/null; then
    update-desktop-database "$share/applications"
fi
