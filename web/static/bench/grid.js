// The ledger as a grid: a cursor and a rectangle, moved by keys and the pointer. Cells are known by their address
// (data-at), so the cursor stays where it is when the server has drawn them again. Of a large ledger only what is in
// sight is there (sheet.js): a place may have no cell.
import { ask } from '../server.js';
import { Clipboard } from './clipboard.js';
import { startDrag } from './drag.js';
import { Editor } from './editor.js';
import { Heads } from './heads.js';
import { Origin } from './origin.js';
import { Sheet } from './sheet.js';
import { scrub } from './step.js';
import { Texts } from './texts.js';

export class Grid {
  constructor(desk) {
    this.desk = desk;
    this.scroll = document.getElementById('ledger-scroll');
    this.sheet = new Sheet(this.scroll);
    this.texts = new Texts(this);
    this.editor = new Editor(this);
    this.clipboard = new Clipboard(this);
    this.heads = new Heads(this);
    this.origin = new Origin(this);
    this.cursor = { row: 1, column: 3 };
    this.anchor = { ...this.cursor };
    this.listeners = [];
    this.seen = true; // the cursor is in view
    desk.onChange((live) => this.afterChange(live));
    this.scroll.addEventListener(
      'scroll',
      () => {
        this.seen = this.inView(this.cell());
        this.look();
      },
      { passive: true },
    );
    new ResizeObserver(() => this.look()).observe(this.scroll);
    this.scroll.addEventListener('keydown', (event) => this.onKey(event));
    this.scroll.addEventListener('pointerdown', (event) => this.onPointer(event));
    this.scroll.addEventListener('dblclick', (event) => {
      const cell = event.target.closest('[data-at]');
      if (cell && this.turns(cell)) this.texts.toggle(cell);
      else if (cell || event.target.closest('thead .record')) this.editor.open();
    });
    this.scroll.addEventListener('focusin', (event) => this.onFocus(event));
    this.draw(document.activeElement === document.body);
  }

  get table() {
    return document.getElementById('grid');
  }

  onMove(listener) {
    this.listeners.push(listener);
  }

  get rows() {
    return this.sheet.rows;
  }

  cell(at = this.cursor) {
    return this.rows[at.row]?.[at.column];
  }

  // draw shows the cursor and the rectangle, and says where the value comes from.
  draw(focus = true, reveal = true) {
    for (const old of this.table.querySelectorAll('.cur, .sel')) old.classList.remove('cur', 'sel');
    for (const cell of this.selected()) cell.classList.add('sel');
    const cell = this.cell();
    if (!cell && focus) this.scroll.focus({ preventScroll: true }); // keys come here until there is a cell again
    if (!cell) return;
    for (const other of this.table.querySelectorAll('[tabindex="0"]')) {
      other.tabIndex = -1;
      other.removeAttribute('contenteditable');
    }
    cell.tabIndex = 0;
    if (cell.dataset.at && cell.matches('td')) cell.contentEditable = 'plaintext-only';
    cell.classList.add('cur');
    if (focus) {
      cell.focus({ preventScroll: true });
      if (reveal) this.reveal(cell);
    }
    this.origin.say(cell);
    for (const listener of this.listeners) listener(this.where(cell));
  }

  // look has drawn what can be seen and is not.
  async look() {
    if (this.looking) return;
    this.looking = true;
    try {
      let wanted;
      let tries = 3; // what cannot be had is not asked for again and again
      while (tries-- > 0 && (wanted = this.sheet.wanted())) {
        this.scroll.setAttribute('aria-busy', true); // rows may be higher than the room that was kept for them
        await this.desk.choose(wanted);
      }
    } finally {
      this.looking = false;
      this.scroll.removeAttribute('aria-busy');
    }
  }

  // bring shows the place of the cursor, which has no cell yet.
  async bring() {
    this.sheet.bring(this.cursor);
    await this.look();
    this.draw();
  }

  // inView reports whether nothing of a cell is above or below what is seen of the ledger.
  inView(cell) {
    return Boolean(cell) && Math.abs(this.hiddenDown(cell)) < 1;
  }

