// The table of the ledger as it is drawn: the rows and columns in sight, with gaps for the others. The server says what
// is to be drawn anew; what stays is moved, not made again, so that focus and a press on a button are not lost.

const parse = (html) => {
  const template = document.createElement('template');
  template.innerHTML = html;
  return template.content.firstElementChild;
};

function copyAttributes(old, fresh) {
  for (const { name } of [...old.attributes]) if (!fresh.hasAttribute(name)) old.removeAttribute(name);
  for (const { name, value } of fresh.attributes) if (old.getAttribute(name) !== value) old.setAttribute(name, value);
}

// become makes an element like another one of its kind, and stays itself.
function become(old, fresh) {
  copyAttributes(old, fresh);
  if (old.innerHTML !== fresh.innerHTML) old.replaceChildren(...fresh.childNodes);
}

const gapCell = () => Object.assign(document.createElement('td'), { className: 'gap' });

function gapRow(n) {
  const tr = document.createElement('tr');
  tr.className = 'gap';
  tr.dataset.n = n;
  tr.append(document.createElement('td'));
  return tr;
}

export class Sheet {
  constructor(scroll) {
    this.scroll = scroll;
    this.rowHeight = this.table.querySelector('tr.cells')?.offsetHeight || 25;
    this.columnWidth = this.table.querySelector('thead .record')?.offsetWidth || 94;
    this.read();
  }

  // headHeight is that of the heads, which stay in view.
  get headHeight() {
    return this.table.tHead.rows[0].offsetHeight;
  }

  get table() {
    return document.getElementById('grid');
  }
  get first() {
    return Number(this.table.dataset.first);
  }
  // leading is how many cells stand before those of the records: the row's name, All, and Featured where there is that.
  get leading() {
    return Number(this.table.dataset.leading);
  }
  get columnCount() {
    return this.leading + Number(this.table.dataset.count);
  }

  // read finds the cells, by their places among all rows and columns: the heads of the records first, then every
  // row with its own head. What is not in sight has no cell.
  read() {
    const { table } = this;
    this.rows = [];
    this.places = new Map();
    this.sections = []; // by the key of each: where its rows begin, and how many there are
    const take = (tr, row) => {
      const cells = [...tr.children].filter((cell) => !cell.classList.contains('gap'));
      this.rows[row] = [];
      tr.ariaRowIndex = row + 1;
      cells.forEach((cell, i) => {
        const column = i < this.leading ? i : i + this.first;
        this.rows[row][column] = cell;
        cell.ariaColIndex = column + 1;
        this.places.set(cell, { row, column });
      });
    };
    take(table.tHead.rows[0], 0);
    let row = 1;
    for (const body of table.tBodies) {
      const from = row;
      for (const tr of body.rows) {
        if (tr.classList.contains('gap')) row += Number(tr.dataset.n);
        else if (tr.classList.contains('cells')) take(tr, row++);
      }
      this.sections.push({ axis: body.dataset.axis, from, count: row - from });
    }
    this.rowCount = row;
    this.#size();
  }

