// Records and items as wholes, by the heads of their columns and rows: featured, copied, moved, removed; and the looks
// that are carried from one to another.
export class Heads {
  constructor(grid) {
    this.grid = grid;
    this.desk = grid.desk;
  }

  onKey(event, cell) {
    if (this.act(cell, event.key.toLowerCase())) event.preventDefault();
  }

  // act carries out what a key does on the head of a record or an item; it is false for a key that does nothing.
  act(cell, key) {
    const { record, item, axis } = this.grid.where(cell);
    const { row, column } = this.grid.cursor;
    const { desk } = this;
    const below = () => this.grid.moveTo(row + 1, 0);
    const acts = cell.matches('thead .record')
      ? {
          f: () => desk.send({ act: 'feature', record, on: cell.classList.contains('featured') ? 'no' : 'yes' }),
          d: () => this.grid.then(desk.send({ act: 'duplicate', record }), () => this.grid.moveTo(0, column + 1)),
          a: () => this.grid.then(desk.send({ act: 'add', after: record }), () => this.grid.moveTo(1, column + 1)),
          delete: () => desk.send({ act: 'remove', record }),
          c: () => this.copyLook(record),
          v: () => this.pasteLook(record),
          enter: () => {
            this.grid.moveTo(1, column);
            this.grid.editor.open();
          },
        }
      : {
          d: () => this.grid.then(desk.send({ act: 'item-duplicate', axis, item }), below),
          a: () => this.grid.then(desk.send({ act: 'item-add', axis, after: item }), below),
          delete: () => desk.send({ act: 'item-remove', axis, item }),
          enter: () => this.grid.editor.open(),
        };
    acts.backspace = acts.delete;
    acts.f2 = acts.enter;
    acts[key]?.();
    return Boolean(acts[key]);
  }

  // carry moves the record or the item under the cursor by one place. At the edge of what is drawn, more is drawn
  // first.
  async carry([down, right], again = true) {
    const cell = this.grid.cell();
    const { record, item, axis } = this.grid.where(cell);
    const across = right && record;
    if (!across && !(down && item)) return;
    const ids = across
      ? this.grid.rows[0]
          .slice(3)
          .filter(Boolean)
          .map((th) => th.dataset.record)
      : [...cell.closest('tbody').querySelectorAll('tr.cells')].map((tr) => tr.dataset.item);
    const id = across ? record : item;
    const to = ids.indexOf(id) + (across ? right : down);
    if (again && (to < 1 || to >= ids.length)) {
      await this.desk.choose(this.grid.sheet.about(this.grid.cursor));
      return this.carry([down, right], false);
    }
    if (to < 0 || to >= ids.length) return;
    const rest = ids.filter((other) => other !== id);
    const values = across ? { act: 'move', record } : { act: 'item-move', axis, item };
    this.grid.follow(() => this.desk.send({ ...values, after: to > 0 ? rest[to - 1] : '' }));
  }

  // copyLook remembers a record's column, for this block and for others of its site; pasteLook gives it to another
  // record.
  copyLook(record) {
    localStorage.setItem(
      'rubrel.look',
      JSON.stringify({ block: this.desk.url.split('/').pop(), site: this.desk.root.dataset.site, record }),
    );
    const { name } = this.grid.cell().dataset;
    const { one } = this.desk.root.dataset;
    this.desk.say(`The look of ${name} is copied: V on another ${one} gives it to that one.`);
  }

  pasteLook(record) {
    const { block, site, record: from } = JSON.parse(localStorage.getItem('rubrel.look') ?? '{}');
    const here = site === this.desk.root.dataset.site;
    this.desk.send({ act: 'paste-look', block: here ? block : '', from: here ? from : '', record });
  }
}