  // hiddenDown is by how much the ledger has to be scrolled down, below 0 up, for a cell to be seen: the heads stay in
  // view, and hide what lies under them.
  hiddenDown(cell) {
    const box = this.scroll.getBoundingClientRect();
    const at = cell.getBoundingClientRect();
    const title = cell.closest('tbody')?.querySelector('.section');
    const top = box.top + (cell.closest('thead') ? 0 : this.sheet.headHeight + (title?.offsetHeight ?? 0));
    if (at.top < top) return at.top - top;
    return Math.max(0, at.bottom - box.bottom);
  }

  // reveal scrolls a cell out from under the heads that stay in view.
  reveal(cell) {
    const box = this.scroll.getBoundingClientRect();
    const at = cell.getBoundingClientRect();
    const stays = cell.matches('th[scope=row]') ? 0 : this.sheet.places.get(cell)?.column === 1 ? 1 : 2;
    const own = (this.rows[0] ?? []).slice(0, stays).reduce((sum, head) => sum + (head?.offsetWidth ?? 0), 0);
    const left = box.left + own;
    this.scroll.scrollTop += this.hiddenDown(cell);
    if (at.left < left) this.scroll.scrollLeft -= left - at.left;
    else if (at.right > box.right) this.scroll.scrollLeft += at.right - box.right;
  }

  where(cell) {
    const column = this.sheet.places.get(cell)?.column;
    return {
      record: this.rows[0][column]?.dataset.record ?? null,
      item: cell.parentElement.dataset.item ?? null,
      axis: cell.closest('tbody')?.dataset.axis ?? null,
      property: cell.parentElement.dataset.property ?? null,
      column,
    };
  }

  // edges are those of the rectangle between the anchor and the cursor.
  edges() {
    const [top, bottom] = [this.anchor.row, this.cursor.row].sort((a, b) => a - b);
    const [left, right] = [this.anchor.column, this.cursor.column].sort((a, b) => a - b);
    return { top, bottom, left, right };
  }

  // selected are the cells of the rectangle that are drawn, if it is more than the cursor.
  selected() {
    const { top, bottom, left, right } = this.edges();
    if (top === bottom && left === right) return [];
    return this.rows
      .slice(top, bottom + 1)
      .flatMap((row) => (row ?? []).slice(left, right + 1))
      .filter(Boolean);
  }

  // rectangle are the addresses and texts of the rectangle, by rows; null where not all of it is drawn.
  rectangle() {
    const { top, bottom, left, right } = this.edges();
    const text = (cell) =>
      cell.matches('.derived') ? cell.textContent.trim() : (cell.dataset.text ?? cell.textContent.trim());
    const lines = [];
    for (let row = top; row <= bottom; row++) {
      const cells = [];
      for (let column = left; column <= right; column++) {
        const cell = this.rows[row]?.[column];
        if (!cell) return null;
        cells.push({ at: cell.dataset.at ?? '', text: text(cell) });
      }
      lines.push(cells);
    }
    return lines;
  }

  // whole is the rectangle, asked for where it is not drawn.
  async whole() {
    const drawn = this.rectangle();
    if (drawn) return drawn;
    const { top, bottom, left, right } = this.edges();
    const { leading } = this.sheet;
    const shown = {
      ...this.desk.shown,
      rows: `${Math.max(0, top - 1)}-${Math.max(1, bottom)}`,
      columns: `${Math.max(0, left - leading)}-${Math.max(1, right - leading + 1)}`,
    };
    const answer = await ask(`${this.desk.url}/cells?${new URLSearchParams(shown)}`);
    const lines = await answer.json(); // the heads of the columns, then the rows
    const skip = Math.max(0, left - leading); // records before those that were asked for
    return (top === 0 ? lines : lines.slice(1)).map((line) =>
      line.slice(left, leading).concat(line.slice(Math.max(leading, left - skip), right - skip + 1)),
    );
  }

  moveTo(row, column, extend = false) {
    row = Math.max(0, Math.min(this.sheet.rowCount - 1, row));
    column = Math.max(row === 0 ? 3 : 0, Math.min(this.sheet.columnCount - 1, column));
    if (row === 0 && this.sheet.columnCount <= 3) row = 1;
    this.cursor = { row, column };
    if (!extend) this.anchor = { ...this.cursor };
    this.draw();
    if (!this.cell()) this.bring();
  }

