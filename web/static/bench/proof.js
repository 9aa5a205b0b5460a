// The proof: one frame a width, each showing the rendered files at their true width, scaled to fit. After an edit
// the new style sheet is loaded beside the old and the body is morphed, so nothing flashes and no scroll is lost.
import { ask } from '../server.js';
import { Lens } from './lens.js';

export class Proof {
  constructor(desk, grid) {
    this.desk = desk;
    this.grid = grid;
    this.frames = [...document.querySelectorAll('.frame')];
    this.parts = document.querySelector('.frames').dataset.parts.trim().split(' ');
    this.wanted = { version: desk.version, mend: '' };
    this.shown = this.wanted;
    this.busy = false;
    this.record = null;
    this.lens = new Lens(document.querySelector('.frames'), async () => {
      await this.refresh();
      this.draw();
    });
    const fit = new ResizeObserver(() => this.fit());
    for (const frame of this.frames) {
      fit.observe(frame.querySelector('.window'));
      frame.querySelector('.width-name').addEventListener('click', () => desk.choose({ width: frame.dataset.width }));
      const view = frame.querySelector('iframe');
      view.addEventListener('load', () => this.enter(frame));
      if (view.contentDocument?.readyState === 'complete' && view.contentDocument.body?.childElementCount)
        this.enter(frame);
    }
    desk.onChange((live) => {
      if (live.version !== this.wanted.version) this.wanted = { version: live.version, mend: '' };
      this.catchUp();
      this.draw();
    });
    grid.onMove(({ record }) => {
      this.record = record;
      this.draw();
    });
    this.draw();
  }

  // enter listens inside a frame that has loaded.
  enter(frame) {
    const page = frame.querySelector('iframe').contentDocument;
    page.addEventListener('click', (event) => {
      if (event.target.closest('input, button')) return; // a switch of the block turns, here as on the client's page
      event.preventDefault();
      this.choose(frame, event.target);
    });
    page.addEventListener('scroll', () => this.draw(), { passive: true });
    page.defaultView.addEventListener('resize', () => this.draw());
    page.fonts?.ready.then(() => this.draw());
    this.lens.put(page);
    this.hold(page);
    this.fit();
  }

  // fit scales each frame to its window at the width the block is shown at; a scroll bar must not narrow it.
  fit() {
    for (const frame of this.frames) {
      const view = frame.querySelector('iframe');
      const { clientWidth, clientHeight } = frame.querySelector('.window');
      const width = Number(frame.dataset.frame);
      const page = view.contentDocument?.documentElement;
      const bar = page && view.contentWindow ? view.contentWindow.innerWidth - page.clientWidth : 0;
      const scale = clientWidth / width;
      view.style.width = `${width + bar}px`;
      view.style.height = `${clientHeight / scale}px`;
      view.style.transform = `scale(${scale})`;
      frame.dataset.scale = scale;
    }
    this.draw();
  }

  // choose takes the part that was clicked, the record it belongs to, and the frame's width.
  async choose(frame, target) {
    let node = target;
    let part = null;
    while (node && node.nodeType === 1 && !part) {
      part = this.parts.find((name) => node.classList.contains(`rb-${name}`));
      if (!part) node = node.parentElement;
    }
    if (!part) return;
    const record = node.closest('[data-record]')?.dataset.record;
    await this.desk.choose({
      part,
      width: frame.dataset.width,
      'shown-look': 'yes',
      ...(record ? { 'shown-record': record } : {}),
    });
    const name = this.grid.table.querySelector('tr[data-property] th');
    if (!name) return;
    const column = record ? this.grid.rows[0].findIndex((th) => th?.dataset.record === record) : 1;
    const { row } = this.grid.sheet.places.get(name);
    this.grid.moveTo(row, Math.max(1, column));
    this.grid.showSection(row);
  }

  // preview shows the block as a mend would leave it, or as it is where mend is ''.
  preview(mend) {
    if (mend === this.wanted.mend) return;
    this.wanted = { version: this.wanted.version, mend };
    this.catchUp();
  }

  // catchUp shows the newest version; while it does, more may come, and only the last of them is shown.
  async catchUp() {
    if (this.busy) return;
    this.busy = true;
    try {
      while (this.shown !== this.wanted) {
        const wanted = this.wanted;
        await this.refresh(wanted.mend);
        this.shown = wanted;
        document.getElementById('previewed').hidden = !wanted.mend;
        this.draw();
      }
    } catch (problem) {
      this.desk.say(`The proof is of an older version. ${problem.message}`, true);
    } finally {
      this.busy = false;
      this.desk.check();
    }
  }

  async refresh(mend = this.shown.mend) {
    const answer = await ask(`${this.desk.url}/proof/index.html${mend}`);
    const next = new DOMParser().parseFromString(await answer.text(), 'text/html');
    await Promise.all(this.frames.map((frame) => this.replace(frame.querySelector('iframe').contentDocument, next)));
  }

