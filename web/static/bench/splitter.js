// The splitter between ledger and proof: dragged, or moved with the arrow keys; a double click, or Enter, puts it back.
// Where it stands is remembered in this browser.
const kept = 'rubrel.split';

export class Splitter {
  constructor(root) {
    this.root = root;
    this.node = document.getElementById('splitter');
    this.least = Number(this.node.ariaValueMin);
    this.most = Number(this.node.ariaValueMax);
    this.begins = parseFloat(getComputedStyle(root).getPropertyValue('--ledger')); // per cent of the bench
    const share = Number(localStorage.getItem(kept));
    this.#stand(share || this.begins);
    this.node.addEventListener('pointerdown', (event) => this.#drag(event));
    this.node.addEventListener('dblclick', () => this.move(this.begins));
    this.node.addEventListener('keydown', (event) => {
      const step = { ArrowLeft: -2, ArrowRight: 2, Home: -100, End: 100, Enter: this.begins - this.at }[event.key];
      if (step === undefined) return;
      event.preventDefault();
      this.move(this.at + step);
    });
  }

  // move gives the ledger so many per cent of the bench.
  move(share) {
    this.#stand(share);
    localStorage.setItem(kept, String(this.at));
  }

  #stand(share) {
    this.at = Math.min(this.most, Math.max(this.least, share));
    this.root.style.setProperty('--ledger', `${this.at}%`);
    this.node.ariaValueNow = String(Math.round(this.at));
  }

  #drag(event) {
    event.preventDefault();
    this.node.focus();
    this.node.setPointerCapture(event.pointerId); // the frames beside it would take the pointer
    const over = ({ clientX }) => {
      const { left, width } = this.root.getBoundingClientRect();
      this.move((100 * (clientX - left)) / width);
    };
    this.node.addEventListener('pointermove', over);
    this.node.addEventListener('pointerup', () => this.node.removeEventListener('pointermove', over), { once: true });
  }
}
