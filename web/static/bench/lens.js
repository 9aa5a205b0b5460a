// Lenses on the proof: the same frames as somebody else meets them. What a filter can do is a filter on the frame; the
// rest is done to the frame's document, over the exported bytes, and undone by showing those again.
const inLook = (rules) => `@layer rubrel.look{${rules}}`;

const sheets = {
  still: inLook(
    '[data-rb],[data-rb] *,[data-rb] ::before,[data-rb] ::after{transition:none!important;animation:none!important}',
  ),
  forced: inLook(`
    [data-rb], [data-rb] *, [data-rb] ::before, [data-rb] ::after {
      color: #fff !important;
      background-color: #000 !important;
      background-image: none !important;
      border-color: #fff !important;
      box-shadow: none !important;
      text-shadow: none !important;
    }
    [data-rb] a, [data-rb] a * { color: #ff0 !important; border-color: #ff0 !important; }
    [data-rb] button { color: #fff !important; border-color: #fff !important; }`),
};

const texts = (page) => {
  const walker = page.createTreeWalker(page.body, NodeFilter.SHOW_TEXT, (node) =>
    node.parentElement.closest('script, style, .rb-spoken') || !node.data.trim()
      ? NodeFilter.FILTER_REJECT
      : NodeFilter.FILTER_ACCEPT,
  );
  const nodes = [];
  while (walker.nextNode()) nodes.push(walker.currentNode);
  return nodes;
};

const acts = {
  // Text alone at twice its size, as WCAG 2.2, 1.4.4 asks that a page bears: boxes keep their measure.
  large(page) {
    const elements = [...page.querySelectorAll('[data-rb], [data-rb] *')].filter((e) => !e.closest('svg'));
    const sizes = elements.map((e) => parseFloat(page.defaultView.getComputedStyle(e).fontSize));
    elements.forEach((e, i) => e.style.setProperty('font-size', `${sizes[i] * 2}px`, 'important'));
  },
  mirrored(page) {
    for (const e of page.querySelectorAll('html, [data-rb]')) e.dir = 'rtl';
  },
  // Every word two fifths longer, as another language may have it.
  long(page) {
    for (const node of texts(page))
      node.data = node.data.replace(
        /\p{L}{3,}/gu,
        (word) => word + word.slice(0, Math.ceil(word.length * 0.4)).toLowerCase(),
      );
  },
};

export class Lens {
  constructor(frames, show) {
    this.frames = frames;
    this.choice = document.getElementById('lens');
    this.choice.addEventListener('change', async () => {
      for (const name of [...this.frames.classList]) if (name.startsWith('lens-')) this.frames.classList.remove(name);
      this.frames.classList.add(`lens-${this.name}`);
      await show();
    });
  }

  get name() {
    return this.choice.value;
  }

  // put lays the lens over a frame's document, which shows the exported bytes.
  put(page) {
    const { name } = this;
    const view = page.defaultView;
    page.adoptedStyleSheets = [];
    if (sheets[name]) {
      const sheet = new view.CSSStyleSheet();
      sheet.replaceSync(sheets[name]);
      page.adoptedStyleSheets = [sheet];
    }
    acts[name]?.(page);
  }
}
