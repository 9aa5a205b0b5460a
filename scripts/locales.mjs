// Reduces the Unicode CLDR number data to what showing an amount needs, one JSON object a locale.
// Usage: node locales.mjs NODE_MODULES > core/money/locales.json
import fs from 'node:fs';
import path from 'node:path';
const modules = process.argv[2];
const read = (...p) => JSON.parse(fs.readFileSync(path.join(modules, ...p)));
const coverage = read('cldr-core', 'coverageLevels.json').effectiveCoverageLevels;
const systems = read('cldr-core', 'supplemental', 'numberingSystems.json').supplemental.numberingSystems;
const { createRequire } = await import('node:module');
const iso = createRequire(path.join(modules, 'x.js'))('currency-codes/data').map((c) => c.code);
const out = {};
const base = path.join(modules, 'cldr-numbers-full', 'main');
for (const locale of fs.readdirSync(base).sort()) {
  if (coverage[locale] !== 'modern' && coverage[locale.split('-')[0]] !== 'modern') continue;
  const numbers = read('cldr-numbers-full', 'main', locale, 'numbers.json').main[locale].numbers;
  const names = read('cldr-numbers-full', 'main', locale, 'currencies.json').main[locale].numbers.currencies;
  const system = numbers.defaultNumberingSystem;
  const s = numbers[`symbols-numberSystem-${system}`];
  const f = numbers[`currencyFormats-numberSystem-${system}`];
  const entry = { decimal: s.decimal, group: s.group, minus: s.minusSign, pattern: f.standard, percent: numbers[`percentFormats-numberSystem-${system}`].standard.replace('%', s.percentSign) };
  if (f['standard-alphaNextToNumber']) entry.alpha = f['standard-alphaNextToNumber'];
  if (s.currencyDecimal) entry.currencyDecimal = s.currencyDecimal;
  if (s.currencyGroup) entry.currencyGroup = s.currencyGroup;
  if (numbers.minimumGroupingDigits !== '1') entry.leastGrouping = Number(numbers.minimumGroupingDigits);
  if (system !== 'latn') entry.digits = systems[system]._digits;
  const symbols = {};
  for (const code of iso) if (names[code]?.symbol && names[code].symbol !== code) symbols[code] = names[code].symbol;
  entry.symbols = symbols;
  out[locale] = entry;
}
// A regional locale repeats most of its language's entry: keep only what differs.
for (const locale of Object.keys(out).reverse()) {
  const parts = locale.split('-');
  while (parts.length > 1) {
    parts.pop();
    const parent = out[parts.join('-')];
    if (!parent) continue;
    const symbols = {};
    for (const code of iso) {
      const own = out[locale].symbols[code] ?? code;
      if (own !== (parent.symbols[code] ?? code)) symbols[code] = own;
    }
    const entry = { parent: parts.join('-') };
    for (const key of ['decimal', 'group', 'minus', 'pattern', 'percent', 'alpha', 'currencyDecimal', 'currencyGroup', 'leastGrouping', 'digits']) {
      if (out[locale][key] !== parent[key]) entry[key] = out[locale][key] ?? null;
    }
    if (Object.keys(symbols).length) entry.symbols = symbols;
    out[locale] = entry;
    break;
  }
}
console.log('{');
console.log(Object.entries(out).map(([k, v]) => `${JSON.stringify(k)}:${JSON.stringify(v)}`).join(',\n'));
console.log('}');
