// Whether the server answers. While it does not, it is asked again and again, and what waits for it is told when it is
// back.

const patience = 4000; // ms that it has to say that it is there
const longest = 15_000; // ms between two questions

// answers asks the server whether it and its database are there.
export async function answers() {
  try {
    const answer = await fetch('/healthz', { signal: AbortSignal.timeout(patience), cache: 'no-store' });
    return answer.ok;
  } catch {
    return false;
  }
}

// saidIn is what a page of the server's says is wrong.
export function saidIn(page, status) {
  const alert = new DOMParser().parseFromString(page, 'text/html').querySelector('[role=alert]');
  return alert?.textContent ?? `The server answered with ${status}. Nothing was changed; try again.`;
}

// ask fetches from the server. The error says in words why there is no answer, or none that was asked for.
export async function ask(address, options) {
  let answer;
  try {
    answer = await fetch(address, options);
  } catch {
    throw new Error('The server does not answer. Nothing was changed; try again in a moment.');
  }
  if (!answer.ok) throw new Error(saidIn(await answer.text(), answer.status));
  return answer;
}

export class Server {
  // changed is called with whether the server is away, whenever that changes.
  constructor(changed) {
    this.away = false;
    this.changed = changed;
    this.wake = () => {};
    addEventListener('online', () => this.wake());
    addEventListener('offline', () => this.back());
  }

  // is takes what somebody has found out.
  is(away) {
    if (away === this.away) return;
    this.away = away;
    this.changed(away);
  }

  // back is when the server answers. There is one who asks for all who wait.
  back() {
    this.returning ??= this.#ask().finally(() => {
      this.returning = null;
    });
    return this.returning;
  }

  async #ask() {
    for (let wait = 500; !(await answers()); wait = Math.min(2 * wait, longest)) {
      this.is(true);
      await new Promise((resolve) => {
        this.wake = resolve;
        setTimeout(resolve, wait);
      });
    }
    this.is(false);
  }
}
