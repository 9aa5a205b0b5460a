// Takes the drawings of an icon library out of its package, with what each can mean: by name, the SVG elements on a
// square of 24 by 24 and the words under which it is found. A drawing that has several names keeps the one by which
// the library knows it; the others are its aliases.
// Usage: node icons.mjs NODE_MODULES > core/icon/icons.json
import fs from 'node:fs';
import path from 'node:path';

const logos = ['apple', 'bitcoin']; // what stands for a company or a network, or could be taken for it
const library = path.join(process.argv[2], 'lucide-static');
const meanings = JSON.parse(fs.readFileSync(path.join(library, 'tags.json'), 'utf8'));
const drawing = (name) =>
  fs
    .readFileSync(path.join(library, 'icons', `${name}.svg`), 'utf8')
    .replace(/<!--.*?-->/gs, '')
    .match(/<svg[^>]*>(.*)<\/svg>/s)[1]
    .replace(/\s+/g, ' ')
    .replace(/> </g, '><')
    .replace(/ \/>/g, '/>')
    .trim();
const names = fs
  .readdirSync(path.join(library, 'icons'))
  .filter((file) => file.endsWith('.svg'))
  .map((file) => file.slice(0, -4))
  .filter((name) => !logos.includes(name))
  .sort((a, b) => (a in meanings ? 0 : 1) - (b in meanings ? 0 : 1) || (a < b ? -1 : 1));
const known = new Map();
const icons = {};
const aliases = {};
for (const name of names) {
  const drawn = drawing(name);
  if (known.has(drawn)) {
    aliases[name] = known.get(drawn);
    continue;
  }
  known.set(drawn, name);
  icons[name] = { drawing: drawn, meanings: meanings[name] ?? [] };
}
const lines = (table) =>
  Object.entries(table)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, value]) => `${JSON.stringify(name)}:${JSON.stringify(value)}`)
    .join(',\n');
console.log(`{"icons":{\n${lines(icons)}\n},"aliases":{\n${lines(aliases)}\n}}`);
