// Writes core/colour/testdata/reference.json: colours converted and gamut mapped by a reference library.
// Run by hand: npm install colorjs.io@0.7.1 in a folder, then node scripts/colours.mjs FOLDER/node_modules
import { createRequire } from 'node:module';
import { readFileSync, writeFileSync } from 'node:fs';
const need = createRequire(`${process.argv[2]}/`);
const loaded = need('colorjs.io');
const Color = loaded.default ?? loaded;
const { version } = JSON.parse(readFileSync(`${process.argv[2]}/colorjs.io/package.json`));
let seed = 7;
const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
const round = (n) => Math.round((Number.isNaN(n) || n === null ? 0 : n) * 1e6) / 1e6;
const conversions = [];
for (let i = 0; i < 120; i++) {
  const rgb = [random(), random(), random()].map((v) => Math.round(v * 255));
  const [l, c, h] = new Color('srgb', rgb.map((v) => v / 255)).to('oklch').coords;
  conversions.push({ rgb, oklch: [l, c, h].map(round) });
}
const mapped = [];
for (let i = 0; i < 120; i++) {
  const oklch = [round(random()), round(random() * 0.4), round(random() * 360)];
  const color = new Color('oklch', oklch);
  mapped.push({ oklch, rgb: color.to('srgb').toGamut({ space: 'srgb', method: 'css' }).coords.map(round) });
}
const distances = [];
for (let i = 0; i < 40; i++) {
  const [a, b] = [0, 1].map(() => [random(), random(), random()].map((v) => Math.round(v * 255)));
  const of = (rgb) => new Color('srgb', rgb.map((v) => v / 255));
  distances.push({ a, b, deltaEOK: round(of(a).deltaE(of(b), 'OK')), contrast: round(of(a).contrast(of(b), 'WCAG21')) });
}
writeFileSync('core/colour/testdata/reference.json', `${JSON.stringify({ library: 'colorjs.io', version, command: 'node scripts/colours.mjs', conversions, mapped, distances })}\n`);
