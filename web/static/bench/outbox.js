// The edits that the server has not taken yet, in the order in which they were made. They are in the browser's storage
// as well: a page that is shut, or loaded again, loses none, and the next page of the block sends them.
import { newToken } from './token.js';

const prefix = 'rubrel.unsent';

export class Outbox {
  constructor(url) {
    this.url = url;
    this.made = 0;
    this.entries = []; // those of this page, and those that it found
    this.stored = true; // the storage has taken all of them
    for (const name of Object.keys(localStorage).sort()) {
      if (!name.startsWith(`${prefix} ${url} `)) continue;
      this.entries.push({ name, ...JSON.parse(localStorage.getItem(name)), found: true });
    }
  }

  get size() {
    return this.entries.length;
  }

  // add keeps the fields of an edit. Its key says to the server that it is one and the same when it is sent again;
  // known are the keys of what other pages made before it and this one shows.
  add(fields) {
    const found = this.entries.filter((entry) => entry.found);
    const known = found.map((entry) => entry.fields['edit-key']).join(' ');
    const time = String(Date.now()).padStart(15, '0');
    const entry = {
      name: `${prefix} ${this.url} ${time}-${String(this.made++).padStart(6, '0')}`,
      fields: { ...fields, known, 'edit-key': newToken() },
    };
    this.entries.push(entry);
    try {
      localStorage.setItem(entry.name, JSON.stringify({ fields: entry.fields }));
    } catch {
      this.stored = false; // it is full: the edit lives as long as the page
    }
    return entry;
  }

  remove(entry) {
    this.entries = this.entries.filter((other) => other !== entry);
    localStorage.removeItem(entry.name);
    if (!this.size) this.stored = true;
  }
}

// waitingAt are the addresses of the benches whose edits wait in this browser, with how many each has.
export function waitingAt() {
  const counts = new Map();
  for (const name of Object.keys(localStorage)) {
    if (!name.startsWith(`${prefix} `)) continue;
    const url = name.split(' ')[1];
    counts.set(url, (counts.get(url) ?? 0) + 1);
  }
  return counts;
}
