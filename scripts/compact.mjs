// Reduces the Unicode CLDR's short decimal formats to one JSON object a locale: by power of ten, the pattern, or the
// pattern by plural category where categories differ. A locale that says the same as its language is left out.
// Usage: node compact.mjs NODE_MODULES > core/money/compact.json
import fs from 'node:fs';
import path from 'node:path';
const modules = process.argv[2];
const read = (...p) => JSON.parse(fs.readFileSync(path.join(modules, ...p)));
const coverage = read('cldr-core', 'coverageLevels.json').effectiveCoverageLevels;
const out = {};
for (const locale of fs.readdirSync(path.join(modules, 'cldr-numbers-full', 'main')).sort()) {
  if (coverage[locale] !== 'modern' && coverage[locale.split('-')[0]] !== 'modern') continue;
  const numbers = read('cldr-numbers-full', 'main', locale, 'numbers.json').main[locale].numbers;
  const formats = numbers[`decimalFormats-numberSystem-${numbers.defaultNumberingSystem}`];
  const entry = { plain: formats.standard };
  for (const [key, pattern] of Object.entries(formats.short.decimalFormat)) {
    const [, power, count] = key.match(/^10+(?=-)/) && key.match(/^(10+)-count-(.*)$/);
    (entry[power.length - 1] ??= {})[count] = pattern;
  }
  for (const [power, patterns] of Object.entries(entry)) {
    if (power !== 'plain' && new Set(Object.values(patterns)).size === 1) entry[power] = patterns.other;
  }
  out[locale] = entry;
}
const whole = { ...out };
for (const locale of Object.keys(out)) {
  const parts = locale.split('-');
  while (parts.length > 1) {
    parts.pop();
    const parent = whole[parts.join('-')];
    if (parent && JSON.stringify(parent) === JSON.stringify(whole[locale])) delete out[locale];
    if (parent) break;
  }
}
console.log('{');
console.log(Object.entries(out).map(([k, v]) => `${JSON.stringify(k)}:${JSON.stringify(v)}`).join(',\n'));
console.log('}');
