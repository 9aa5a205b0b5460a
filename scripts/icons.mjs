// Takes the drawings of some icons out of a package: one JSON object of SVG elements by name, on a square of 24 by 24.
// Usage: node icons.mjs NODE_MODULES > core/icon/icons.json
import fs from 'node:fs';
import path from 'node:path';
const modules = process.argv[2];
const names = `activity anchor archive award badge-check bell bike book-open briefcase building calendar camera chart-column chart-line
  check circle circle-alert circle-check circle-help clock cloud code coffee compass cpu credit-card database download eye feather file-text film
  flag flame flower folder gauge gem gift globe graduation-cap hammer hand-heart handshake headphones heart hourglass house image key
  languages layers leaf lightbulb link lock mail map map-pin megaphone message-circle mic monitor moon mountain music package palette
  pen-tool phone plane puzzle rocket route ruler sailboat scale school search settings shield shield-check ship shopping-bag smile sparkles
  sprout star sun sunrise target telescope thermometer thumbs-up ticket timer tree-pine trending-down trending-up trophy truck umbrella
  user users utensils video wallet watch waves wifi wind wrench zap`.split(/\s+/);
const out = {};
for (const name of names) {
  const svg = fs.readFileSync(path.join(modules, 'lucide-static', 'icons', `${name}.svg`), 'utf8');
  out[name] = svg.replace(/<!--.*?-->/gs, '').match(/<svg[^>]*>(.*)<\/svg>/s)[1].replace(/\s+/g, ' ').replace(/> </g, '><').replace(/ \/>/g, '/>').trim();
}
console.log('{\n' + Object.entries(out).sort().map(([k, v]) => `${JSON.stringify(k)}:${JSON.stringify(v)}`).join(',\n') + '\n}');
