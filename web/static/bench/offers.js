// What the editor of a cell offers to choose from: the words that a value can be, or a stock such as the icons or
// the site's pictures. Typing narrows it, arrows walk it, Enter takes what is walked to (ARIA Authoring Practices:
// combobox).
export class Offers {
  constructor(desk, editor) {
    this.desk = desk;
    this.editor = editor;
    this.list = document.getElementById('offers');
    this.stocks = new Map(); // by name and version
    this.all = [];
    this.more = false; // the stock holds more than it has sent
    this.at = -1;
    editor.addEventListener('input', () => this.#show());
    this.list.addEventListener('pointerdown', (event) => {
      const option = event.target.closest('[role=option]');
      event.preventDefault(); // the editor keeps the focus
      if (option) this.onTake(option.dataset.text);
    });
  }

  // open offers what a cell can be.
  async open(cell, onTake) {
    this.onTake = onTake;
    this.cell = cell;
    this.more = false;
    this.all = (cell.dataset.choices ?? '')
      .split('|')
      .filter(Boolean)
      .map((text) => ({ text }));
    this.stock = cell.dataset.offers;
    if (this.stock) {
      const { offers, more } = await this.#ask('');
      if (this.cell !== cell) return; // it has been left meanwhile
      Object.assign(this, { all: offers, more });
    }
    this.#show();
  }

  // ask fetches what a stock has for some words; all of it, as far as it is sent, for none.
  #ask(words) {
    const key = `${this.stock} ${this.desk.version} ${words}`;
    if (!this.stocks.has(key)) {
      const none = { offers: [], more: false };
      const asked = fetch(`${this.desk.url}/offers/${this.stock}?${new URLSearchParams({ find: words })}`);
      this.stocks.set(
        key,
        asked.then((answer) => (answer.ok ? answer.json() : none)).catch(() => none),
      );
    }
    return this.stocks.get(key);
  }

  close() {
    this.cell = null;
    this.all = [];
    this.more = false;
    this.#draw([]);
  }

  // key handles a key of the editor; it is true for one that was for the list.
  key(event) {
    const options = [...this.list.children];
    if (this.list.hidden || !options.length) return false;
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step) {
      this.at = (this.at + step + options.length + (this.at < 0 && step < 0 ? 1 : 0)) % options.length;
      this.#mark(options);
      return true;
    }
    if (event.key === 'Enter' && this.at >= 0 && !event.ctrlKey && !event.metaKey) {
      this.onTake(options[this.at].dataset.text);
      return true;
    }
    if (event.key === 'Escape' && this.at >= 0) {
      this.at = -1;
      this.#mark(options);
      return true;
    }
    return false;
  }

  // show lists what holds the typed words; all of it until something is typed. A stock that has more than it has sent
  // is asked, and knows what its own mean.
  async #show() {
    const text = this.editor.value.trim().toLowerCase();
    const told = this.all.length && text && this.editor.value !== this.cell?.dataset.text;
    if (told && this.more) {
      const { cell } = this;
      const { offers } = await this.#ask(text);
      if (this.cell === cell && this.editor.value.trim().toLowerCase() === text) this.#draw(offers);
      return;
    }
    const has = (offer) => `${offer.text} ${offer.label ?? ''}`.toLowerCase();
    const found = told ? this.all.filter((offer) => has(offer).includes(text)) : [...this.all];
    found.sort((a, b) => Number(b.text.startsWith(text)) - Number(a.text.startsWith(text)));
    this.#draw(found);
  }

  #draw(offers) {
    this.at = -1;
    this.list.hidden = !offers.length;
    this.editor.removeAttribute('aria-activedescendant');
    this.list.replaceChildren(
      ...offers.map(({ text, label, html }, i) => {
        const option = document.createElement('div');
        option.id = `offer-${i}`;
        option.setAttribute('role', 'option');
        option.dataset.text = text;
        if (html) {
          const drawing = document.createElement('span');
          drawing.className = 'drawing';
          drawing.innerHTML = html;
          option.append(drawing);
        }
        option.append(text);
        if (label && label !== text) option.append(Object.assign(document.createElement('i'), { textContent: label }));
        return option;
      }),
    );
    if (!offers.length) return;
    const { offsetLeft, offsetTop, offsetHeight, offsetWidth } = this.editor;
    Object.assign(this.list.style, {
      left: `${offsetLeft}px`,
      top: `${offsetTop + offsetHeight}px`,
      minWidth: `${offsetWidth}px`,
    });
  }

  #mark(options) {
    options.forEach((option, i) => option.setAttribute('aria-selected', i === this.at));
    if (this.at >= 0) {
      options[this.at].scrollIntoView({ block: 'nearest' });
      this.editor.setAttribute('aria-activedescendant', options[this.at].id);
    } else {
      this.editor.removeAttribute('aria-activedescendant');
    }
  }
}
