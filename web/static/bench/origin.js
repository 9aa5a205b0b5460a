// The line above the ledger: what the cell under the cursor is, where its value is said, and what can be done with it.
import { ask } from '../server.js';

export class Origin {
  constructor(grid) {
    this.grid = grid;
    this.desk = grid.desk;
  }

  // say says below the grid what the cursor is on, where a look value comes from, and what can be done to
  // it: everything that has a key has a button here too.
  say(cell) {
    const origin = document.getElementById('origin');
    const { record, item, property, column } = this.grid.where(cell);
    const bold = document.createElement('b');
    const acts = [];
    const details = [];
    if (cell.matches('thead .record')) {
      bold.textContent = cell.dataset.name;
      const featured = cell.classList.contains('featured');
      acts.push(
        [featured ? 'Stop featuring' : 'Feature', () => this.grid.heads.act(this.grid.cell(), 'f')],
        ['Rename', () => this.grid.heads.act(this.grid.cell(), 'enter')],
        ['Duplicate', () => this.grid.heads.act(this.grid.cell(), 'd')],
        ['Add after', () => this.grid.heads.act(this.grid.cell(), 'a')],
        ['Delete', () => this.grid.heads.act(this.grid.cell(), 'delete')],
        ['Copy look', () => this.grid.heads.copyLook(record)],
        ['Paste look', () => this.grid.heads.pasteLook(record)],
      );
    } else if (item && cell.matches('th')) {
      bold.textContent = cell.dataset.text;
      details.push(...JSON.parse(cell.parentElement.dataset.more ?? '[]'));
      acts.push(
        ['Rename', () => this.grid.heads.act(this.grid.cell(), 'enter')],
        ['Duplicate', () => this.grid.heads.act(this.grid.cell(), 'd')],
        ['Add after', () => this.grid.heads.act(this.grid.cell(), 'a')],
        ['Delete', () => this.grid.heads.act(this.grid.cell(), 'delete')],
      );
    } else if (cell.matches('th') && cell.parentElement.dataset.of) {
      bold.textContent = cell.textContent.trim();
      acts.push(['Rename', () => this.grid.editor.open()]);
      for (const [axis, item] of cell.parentElement.dataset.of
        .trim()
        .split(' ')
        .map((of) => of.split('/'))) {
        acts.push([`Delete ${item} from the ${axis}`, () => this.desk.send({ act: 'item-remove', axis, item })]);
      }
    } else if (cell.dataset.at) {
      const who = record ? this.grid.rows[0][column].dataset.name : ['', 'All', 'Featured'][column];
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
      const lift = () => this.desk.send({ act: 'lift', key: this.grid.cell().dataset.at.slice(5) });
      if (cell.classList.contains('exception') && property)
        acts.push(['Lift to All', lift, 'lift']);
      if (column === 1 && property && cell.classList.contains('said'))
        acts.push([`Lift to every ${this.desk.root.dataset.kind}`, lift, 'lift-kind']);
      if (property && cell.parentElement.dataset.exceptions)
        acts.push(['Even out', () => this.desk.send({ act: 'even', property }), 'even']);
      acts.push(
        ['Clear', () => this.grid.texts.clear()],
        ['Copy', () => this.grid.clipboard.copy()],
        ['Paste', async () => this.grid.clipboard.paste(await navigator.clipboard.readText())],
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
    const cell = this.grid.table.querySelector(`[data-at="look/${CSS.escape(key)}"]`);
    if (cell) this.grid.moveToCell(cell);
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
    field.addEventListener('change', () => this.grid.texts.write([{ at: At, text: field.value }]));
    label.append(`${Label} `, field);
    return label;
  }
}
