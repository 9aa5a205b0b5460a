// Takes the words by which icons are found in other languages than English out of the annotations of the Unicode CLDR:
// a word there names a character, and a character means the icons that are called, or mean, what it is called in
// English. For each language, by word, the icons; those that most of its characters mean come first.
// Usage: node icon-words.mjs NODE_MODULES core/icon/icons.json > core/icon/words.json
import fs from 'node:fs';
import path from 'node:path';

const languages = ['de', 'fr', 'es', 'it', 'pl', 'nl', 'pt', 'sv', 'da', 'nb', 'fi', 'cs', 'tr'];
const mostIcons = 6; // of one character
const folder = path.join(process.argv[2], 'cldr-annotations-full', 'annotations');
const annotations = (language) =>
  JSON.parse(fs.readFileSync(path.join(folder, language, 'annotations.json'), 'utf8')).annotations.annotations;
const { icons } = JSON.parse(fs.readFileSync(process.argv[3], 'utf8'));

const called = new Map(); // icons by their names, and by their meanings
const begins = new Map(); // by the first word of their names
const means = new Map();
const add = (map, word, name) => map.set(word, [...(map.get(word) ?? []), name]);
for (const [name, { meanings }] of Object.entries(icons)) {
  add(called, name.replaceAll('-', ' '), name);
  if (name.includes('-')) add(begins, name.split('-')[0], name);
  for (const meaning of meanings) add(means, meaning.toLowerCase(), name);
}

const english = annotations('en');
const iconsOf = (character) => {
  const { tts = [], default: keywords = [] } = english[character] ?? {};
  const found = new Map();
  const take = (names, score) => {
    for (const name of names ?? []) found.set(name, Math.max(score, found.get(name) ?? 0));
  };
  for (const word of tts) {
    take(called.get(word.toLowerCase()), 4);
    take(begins.get(word.toLowerCase()), 2);
    take(means.get(word.toLowerCase()), 2);
  }
  for (const word of keywords) take(called.get(word.toLowerCase()), 3);
  const best = Math.max(0, ...found.values());
  return [...found]
    .filter(([, score]) => score >= Math.min(best, 3))
    .sort(([a, x], [b, y]) => y - x || a.length - b.length || (a < b ? -1 : 1))
    .slice(0, mostIcons)
    .map(([name]) => name);
};

// best are the icons that most characters of a word mean, those first that are called after it.
const best = (held) =>
  [...held]
    .sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1))
    .slice(0, mostIcons)
    .map(([name]) => name);

const characters = Object.keys(english).filter((character) => iconsOf(character).length);
const words = {};
for (const language of languages) {
  const table = new Map();
  const local = annotations(language === 'nb' ? 'no' : language); // where CLDR keeps Norwegian
  for (const [rank, field] of ['tts', 'default'].entries())
    for (const character of characters)
      for (const word of local[character]?.[field] ?? []) {
        const text = word.toLowerCase();
        const held = table.get(text) ?? new Map();
        iconsOf(character).forEach((name, at) => {
          held.set(name, (held.get(name) ?? 0) + (rank === 0 ? 8 : 1) / (1 + at));
        });
        table.set(text, held);
      }
  words[language] = Object.fromEntries(
    [...table].sort(([a], [b]) => (a < b ? -1 : 1)).map(([word, held]) => [word, best(held)]),
  );
}
const lines = (table) =>
  Object.entries(table)
    .map(([word, names]) => `${JSON.stringify(word)}:${JSON.stringify(names.join(' '))}`)
    .join(',\n');
console.log(
  `{${Object.entries(words)
    .map(([language, table]) => `${JSON.stringify(language)}:{\n${lines(table)}\n}`)
    .join(',\n')}}`,
);
