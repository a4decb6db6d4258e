#!/usr/bin/env bash
# Ratios measured in one run: see benchmarks/. Needs Chromium for the page's own figures.
source "$(dirname "$0")/setup.sh"
export CHROMIUM_PATH; CHROMIUM_PATH=$(bash scripts/chromium.sh)
npx vite build --config app/vite.config.ts --logLevel warn
status=0
npx tsx benchmarks/core.ts || status=1
npx tsx benchmarks/ground.ts || status=1
npx tsx benchmarks/trigger.ts || status=1
npx tsx benchmarks/log.ts || status=1
npx tsx benchmarks/page.ts || status=1
exit $status
