// The pane beside the ledger that shows a kind's chart in place of the proof. It follows the document, and a chart's
// values can be read by pointing at it or by the keys of its slider.
import { ask } from '../server.js';

export class ChartPane {
  constructor(desk) {
    this.desk = desk;
    this.pane = document.getElementById('chart-pane');
    this.frames = document.querySelector('.frames');
    this.name = null;
    this.query = '';
    desk.onChange(() => this.refresh());
    this.pane.addEventListener('change', (event) => {
      const form = event.target.closest('form');
      if (!form) return;
      this.query = new URLSearchParams(new FormData(form)).toString();
      this.refresh();
    });
    this.pane.addEventListener('input', (event) => {
      if (event.target.matches('[type=range]')) this.read(Number(event.target.value));
    });
    this.pane.addEventListener('pointermove', (event) => this.point(event));
  }

  show(name) {
    this.name = name;
    this.turn(true);
    return this.refresh();
  }

  hide() {
    this.name = null;
    this.turn(false);
  }

  turn(on) {
    this.pane.hidden = !on;
    this.frames.hidden = on;
    for (const tab of document.querySelectorAll('.proof .tab')) {
      const here = on ? tab.dataset.chart === this.name : tab.dataset.proof !== undefined;
      tab.classList.toggle('on', here);
      if (here) tab.setAttribute('aria-current', 'true');
      else tab.removeAttribute('aria-current');
    }
  }

  async refresh() {
    if (!this.name) return;
    const { name, query } = this;
    let html;
    try {
      html = await (await ask(`${this.desk.url}/charts/${name}?${query}`)).text();
    } catch (problem) {
      this.desk.say(problem.message, true);
      return;
    }
    if (name !== this.name || query !== this.query) return; // something else has been asked for since
    Idiomorph.morph(this.pane, html, { morphStyle: 'innerHTML' });
    const data = this.pane.querySelector('[data-chart] script');
    this.stops = data ? JSON.parse(data.textContent) : [];
    if (!this.stops.length) return;
    this.slider = this.pane.querySelector('[type=range]');
    this.slider.max = this.stops.length - 1;
    this.read(Math.min(Number(this.slider.value), this.stops.length - 1));
  }

  point(event) {
    const svg = event.target.closest('.chart svg');
    if (!svg || !this.stops?.length) return;
    const box = svg.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * svg.viewBox.baseVal.width;
    let best = 0;
    this.stops.forEach((stop, i) => {
      if (Math.abs(stop.x - x) < Math.abs(this.stops[best].x - x)) best = i;
    });
    this.slider.value = best;
    this.read(best);
  }

  // read draws the cursor at one stop and says every line's value there.
  read(at) {
    const stop = this.stops[at];
    const cursor = this.pane.querySelector('.cursor');
    const line = cursor.querySelector('line');
    line.setAttribute('x1', stop.x);
    line.setAttribute('x2', stop.x);
    const dots = stop.y.map((y) => {
      const dot = document.createElementNS('http://www.w3.org/2000/svg', 'circle');
      for (const [name, value] of Object.entries({ cx: stop.x, cy: y, r: 3 })) dot.setAttribute(name, value);
      return dot;
    });
    cursor.replaceChildren(line, ...dots);
    const title = document.createElement('b');
    title.textContent = stop.title;
    const says = stop.says.map((text) => Object.assign(document.createElement('span'), { textContent: text }));
    this.pane.querySelector('.chart-says').replaceChildren(title, ...says);
    this.slider.setAttribute('aria-valuetext', [stop.title, ...stop.says].join(', '));
  }
}
