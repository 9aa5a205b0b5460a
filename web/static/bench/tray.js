// The tray below the ledger: the value under the cursor taken apart into fields. The server says which fields there
// are and what they make together (data-compose); what is tried while the mouse is held is one entry of the log.
import { Plate } from '../plate.js';
import { ask } from '../server.js';
import { stepped, stepsOf, Trial } from './step.js';

const own = (node, inner) => inner.parentElement.closest('[data-compose]') === node;

// compose makes the text of a node: its fields by name, and for {*} what the nodes inside it make.
export function compose(node) {
  const inside = [...node.querySelectorAll('[data-compose]')]
    .filter((e) => own(node, e) && !e.dataset.removed)
    .map(compose);
  return node.dataset.compose.replace(/\{(\*|\w+)\}/g, (_, name) => {
    if (name === '*') return inside.join(node.dataset.join ?? ', ');
    return [...node.querySelectorAll(`[name="${name}"]`)].find((e) => own(node, e))?.value ?? '';
  });
}

export class Tray {
  constructor(desk, grid) {
    this.desk = desk;
    this.grid = grid;
    this.node = document.getElementById('tray');
    this.button = document.querySelector('[data-tray]');
    this.at = null;
    this.stops = new Map(); // which stop of a layer is open, by the layer's place
    this.held = false;
    grid.onMove(() => this.follow());
    desk.onChange(() => {
      if (!this.held) this.load();
    });
    this.node.addEventListener('input', (event) => this.onInput(event));
    this.node.addEventListener('change', (event) => this.onChange(event));
    this.node.addEventListener('click', (event) => this.onClick(event));
    this.node.addEventListener('keydown', (event) => this.onKey(event));
    this.node.addEventListener('pointerdown', (event) => this.onPointer(event));
  }

  get open() {
    return !this.node.hidden;
  }

  toggle(on = !this.open) {
    this.node.hidden = !on;
    this.button.setAttribute('aria-expanded', on);
    if (!on) return;
    this.at = undefined; // whatever was followed while it was shut has not been shown
    this.follow();
    this.grid.reveal(this.grid.cell());
  }

  follow() {
    const { at, placed } = this.grid.cell()?.dataset ?? {};
    const adjusted = at?.startsWith('look/') || placed !== undefined ? at : null;
    if (adjusted === this.at) return;
    this.at = adjusted;
    this.plate = null;
    this.stops.clear();
    this.parted = false;
    this.trial = null;
    this.load();
  }

  async load() {
    if (!this.open) return;
    const { at } = this;
    if (!at) return this.#say('Move to a value of the look, or to a place on a picture, to adjust it here.');
    let html;
    this.node.setAttribute('aria-busy', true);
    try {
      const asked = new URLSearchParams({ at, ...(this.parted ? { parted: 'yes' } : {}) });
      html = await (await ask(`${this.desk.url}/control?${asked}`)).text();
    } catch (problem) {
      return this.#say(problem.message);
    } finally {
      this.node.removeAttribute('aria-busy');
    }
    if (at !== this.at || this.held) return; // the cursor has gone on
    Idiomorph.morph(this.node, html, { morphStyle: 'innerHTML' });
    this.paint();
  }

