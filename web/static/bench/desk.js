import { Outbox } from './outbox.js';
import { answers, saidIn, Server } from '../server.js';
import { follow } from './stream.js';
import { newToken } from './token.js';

const slow = 6000; // ms after which an answer that has not come is asked about

const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

// The desk sends acts to the server one after another and passes on what comes back. It knows which version,
// part and width the bench shows; the document itself lives on the server only. While the server is away, edits wait in
// the outbox.
export class Desk {
  constructor(root) {
    this.root = root;
    this.url = root.dataset.url;
    this.tab = newToken();
    this.queue = Promise.resolve();
    this.waiting = 0;
    this.checked = this.version; // the marks are of this version, or asked for
    this.listeners = [];
    this.checkListeners = [];
    this.outbox = new Outbox(this.url);
    this.server = new Server((away) => {
      this.#status();
      if (away) this.say(this.#kept(), true);
      else this.refresh();
    });
    addEventListener('beforeunload', (event) => {
      if (!this.outbox.stored) event.preventDefault();
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

  // send queues an edit; it resolves to whether the edit was taken, once the server has said so.
  send(values) {
    const { version, tab, shown } = this;
    const entry = this.outbox.add({ ...shown, version, tab, ...values });
    if (this.server.away) this.say(this.#kept(), true);
    return this.#enqueue(() => this.#deliver(entry, { ...this.shown, ...values }));
  }

  // resend queues the edits that earlier pages of the block could not send: each with whether it is taken.
  resend() {
    const found = this.outbox.entries.filter((entry) => entry.found);
    return found.map((entry) => [entry, this.#enqueue(() => this.#deliver(entry))]);
  }

  async #deliver(entry, shown = {}) {
    const fields = { ...entry.fields, ...shown };
    for (let wait = 250; ; wait = Math.min(2 * wait, 10_000)) {
      const taken = await this.#post(`${this.url}/edit`, fields);
      if (taken !== null) {
        this.outbox.remove(entry);
        return taken;
      }
      this.server.is(true);
      this.say(this.#kept(), true);
      await sleep(wait); // a server that answers to this alone with nothing is not asked without end
      await this.server.back();
    }
  }

  // settle ends a clash by one of its values.
  settle(id, value) {
    return this.#enqueue(async () => {
      const { tab, shown } = this;
      const taken = await this.#post(`${this.url}/settle/${id}`, { ...shown, tab, value });
      if (taken === null) {
        this.server.back();
        this.say('The server does not answer: nothing is settled yet. Choose again in a moment.', true);
      }
      return taken;
    });
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

  // show resolves to whether the server has answered: what only looks loses nothing.
  async #show(chosen) {
    if (this.server.away) return false;
    const { shown, tab } = this;
    const shows = await this.#swap('GET', `${this.url}/live`, { ...shown, tab, ...chosen });
    if (shows === null) this.server.back();
    return shows !== null;
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
    const { away } = this.server;
    const { size } = this.outbox;
    saved.classList.toggle('busy', this.waiting > 0);
    saved.classList.toggle('lost', away);
    const wait = size === 1 ? '1 edit waits' : `${size} edits wait`;
    const idle = away ? 'server away' : 'saved';
    if (this.waiting > 0 && !away) saved.textContent = 'saving';
    else saved.textContent = size ? wait : idle; // never saved while an edit waits
  }

  // kept says where the edits are while the server is away.
  #kept() {
    const { size, stored } = this.outbox;
    if (!size) return 'The server does not answer. What you do now is kept in this browser, and sent when it is back.';
    const edits = size === 1 ? '1 edit is' : `${size} edits are`;
    const where = stored ? 'browser, even if you leave,' : 'page (leave it open: the browser’s storage is full)';
    return `The server does not answer. ${edits} kept in this ${where} and sent when it is back.`;
  }

  // post sends a form that changes something; it is null where no answer has come.
  async #post(url, values) {
    let late = null;
    const ask = async () => {
      if (await answers()) late = setTimeout(ask, slow);
      else htmx.trigger(this.root, 'htmx:abort');
    };
    late = setTimeout(ask, slow);
    try {
      return await this.#swap('POST', url, values);
    } finally {
      clearTimeout(late);
      late = undefined;
    }
  }

  // swap asks the server and draws what it says; it is whether that is what was asked for, or null without an answer.
  async #swap(method, url, values) {
    const { version, view } = this;
    let live = null;
    let request = null;
    const hear = (event) => {
      live = event.detail;
    };
    const end = (event) => {
      request = event.detail.xhr;
    };
    document.body.addEventListener('rubrel:live', hear, { once: true });
    this.root.addEventListener('htmx:afterRequest', end, { once: true });
    try {
      await htmx.ajax(method, url, { source: this.root, swap: 'none', values: { drawn: version, view, ...values } });
    } catch {
      // There was no answer at all.
    } finally {
      document.body.removeEventListener('rubrel:live', hear);
      this.root.removeEventListener('htmx:afterRequest', end);
    }
    if (!live) return this.#unheard(request);
    this.server.is(false);
    // The marks are of an older version until they are fetched.
    if (live.version !== this.checked) document.getElementById('marks').ariaBusy = 'true';
    this.checked = live.version;
    live.drawing = JSON.parse(document.getElementById('drawing').textContent);
    for (const listener of this.listeners) listener(live);
    return !live.failed;
  }

  // unheard is for an answer that is none to an act: null where the server, or what stands before it, is away;
  // otherwise the act was refused before it was read, and the page that says so is quoted.
  #unheard(request) {
    const status = request?.status ?? 0;
    if (status === 0 || (status >= 502 && status <= 504)) return null;
    this.say(saidIn(request.responseText, status), true);
    return false;
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
    for (const listener of this.checkListeners) listener();
  }

  // onChecked calls listener whenever the marks have been drawn.
  onChecked(listener) {
    this.checkListeners.push(listener);
  }

  // say tells the designer something, until the next answer of the server.
  say(text, failed = false) {
    const said = document.getElementById('said');
    said.classList.toggle('failed', failed);
    said.textContent = text;
  }

  // follow hears of changes made elsewhere and shows them once nobody is typing. A page that nobody sees waits until
  // somebody does.
  follow(grid) {
    const catchUp = (version) => {
      if (version <= this.version || this.waiting > 0 || this.server.away) return;
      if (document.hidden) document.addEventListener('visibilitychange', () => catchUp(version), { once: true });
      else if (grid.editor.busy) setTimeout(() => catchUp(version), 400);
      else this.refresh();
    };
    const lost = () => this.server.back();
    follow(this.root.dataset.site, ({ version, wait }) => setTimeout(() => catchUp(version), wait), lost);
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
