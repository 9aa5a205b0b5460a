import { follow } from './stream.js';

// The desk sends acts to the server one after another and passes on what comes back. It knows which version,
// part and width the bench shows; the document itself lives on the server only.
export class Desk {
  constructor(root) {
    this.root = root;
    this.url = root.dataset.url;
    this.tab = crypto.randomUUID?.() ?? String(Math.random()).slice(2);
    this.queue = Promise.resolve();
    this.waiting = 0;
    this.posting = 0; // acts of which no answer has come
    this.checked = this.version; // the marks are of this version, or asked for
    this.lost = false; // the last act did not reach the server
    this.listeners = [];
    addEventListener('beforeunload', (event) => {
      if (this.lost || this.posting) event.preventDefault();
    });
  }

  get version() {
    return Number(document.getElementById('saved').dataset.version);
  }
  get part() {
    return document.getElementById('grid').dataset.part;
  }
  get open() {
    return document.getElementById('grid').dataset.open;
  }
  get state() {
    return document.getElementById('grid').dataset.state;
  }
  // held are the selectors by which the page's rules know the state.
  get held() {
    return JSON.parse(document.getElementById('grid').dataset.held ?? '[]') ?? [];
  }
  get width() {
    return document.getElementById('grid').dataset.width;
  }
  // shown is what of the ledger is drawn, as requests say it; view names it as the server did.
  get shown() {
    const { part, width, state, open, rows, columns } = document.getElementById('grid').dataset;
    return { part, width, state, open, rows, columns };
  }
  get view() {
    return document.getElementById('grid').dataset.view;
  }

  onChange(listener) {
    this.listeners.push(listener);
  }

  // send queues an act; it resolves to whether the act was taken.
  send(values) {
    return this.#enqueue(async () => this.#post(`${this.url}/edit`, values));
  }

  settle(id, value) {
    return this.#enqueue(async () => this.#post(`${this.url}/settle/${id}`, { value }));
  }

  // choose shows another part, another width, or other sections unfolded in the ledger. What is not chosen stays as
  // it is when its turn comes, not as it is now: a choice before this one may still be on its way.
  choose(chosen) {
    return this.#enqueue(async () => this.#show(chosen));
  }

  // fold shuts an open section of the ledger, or opens a shut one.
  fold(name) {
    return this.#enqueue(async () => {
      const open = this.open.split(',').filter(Boolean);
      return this.#show({
        open: (open.includes(name) ? open.filter((other) => other !== name) : [...open, name]).join(','),
      });
    });
  }

  #show(chosen) {
    const { version, shown, view, tab } = this;
    return this.#swap('GET', `${this.url}/live`, { version, ...shown, view, tab, ...chosen });
  }

  // settled is when everything sent so far has been answered.
  settled() {
    return this.queue;
  }

  refresh() {
    return this.choose({});
  }

  #enqueue(task) {
    this.waiting++;
    this.#status();
    const result = this.queue.then(task).finally(() => {
      this.waiting--;
      this.#status();
    });
    this.queue = result.catch(() => {});
    return result;
  }

  #status() {
    const saved = document.getElementById('saved');
    saved.classList.toggle('busy', this.waiting > 0);
    saved.classList.toggle('lost', this.lost);
    saved.textContent = this.waiting > 0 ? 'saving' : this.lost ? 'not saved' : 'saved';
  }

  async #post(url, values) {
    this.posting++;
    try {
      const { version, shown, view, tab } = this;
      return await this.#swap('POST', url, { version, ...shown, view, tab, ...values });
    } finally {
      this.posting--;
    }
  }

  async #swap(method, url, values) {
    let live = null;
    const note = (event) => {
      live = event.detail;
    };
    document.body.addEventListener('rubrel:live', note, { once: true });
    try {
      await htmx.ajax(method, url, { source: this.root, swap: 'none', values });
    } catch {
      // There was no answer at all; one that is not an answer to an act is as good as none.
    } finally {
      document.body.removeEventListener('rubrel:live', note);
    }
    if (!live) {
      // What only looks loses nothing.
      if (method === 'POST') this.#lose();
      throw new Error('the server did not answer');
    }
    if (method === 'POST') this.lost = false;
    // The marks are of an older version until they are fetched.
    if (live.version !== this.checked) document.getElementById('marks').ariaBusy = 'true';
    this.checked = live.version;
    live.drawing = JSON.parse(document.getElementById('drawing').textContent);
    for (const listener of this.listeners) listener(live);
    return !live.failed;
  }

  // check asks for the marks of what is shown now. While an answer is on its way, one more question waits.
  async check() {
    this.unchecked = true;
    if (this.checking) return;
    this.checking = true;
    let version;
    while (this.unchecked) {
      this.unchecked = false;
      ({ version } = this);
      await htmx
        .ajax('GET', `${this.url}/marks`, { source: document.getElementById('mark-count'), swap: 'none' })
        .catch(() => {});
    }
    this.checking = false;
    if (version === this.version) document.getElementById('marks').ariaBusy = 'false';
  }

  // say tells the designer something, until the next answer of the server.
  say(text, failed = false) {
    const said = document.getElementById('said');
    said.classList.toggle('failed', failed);
    said.textContent = text;
  }

  #lose() {
    this.lost = true;
    this.say(
      'The server does not answer: the last edit is not saved. It is still in its cell; press Enter there twice to ' +
        'send it again.',
      true,
    );
  }

  // follow hears of changes made elsewhere and shows them once nobody is typing. A page that nobody sees waits until
  // somebody does.
  follow(grid) {
    const catchUp = (version) => {
      if (version <= this.version || this.waiting > 0) return;
      if (document.hidden) document.addEventListener('visibilitychange', () => catchUp(version), { once: true });
      else if (grid.editing) setTimeout(() => catchUp(version), 400);
      else this.refresh().catch(() => {});
    };
    const site = this.root.dataset.site;
    follow(site, ({ version, wait }) => setTimeout(() => catchUp(version), wait));
  }
}

// An answer of 4xx says why an act was not taken; its fragments are shown like any other.
document.addEventListener('htmx:beforeSwap', (event) => {
  const status = event.detail.xhr.status;
  if (status >= 400 && status < 500 && event.detail.xhr.getResponseHeader('HX-Trigger')) {
    event.detail.shouldSwap = true;
    event.detail.isError = false;
  }
});
