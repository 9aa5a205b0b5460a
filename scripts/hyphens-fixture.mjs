// Writes how the npm package hyphen hyphenates words of several languages, for core/hyphen's test. The words are those of
// the CLDR's own display names (units and territories), so that nobody chose them. Usage: hyphens-fixture.mjs NODE_MODULES
import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';

const modules = process.argv[2];
const need = createRequire(modules + '/');
const create = need('hyphen/hyphen.js');
const files = JSON.parse(readFileSync(new URL('../core/hyphen/languages.json', import.meta.url)));
const out = { by: 'npm hyphen ' + need('hyphen/package.json').version, command: 'node scripts/hyphens-fixture.mjs NODE_MODULES', words: {} };
for (const [language, file] of Object.entries(files)) {
  const hyphenate = create(need(`hyphen/patterns/${file}.js`), { hyphenChar: '-', minWordLength: 5 });
  let names;
  try { names = new Intl.DisplayNames(language, { type: 'region' }); } catch { continue; }
  const words = new Set();
  for (let a = 65; a < 91; a++) for (let b = 65; b < 91; b++) {
    const code = String.fromCharCode(a, b), name = names.of(code);
    if (name && name !== code) for (const word of name.match(/\p{L}{9,}/gu) ?? []) words.add(word);
  }
  out.words[language] = [...words].slice(0, 60).map((word) => hyphenate(word));
}
console.log(JSON.stringify(out));
