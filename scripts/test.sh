#!/usr/bin/env bash
# Everything: types, format, lint, unit tests, the browser tests on the production build. Ends with one line of counts.
source "$(dirname "$0")/setup.sh"
set +e
export CHROMIUM_PATH
CHROMIUM_PATH=$(bash scripts/chromium.sh) || {
  echo "No Chromium: install Debian's, or set CHROMIUM_PATH."
  echo "0 passed, 1 failed"
  exit 1
}
mkdir -p .cache
source scripts/tally.sh
passed=0; failed=0
# types and lint do not wait for each other
check() { # file, command…
  local out=".cache/$1"; shift
  "$@" > "$out.log" 2>&1; echo $? > "$out.rc"
}
rm -f .cache/*.rc
{ check types bash scripts/types.sh; check format npx prettier --check .; } &
check lint npx eslint . --max-warnings 0 &
wait
for name in types lint format; do
  echo "== $name"; cat ".cache/$name.log"
  if [ "$(cat ".cache/$name.rc" 2>/dev/null)" = 0 ]; then
    passed=$((passed + 1))
  else
    failed=$((failed + 1)); echo "!! $name failed"
  fi
done
rm -f .cache/unit.json .cache/e2e.json
echo "== unit tests"
npx vitest run --reporter=default --reporter=json --outputFile.json=.cache/unit.json
tally unit .cache/unit.json $?
echo "== build"
if npx vite build --config app/vite.config.ts --logLevel warn; then
  echo "== browser tests"
  # profiles and databases of the test browsers live in memory where there is room: a slow disk
  # would be waited for at each save
  if [ -w /dev/shm ] && [ "$(df --output=avail /dev/shm | tail -1)" -gt 1000000 ]; then
    TMPDIR=$(mktemp -d /dev/shm/echt.XXXXXX)
    export TMPDIR
    trap 'rm -rf "$TMPDIR"' EXIT
  fi
  npx playwright test --config e2e/playwright.config.ts
  tally e2e .cache/e2e.json $?
else
  failed=$((failed + 1)); echo "!! build failed"
fi
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
