// Tab-separated text as spreadsheets put it on the clipboard: a cell with a tab, a line break or a quotation mark
// stands in quotation marks, and quotation marks inside are doubled.
export function writeTSV(rows) {
  const cell = (text) => (/[\t\n\r"]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  return rows.map((row) => row.map(cell).join('\t')).join('\n');
}

// parseTSV finds the shape of pasted text; the server reads its values.
export function parseTSV(text) {
  const rows = [[]];
  const pattern = /(?:"((?:[^"]|"")*)"|([^\t\n\r]*))(\t|\r\n|\n|\r|$)/gy;
  let match;
  while ((match = pattern.exec(text))) {
    rows[rows.length - 1].push(match[1] !== undefined ? match[1].replaceAll('""', '"') : match[2]);
    if (match[3] === '' || pattern.lastIndex >= text.length) break;
    if (match[3] !== '\t') rows.push([]);
  }
  return rows;
}
