// Reduces the Unicode CLDR date data to what writing a day in full needs, one JSON object a locale.
// Usage: node dates.mjs NODE_MODULES > core/dates/locales.json
import fs from 'node:fs';
import path from 'node:path';
const modules = process.argv[2];
const read = (...p) => JSON.parse(fs.readFileSync(path.join(modules, ...p)));
const coverage = read('cldr-core', 'coverageLevels.json').effectiveCoverageLevels;
const out = {};
const base = path.join(modules, 'cldr-dates-full', 'main');
for (const locale of fs.readdirSync(base).sort()) {
  if (coverage[locale] !== 'modern' && coverage[locale.split('-')[0]] !== 'modern') continue;
  const calendar = read('cldr-dates-full', 'main', locale, 'ca-gregorian.json').main[locale].dates.calendars.gregorian;
  const long = calendar.dateFormats.long;
  out[locale] = { pattern: typeof long === 'string' ? long : long._value, months: Object.values(calendar.months.format.wide) };
}
// A regional locale that says the same as its language is left out.
for (const locale of Object.keys(out).reverse()) {
  const parent = out[locale.split('-').slice(0, -1).join('-')];
  if (parent && JSON.stringify(parent) === JSON.stringify(out[locale])) delete out[locale];
}
console.log('{');
console.log(Object.entries(out).map(([k, v]) => `${JSON.stringify(k)}:${JSON.stringify(v)}`).join(',\n'));
console.log('}');
