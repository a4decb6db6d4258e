#!/usr/bin/env bash
# Long seeded campaigns against the built app. `npm run trials -- walks kills` runs only those.
source "$(dirname "$0")/setup.sh"
export CHROMIUM_PATH; CHROMIUM_PATH=$(bash scripts/chromium.sh)
npx vite build --config app/vite.config.ts --logLevel warn
exec npx tsx scripts/trials.ts "$@"
