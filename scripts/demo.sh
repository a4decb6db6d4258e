#!/usr/bin/env bash
# From nothing to the running app with its sample build: install, build, serve on loopback.
source "$(dirname "$0")/setup.sh"
npx vite build --config app/vite.config.ts --logLevel warn
exec npx tsx server/main.ts
