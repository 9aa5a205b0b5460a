// Writes the ISO 4217 table as CSV: code, number, minor units, name.
// Usage: node currencies.mjs NODE_MODULES > core/money/iso4217.csv
import path from 'node:path';
import { createRequire } from 'node:module';
const data = createRequire(path.join(process.argv[2], 'x.js'))('currency-codes/data');
console.log('code,number,digits,name');
for (const c of data) console.log([c.code, c.number, c.digits, /[",]/.test(c.currency) ? `"${c.currency}"` : c.currency].join(','));
