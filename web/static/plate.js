// A plate is a picture on which a place is marked: with the pointer, or with the arrow keys, by one per cent, with
// Shift by ten. What is marked is told as "42% 30%".
export class Plate {
  constructor(element, place, onMark) {
    this.element = element;
    this.onMark = onMark;
    this.dot = element.appendChild(document.createElement('span'));
    this.dot.className = 'place-dot';
    this.show(place);
    element.addEventListener('click', (event) => {
      if (event.detail === 0) return; // a key
      const box = element.querySelector('img').getBoundingClientRect();
      this.#mark(((event.clientX - box.left) / box.width) * 100, ((event.clientY - box.top) / box.height) * 100);
    });
    element.addEventListener('keydown', (event) => {
      const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
      if (!step || event.altKey || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      event.stopPropagation();
      const far = event.shiftKey ? 10 : 1;
      this.#mark(this.x + step[0] * far, this.y + step[1] * far);
    });
  }

  // show puts the dot at a place.
  show(place) {
    const [x, y] = place.split(' ').map((share) => Number.parseFloat(share));
    this.x = Number.isFinite(x) ? x : 50;
    this.y = Number.isFinite(y) ? y : 50;
    if (!this.dot.isConnected) this.element.append(this.dot);
    Object.assign(this.dot.style, { left: `${this.x}%`, top: `${this.y}%` });
  }

  #mark(x, y) {
    const share = (n) => `${Math.round(Math.min(100, Math.max(0, n)) * 10) / 10}%`;
    const place = `${share(x)} ${share(y)}`;
    this.show(place);
    this.onMark(place);
  }
}
