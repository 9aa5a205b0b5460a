// Writes the workbooks and spreadsheets of formats/sheets/testdata by two libraries other than the reader: xlsx 0.18.5 and
// exceljs 4.4.0 from npm. Usage: node sheets-fixture.mjs NODE_MODULES formats/sheets/testdata
import { createRequire } from 'node:module';
import path from 'node:path';
const [modules, folder] = process.argv.slice(2);
const require = createRequire(path.resolve(modules, 'x.js'));
const XLSX = require('xlsx');
const ExcelJS = require('exceljs');

// The same list by each: words, money in formats with signs and codes, a share, a day, a truth and a formula's value.
const head = ['Plan', 'Price a month', 'Price a year', 'Discount', 'From', 'Phone', 'Sum'];
const rows = [
  ['Small', 9.95, 1290, 0.125, new Date(Date.UTC(2026, 10, 24)), true, 1299.95],
  ['Größe "L", 2 m', 1290.5, 12900, 0.5, new Date(Date.UTC(2027, 1, 1)), false, 14190.5],
];

const sheet = XLSX.utils.aoa_to_sheet([head, ...rows], { cellDates: true, dateNF: 'yyyy-mm-dd' });
for (const row of [2, 3]) {
  sheet[`B${row}`].z = '#,##0.00 [$€-407]';
  sheet[`C${row}`].z = '[$CHF] #,##0.00';
  sheet[`D${row}`].z = '0.0%';
  sheet[`G${row}`].f = `B${row}+C${row}`;
}
const book = XLSX.utils.book_new();
XLSX.utils.book_append_sheet(book, sheet, 'Plans');
XLSX.utils.book_append_sheet(book, XLSX.utils.aoa_to_sheet([['Label', 'Value'], ['Tonnes', 1.234], ['Guests', 14500]]), 'Figures');
XLSX.utils.book_append_sheet(book, XLSX.utils.aoa_to_sheet([]), 'Empty');
XLSX.writeFile(book, path.join(folder, 'xlsx.xlsx'));
XLSX.writeFile(book, path.join(folder, 'xlsx.ods'), { bookType: 'ods' });

const other = new ExcelJS.Workbook();
const plans = other.addWorksheet('Plans');
plans.addRow(head);
for (const [i, row] of rows.entries()) {
  const added = plans.addRow(row);
  added.getCell(2).numFmt = '"€" #,##0.00';
  added.getCell(3).numFmt = '#,##0 "CHF"';
  added.getCell(4).numFmt = '0.0%';
  added.getCell(5).numFmt = 'dd.mm.yyyy';
  added.getCell(7).value = { formula: `B${i + 2}+C${i + 2}`, result: row[6] };
}
other.addWorksheet('Hidden', { state: 'hidden' }).addRow(['nobody', 'sees', 'this']);
await other.xlsx.writeFile(path.join(folder, 'exceljs.xlsx'));