  #say(textContent) {
    this.node.replaceChildren(Object.assign(document.createElement('p'), { className: 'ghost', textContent }));
  }

  get body() {
    return this.node.querySelector('.control-body');
  }

  // show tries a text in the proof. What follows within a moment, or while the mouse is held, is the same go.
  show(text) {
    const cell = this.grid.table.querySelector(`[data-at="${CSS.escape(this.at)}"]`);
    if (!cell) return;
    const now = performance.now();
    if (!this.trial || (!this.held && now - this.tried > 900))
      this.trial = new Trial(this.grid, this.at, cell.dataset.text);
    this.tried = now;
    this.trial.show(text);
  }

  // take is a choice that stands for itself.
  take(text) {
    this.trial = null;
    this.grid.texts.write([{ at: this.at, text }]);
  }

  onInput({ target }) {
    if (target.matches('[data-whole], .side')) return; // these are taken when they are left
    const ink = target.closest('.ink-field');
    if (target.dataset.ink) {
      const value = (name) => ink.querySelector(`[data-ink=${name}]`).value;
      const alpha = Number(value('a'));
      ink.querySelector('[name=text]').value =
        `oklch(${value('l')} ${value('c')} ${value('h')}${alpha < 1 ? ` / ${alpha}` : ''})`;
    }
    const said = target.parentElement.querySelector('output:not(.ink-said)');
    if (said) said.textContent = target.value + said.textContent.replace(/^-?[\d.]+/, '');
    this.paint();
    this.show(compose(this.body));
  }

  onChange({ target }) {
    if (target.matches('[data-whole]')) this.take(target.value);
    else if (target.matches('.side')) this.take(compose(this.body));
    else if (target.matches('[data-picture-size]') && target.value === 'repeat')
      this.take(compose(this.body).replace(', repeat,', ', 240px,'));
    else if (target.matches('[data-picture-size]')) {
      target.closest('[data-compose]').dataset.compose = 'picture({picture}, {size}, {x}% {y}%)';
      this.take(compose(this.body));
    }
  }

  onClick(event) {
    const hit = (selector) => event.target.closest(selector);
    let button;
    if (hit('[data-part-sides]')) {
      this.parted = true;
      this.load();
    } else if ((button = hit('[data-cells]'))) {
      this.trial = null;
      this.grid.texts.write(JSON.parse(button.dataset.cells));
    } else if ((button = hit('[data-word]'))) this.take(button.dataset.word);
    else if ((button = hit('[data-role]'))) {
      button.closest('.ink-field').querySelector('[name=text]').value = button.dataset.role;
      this.take(compose(this.body));
    } else if ((button = hit('[data-add-layer]'))) {
      const rest = compose(this.body);
      this.take(rest ? `${button.dataset.addLayer}, ${rest}` : button.dataset.addLayer);
    } else if ((button = hit('[data-remove]'))) {
      button.closest('.layer').dataset.removed = 'yes';
      this.take(compose(this.body) || 'none');
    }
  }

  onKey(event) {
    if (event.key === 'Escape') {
      event.preventDefault();
      this.grid.draw();
    } else if (event.target.matches('.stop') && (event.key === 'Delete' || event.key === 'Backspace')) {
      event.preventDefault();
      this.removeStop(event.target);
    } else if (event.target.matches('.stop') && ['ArrowLeft', 'ArrowRight'].includes(event.key)) {
      event.preventDefault();
      this.moveStop(event.target, (place) => place + (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 10 : 1));
    } else if (event.target.matches('[data-step]') && ['ArrowUp', 'ArrowDown'].includes(event.key)) {
      const text = stepped(
        event.target.value,
        stepsOf(this.grid.cell()),
        (event.key === 'ArrowUp' ? 1 : -1) * (event.shiftKey ? 10 : 1),
      );
      if (text === null) return;
      event.preventDefault();
      event.target.value = text;
      this.show(compose(this.body));
    }
  }

  // field is what holds a stop's place and colour.
  field(stop) {
    return [...stop.closest('.layer').querySelectorAll('.stop-field')][Number(stop.dataset.stop)];
  }

  select(stop) {
    const layers = [...this.node.querySelectorAll('.layer')];
    this.stops.set(layers.indexOf(stop.closest('.layer')), Number(stop.dataset.stop));
    this.paint();
  }

  // moveStop keeps a stop between its neighbours.
  moveStop(stop, to) {
    const fields = [...stop.closest('.layer').querySelectorAll('.stop-field')];
    const at = Number(stop.dataset.stop);
    const place = (i) => fields[i]?.querySelector('[name=place]');
    const least = Number(place(at - 1)?.value ?? 0);
    const most = Number(place(at + 1)?.value ?? 100);
    place(at).value = Math.min(most, Math.max(least, Math.round(to(Number(place(at).value)) * 2) / 2));
    place(at).parentElement.querySelector('output').textContent = place(at).value;
    this.paint();
    this.show(compose(this.body));
  }

  removeStop(stop) {
    if (stop.closest('.layer').querySelectorAll('.stop').length <= 2) return;
    this.field(stop).dataset.removed = 'yes';
    this.stops.clear();
    this.take(compose(this.body));
  }

  // addStop puts a stop where the band was pressed, in the colour of the one before it.
  addStop(strip, share) {
    const fields = [...strip.closest('.layer').querySelectorAll('.stop-field')];
    const after = fields.filter((field) => Number(field.querySelector('[name=place]').value) <= share * 100).length;
    const near = fields[Math.max(0, after - 1)];
    const copy = near.cloneNode(true);
    copy.querySelector('[name=place]').value = Math.round(share * 200) / 2;
    if (after > 0) near.after(copy);
    else near.before(copy);
    this.stops.set([...this.node.querySelectorAll('.layer')].indexOf(strip.closest('.layer')), after);
    this.take(compose(this.body));
  }

  onPointer(event) {
    const { target } = event;
    if (event.button !== 0) return;
    if (target.matches('input[type=range]')) this.hold();
    else if (target.matches('.stop')) {
      this.select(target);
      const strip = target.parentElement.getBoundingClientRect();
      this.hold((moved) => this.moveStop(target, () => ((moved.clientX - strip.left) / strip.width) * 100));
    } else if (target.matches('.stop-band')) {
      const strip = target.getBoundingClientRect();
      this.addStop(target.parentElement, (event.clientX - strip.left) / strip.width);
    } else if (target.matches('[data-handle]')) {
      const svg = target.ownerSVGElement;
      this.hold((moved) => {
        const at = new DOMPoint(moved.clientX, moved.clientY).matrixTransform(svg.getScreenCTM().inverse());
        const n = target.dataset.handle;
        const set = (name, value) => {
          this.node.querySelector(`[name=${name}${n}]`).value = Math.round(value * 100) / 100;
        };
        set('x', Math.min(1, Math.max(0, at.x / 100)));
        set('y', Math.min(1.3, Math.max(-0.3, 1 - at.y / 100)));
        this.paint();
        this.show(compose(this.body));
      });
    }
  }

  // hold makes one go of what happens until the mouse is let go. The foot keeps its height: with longer words it
  // would push the tray away from under the mouse.
  hold(move) {
    this.held = true;
    const foot = document.querySelector('.foot');
    foot.style.height = `${foot.offsetHeight}px`;
    this.trial = null;
    const end = () => {
      if (move) removeEventListener('pointermove', move);
      removeEventListener('pointerup', end);
      removeEventListener('pointercancel', end);
      this.held = false;
      this.trial = null;
      foot.style.height = '';
      this.desk.settled().then(() => this.load());
    };
    if (move) addEventListener('pointermove', move);
    addEventListener('pointerup', end);
    addEventListener('pointercancel', end);
  }

  // marks shows the places on a picture, and tries the one that is marked.
  #marks() {
    const element = this.node.querySelector('[data-plate]');
    if (!element) return;
    const field = this.node.querySelector('[name=place]');
    if (this.plate?.element !== element)
      this.plate = new Plate(element, field.value, (place) => {
        field.value = place;
        this.show(place);
      });
    else if (!this.trial?.sending) this.plate.show(field.value);
    for (const other of element.querySelectorAll('.place-other')) {
      const [left, top] = other.dataset.place.split(' ');
      Object.assign(other.style, { left, top });
    }
  }

  // paint shows what the fields make: colours beside their sliders, stops on their band, the curve of an easing.
  paint() {
    this.#marks();
    for (const ink of this.node.querySelectorAll('.ink-field')) {
      const value = (name) => ink.querySelector(`[data-ink=${name}]`).value;
      const [l, c, h, a] = ['l', 'c', 'h', 'a'].map(value);
      const track = (name, stops) =>
        ink
          .querySelector(`[data-ink=${name}]`)
          .style.setProperty('--track', `linear-gradient(to right, ${stops.join(', ')})`);
      const along = (most, of) => [0, 0.25, 0.5, 0.75, 1].map((share) => of(share * most));
      track(
        'l',
        along(1, (x) => `oklch(${x} ${c} ${h})`),
      );
      track(
        'c',
        along(0.33, (x) => `oklch(${l} ${x} ${h})`),
      );
      track(
        'h',
        [0, 60, 120, 180, 240, 300, 360].map((x) => `oklch(${l} ${Math.max(c, 0.08)} ${x})`),
      );
      track('a', [`oklch(${l} ${c} ${h} / 0)`, `oklch(${l} ${c} ${h})`]);
      ink.querySelector('.ink-said rect').style.fill = `oklch(${l} ${c} ${h})`;
      ink.dataset.painted = `oklch(${l} ${c} ${h} / ${a})`;
    }
    [...this.node.querySelectorAll('.layer')].forEach((layer, place) => {
      const fields = [...layer.querySelectorAll('.stop-field')];
      if (!fields.length) return;
      const chosen = Math.min(this.stops.get(place) ?? 0, fields.length - 1);
      const stops = fields.map((field, i) => {
        field.hidden = i !== chosen;
        return {
          colour: field.querySelector('.ink-field').dataset.painted,
          at: field.querySelector('[name=place]').value,
        };
      });
      layer.querySelector('.stop-band').style.backgroundImage =
        `linear-gradient(to right, ${stops.map(({ colour, at }) => `${colour} ${at}%`).join(', ')})`;
      layer.querySelectorAll('.stop').forEach((button, i) => {
        if (!stops[i]) return;
        button.style.left = `${stops[i].at}%`;
        button.style.setProperty('--fill', stops[i].colour);
        button.classList.toggle('on', i === chosen);
      });
    });
    const ease = this.node.querySelector('[data-ease]');
    if (ease) {
      const [x1, y1, x2, y2] = ['x1', 'y1', 'x2', 'y2'].map(
        (name) => Number(ease.querySelector(`[name=${name}]`).value) * 100,
      );
      ease.querySelector('.curve').setAttribute('d', `M0 100C${x1} ${100 - y1} ${x2} ${100 - y2} 100 0`);
      ease.querySelector('.arm').setAttribute('d', `M0 100L${x1} ${100 - y1}M100 0L${x2} ${100 - y2}`);
      ease.querySelectorAll('.handle').forEach((handle, i) => {
        handle.setAttribute('cx', [x1, x2][i]);
        handle.setAttribute('cy', 100 - [y1, y2][i]);
      });
    }
  }
}
