# Adds a runner's report to $passed and $failed. Sourced by test.sh.
# A runner that ended with an error, left no report, or whose report cannot be counted is a failure of its own.
tally() { # kind of report, its file, how the runner ended
  local counts
  counts=$(node "$(dirname "${BASH_SOURCE[0]}")/count.mjs" "$1" "$2" 2>/dev/null) || counts="0 1"
  [[ $counts =~ ^[0-9]+\ [0-9]+$ ]] || counts="0 1"
  if [ "${counts#* }" -eq 0 ] && [ "$3" -ne 0 ]; then counts="${counts% *} 1"; fi
  passed=$((passed + ${counts% *}))
  failed=$((failed + ${counts#* }))
}
