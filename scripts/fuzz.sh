#!/usr/bin/env bash
# Runs every fuzz test on so many inputs, or for so long. Usage: fuzz.sh 1000x | 60s
# A number of inputs, not a time, is what make test asks for: on a slow machine a time can end
# within an input.
set -euo pipefail
cd "$(dirname "$0")/.."
for_=${1:-1000x}
grep -rlE '^func Fuzz' --include='*_test.go' . | xargs -n1 dirname | sort -u | while read -r package; do
  grep -hoE '^func Fuzz\w+' "$package"/*_test.go | cut -d' ' -f2 | while read -r name; do
    go test "$package" -run '^$' -fuzz "^$name\$" -fuzztime "$for_" >/tmp/fuzz.$$ 2>&1 || { cat /tmp/fuzz.$$; exit 1; }
    echo "fuzz $package $name: ok"
  done
done
rm -f /tmp/fuzz.$$
