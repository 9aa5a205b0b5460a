// The texts of cells on their way to the server: kept until it has taken them, and of those that it refuses until they
// are edited again.
const slow = 500; // ms after which a text that has not been answered is shown in its cell

export class Texts {
  constructor(grid) {
    this.grid = grid;
    this.desk = grid.desk;
    this.pending = new Map(); // texts that were not taken, or not yet, by address
  }

  write(cells) {
    return this.track(cells, this.desk.send({ act: 'cells', cells: JSON.stringify(cells) }));
  }

  toggle(cell) {
    this.write([{ at: cell.dataset.at, text: cell.dataset.text === 'yes' ? 'no' : 'yes' }]);
  }

  async clear() {
    const cells = (await this.grid.whole()).flat().filter(({ at, text }) => at && text);
    if (cells.length) this.write(cells.map(({ at }) => ({ at, text: at.startsWith('featured/') ? 'no' : '' })));
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
    setTimeout(() => this.draw(), slow);
    this.draw();
    const taken = await answer;
    for (const { at, text } of cells) {
      const pending = this.pending.get(at);
      if (pending?.text !== text) continue; // something else was typed since
      if (taken) this.pending.delete(at);
      else Object.assign(pending, { refused: true, why: document.getElementById('said').textContent });
    }
    this.draw();
  }

  // drawPending marks the cells whose last text was not taken: editing them again starts from that text. What the
  // server has not answered yet is shown in its cell.
  draw() {
    for (const cell of this.grid.table.querySelectorAll('.fault, .waiting')) {
      cell.classList.remove('fault', 'waiting');
      const shown = cell.querySelector('.shown');
      if (shown?.dataset.was === undefined) continue;
      shown.textContent = shown.dataset.was;
      delete shown.dataset.was;
    }
    for (const [at, { text, since, refused }] of this.pending) {
      const cell = this.grid.table.querySelector(`[data-at="${CSS.escape(at)}"]`);
      const shown = cell?.querySelector('.shown');
      if (refused) cell?.classList.add('fault');
      else if (shown && (this.desk.server.away || performance.now() - since >= slow)) {
        cell.classList.add('waiting');
        shown.dataset.was = shown.textContent;
        shown.textContent = text;
      }
    }
  }
}
