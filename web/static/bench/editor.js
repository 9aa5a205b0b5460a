// The editor of a cell: a text over it, with what is offered for it. While an input method writes, it writes into the
// cell; what it has written is edited.
import { Offers } from './offers.js';
import { stepped, stepsOf, Trial } from './step.js';

export class Editor {
  constructor(grid) {
    this.grid = grid;
    this.input = document.getElementById('editor');
    this.offers = new Offers(grid.desk, this.input);
    this.editing = null; // the address of the cell
    this.input.addEventListener('keydown', (event) => this.onKey(event));
    this.input.addEventListener('blur', () => this.commit());
    grid.scroll.addEventListener('beforeinput', (event) => this.onBeforeInput(event));
    grid.scroll.addEventListener('compositionstart', (event) => this.onCompose(event));
    grid.scroll.addEventListener('compositionend', (event) => this.onComposed(event));
  }

  // busy tells whether somebody is writing.
  get busy() {
    return Boolean(this.editing || this.composed);
  }

  // open edits the cell under the cursor: what is typed takes the place of its text.
  open(typed) {
    const cell = this.grid.cell();
    if (!cell?.dataset.at) return;
    this.editing = cell.dataset.at;
    const { input } = this;
    this.grid.reveal(cell);
    const box = cell.getBoundingClientRect();
    const outer = this.grid.scroll.getBoundingClientRect();
    const text = typed ?? this.grid.texts.pending.get(this.editing)?.text ?? cell.dataset.text;
    const mono = cell.matches('.right, tr[data-property] td');
    const wide = mono ? box.width : Math.max(box.width, Math.min(320, outer.right - box.left - 4));
    const most = outer.width - Math.max(wide, mono ? 150 : wide) - 2;
    const left = Math.min(box.left - outer.left, most) + this.grid.scroll.scrollLeft;
    input.classList.toggle('mono', mono);
    input.style.left = `${left}px`;
    input.style.top = `${box.top - outer.top + this.grid.scroll.scrollTop}px`;
    input.style.width = `${mono ? Math.max(box.width, 150) : wide}px`;
    input.style.height = `${box.height}px`;
    const { lines } = cell.dataset;
    input.classList.toggle('lines', lines !== undefined);
    if (lines !== undefined) input.style.height = `${Math.max(box.height, 96)}px`;
    this.marks = cell.dataset.marks !== undefined;
    input.hidden = false;
    input.value = text;
    this.explain(this.grid.texts.pending.get(this.editing)?.why ?? '');
    input.focus({ preventScroll: true });
    if (typed === undefined) input.select();
    else input.setSelectionRange(text.length, text.length);
    this.offers.open(cell, (taken) => {
      input.value = taken;
      this.commit();
      this.grid.draw();
    });
  }

  // onBeforeInput takes text that comes without a key: from a picker of emoji, or by dictation. It replaces, as typing
  // does. Nothing is written into a cell itself.
  onBeforeInput(event) {
    if (event.target === this.input || this.composed) return;
    event.preventDefault();
    if (event.inputType.startsWith('insert') && event.data) this.open(event.data);
  }

  // onCompose begins what an input method writes: it is composed in the cell, and edited once it is there.
  onCompose(event) {
    if (event.target === this.input) return;
    const cell = this.grid.cell();
    this.composed = { cell, html: cell.innerHTML };
    cell.classList.add('composing');
    cell.replaceChildren();
  }

  onComposed(event) {
    if (event.target === this.input || !this.composed) return;
    const { cell, html } = this.composed;
    this.composed = null;
    cell.classList.remove('composing');
    cell.innerHTML = html;
    if (event.data) this.open(event.data);
  }

  // explain says below the editor why its text was not taken.
  explain(why) {
    const { input } = this;
    const place = document.getElementById('editor-why');
    place.textContent = why;
    place.hidden = !why;
    place.style.left = input.style.left;
    place.style.top = `${parseFloat(input.style.top) + parseFloat(input.style.height)}px`;
  }

  onKey(event) {
    if (event.isComposing) return event.stopPropagation(); // Enter takes what is composed, and no more
    if (this.offers.key(event) || this.writes(event)) {
      event.preventDefault();
      event.stopPropagation();
      return;
    }
    const up = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    const edited = this.editing && this.grid.table.querySelector(`[data-at="${CSS.escape(this.editing)}"]`);
    if (up && edited?.dataset.step !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      const text = stepped(this.input.value || edited.dataset.step, stepsOf(edited), up * (event.shiftKey ? 10 : 1));
      if (text === null) return;
      this.tried ??= new Trial(this.grid, this.editing, edited.dataset.text);
      this.input.value = text;
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
      this.grid.moveTo(this.grid.cursor.row + down, this.grid.cursor.column + right);
    }
    event.stopPropagation();
  }

  // writes is what keys write into a text of several lines: a new line, and around what is selected the marks of
  // emphasis and links (CommonMark). It is false for other keys.
  writes(event) {
    const { input } = this;
    if (!input.classList.contains('lines')) return false;
    const { selectionStart: from, selectionEnd: to } = editor;
    const put = (text, mode) => input.setRangeText(text, from, to, mode);
    const control = event.ctrlKey || event.metaKey;
    const mark =
      this.marks && control && { b: ['**', '**'], i: ['*', '*'], k: ['[', '](https://)'] }[event.key.toLowerCase()];
    if (event.key === 'Enter' && event.altKey) put('\n', 'end');
    else if (mark) {
      put(`${mark[0]}${input.value.slice(from, to)}${mark[1]}`, 'select');
      if (from === to) input.setSelectionRange(from + mark[0].length, from + mark[0].length); // between the marks
    } else return false;
    return true;
  }

  cancel() {
    this.offers.close();
    this.tried?.leave();
    this.tried = null;
    this.grid.texts.pending.delete(this.editing);
    this.editing = null;
    this.input.hidden = true;
    this.explain('');
    this.grid.texts.draw();
    this.grid.draw();
  }

  commit() {
    if (!this.editing) return;
    const at = this.editing;
    const cell = this.grid.table.querySelector(`[data-at="${CSS.escape(at)}"]`);
    this.offers.close();
    this.editing = null;
    this.input.hidden = true;
    this.explain('');
    const { tried } = this;
    this.tried = null;
    if (tried) tried.show(this.input.value);
    else if (this.input.value !== cell?.dataset.text || this.grid.texts.pending.has(at))
      this.grid.texts.write([{ at, text: this.input.value }]);
  }

  // fill writes what the editor says into every cell of the rectangle, as one change; the rectangle stays.
  async fill() {
    const text = this.input.value;
    const { left } = this.grid.edges();
    this.cancel();
    const lines = (await this.grid.whole()).map((line) => line.slice(left === 0 ? 1 : 0)); // not the rows' names
    const cells = lines.flat().filter((cell) => cell.at && cell.text !== text);
    if (cells.length) this.grid.texts.write(cells.map(({ at }) => ({ at, text })));
  }

  // nudge steps the value of a cell; steps that follow each other quickly are one go.
  nudge(cell, steps, repeat) {
    const now = performance.now();
    if (!this.trial || this.trial.at !== cell.dataset.at || (!repeat && now - this.nudged > 900))
      this.trial = new Trial(this.grid, cell.dataset.at, cell.dataset.text);
    this.nudged = now;
    const text = stepped(this.trial.shown ?? cell.dataset.step, stepsOf(cell), steps);
    if (text === null) return;
    this.trial.shown = text;
    this.trial.show(text);
  }
}
