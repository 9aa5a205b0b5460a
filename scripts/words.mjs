// Reduces Unicode CLDR to the words by which lists say periods, yes and no: of each language the names of periods in all
// their forms, where a word that means two of them somewhere is left out; and its words for yes and no.
// Usage: node words.mjs NODE_MODULES periods > kinds/pricing/shop/periods.json
//        node words.mjs NODE_MODULES answers > core/kind/answers.json
import fs from 'node:fs';
import path from 'node:path';
const [modules, what] = process.argv.slice(2);
const languages = 'en de fr es it pt nl sv da nb fi pl cs sk sl hr hu ro bg el ru uk tr he ar ja zh ko'.split(' ');
const read = (pack, locale, file) =>
  JSON.parse(fs.readFileSync(path.join(modules, pack, 'main', locale, file))).main[locale];
const out = {};
const answers = {};
// What CLDR spells without the letter that the language has, and what lists say of something that there is or is not:
// common practice.
const more = {
  tr: { yes: [], no: ['hayır'] },
  ja: { yes: ['あり', '有'], no: ['なし', '無'] },
  zh: { yes: ['有'], no: ['无', '没有'] },
  ko: { yes: ['있음'], no: ['없음'] },
  ru: { yes: ['есть'], no: [] },
  he: { yes: ['יש'], no: ['אין'] },
};
const isLetter = (word) => word.length < 2 && !/\p{Script=Han}/u.test(word);
const add = (meaning, text) => {
  const word = text.replace(/\{0\}/g, '').replace(/[\u200e\u200f]/g, '').trim().toLowerCase();
  if (!word || /\s/.test(word) || isLetter(word)) return;
  (out[meaning] ??= new Set()).add(word);
};
for (const locale of languages) {
  if (what === 'answers') {
    const { yesstr, nostr } = read('cldr-misc-full', locale, 'posix.json').posix.messages;
    const words = (text) => text.split(':').map((word) => word.toLocaleLowerCase(locale)).filter((word) => !isLetter(word));
    const { yes, no } = more[locale] ?? { yes: [], no: [] };
    answers[locale] = { yes: [...words(yesstr), ...yes], no: [...words(nostr), ...no] };
    continue;
  }
  const { fields } = read('cldr-dates-full', locale, 'dateFields.json').dates;
  const { long, short } = read('cldr-units-full', locale, 'units.json').units;
  for (const period of ['day', 'week', 'month', 'quarter', 'year']) {
    add(period, fields[period].displayName);
    for (const forms of [long, short])
      for (const [form, text] of Object.entries(forms[`duration-${period}`] ?? {}))
        if (form === 'displayName' || form.includes('count')) add(period, text);
  }
}
if (what === 'answers') {
  console.log(JSON.stringify(answers, null, 1));
  process.exit();
}
const meanings = Object.keys(out);
const twice = (word) => meanings.filter((m) => out[m].has(word)).length > 1;
console.log(
  JSON.stringify(Object.fromEntries(meanings.map((m) => [m, [...out[m]].filter((w) => !twice(w)).sort()])), null, 1),
);
