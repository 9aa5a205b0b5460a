// What comes in at first sight. Where the page has been painted already, what is in view stays as it is: nothing that
// a visitor has seen is taken away to be shown again.
(roots) => {
  if (!matchMedia('(prefers-reduced-motion: no-preference)').matches) return;
  const painted = performance.getEntriesByType('paint').length > 0;
  const thresholds = [0, 0.25, 0.5, 0.75, 1];
  const milliseconds = (text) => parseFloat(text) * (/\ds/.test(text) ? 1000 : 1) || 0;
  const waiting = new Map();

  // A form's own script hears what its parts come to.
  const come = (element, sight) => {
    element.dataset.sight = sight;
    element.dispatchEvent(new Event('rb-seen', { bubbles: true }));
  };
  const show = (element) => {
    const entrance = waiting.get(element);
    if (!entrance || entrance.seen) return;
    entrance.seen = true;
    if (!entrance.again) watch.unobserve(element);
    come(element, 'seen');
    entrance.ends = setTimeout(() => come(element, 'done'), entrance.takes + 100);
  };
  const hide = (element) => {
    const entrance = waiting.get(element);
    if (!entrance?.seen) return;
    entrance.seen = false;
    clearTimeout(entrance.ends);
    come(element, entrance.name);
  };
  const watch = new IntersectionObserver(
    (entries) => {
      for (const { target, isIntersecting, intersectionRatio, intersectionRect } of entries) {
        const entrance = waiting.get(target);
        if (
          entrance &&
          isIntersecting &&
          (intersectionRatio >= entrance.share || intersectionRect.height > innerHeight * 0.8)
        )
          show(target);
        else if (entrance?.again && !isIntersecting) hide(target);
      }
    },
    { threshold: thresholds },
  );

  // Everything is read before anything is written, so that the page is laid out once.
  const found = [];
  for (const element of roots.flatMap((root) => [...root.querySelectorAll('*')])) {
    if (element.dataset.sight) continue;
    const style = getComputedStyle(element);
    const said = (name) => style.getPropertyValue(`--rb-enter${name}`).trim();
    const name = said('');
    if (!name || name === 'none') continue;
    const box = element.getBoundingClientRect();
    const delay = said('-delay');
    const item = element.closest('[data-record]') ?? element;
    const place = /each/.test(delay)
      ? [...item.parentElement.children]
          .filter((e) => e.className === item.className || e.matches('[data-record]'))
          .indexOf(item)
      : 1;
    const wait = milliseconds(delay) * Math.max(0, place);
    found.push({
      element,
      again: element.closest('[data-again]') != null,
      name,
      seen: painted && box.top < innerHeight && box.bottom > 0,
      wait,
      takes: wait + (milliseconds(said('-duration')) || 400),
      share: parseFloat(said('-at').replace('entry', '')) / 100 || 0,
    });
  }
  for (const entrance of found) {
    const { element, name, seen, wait } = entrance;
    element.style.setProperty('--rb-wait', `${wait}ms`);
    come(element, seen ? 'done' : name);
    if (seen && !entrance.again) continue;
    waiting.set(element, entrance);
    watch.observe(element);
  }
  // A page that waits for its fonts styles everything before it begins to render; browsers start no transition from
  // a style of that time. One change in a frame that is rendered makes it a style of now.
  requestAnimationFrame(() => roots.forEach((root) => root.style.setProperty('--rb-begun', 1)));
  for (const root of roots)
    root.addEventListener('focusin', ({ target }) => {
      for (let e = target; e; e = e.parentElement) show(e);
    });
};
