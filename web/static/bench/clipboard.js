// Copying and pasting of rectangles, as spreadsheets do: tab-separated text both ways.
import { parseTSV, writeTSV } from './tsv.js';

export class Clipboard {
  constructor(grid) {
    this.grid = grid;
    this.desk = grid.desk;
    document.addEventListener('copy', (event) => this.onCopy(event));
    document.addEventListener('cut', (event) => {
      if (this.onCopy(event)) grid.texts.clear();
    });
    document.addEventListener('paste', (event) => this.onPaste(event));
  }

  static copied(lines) {
    return writeTSV(lines.map((line) => line.map(({ text }) => text)));
  }

  async copy() {
    await navigator.clipboard.writeText(Clipboard.copied(await this.grid.whole()));
  }

  onCopy(event) {
    if (!this.grid.scroll.contains(document.activeElement) || this.grid.editor.editing) return false;
    event.preventDefault();
    const drawn = this.grid.rectangle();
    if (drawn) event.clipboardData.setData('text/plain', Clipboard.copied(drawn));
    else this.copy().catch(({ message }) => this.desk.say(message, true));
    return true;
  }

  onPaste(event) {
    if (!this.grid.scroll.contains(document.activeElement) || this.grid.editor.editing) return;
    event.preventDefault();
    this.paste(event.clipboardData.getData('text/plain'));
  }

  async paste(text) {
    const top = Math.min(this.grid.anchor.row, this.grid.cursor.row);
    const left = Math.min(this.grid.anchor.column, this.grid.cursor.column);
    const at = this.grid.rows[top]?.[left]?.dataset.at;
    if (!at || !text) return;
    const shape = parseTSV(text);
    this.pasted = text;
    if (await this.desk.send({ act: 'paste', at, text })) {
      this.grid.anchor = { row: top, column: left };
      this.grid.cursor = {
        row: Math.min(top + shape.length - 1, this.grid.sheet.rowCount - 1),
        column: Math.min(left + shape[0].length - 1, this.grid.sheet.columnCount - 1),
      };
      this.grid.draw();
    }
  }
}
