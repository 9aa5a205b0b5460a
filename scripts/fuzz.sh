#!/usr/bin/env bash
# Runs every fuzz test for a while each. Usage: fuzz.sh 3s
set -euo pipefail
cd "$(dirname "$0")/.."
for_=${1:-3s}
grep -rlE '^func Fuzz' --include='*_test.go' . | xargs -n1 dirname | sort -u | while read -r package; do
  grep -hoE '^func Fuzz\w+' "$package"/*_test.go | cut -d' ' -f2 | while read -r name; do
    go test "$package" -run '^$' -fuzz "^$name\$" -fuzztime "$for_" >/tmp/fuzz.$$ 2>&1 || { cat /tmp/fuzz.$$; exit 1; }
    echo "fuzz $package $name: ok"
  done
done
rm -f /tmp/fuzz.$$