  async replace(page, next) {
    const old = page.querySelector('link[rel=stylesheet]');
    const href = next.querySelector('link[rel=stylesheet]').getAttribute('href');
    let fresh = null;
    if (old && old.getAttribute('href') !== href) {
      fresh = page.createElement('link');
      fresh.rel = 'stylesheet';
      fresh.setAttribute('href', href);
      await new Promise((resolve, reject) => {
        fresh.addEventListener('load', resolve, { once: true });
        fresh.addEventListener(
          'error',
          () => {
            fresh.remove();
            reject(new Error('the style sheet did not load'));
          },
          { once: true },
        );
        old.after(fresh);
      });
    }
    Idiomorph.morph(page.body, next.body.innerHTML, { morphStyle: 'innerHTML' });
    if (fresh) old.remove();
    page.documentElement.dir = next.documentElement.dir;
    this.run(page, next);
    this.lens.put(page);
    this.hold(page);
  }

  // replay loads the frames again, so that what comes in at first sight does so once more.
  replay() {
    for (const frame of this.frames) frame.querySelector('iframe').contentWindow.location.reload();
  }

  // hold shows the chosen part in the state that is being styled, as if a visitor pointed at each. What the release
  // says for the state is said again for the part as it is.
  hold(page) {
    const { part, held } = this.desk;
    page.adoptedStyleSheets = page.adoptedStyleSheets.filter((sheet) => sheet !== page.held);
    if (!held.length) return;
    const said = [];
    const walk = (selector, rules, before, after) => {
      for (const rule of rules) {
        const wanted = rule.selectorText?.includes(`.rb-${part}`) && rule.selectorText.includes(selector);
        if (wanted) said.push(`${before}${rule.cssText.replaceAll(selector, '')}${after}`);
        else if (rule.cssRules && !rule.selectorText)
          walk(
            selector,
            rule.cssRules,
            `${before}${rule.cssText.slice(0, rule.cssText.indexOf('{') + 1)}`,
            `}${after}`,
          );
      }
    };
    for (const selector of held) for (const sheet of page.styleSheets) walk(selector, sheet.cssRules, '', '');
    page.held = new page.defaultView.CSSStyleSheet();
    page.held.replaceSync(said.join('\n'));
    page.adoptedStyleSheets = [...page.adoptedStyleSheets, page.held];
  }

  // run runs the page's scripts anew over what has changed: a form's script takes up what it finds.
  run(page, next) {
    for (const old of page.querySelectorAll('head script[src]')) old.remove();
    for (const wanted of next.querySelectorAll('head script[src]')) {
      const script = page.createElement('script');
      script.setAttribute('src', wanted.getAttribute('src'));
      page.head.append(script);
    }
  }

  // draw outlines the chosen part in every frame before the next picture, however often it is asked for.
  draw() {
    this.drawing ??= requestAnimationFrame(() => {
      this.drawing = null;
      this.outline();
    });
  }

  // outline outlines the chosen part: strongly in the record under the cursor. Everything is measured before anything
  // is drawn, since each box drawn would have the next frame laid out anew.
  outline() {
    const { part, state, width } = this.desk;
    const shown = [part, ...(state ? [state] : []), width].join(', ');
    document.getElementById('part-said').textContent = shown;
    if (shown !== this.holding)
      for (const frame of this.frames)
        if (frame.querySelector('iframe').contentDocument?.body)
          this.hold(frame.querySelector('iframe').contentDocument);
    this.holding = shown;
    const first = this.frames[0].querySelector('iframe').contentDocument;
    document.querySelector('[data-replay]').hidden = !first?.querySelector('[data-sight]');
    const outlines = this.frames.map((frame) => {
      const page = frame.querySelector('iframe').contentDocument;
      const scale = Number(frame.dataset.scale);
      const nodes = [...(page?.querySelectorAll(`.rb-${part}`) ?? [])].filter((node) =>
        node.checkVisibility({ visibilityProperty: true }),
      );
      return nodes.slice(0, 80).map((node) => {
        const at = node.getBoundingClientRect();
        const box = document.createElement('div');
        const record = node.closest('[data-record]')?.dataset.record ?? null;
        if (this.record && record && record !== this.record) box.className = 'other';
        Object.assign(box.style, {
          left: `${at.left * scale}px`,
          top: `${at.top * scale}px`,
          width: `${at.width * scale}px`,
          height: `${at.height * scale}px`,
        });
        return box;
      });
    });
    this.frames.forEach((frame, i) => {
      frame.classList.toggle('on', frame.dataset.width === width);
      frame.querySelector('.overlay').replaceChildren(...outlines[i]);
    });
  }
}
