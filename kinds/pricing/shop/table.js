// What a price list does in the visitor's browser: it keeps the choice in the address, ends an offer at its deadline,
// and counts totals for a number of seats with whole minor units, as the core does. It may run again on one page: it
// takes up what it finds.
(roots) => {
  const all = (root, selector) => [...root.querySelectorAll(selector)];

  const keep = (name, value) => {
    const address = new URL(location);
    address.searchParams.set(name, value);
    try {
      history.replaceState(history.state, '', address);
    } catch {
      /* a page without an address of its own */
    }
  };

  const end = (item) => {
    const left = item.dataset.ends * 1000 - Date.now();
    item.classList.toggle('rb-ended', left <= 0);
    if (left > 0) setTimeout(end, Math.min(left, 1e9), item);
  };

  // total is what n seats cost by a tariff: a base amount, the size of a package, whether all are at the band's rate,
  // and the bands, each with its end (0 for none) and its rate.
  const total = ([base, size, volume, ...bands], n) => {
    const count = (n + size - 1n) / size;
    let sum = base;
    let from = 0n;
    for (let i = 0; i < bands.length; i += 2) {
      const to = i + 2 < bands.length && bands[i] && bands[i] < count ? bands[i] : count;
      if (volume) {
        if (to === count) return base + bands[i + 1] * count;
      } else if (to > from) {
        sum += bands[i + 1] * (to - from);
        from = to;
      }
    }
    return sum;
  };

  class Counter {
    constructor(table, field) {
      this.table = table;
      this.field = field;
      this.list = JSON.parse(this.table.querySelector('.rb-list').textContent);
      for (const choices of Object.values(this.list.plans)) {
        for (const at in choices) choices[at] = choices[at].map((tariff) => tariff.map(BigInt));
      }
    }

    clamp(asked) {
      const { least, most, step } = this.list;
      let n = Math.min(Math.max(Math.round(asked), least), most);
      n = least + Math.round((n - least) / step) * step;
      return n > most ? n - step : n;
    }

    // take shows what a number of seats comes to; settled puts a number that was out of range right in its field.
    take(asked, settled) {
      if (this.field.value === '' && !settled) return;
      const { least, most, step, says, nouns } = this.list;
      const n = this.clamp(Number.isFinite(asked) ? asked : (this.n ?? least));
      const noun = nouns[n === 1 ? 0 : 1];
      this.n = n;
      const message =
        asked < least
          ? says.least.replace('{n}', least)
          : asked > most
            ? says.most.replace('{n}', most)
            : asked !== n
              ? says.step.replace('{n}', step)
              : '';
      if (message || !settled) this.table.querySelector('.rb-says').textContent = message;
      if (settled) this.field.value = n;
      for (const shown of all(this.table, '.rb-count')) shown.textContent = n;
      this.field.setAttribute('aria-valuetext', `${n} ${noun}`.trim());
      for (const link of all(this.table, '[data-link]')) link.href = link.dataset.link.replace('{seats}', n);
      for (const amount of all(this.table, '[data-by]')) this.write(amount, n);
      this.fit(n);
    }

    write(amount, n) {
      const at = amount.closest('[data-at]').dataset.at;
      const tariffs = this.list.plans[amount.closest('[data-record]').dataset.record][at];
      const steps = amount.dataset.by.split(' ');
      let value = total(tariffs[steps.includes('was') ? 1 : 0], BigInt(n));
      for (const step of steps) {
        if (step === 'was') continue;
        const [by, over] = step.split('/').map(BigInt);
        value = (2n * value * by + over) / (2n * over); // ties up, as the core rounds
      }
      const [whole, fraction] = this.number(value, this.list.digits[at.split('.')[1]]);
      const mark = fraction && this.list.number.decimal;
      if (amount.classList.contains('rb-amount')) {
        const put = (part, text) => {
          const e = amount.querySelector(`.rb-${part}`);
          if (e) e.textContent = text;
        };
        put('whole', whole);
        put('separator', mark);
        put('fraction', fraction);
      } else {
        amount.textContent = amount.textContent.replace(/\p{Nd}(.*\p{Nd})?/su, whole + mark + fraction);
      }
    }

    number(value, digits) {
      const { group, sizes, least, drop, local } = this.list.number;
      const text = String(value).padStart(digits + 1, '0');
      let rest = text.slice(0, text.length - digits);
      let fraction = text.slice(text.length - digits);
      if (drop && !Number(fraction)) fraction = '';
      let whole = rest;
      if (sizes[0] && rest.length >= sizes[0] + least) {
        whole = rest.slice(-sizes[0]);
        for (rest = rest.slice(0, -sizes[0]); rest; rest = rest.slice(0, -sizes[1]))
          whole = rest.slice(-sizes[1]) + group + whole;
      }
      const written = (s) => (local ? s.replace(/\d/g, (d) => [...local][d]) : s);
      return [written(whole), written(fraction)];
    }

    // fit brings the plan forward that the number of seats picks: by the ranges, or the one that costs least.
    fit(n) {
      const cards = all(this.table, '.rb-sliding [data-record]');
      const chosen = (param) =>
        Math.max(
          0,
          all(this.table, `[data-param=${param}]`).findIndex((radio) => radio.checked),
        );
      const at = `${chosen('period')}.${chosen('currency')}`;
      let best = null;
      let least;
      for (const card of cards) {
        const { record } = card.dataset;
        const { ranges, plans } = this.list;
        if (ranges) {
          const [from, to] = ranges[record] ?? [1, -1];
          if (!best && n >= from && (!to || n <= to)) best = card;
        } else if (plans[record]?.[at]) {
          const cost = total(plans[record][at][0], BigInt(n));
          if (!best || cost < least) [best, least] = [card, cost];
        }
      }
      for (const card of cards) card.classList.toggle('rb-featured', card === best);
    }
  }

  // tell has the other lists of the page take the same side, where one is called the same.
  const tell = (table, chosen) => {
    const called = (radio) => radio.closest('label')?.querySelector('.rb-label')?.firstChild?.textContent;
    for (const other of document.querySelectorAll('.rb-table')) {
      if (other === table) continue;
      const sides = all(other, `[data-param=${chosen.dataset.param}]`);
      const same =
        sides.find((radio) => radio.value === chosen.value) ?? sides.find((radio) => called(radio) === called(chosen));
      if (!same || same.checked) continue;
      same.checked = true;
      same.dispatchEvent(new Event('change', { bubbles: true }));
    }
  };

  // begin listens to a table. What it holds may change under it: the counter is the one of the last run.
  const begin = (table) => {
    const state = {};
    table.addEventListener('change', ({ target }) => {
      const { counter } = state;
      if (target.dataset.param) keep(target.dataset.param, target.value);
      if (target.dataset.param && 'together' in table.dataset) tell(table, target);
      if (counter && target === counter.field) {
        counter.take(Number(target.value), true);
        keep('seats', counter.n);
      } else {
        counter?.fit(counter.n);
      }
    });
    table.addEventListener('input', ({ target }) => {
      if (target === state.counter?.field) state.counter.take(Number(target.value));
    });
    table.addEventListener('click', ({ target }) => {
      const { counter } = state;
      const by = target.closest('.rb-more') ? 1 : target.closest('.rb-fewer') ? -1 : 0;
      if (!by || !counter) return;
      counter.take(counter.n + by * counter.list.step);
      counter.field.value = counter.n;
      keep('seats', counter.n);
    });
    return state;
  };

  // The region that the visitor's browser says, or that is likely for its language.
  const locales = (navigator.languages ?? []).map((tag) => new Intl.Locale(tag));
  const region = locales.find((locale) => locale.region)?.region ?? locales[0]?.maximize().region;

  const query = new URLSearchParams(location.search);
  for (const table of roots.flatMap((root) => all(root, '.rb-table'))) {
    all(table, '[data-ends]').forEach(end);
    for (const radio of all(table, '[data-param]')) {
      const asked = query.get(radio.dataset.param)?.toLowerCase();
      const mine = !asked && !table.rubrel && radio.dataset.regions?.split(' ').includes(region);
      if (asked === radio.value || mine) radio.checked = true;
    }
    const state = (table.rubrel ??= begin(table));
    const field = table.querySelector('.rb-number, .rb-range');
    const n = state.counter?.n;
    state.counter = field && new Counter(table, field);
    if (field) state.counter.take(Number(query.get('seats') ?? n ?? field.value), true);
  }
};
