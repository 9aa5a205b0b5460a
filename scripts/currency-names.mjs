// Reduces Unicode CLDR to what currencies are called in each language, and to the currency of each region.
// Usage: node currency-names.mjs NODE_MODULES names|regions > core/money/names.json or regions.json
import fs from 'node:fs';
import path from 'node:path';
const [modules, wanted] = process.argv.slice(2);
const read = (...p) => JSON.parse(fs.readFileSync(path.join(modules, ...p)));
const today = new Date().toISOString().slice(0, 10);
const data = read('cldr-core', 'supplemental', 'currencyData.json').supplemental.currencyData.region;
const regions = {};
for (const [region, list] of Object.entries(data)) {
  const current = list
    .flatMap((entry) => Object.entries(entry))
    .filter(([, { _to, _tender }]) => _tender !== 'false' && (!_to || _to > today));
  if (current.length) regions[region] = current[0][0];
}
const print = (object) => {
  const lines = Object.entries(object).map(([k, v]) => `${JSON.stringify(k)}:${JSON.stringify(v)}`);
  console.log(`{\n${lines.join(',\n')}\n}`);
};
if (wanted === 'regions') print(regions);
else {
  const coverage = read('cldr-core', 'coverageLevels.json').effectiveCoverageLevels;
  const codes = [...new Set(Object.values(regions))].sort();
  const names = {};
  for (const locale of fs.readdirSync(path.join(modules, 'cldr-numbers-full', 'main')).sort()) {
    if (locale.includes('-') || coverage[locale] !== 'modern') continue;
    const { currencies } = read('cldr-numbers-full', 'main', locale, 'currencies.json').main[locale].numbers;
    names[locale] = Object.fromEntries(
      codes.filter((c) => currencies[c]?.displayName && currencies[c].displayName !== c).map((c) => [c, currencies[c].displayName]),
    );
  }
  print(names);
}
