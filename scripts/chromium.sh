#!/usr/bin/env bash
# Prints the path of a Chromium; installs Debian's when there is none. CHROMIUM_PATH wins.
set -euo pipefail
if [ -n "${CHROMIUM_PATH:-}" ]; then echo "$CHROMIUM_PATH"; exit 0; fi
for name in chromium chromium-browser; do
  if command -v "$name" >/dev/null 2>&1; then command -v "$name"; exit 0; fi
done
sudo=""; [ "$(id -u)" = 0 ] || sudo="sudo"
{ $sudo apt-get update -qq && DEBIAN_FRONTEND=noninteractive $sudo apt-get install -y -qq --no-install-recommends chromium; } >&2
command -v chromium
