// Stepping a value: by keys, or by dragging a property's name. What is tried while a key or the mouse is held shows in the
// proof at once and is one entry of the log.
const sizes = { 'font-weight': 100, 'line-height': 0.05, opacity: 0.05, scale: 0.01, order: 1, 'transition-duration': 20, 'letter-spacing': 0.01, 'word-spacing': 0.01 };
const bounds = { 'font-weight': [100, 1000], 'line-height': [0.5, 4], opacity: [0, 1], scale: [0.5, 2], 'transition-duration': [0, 2000] };

// stepped is a number with its unit, so many steps on.
export function stepped(text, property, steps) {
  const found = /^(-?\d*\.?\d+)([a-z%]*)$/i.exec(text.trim());
  if (!found) return null;
  const [, number, unit] = found;
  const size = unit === 'em' && sizes[property] === undefined ? 0.05 : unit === 'px' ? 1 : sizes[property] ?? 1;
  const [least, most] = bounds[property] ?? [property === 'margin' || property === 'letter-spacing' || property === 'word-spacing' || property === 'order' ? -1e4 : 0, 1e4];
  const next = Math.min(most, Math.max(least, Number(number) + steps * size));
  return `${Number(next.toFixed(3))}${next === 0 ? '' : unit || (size === 1 && property !== 'order' ? 'px' : '')}`;
}

// Trial sends the values of one go. Only the newest waits while another is on its way.
export class Trial {
  constructor(grid, at, text) {
    this.grid = grid;
    this.at = at;
    this.began = text; // what the cell said before, "" for nothing
    this.hold = crypto.randomUUID?.() ?? String(Math.random()).slice(2);
    this.next = null;
    this.sending = null;
  }

  show(text) {
    this.next = text;
    this.sending ??= this.#drain();
    return this.sending;
  }

  // leave takes everything back that was tried.
  leave() { return this.show(this.began); }

  async #drain() {
    while (this.next !== null) {
      const text = this.next;
      this.next = null;
      const cells = [{ at: this.at, text }];
      const taken = await this.grid.desk.send({ act: 'cells', cells: JSON.stringify(cells), hold: this.hold }).catch(() => null);
      this.grid.note(cells, taken);
    }
    this.sending = null;
  }
}

// scrub drags a property's name: the value of one column follows the mouse, a step for every few pixels.
export function scrub(grid, cell, property, event) {
  const begun = cell.dataset.step;
  const trial = new Trial(grid, cell.dataset.at, cell.dataset.text);
  const pixels = 4;
  let last = 0;
  const move = (moved) => {
    const steps = Math.trunc((moved.clientX - event.clientX) / pixels) * (moved.shiftKey ? 10 : 1);
    if (steps === last) return;
    last = steps;
    const text = stepped(begun, property, steps);
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