  moveToCell(cell, extend = false) {
    const at = this.sheet.places.get(cell);
    if (at) this.moveTo(at.row, at.column, extend);
  }

  lastColumn() {
    this.moveTo(1, this.sheet.columnCount - 1);
  }

  lastItem(axis) {
    const section = this.sheet.sections.find((other) => other.axis === axis);
    if (section?.count) this.moveTo(section.from + section.count - 1, 0);
  }

  onFocus(event) {
    const cell = event.target.closest('th, td');
    if (cell && cell !== this.cell()) this.moveToCell(cell);
  }

  onKey(event) {
    if (event.target === this.editor.input || event.target.closest('button')) return;
    if (event.isComposing || this.editor.composed) return;
    const { key, shiftKey, altKey } = event;
    const control = event.ctrlKey || event.metaKey;
    const cell = this.cell();
    const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[key];
    const done = () => event.preventDefault();
    if (!cell && (!step || altKey) && key.length > 1 && !['Tab', 'Home', 'End', 'PageDown', 'PageUp'].includes(key))
      return;
    if (!cell && key.length === 1) {
      done();
      this.bring();
    } else if (step && altKey && step[0] && cell.dataset.step) {
      done();
      this.editor.nudge(cell, -step[0] * (shiftKey ? 10 : 1), event.repeat);
    } else if (step && altKey) {
      done();
      this.heads.carry(step);
    } else if (step && control) {
      done();
      this.moveTo(
        step[0] ? (step[0] < 0 ? 1 : 1e6) : this.cursor.row,
        step[1] ? (step[1] < 0 ? 1 : 1e6) : this.cursor.column,
        shiftKey,
      );
    } else if (step) {
      done();
      this.moveTo(this.cursor.row + step[0], this.cursor.column + step[1], shiftKey);
    } else if (key === 'Tab') {
      if (this.tabOn(shiftKey ? -1 : 1)) done();
    } else if (key === 'Home') {
      done();
      this.scroll.scrollLeft = 0;
      this.moveTo(control ? 1 : this.cursor.row, control ? 0 : 1, shiftKey);
    } else if (key === 'End') {
      done();
      this.moveTo(control ? 1e6 : this.cursor.row, 1e6, shiftKey);
    } else if (key === 'PageDown' || key === 'PageUp') {
      done();
      this.moveTo(this.cursor.row + (key === 'PageDown' ? 12 : -12), this.cursor.column, shiftKey);
    } else if (key === 'Escape') {
      done();
      this.leave();
    } else if (altKey && key.toLowerCase() === 'u') {
      done();
      document.querySelector('#origin [data-name=lift]')?.click();
    } else if (altKey && key.toLowerCase() === 'e') {
      done();
      document.querySelector('#origin [data-name=even]')?.click();
    } else if (control || altKey) return;
    else if (cell.matches('thead .record') || (cell.matches('th') && cell.parentElement.dataset.item))
      this.heads.onKey(event, cell);
    else if ((key === 'Enter' && !altKey) || key === 'F2') {
      done();
      this.editor.open();
    } else if (key === 'Delete' || key === 'Backspace') {
      done();
      this.texts.clear();
    } else if (key === ' ' && this.turns(cell)) {
      done();
      this.texts.toggle(cell);
    } else if (key.length === 1 && cell.dataset.at) {
      done();
      this.editor.open(key);
    }
  }

  // tabOn walks along the cells and lets Tab leave the grid at either end.
  tabOn(step) {
    let { row, column } = this.cursor;
    column += step;
    if (column < 0) {
      row--;
      column = 1e6;
    }
    if (column >= this.sheet.columnCount) {
      row++;
      column = 0;
    }
    if (row < 0 || row >= this.sheet.rowCount) return false;
    this.moveTo(row, column);
    return true;
  }

  leave() {
    if (this.anchor.row !== this.cursor.row || this.anchor.column !== this.cursor.column) {
      this.anchor = { ...this.cursor };
      this.draw();
    } else {
      document.querySelector('.ledger .tab')?.focus();
    }
  }

