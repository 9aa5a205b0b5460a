// The mends in the list of marks: pointed at, or reached by the keyboard, each is shown in the proof before it is
// taken.

const patience = 140; // ms: who only passes over a button asks for nothing

export class Mends {
  constructor(desk, proof) {
    this.proof = proof;
    this.late = null;
    this.button = null;
    this.taken = -1; // the place of the mend that was taken last, until its mark has gone
    const list = document.body; // the list itself is drawn anew
    // Not pointerover: the list may move under a mouse that stands still, while the keyboard chooses.
    for (const kind of ['pointermove', 'focusin']) list.addEventListener(kind, (event) => this.#follow(event.target));
    list.addEventListener('pointerout', (event) => {
      if (!event.relatedTarget) this.#follow(document.activeElement);
    });
    desk.onChange(() => {
      this.button = null;
    });
    // A mend that was taken by the keyboard goes with its button: the one that has come into its place has the focus.
    list.addEventListener('click', ({ target }) => {
      const button = target.closest('[data-mend], [data-mend-all]');
      this.taken = button ? [...document.querySelectorAll('[data-mend], [data-mend-all]')].indexOf(button) : -1;
    });
    desk.onChecked(() => {
      if (this.taken < 0 || document.activeElement !== document.body) return;
      const left = [...document.querySelectorAll('[data-mend], [data-mend-all]')];
      (left[Math.min(this.taken, left.length - 1)] ?? document.querySelector('.cur'))?.focus();
      this.taken = -1;
    });
  }

  #follow(target) {
    const button = target.closest?.('[data-which]') ?? null;
    if (button === this.button) return;
    this.button = button;
    clearTimeout(this.late);
    const mend = button ? `?${new URLSearchParams({ mark: button.dataset.mend, which: button.dataset.which })}` : '';
    this.late = setTimeout(() => this.proof.preview(mend), patience);
  }
}
