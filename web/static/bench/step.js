// Stepping a value: by keys, or by dragging a property's name. What is tried while a key or the mouse is held shows
// in the proof at once and is one entry of the log. stepped is a number with its unit, so many steps on; null for
// what is no number. The server says what a step is in each unit, and where it ends.
import { newToken } from './token.js';

export function stepped(text, { bare, by }, steps) {
  const found = /^(-?\d*\.?\d+)([a-z%]*)$/i.exec(text.trim());
  if (!found) return null;
  const unit = found[2] || bare;
  const step = by[unit];
  if (!step) return null;
  const next = Math.min(step.most, Math.max(step.least, Number(found[1]) + steps * step.size));
  return `${Number(next.toFixed(3))}${unit}`;
}

// stepsOf is how the values of a cell's row are stepped; nothing can be where it is no row of numbers.
export const stepsOf = (cell) => JSON.parse(cell?.closest('tr')?.dataset.steps ?? '{"by":{}}');

// Trial sends the values of one go. Only the newest waits while another is on its way.
export class Trial {
  constructor(grid, at, text) {
    this.grid = grid;
    this.at = at;
    this.began = text; // what the cell said before, "" for nothing
    this.hold = newToken();
    this.next = null;
    this.sending = null;
  }

  show(text) {
    if (this.grid.desk.server.away) return this.#send(text); // nothing is kept that is not sent
    this.next = text;
    this.sending ??= this.#drain();
    return this.sending;
  }

  // leave takes everything back that was tried.
  leave() {
    return this.show(this.began);
  }

  async #drain() {
    while (this.next !== null) {
      const text = this.next;
      this.next = null;
      await this.#send(text);
    }
    this.sending = null;
  }

  #send(text) {
    const cells = [{ at: this.at, text }];
    const { grid, hold } = this;
    return grid.texts.track(cells, grid.desk.send({ act: 'cells', cells: JSON.stringify(cells), hold }));
  }
}

// scrub drags a property's name: the value of one column follows the mouse, a step for every few pixels.
export function scrub(grid, cell, event) {
  const begun = cell.dataset.step;
  const how = stepsOf(cell);
  const trial = new Trial(grid, cell.dataset.at, cell.dataset.text);
  const pixels = 4;
  let last = 0;
  const move = (moved) => {
    const steps = Math.trunc((moved.clientX - event.clientX) / pixels) * (moved.shiftKey ? 10 : 1);
    if (steps === last) return;
    last = steps;
    const text = stepped(begun, how, steps);
    if (text !== null) trial.show(text);
  };
  const end = () => {
    removeEventListener('pointermove', move);
    removeEventListener('pointerup', end);
    removeEventListener('keydown', key, true);
    document.body.classList.remove('scrubbing');
  };
  const key = (pressed) => {
    if (pressed.key !== 'Escape') return;
    pressed.stopPropagation();
    end();
    if (last) trial.leave();
  };
  document.body.classList.add('scrubbing');
  addEventListener('pointermove', move);
  addEventListener('pointerup', end);
  addEventListener('keydown', key, true);
}