  // showSection brings a row to the top of what is in view, with the title of its section over it.
  showSection(row) {
    const cell = this.rows[row]?.[0];
    if (!cell) return;
    const title = cell.closest('tbody').querySelector('.section');
    const top = this.scroll.getBoundingClientRect().top + this.sheet.headHeight + (title?.offsetHeight ?? 0);
    this.scroll.scrollTop += cell.getBoundingClientRect().top - top;
  }

  // then moves on when an act is done, unless the designer has gone elsewhere meanwhile.
  async then(act, move) {
    const { row, column } = this.cursor;
    if ((await act) && !this.editor.editing && this.cursor.row === row && this.cursor.column === column) move();
  }

  // nameOf is what a cell is known by, wherever it stands; named finds it again, where it is drawn.
  nameOf(cell) {
    return cell?.dataset.at ? `[data-at="${CSS.escape(cell.dataset.at)}"]` : cell?.id && `#${CSS.escape(cell.id)}`;
  }

  named(name) {
    return name && this.table.querySelector(name);
  }

  // follow keeps the cursor on the same cell while rows or columns move under it.
  follow(task) {
    const name = this.nameOf(this.cell());
    this.then(task(), () => {
      const again = this.named(name);
      if (again) this.moveToCell(again);
    });
  }

  // turns tells whether a cell is a plain yes or no.
  turns(cell) {
    return Boolean(cell.dataset.mark) || Boolean(cell.dataset.at?.startsWith('featured/'));
  }

  onPointer(event) {
    const cell = event.target.closest('#grid th, #grid td');
    if (!cell || event.button !== 0 || event.target.closest('button')) return;
    if (!this.sheet.places.has(cell)) return;
    this.editor.commit();
    event.preventDefault();
    const property = cell.matches('th[scope=row]') && cell.parentElement.dataset.property;
    if (property) {
      const column = Math.max(1, this.cursor.column);
      const target = this.rows[this.sheet.places.get(cell).row][column] ?? cell;
      this.moveToCell(target.dataset.step ? target : cell);
      if (target.dataset.step) scrub(this, target, event);
      return;
    }
    this.moveToCell(cell, event.shiftKey);
    if (cell.matches('thead .record') || (cell.matches('th[scope=row]') && cell.parentElement.dataset.item)) {
      startDrag(this, cell, event);
      return;
    }
    // The cells may move under a mouse that stands still: the tray makes room for another value.
    let far = false;
    const over = (moved) => {
      far ||= Math.hypot(moved.clientX - event.clientX, moved.clientY - event.clientY) > 4;
      if (!far) return;
      const hit = document.elementFromPoint(moved.clientX, moved.clientY)?.closest('#grid td, #grid th');
      if (hit) this.moveToCell(hit, true);
    };
    const up = () => removeEventListener('pointermove', over);
    addEventListener('pointermove', over);
    addEventListener('pointerup', up, { once: true });
  }

  // afterChange draws what the server says and finds its place in it: the cell in which it was, wherever that is now.
  afterChange({ drawing }) {
    const focused = this.scroll.contains(document.activeElement) || document.activeElement === document.body;
    const were = [this.cursor, this.anchor].map((at) => [at, this.nameOf(this.cell(at))]);
    this.sheet.apply(drawing);
    for (const [at, name] of were) Object.assign(at, this.sheet.places.get(this.named(name)));
    for (const { at, text, why } of drawing.refused ?? []) this.texts.pending.set(at, { text, why, refused: true });
    if (drawing.otherList) {
      this.table.dispatchEvent(new CustomEvent('rubrel:list', { bubbles: true, detail: this.clipboard.pasted }));
    }
    for (const at of [this.cursor, this.anchor]) {
      at.row = Math.min(at.row, this.sheet.rowCount - 1);
      at.column = Math.min(at.column, this.sheet.columnCount - 1);
    }
    this.texts.draw();
    this.draw(focused && !this.editor.editing, this.seen); // whoever has scrolled away from the cursor stays there
    this.look();
  }
}