  // size gives the gaps the room of what they stand for. Nothing is measured before they have it, or the place to
  // which the ledger is scrolled would be lost.
  #size() {
    const { table } = this;
    for (const gap of table.querySelectorAll('tr.gap'))
      gap.firstChild.style.height = `${gap.dataset.n * this.rowHeight}px`;
    const [before, after] = [
      this.first,
      this.columnCount - this.leading - this.first - table.querySelectorAll('col.col-record').length,
    ];
    const gaps = [...table.querySelectorAll('col.col-gap')];
    if (before) gaps[0].style.width = `${before * this.columnWidth}px`;
    if (after) gaps.at(-1).style.width = `${after * this.columnWidth}px`;
    const span = this.leading + table.querySelectorAll('col.col-record').length + gaps.length;
    for (const wide of table.querySelectorAll('.section th, tr.none td, tr.gap td')) wide.colSpan = span;
  }

  // apply draws what the server says is not as it is drawn.
  apply({ attributes, layout, columns = {}, sections = {}, rows = {}, cells = [] }) {
    const { table } = this;
    for (const [name, value] of Object.entries(attributes)) table.setAttribute(name, value);
    const drawn = {
      columns: new Map([...table.querySelectorAll('thead .record')].map((th) => [th.dataset.record, th])),
      sections: new Map([...table.tBodies].map((body) => [body.dataset.key, body])),
      rows: new Map([...table.querySelectorAll('tr.cells')].map((tr) => [tr.dataset.key, tr])),
    };
    const before = [...drawn.columns.keys()];
    const put = (map, key, html) => {
      const old = map.get(key);
      if (old) become(old, parse(html));
      else map.set(key, parse(html));
    };
    for (const [id, html] of Object.entries(columns)) put(drawn.columns, id, html);
    for (const [key, html] of Object.entries(rows)) {
      const [old, fresh] = [drawn.rows.get(key), parse(html)];
      if (old) {
        copyAttributes(old, fresh);
        become(old.firstElementChild, fresh.firstElementChild);
      } else {
        drawn.rows.set(key, fresh);
      }
    }
    if (layout) this.#arrange(layout, drawn, before, sections);
    else
      for (const [key, html] of Object.entries(sections))
        become(drawn.sections.get(key).querySelector('.section'), parse(html));
    for (const { row, column, html } of cells) {
      const own = [...drawn.rows.get(row).children].filter((cell) => !cell.classList.contains('gap'));
      become(own[column + 1], parse(html));
    }
    this.read();
  }

  // arrange puts columns, sections and rows where they stand now.
  #arrange({ columns, sections }, drawn, before, headings) {
    const { table } = this;
    const gaps = [this.first > 0, this.columnCount - this.leading - this.first - columns.length > 0];
    // line is a row's own cells and those of the records, which were in the order of before.
    const line = (own, records) => {
      const all = columns.map((id) => records.get(id) ?? document.createElement('td'));
      return [...own, ...(gaps[0] ? [gapCell()] : []), ...all, ...(gaps[1] ? [gapCell()] : [])];
    };
    const head = table.tHead.rows[0];
    head.replaceChildren(...line([...head.children].slice(0, this.leading), drawn.columns));
    const col = (name) => Object.assign(document.createElement('col'), { className: name });
    table
      .querySelector('colgroup')
      .replaceChildren(
        ...[
          'col-head',
          ...Array(this.leading - 1).fill('col-all'),
          ...(gaps[0] ? ['col-gap'] : []),
          ...columns.map(() => 'col-record'),
          ...(gaps[1] ? ['col-gap'] : []),
        ].map(col),
      );
    const bodies = sections.map(({ key, axis, before: above, after: below, empty, rows }) => {
      const body = drawn.sections.get(key) ?? document.createElement('tbody');
      const old = body.querySelector('.section');
      const fresh = headings[key] && parse(headings[key]);
      if (old && fresh) become(old, fresh);
      body.dataset.key = key;
      body.dataset.axis = axis;
      const lines = rows.map((id) => {
        const tr = drawn.rows.get(id);
        const cells = [...tr.children].filter((cell) => !cell.classList.contains('gap'));
        const own = Array.from({ length: this.leading }, (_, i) => cells[i] ?? document.createElement('td'));
        tr.replaceChildren(
          ...line(
            own,
            new Map(before.map((record, i) => [record, cells[this.leading + i]]).filter(([, cell]) => cell)),
          ),
        );
        return tr;
      });
      const none = document.createElement('tr');
      none.className = 'none';
      none.append(Object.assign(document.createElement('td'), { textContent: 'Nothing yet.' }));
      body.replaceChildren(
        old ?? fresh,
        ...(above ? [gapRow(above)] : []),
        ...lines,
        ...(below ? [gapRow(below)] : []),
        ...(empty ? [none] : []),
      );
      return body;
    });
    table.replaceChildren(table.querySelector('colgroup'), table.tHead, ...bodies);
  }

  // drawnRows and drawnColumns are the places of what is drawn, the end left out.
  get drawnRows() {
    const places = Object.keys(this.rows)
      .map(Number)
      .filter((row) => row > 0);
    return [Math.min(...places) - 1, Math.max(...places)];
  }

  get drawnColumns() {
    return [this.first, this.first + this.table.querySelectorAll('thead .record').length];
  }

  // wanted is what should be drawn where something that can be seen is not: windows of rows and columns, or null.
  wanted() {
    const rows = this.#around(this.drawnRows, this.rowCount - 1, this.#rowsSeen(), 80, 10);
    const columns = this.#around(this.drawnColumns, this.columnCount - this.leading, this.#columnsSeen(), 16, 4);
    return rows || columns
      ? { rows: (rows ?? this.drawnRows).join('-'), columns: (columns ?? this.drawnColumns).join('-') }
      : null;
  }

  // around is a window of so many, in steps, with what is seen in its middle; null where what is drawn will do.
  #around([from, to], count, [first, last], size, step) {
    if ((first >= from && last <= to) || count === 0) return null;
    const room = Math.max(size, last - first + 2 * step);
    const begin = Math.max(0, Math.min(Math.floor((first - (room - (last - first)) / 2) / step) * step, count - room));
    return [begin, Math.min(count, begin + room)];
  }

  // about are windows with a place in their middle.
  about({ row, column }) {
    const window = (at, size) => `${Math.max(0, at - size / 2)}-${Math.max(0, at - size / 2) + size}`;
    return { rows: window(Math.max(0, row - 1), 80), columns: window(Math.max(0, column - this.leading), 16) };
  }

  // bring scrolls so that a place is seen, whether there is a cell or not.
  bring({ row, column }) {
    const { scroll } = this;
    const box = scroll.getBoundingClientRect();
    if (column >= this.leading) {
      const own = this.rows[0].slice(0, this.leading).reduce((sum, cell) => sum + cell.offsetWidth, 0);
      const left = own + (column - this.leading) * this.columnWidth;
      if (left < scroll.scrollLeft + own || left + this.columnWidth > scroll.scrollLeft + scroll.clientWidth)
        scroll.scrollLeft = left - scroll.clientWidth / 2;
    }
    let from = 1;
    for (const tr of [...this.table.tBodies].flatMap((body) => [...body.rows])) {
      const n = tr.classList.contains('gap') ? Number(tr.dataset.n) : Number(tr.classList.contains('cells'));
      if (row >= from && row < from + n) {
        const top = tr.getBoundingClientRect().top - box.top + (row - from) * this.rowHeight;
        if (top < this.headHeight || top + this.rowHeight > box.height) scroll.scrollTop += top - box.height / 2;
      }
      from += n;
    }
  }

  #columnsSeen() {
    const { scrollLeft, clientWidth } = this.scroll;
    const own = this.rows[0].slice(0, this.leading).reduce((sum, cell) => sum + cell.offsetWidth, 0);
    const all = this.columnCount - this.leading;
    const first = Math.floor(Math.max(0, scrollLeft - own) / this.columnWidth);
    return [Math.min(first, all), Math.min(all, Math.ceil((scrollLeft + clientWidth - own) / this.columnWidth))];
  }

  #rowsSeen() {
    const box = this.scroll.getBoundingClientRect();
    let [first, last, row] = [null, 0, 0];
    for (const body of this.table.tBodies) {
      for (const tr of body.rows) {
        const n = tr.classList.contains('gap') ? Number(tr.dataset.n) : Number(tr.classList.contains('cells'));
        const at = tr.getBoundingClientRect();
        if (n && at.bottom > box.top && at.top < box.bottom) {
          const above = Math.max(0, Math.floor((box.top - at.top) / this.rowHeight));
          const below = Math.min(n, Math.ceil((box.bottom - at.top) / this.rowHeight));
          first ??= row + Math.min(above, n - 1);
          last = row + Math.max(below, 1);
        }
        row += n;
      }
    }
    return first === null ? this.drawnRows : [first, last];
  }
}
