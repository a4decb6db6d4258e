#!/usr/bin/env bash
# Installs what is locked, once for each lock file. Sourced by the other scripts.
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
stamp=node_modules/.echt-lock
if ! cmp -s package-lock.json "$stamp" 2>/dev/null; then
  echo "Installing the locked packages…"
  npm ci --no-audit --no-fund --loglevel=error
  cp package-lock.json "$stamp"
fi
