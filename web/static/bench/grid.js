// The ledger as a grid: a cursor and a rectangle, keys, editing, copying, dragging. Cells are known by their
// address (data-at), so the cursor stays where it is when the server has drawn them again. Of a large ledger only
// what is in sight is there (sheet.js): a place may have no cell.
import { ask } from '../server.js';
import { parseTSV, writeTSV } from './tsv.js';
import { startDrag } from './drag.js';
import { Offers } from './offers.js';
import { Sheet } from './sheet.js';
import { scrub, stepped, stepsOf, Trial } from './step.js';

const slow = 500; // ms after which a text that has not been answered is shown in its cell

export class Grid {
  constructor(desk) {
    this.desk = desk;
    this.scroll = document.getElementById('ledger-scroll');
    this.sheet = new Sheet(this.scroll);
    this.editor = document.getElementById('editor');
    this.offers = new Offers(desk, this.editor);
    this.cursor = { row: 1, column: 3 };
    this.anchor = { ...this.cursor };
    this.editing = null;
    this.pending = new Map(); // texts that were not taken, or not yet, by address
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
      if (cell && this.turns(cell)) this.toggle(cell);
      else if (cell || event.target.closest('thead .record')) this.edit();
    });
    this.scroll.addEventListener('focusin', (event) => this.onFocus(event));
    document.addEventListener('copy', (event) => this.onCopy(event));
    document.addEventListener('cut', (event) => {
      if (this.onCopy(event)) this.clear();
    });
    document.addEventListener('paste', (event) => this.onPaste(event));
    this.editor.addEventListener('keydown', (event) => this.onEditorKey(event));
    this.editor.addEventListener('blur', () => this.commit());
    this.scroll.addEventListener('beforeinput', (event) => this.onBeforeInput(event));
    this.scroll.addEventListener('compositionstart', (event) => this.onCompose(event));
    this.scroll.addEventListener('compositionend', (event) => this.onComposed(event));
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
    this.sayOrigin(cell);
    for (const listener of this.listeners) listener(this.where(cell));
  }

  // onBeforeInput takes text that comes without a key: from a picker of emoji, or by dictation. It replaces, as typing
  // does. Nothing is written into a cell itself.
  onBeforeInput(event) {
    if (event.target === this.editor || this.composed) return;
    event.preventDefault();
    if (event.inputType.startsWith('insert') && event.data) this.edit(event.data);
  }

  // onCompose begins what an input method writes: it is composed in the cell, and edited once it is there.
  onCompose(event) {
    if (event.target === this.editor) return;
    const cell = this.cell();
    this.composed = { cell, html: cell.innerHTML };
    cell.classList.add('composing');
    cell.replaceChildren();
  }

  onComposed(event) {
    if (event.target === this.editor || !this.composed) return;
    const { cell, html } = this.composed;
    this.composed = null;
    cell.classList.remove('composing');
    cell.innerHTML = html;
    if (event.data) this.edit(event.data);
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

  // sayOrigin says below the grid what the cursor is on, where a look value comes from, and what can be done to
  // it: everything that has a key has a button here too.
  sayOrigin(cell) {
    const origin = document.getElementById('origin');
    const { record, item, property, column } = this.where(cell);
    const bold = document.createElement('b');
    const acts = [];
    const details = [];
    if (cell.matches('thead .record')) {
      bold.textContent = cell.dataset.name;
      const featured = cell.classList.contains('featured');
      acts.push(
        [featured ? 'Stop featuring' : 'Feature', () => this.headAct(this.cell(), 'f')],
        ['Rename', () => this.headAct(this.cell(), 'enter')],
        ['Duplicate', () => this.headAct(this.cell(), 'd')],
        ['Add after', () => this.headAct(this.cell(), 'a')],
        ['Delete', () => this.headAct(this.cell(), 'delete')],
        ['Copy look', () => this.copyLook(record)],
        ['Paste look', () => this.pasteLook(record)],
      );
    } else if (item && cell.matches('th')) {
      bold.textContent = cell.dataset.text;
      details.push(...JSON.parse(cell.parentElement.dataset.more ?? '[]'));
      acts.push(
        ['Rename', () => this.headAct(this.cell(), 'enter')],
        ['Duplicate', () => this.headAct(this.cell(), 'd')],
        ['Add after', () => this.headAct(this.cell(), 'a')],
        ['Delete', () => this.headAct(this.cell(), 'delete')],
      );
    } else if (cell.matches('th') && cell.parentElement.dataset.of) {
      bold.textContent = cell.textContent.trim();
      acts.push(['Rename', () => this.edit()]);
      for (const [axis, item] of cell.parentElement.dataset.of
        .trim()
        .split(' ')
        .map((of) => of.split('/'))) {
        acts.push([`Delete ${item} from the ${axis}`, () => this.desk.send({ act: 'item-remove', axis, item })]);
      }
    } else if (cell.dataset.at) {
      const who = record ? this.rows[0][column].dataset.name : ['', 'All', 'Featured'][column];
      const what = property
        ? [this.desk.part, property, ...(this.desk.state ? [this.desk.state] : []), who, this.desk.width]
        : [cell.parentElement.firstElementChild.textContent.trim(), who];
      bold.textContent = what.join(' · ');
      const { token, saidAt, ofKind } = cell.dataset;
      const house = (place) => location.assign(`${this.desk.url.split('/blocks/')[0]}/house#${place}`);
      if (saidAt) acts.push(['Go where it is said', () => this.goTo(saidAt), 'source']);
      if (token) acts.push([`${token} in the house style`, () => house(`token-${token}`)]);
      if (property)
        acts.push([
          `Defaults of every ${this.desk.root.dataset.kind}`,
          () => location.assign(`${this.desk.root.dataset.defaults}#part-${this.desk.part}`),
          'defaults',
        ]);
      if (ofKind !== undefined) acts.push([`Said for every ${this.desk.root.dataset.kind}`, () => house('for-kinds')]);
      if (cell.classList.contains('exception') && property)
        acts.push(['Lift to All', () => this.desk.send({ act: 'lift', key: this.cell().dataset.at.slice(5) }), 'lift']);
      if (column === 1 && property && cell.classList.contains('said'))
        acts.push([
          `Lift to every ${this.desk.root.dataset.kind}`,
          () => this.desk.send({ act: 'lift', key: this.cell().dataset.at.slice(5) }),
          'lift-kind',
        ]);
      if (property && cell.parentElement.dataset.exceptions)
        acts.push(['Even out', () => this.desk.send({ act: 'even', property }), 'even']);
      acts.push(
        ['Clear', () => this.clear()],
        ['Copy', () => this.copy()],
        ['Paste', async () => this.paste(await navigator.clipboard.readText())],
      );
    }
    for (const width of (cell.parentElement.dataset.also ?? '').split(' ').filter(Boolean))
      acts.push([`Also said for ${width}`, () => this.desk.choose({ width })]);
    // What is cut off in the cell is said in full.
    const inside = cell.matches('td') ? cell : cell.firstElementChild?.closest('th');
    const text = inside?.textContent.trim() ?? '';
    const cut = inside?.scrollWidth > inside?.clientWidth && !cell.dataset.origin?.startsWith(text);
    // Buttons that stay the same are left alone: a press must not lose its button to an answer that comes meanwhile.
    const shows = [
      cell.dataset.at ?? cell.id,
      bold.textContent,
      cell.dataset.origin,
      cut ? text : '',
      cell.parentElement.dataset.idle,
      ...acts.map(([label]) => label),
      JSON.stringify(details),
    ].join('|');
    if (origin.dataset.shows === shows) return;
    origin.dataset.shows = shows;
    const pressed = origin.contains(document.activeElement); // its button may go
    const buttons = acts.map(([label, act, name]) => {
      const button = document.createElement('button');
      button.type = 'button';
      button.className = 'link';
      button.textContent = label;
      if (name) button.dataset.name = name;
      button.addEventListener('click', act);
      return button;
    });
    const whole = [];
    if (cut) {
      whole.push(document.createElement('q'));
      whole[0].textContent = text;
    }
    const says = document.createElement('span');
    const { idle } = cell.parentElement.dataset;
    says.textContent = idle ? `${cell.dataset.origin ?? ''} Idle: ${idle}.` : (cell.dataset.origin ?? '');
    origin.replaceChildren(bold, ...whole, says, ...details.map((detail) => this.detail(detail)), ...buttons);
    if (pressed) cell.focus({ preventScroll: true });
  }

  // goTo shows the cell of a key, which may be of another part, state or width: "dusk:card.color@hover@narrow".
  async goTo(key) {
    const widths = [...document.querySelectorAll('.frame')].map((frame) => frame.dataset.width);
    const [thing, ...words] = key.split('@');
    const part = thing.split(':').at(-1).split('.')[0];
    const width = words.find((word) => widths.includes(word)) ?? widths[0];
    const state = words.find((word) => word !== 'featured' && word !== width) ?? '';
    await this.desk.choose({ part, state, width });
    const cell = this.table.querySelector(`[data-at="look/${CSS.escape(key)}"]`);
    if (cell) this.moveToCell(cell);
  }

  // detail is a field for a fact of the item under the cursor that has no cell of its own.
  detail({ Label, Help, At, Text, Choices }) {
    const label = document.createElement('label');
    label.className = 'detail';
    label.title = Help;
    const field = document.createElement(Choices ? 'select' : 'input');
    field.className = 'detail-field';
    field.name = Label;
    for (const choice of Choices ?? []) field.append(new Option(choice, choice));
    field.value = Text || Choices?.[0] || '';
    field.addEventListener('change', () => this.write([{ at: At, text: field.value }]));
    label.append(`${Label} `, field);
    return label;
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
    if (cell && cell !== this.cell() && cell.tabIndex >= 0) this.moveToCell(cell);
  }

  onKey(event) {
    if (event.target === this.editor || event.target.closest('button')) return;
    if (event.isComposing || this.composed) return;
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
      this.nudge(cell, -step[0] * (shiftKey ? 10 : 1), event.repeat);
    } else if (step && altKey) {
      done();
      this.carry(step);
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
      this.onHeadKey(event, cell);
    else if ((key === 'Enter' && !altKey) || key === 'F2') {
      done();
      this.edit();
    } else if (key === 'Delete' || key === 'Backspace') {
      done();
      this.clear();
    } else if (key === ' ' && this.turns(cell)) {
      done();
      this.toggle(cell);
    } else if (key.length === 1 && cell.dataset.at) {
      done();
      this.edit(key);
    }
  }

  // nudge steps the value of a cell; steps that follow each other quickly are one go.
  nudge(cell, steps, repeat) {
    const now = performance.now();
    if (!this.trial || this.trial.at !== cell.dataset.at || (!repeat && now - this.nudged > 900))
      this.trial = new Trial(this, cell.dataset.at, cell.dataset.text);
    this.nudged = now;
    const text = stepped(this.trial.shown ?? cell.dataset.step, stepsOf(cell), steps);
    if (text === null) return;
    this.trial.shown = text;
    this.trial.show(text);
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

  // copyLook remembers a record's column, for this block and for others of its site; pasteLook gives it to another
  // record.
  copyLook(record) {
    localStorage.setItem(
      'rubrel.look',
      JSON.stringify({ block: this.desk.url.split('/').pop(), site: this.desk.root.dataset.site, record }),
    );
    const { name } = this.cell().dataset;
    this.desk.say(`The look of ${name} is copied: V on another ${this.desk.root.dataset.one} gives it to that one.`);
  }

  pasteLook(record) {
    const { block, site, record: from } = JSON.parse(localStorage.getItem('rubrel.look') ?? '{}');
    const here = site === this.desk.root.dataset.site;
    this.desk.send({ act: 'paste-look', block: here ? block : '', from: here ? from : '', record });
  }

  onHeadKey(event, cell) {
    if (this.headAct(cell, event.key.toLowerCase())) event.preventDefault();
  }

  // headAct carries out what a key does on the head of a record or an item; it is false for a key that does nothing.
  headAct(cell, key) {
    const { record, item, axis } = this.where(cell);
    const { row, column } = this.cursor;
    const { desk } = this;
    const acts = cell.matches('thead .record')
      ? {
          f: () => desk.send({ act: 'feature', record, on: cell.classList.contains('featured') ? 'no' : 'yes' }),
          d: () => this.then(desk.send({ act: 'duplicate', record }), () => this.moveTo(0, column + 1)),
          a: () => this.then(desk.send({ act: 'add', after: record }), () => this.moveTo(1, column + 1)),
          delete: () => desk.send({ act: 'remove', record }),
          c: () => this.copyLook(record),
          v: () => this.pasteLook(record),
          enter: () => {
            this.moveTo(1, column);
            this.edit();
          },
        }
      : {
          d: () => this.then(desk.send({ act: 'item-duplicate', axis, item }), () => this.moveTo(row + 1, 0)),
          a: () => this.then(desk.send({ act: 'item-add', axis, after: item }), () => this.moveTo(row + 1, 0)),
          delete: () => desk.send({ act: 'item-remove', axis, item }),
          enter: () => this.edit(),
        };
    acts.backspace = acts.delete;
    acts.f2 = acts.enter;
    acts[key]?.();
    return Boolean(acts[key]);
  }

  // carry moves the record or the item under the cursor by one place. At the edge of what is drawn, more is drawn
  // first.
  async carry([down, right], again = true) {
    const cell = this.cell();
    const { record, item, axis } = this.where(cell);
    const across = right && record;
    if (!across && !(down && item)) return;
    const ids = across
      ? this.rows[0]
          .slice(3)
          .filter(Boolean)
          .map((th) => th.dataset.record)
      : [...cell.closest('tbody').querySelectorAll('tr.cells')].map((tr) => tr.dataset.item);
    const id = across ? record : item;
    const to = ids.indexOf(id) + (across ? right : down);
    if (again && (to < 1 || to >= ids.length)) {
      await this.desk.choose(this.sheet.about(this.cursor));
      return this.carry([down, right], false);
    }
    if (to < 0 || to >= ids.length) return;
    const rest = ids.filter((other) => other !== id);
    const values = across ? { act: 'move', record } : { act: 'item-move', axis, item };
    this.follow(() => this.desk.send({ ...values, after: to > 0 ? rest[to - 1] : '' }));
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
    if ((await act) && !this.editing && this.cursor.row === row && this.cursor.column === column) move();
  }

  // follow keeps the cursor on the same cell while rows or columns move under it.
  follow(task) {
    const {
      dataset: { at },
      id,
    } = this.cell();
    this.then(task(), () => {
      const again = at ? this.table.querySelector(`[data-at="${CSS.escape(at)}"]`) : id && document.getElementById(id);
      if (again) this.moveToCell(again);
    });
  }

  // turns tells whether a cell is a plain yes or no.
  turns(cell) {
    return Boolean(cell.dataset.mark) || Boolean(cell.dataset.at?.startsWith('featured/'));
  }

  toggle(cell) {
    this.write([{ at: cell.dataset.at, text: cell.dataset.text === 'yes' ? 'no' : 'yes' }]);
  }

  async clear() {
    const cells = (await this.whole()).flat().filter(({ at, text }) => at && text);
    if (cells.length) this.write(cells.map(({ at }) => ({ at, text: at.startsWith('featured/') ? 'no' : '' })));
  }

  write(cells) {
    return this.track(cells, this.desk.send({ act: 'cells', cells: JSON.stringify(cells) }));
  }

  // resend sends what earlier pages of the block could not, and shows it.
  resend() {
    for (const [{ fields }, taken] of this.desk.resend())
      if (fields.act === 'cells') this.track(JSON.parse(fields.cells), taken);
  }

  // track keeps the texts of cells until the server has taken them, and of those that it refuses until they are edited
  // again.
  async track(cells, answer) {
    const since = performance.now();
    for (const { at, text } of cells) this.pending.set(at, { text, since });
    setTimeout(() => this.drawPending(), slow);
    this.drawPending();
    const taken = await answer;
    for (const { at, text } of cells) {
      const pending = this.pending.get(at);
      if (pending?.text !== text) continue; // something else was typed since
      if (taken) this.pending.delete(at);
      else Object.assign(pending, { refused: true, why: document.getElementById('said').textContent });
    }
    this.drawPending();
  }

  // drawPending marks the cells whose last text was not taken: editing them again starts from that text. What the
  // server has not answered yet is shown in its cell.
  drawPending() {
    for (const cell of this.table.querySelectorAll('.fault, .waiting')) {
      cell.classList.remove('fault', 'waiting');
      const shown = cell.querySelector('.shown');
      if (shown?.dataset.was === undefined) continue;
      shown.textContent = shown.dataset.was;
      delete shown.dataset.was;
    }
    for (const [at, { text, since, refused }] of this.pending) {
      const cell = this.table.querySelector(`[data-at="${CSS.escape(at)}"]`);
      const shown = cell?.querySelector('.shown');
      if (refused) cell?.classList.add('fault');
      else if (shown && (this.desk.server.away || performance.now() - since >= slow)) {
        cell.classList.add('waiting');
        shown.dataset.was = shown.textContent;
        shown.textContent = text;
      }
    }
  }

  edit(typed) {
    const cell = this.cell();
    if (!cell?.dataset.at) return;
    this.editing = cell.dataset.at;
    const { editor } = this;
    this.reveal(cell);
    const box = cell.getBoundingClientRect();
    const outer = this.scroll.getBoundingClientRect();
    const text = typed ?? this.pending.get(this.editing)?.text ?? cell.dataset.text;
    const mono = cell.matches('.right, tr[data-property] td');
    const wide = mono ? box.width : Math.max(box.width, Math.min(320, outer.right - box.left - 4));
    const left =
      Math.min(box.left - outer.left, outer.width - Math.max(wide, mono ? 150 : wide) - 2) + this.scroll.scrollLeft;
    editor.classList.toggle('mono', mono);
    editor.style.left = `${left}px`;
    editor.style.top = `${box.top - outer.top + this.scroll.scrollTop}px`;
    editor.style.width = `${mono ? Math.max(box.width, 150) : wide}px`;
    editor.style.height = `${box.height}px`;
    const { lines } = cell.dataset;
    editor.classList.toggle('lines', lines !== undefined);
    if (lines !== undefined) editor.style.height = `${Math.max(box.height, 96)}px`;
    this.marks = cell.dataset.marks !== undefined;
    editor.hidden = false;
    editor.value = text;
    this.explain(this.pending.get(this.editing)?.why ?? '');
    editor.focus({ preventScroll: true });
    if (typed === undefined) editor.select();
    else editor.setSelectionRange(text.length, text.length);
    this.offers.open(cell, (taken) => {
      editor.value = taken;
      this.commit();
      this.draw();
    });
  }

  // explain says below the editor why its text was not taken.
  explain(why) {
    const { editor } = this;
    const place = document.getElementById('editor-why');
    place.textContent = why;
    place.hidden = !why;
    place.style.left = editor.style.left;
    place.style.top = `${parseFloat(editor.style.top) + parseFloat(editor.style.height)}px`;
  }

  onEditorKey(event) {
    if (event.isComposing) return event.stopPropagation(); // Enter takes what is composed, and no more
    if (this.offers.key(event) || this.writes(event)) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    const up = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    const edited = this.editing && this.table.querySelector(`[data-at="${CSS.escape(this.editing)}"]`);
    if (up && edited?.dataset.step !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      const text = stepped(this.editor.value || edited.dataset.step, stepsOf(edited), up * (event.shiftKey ? 10 : 1));
      if (text === null) return;
      this.tried ??= new Trial(this, this.editing, edited.dataset.text);
      this.editor.value = text;
      this.tried.show(text);
      return;
    }
    const moves = { Enter: [event.shiftKey ? -1 : 1, 0], Tab: [0, event.shiftKey ? -1 : 1] };
    if (event.key === 'Escape') {
      event.preventDefault();
      this.cancel();
    } else if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      this.fill();
    } else if (moves[event.key]) {
      event.preventDefault();
      const [down, right] = moves[event.key];
      this.commit();
      this.moveTo(this.cursor.row + down, this.cursor.column + right);
    }
    event.stopPropagation();
  }

  // writes is what keys write into a text of several lines: a new line, and around what is selected the marks of
  // emphasis and links (CommonMark). It is false for other keys.
  writes(event) {
    const { editor } = this;
    if (!editor.classList.contains('lines')) return false;
    const { selectionStart: from, selectionEnd: to } = editor;
    const put = (text, mode) => editor.setRangeText(text, from, to, mode);
    const control = event.ctrlKey || event.metaKey;
    const mark =
      this.marks && control && { b: ['**', '**'], i: ['*', '*'], k: ['[', '](https://)'] }[event.key.toLowerCase()];
    if (event.key === 'Enter' && event.altKey) put('\n', 'end');
    else if (mark) {
      put(`${mark[0]}${editor.value.slice(from, to)}${mark[1]}`, 'select');
      if (from === to) editor.setSelectionRange(from + mark[0].length, from + mark[0].length); // between the marks
    } else return false;
    return true;
  }

  cancel() {
    this.offers.close();
    this.tried?.leave();
    this.tried = null;
    this.pending.delete(this.editing);
    this.editing = null;
    this.editor.hidden = true;
    this.explain('');
    this.drawPending();
    this.draw();
  }

  commit() {
    if (!this.editing) return;
    const at = this.editing;
    const cell = this.table.querySelector(`[data-at="${CSS.escape(at)}"]`);
    this.offers.close();
    this.editing = null;
    this.editor.hidden = true;
    this.explain('');
    const { tried } = this;
    this.tried = null;
    if (tried) tried.show(this.editor.value);
    else if (this.editor.value !== cell?.dataset.text || this.pending.has(at))
      this.write([{ at, text: this.editor.value }]);
  }

  // fill writes what the editor says into every cell of the rectangle, as one change; the rectangle stays.
  async fill() {
    const text = this.editor.value;
    const { left } = this.edges();
    this.cancel();
    const lines = (await this.whole()).map((line) => line.slice(left === 0 ? 1 : 0)); // not the rows' names
    const cells = lines.flat().filter((cell) => cell.at && cell.text !== text);
    if (cells.length) this.write(cells.map(({ at }) => ({ at, text })));
  }

  static copied(lines) {
    return writeTSV(lines.map((line) => line.map(({ text }) => text)));
  }

  async copy() {
    await navigator.clipboard.writeText(Grid.copied(await this.whole()));
  }

  onCopy(event) {
    if (!this.scroll.contains(document.activeElement) || this.editing) return false;
    event.preventDefault();
    const drawn = this.rectangle();
    if (drawn) event.clipboardData.setData('text/plain', Grid.copied(drawn));
    else this.copy().catch(({ message }) => this.desk.say(message, true));
    return true;
  }

  onPaste(event) {
    if (!this.scroll.contains(document.activeElement) || this.editing) return;
    event.preventDefault();
    this.paste(event.clipboardData.getData('text/plain'));
  }

  async paste(text) {
    const top = Math.min(this.anchor.row, this.cursor.row);
    const left = Math.min(this.anchor.column, this.cursor.column);
    const at = this.rows[top]?.[left]?.dataset.at;
    if (!at || !text) return;
    const shape = parseTSV(text);
    this.pasted = text;
    if (await this.desk.send({ act: 'paste', at, text })) {
      this.anchor = { row: top, column: left };
      this.cursor = {
        row: Math.min(top + shape.length - 1, this.sheet.rowCount - 1),
        column: Math.min(left + shape[0].length - 1, this.sheet.columnCount - 1),
      };
      this.draw();
    }
  }

  onPointer(event) {
    const cell = event.target.closest('#grid th, #grid td');
    if (!cell || event.button !== 0 || event.target.closest('button')) return;
    if (!this.sheet.places.has(cell)) return;
    this.commit();
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

  // afterChange draws what the server says and finds its place in it.
  afterChange({ drawing }) {
    const focused = this.scroll.contains(document.activeElement) || document.activeElement === document.body;
    this.sheet.apply(drawing);
    for (const { at, text, why } of drawing.refused ?? []) this.pending.set(at, { text, why, refused: true });
    if (drawing.otherList) {
      this.table.dispatchEvent(new CustomEvent('rubrel:list', { bubbles: true, detail: this.pasted }));
    }
    for (const at of [this.cursor, this.anchor]) {
      at.row = Math.min(at.row, this.sheet.rowCount - 1);
      at.column = Math.min(at.column, this.sheet.columnCount - 1);
    }
    this.drawPending();
    this.draw(focused && !this.editing, this.seen); // whoever has scrolled away from the cursor stays there
    this.look();
  }
}
