#!/usr/bin/env bash
# One current picture of each main view, from the sample build, into docs/screenshots/.
source "$(dirname "$0")/setup.sh"
export CHROMIUM_PATH; CHROMIUM_PATH=$(bash scripts/chromium.sh)
npx vite build --config app/vite.config.ts --logLevel warn
exec npx tsx scripts/screenshots.ts
