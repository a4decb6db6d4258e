#!/usr/bin/env bash
# Types: of the core by itself, which knows neither page nor machine, and of everything. By the compiler's native
# release, five times as fast; the linter reads the program of the one before.
set -e
cd "$(dirname "$0")/.."
tsc=node_modules/typescript-7/bin/tsc
node $tsc --noEmit -p core
node $tsc --noEmit
