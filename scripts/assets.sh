#!/usr/bin/env bash
# Fetches the fonts, styles and scripts that ship with Rubrel from npm packages, and the data tables made from
# them, and records each package's version and licence in docs/third-party.md. Run by hand when a version changes:
# what it writes is committed, so that neither the build nor the program needs a network.
set -euo pipefail
cd "$(dirname "$0")/.."
packages=(
  bulma@1.0.4 htmx.org@2.0.11 idiomorph@0.8.0
  @fontsource-variable/libre-franklin@5.3.0 @fontsource/ibm-plex-mono@5.3.0
  @fontsource/libre-franklin@5.3.0 @fontsource/newsreader@5.3.0
  @fontsource/figtree@5.3.0 @fontsource/bricolage-grotesque@5.3.0 @fontsource/archivo@5.3.0 @fontsource/nunito@5.3.0
  @fontsource/karla@5.3.0 @fontsource/fraunces@5.3.0 @fontsource/spectral@5.3.0
  @fontsource/heebo@5.3.0 @fontsource/vazirmatn@5.3.0
  @fontsource/arimo@5.3.0 @fontsource/roboto@5.3.0 @fontsource/tinos@5.3.0 @fontsource/noto-serif@5.3.0
  @fontsource/noto-sans@5.3.0 @fontsource/dejavu-sans@5.3.0 @fontsource/dejavu-serif@5.3.0
  lucide-static@1.62.0 hyphen@1.14.1
  cldr-numbers-full@48.2.0 cldr-dates-full@48.2.0 cldr-units-full@48.2.0 cldr-misc-full@48.2.0
  cldr-annotations-full@48.2.0
  cldr-core@48.2.0 currency-codes@2.2.0
)
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
(cd "$work" && npm init -y >/dev/null && npm install --ignore-scripts --no-audit --no-fund --silent "${packages[@]}")
modules=$work/node_modules

vendor=web/static/vendor
mkdir -p $vendor dresses/fonts
cp "$modules/bulma/css/bulma.min.css" $vendor/
cp "$modules/htmx.org/dist/htmx.min.js" $vendor/
cp "$modules/idiomorph/dist/idiomorph-ext.min.js" $vendor/
cp "$modules/@fontsource-variable/libre-franklin/files/libre-franklin-latin-wght-normal.woff2" $vendor/
cp "$modules/@fontsource-variable/libre-franklin/files/libre-franklin-latin-ext-wght-normal.woff2" $vendor/
for weight in 400 500; do
  cp "$modules/@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-$weight-normal.woff2" $vendor/
done
cp "$modules/@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-italic.woff2" $vendor/

# The dresses' fonts: WOFF 2 is what a release carries, WOFF 1 is what the fit check reads.
face() { # family weight
  for subset in latin latin-ext; do
    for format in woff2 woff; do
      file=$modules/@fontsource/$1/files/$1-$subset-$2-normal.$format
      [ ! -f "$file" ] || cp "$file" dresses/fonts/
    done
  done
}
for weight in 400 600; do face libre-franklin $weight; face figtree $weight; done
for weight in 500 600; do face newsreader $weight; done
for weight in 600 700; do face bricolage-grotesque $weight; done
for weight in 400 700 800; do face archivo $weight; face nunito $weight; done
for weight in 400 700; do face karla $weight; done
for weight in 400 600; do face spectral $weight; done
face fraunces 600

# Scripts that the dresses' own fonts lack come from one family each.
beyond() { # family subset
  for weight in 400 500 600 700 800; do
    for format in woff2 woff; do
      cp "$modules/@fontsource/$1/files/$1-$2-$weight-normal.$format" dresses/fonts/
    done
  done
}
beyond heebo hebrew
beyond vazirmatn arabic

# What visitors' own fonts measure, by which text is set until the dress's font has come. The files do not ship.
go run ./tools/fallbacks "$modules" > dresses/fonts/fallbacks.json

node scripts/locales.mjs "$modules" > core/money/locales.json
rm -rf core/hyphen/patterns
node scripts/hyphens.mjs "$modules" core/hyphen/patterns > core/hyphen/languages.json
node scripts/icons.mjs "$modules" > core/icon/icons.json
node scripts/icon-words.mjs "$modules" core/icon/icons.json > core/icon/words.json
node scripts/currency-names.mjs "$modules" names > core/money/names.json
node scripts/currency-names.mjs "$modules" regions > core/money/regions.json
node scripts/compact.mjs "$modules" > core/money/compact.json
node scripts/dates.mjs "$modules" > core/dates/locales.json
node scripts/words.mjs "$modules" answers > core/kind/answers.json
node scripts/words.mjs "$modules" periods > kinds/pricing/shop/periods.json
node scripts/currencies.mjs "$modules" > core/money/iso4217.csv

# Their licences, for the notices: tools/notices puts them together with those of the Go modules.
rm -rf cmd/rubrel/licences
mkdir -p cmd/rubrel/licences
for package in "${packages[@]}"; do
  name=${package%@*}
  file=$(find "$modules/$name" -maxdepth 1 -iname 'licen[sc]e*' | sort | head -1)
  [ -z "$file" ] || cp "$file" "cmd/rubrel/licences/$(tr / + <<<"$package").txt"
done
go run ./tools/notices > cmd/rubrel/notices.txt

{
  echo '# Third-party files that ship with Rubrel'
  echo
  echo 'Written by `scripts/assets.sh`. Go modules are listed in `go.mod`.'
  echo
  echo '| package | version | licence |'
  echo '|---|---|---|'
  for package in "${packages[@]}"; do
    name=${package%@*}
    node -p "const p=require('$modules/$name/package.json');
      '| '+p.name+' | '+p.version+' | '+(p.license||'see package')+' |'"
  done
  echo
  echo 'The hyphenation patterns in hyphen are those of TeX (hyph-utf8), each by its own authors under a free licence:'
  echo 'LPPL,'
  echo 'MIT, BSD, LGPL or MPL, as tug.org/tex-hyphen lists them.'
} > docs/third-party.md
