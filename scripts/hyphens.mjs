// Writes the TeX hyphenation patterns of the npm package hyphen as text files, one pattern a line as TeX has it, and the
// exceptions after them, with a hyphen at each place. Usage: hyphens.mjs NODE_MODULES FOLDER
import { createRequire } from 'node:module';
import { mkdirSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const [modules, folder] = process.argv.slice(2);
const need = createRequire(modules + '/');
// By the language as BCP 47 has it: the name of the package's file.
const files = { af: 'af', bg: 'bg', ca: 'ca', cs: 'cs', cy: 'cy', da: 'da', de: 'de-1996', el: 'el-monoton',
  en: 'en-us', 'en-001': 'en-gb', es: 'es', et: 'et', eu: 'eu', fi: 'fi', fr: 'fr', ga: 'ga', gl: 'gl', hr: 'hr', hu: 'hu',
  id: 'id', is: 'is', it: 'it', ka: 'ka', lt: 'lt', lv: 'lv', nb: 'nb', nl: 'nl', nn: 'nn', no: 'nb', pl: 'pl', pt: 'pt', ro: 'ro',
  ru: 'ru', sk: 'sk', sl: 'sl', sr: 'sr-cyrl', 'sr-Latn': 'sh-latn', sv: 'sv', tr: 'tr', uk: 'uk' };
mkdirSync(folder, { recursive: true });
for (const file of new Set(Object.values(files))) {
  const [levels, trie, exceptions = {}] = need(`hyphen/patterns/${file}.js`);
  const lines = [];
  const write = (letters, at) => {
    // The package leaves out the place before the point with which a pattern for the beginning of a word begins.
    const said = letters[0] === '.' ? [0, ...levels[at]] : levels[at];
    lines.push([...letters].map((c, i) => (said[i] || '') + c).join('') + (said[letters.length] || ''));
  };
  const walk = (node, letters) => {
    if (typeof node === 'number') write(letters, node);
    else if (Array.isArray(node)) { write(letters, node[1]); walk(node[0], letters); }
    else for (const [letter, next] of Object.entries(node)) walk(next, letters + letter);
  };
  walk(trie, '');
  // A mark is counted with the hyphens before it.
  const apart = Object.entries(exceptions).map(([word, marks]) => [word, marks.map((at, i) => at - i)]).map(([word, marks]) => [...word].map((c, i) => (marks.includes(i) ? '-' : '') + c).join('') || word);
  writeFileSync(`${folder}/${file}.txt.gz`, gzipSync(lines.sort().join('\n') + '\n\n' + apart.sort().join('\n') + '\n', { level: 9 }));
}
console.log(JSON.stringify(files, null, 1));
