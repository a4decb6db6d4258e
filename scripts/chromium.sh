#!/usr/bin/env bash
# Prints the path of a Chromium; installs Debian's when there is none. CHROMIUM_PATH wins. The headless shell goes
# before the browser with windows: it starts sooner and draws with a tenth to a seventh less work.
set -euo pipefail
if [ -n "${CHROMIUM_PATH:-}" ]; then echo "$CHROMIUM_PATH"; exit 0; fi
for name in chromium-headless-shell chromium chromium-browser; do
  if command -v "$name" >/dev/null 2>&1; then command -v "$name"; exit 0; fi
done
sudo=""; [ "$(id -u)" = 0 ] || sudo="sudo"
install() { DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends "$1"; }
{ $sudo apt-get update -qq && { install chromium-headless-shell || install chromium; }; } >&2
command -v chromium-headless-shell || command -v chromium
