// What comes in at first sight. Where the page has been painted already, what is in view stays as it is: nothing that
// a visitor has seen is taken away to be shown again. What lies out of view stands as it will be, and begins anew only
// when somebody scrolls near it: a print or a picture of the whole page shows the end.
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
  const leave = (element) => {
    nearby.delete(element);
    near.unobserve(element);
    watch.unobserve(element);
  };
  // Somebody watches as long as the page has been scrolled a moment ago. What is nearby begins then, and stands as it
  // will be again if it does not come into view.
  const nearby = new Set();
  let watched = 0;
  const begin = (element) => {
    const entrance = waiting.get(element);
    if (!watched || !entrance || entrance.seen || entrance.begun) return;
    entrance.begun = true;
    come(element, entrance.name);
  };
  const rest = () => {
    watched = 0;
    for (const element of nearby) {
      const entrance = waiting.get(element);
      if (!entrance.begun || entrance.seen || entrance.inView) continue;
      entrance.begun = false;
      come(element, 'done');
    }
  };
  addEventListener(
    'scroll',
    () => {
      clearTimeout(watched);
      watched = setTimeout(rest, 1000);
      nearby.forEach(begin);
    },
    { capture: true, passive: true },
  );
  const show = (element) => {
    const entrance = waiting.get(element);
    if (!entrance || entrance.seen) return;
    entrance.seen = true;
    if (!entrance.again) leave(element);
    if (!entrance.begun) return;
    come(element, 'seen');
    entrance.ends = setTimeout(() => come(element, 'done'), entrance.takes + 100);
  };
  const hide = (element) => {
    const entrance = waiting.get(element);
    if (!entrance?.seen) return;
    entrance.seen = entrance.begun = false;
    clearTimeout(entrance.ends);
    come(element, 'done');
    if (nearby.has(element)) begin(element);
  };
  const near = new IntersectionObserver(
    (entries) => {
      for (const { target, isIntersecting } of entries) {
        if (isIntersecting) {
          nearby.add(target);
          begin(target);
        } else nearby.delete(target);
      }
    },
    { rootMargin: '50% 0px' },
  );
  const watch = new IntersectionObserver(
    (entries) => {
      const shown = [];
      for (const { target, isIntersecting, intersectionRatio, intersectionRect } of entries) {
        const entrance = waiting.get(target);
        if (entrance) entrance.inView = isIntersecting;
        if (
          entrance &&
          isIntersecting &&
          (intersectionRatio >= entrance.share || intersectionRect.height > innerHeight * 0.8)
        ) {
          begin(target);
          shown.push(target);
        } else if (entrance?.again && !isIntersecting) hide(target);
      }
      if (shown.length) document.body.offsetWidth; // where they begin is laid out before they go on
      shown.forEach(show);
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
      begun: box.top < innerHeight && box.bottom > 0,
      inView: box.top < innerHeight && box.bottom > 0,
      wait,
      takes: wait + (milliseconds(said('-duration')) || 400),
      share: parseFloat(said('-at').replace('entry', '')) / 100 || 0,
    });
  }
  for (const entrance of found) {
    const { element, name, seen, begun, wait } = entrance;
    element.style.setProperty('--rb-wait', `${wait}ms`);
    come(element, begun && !seen ? name : 'done');
    if (seen && !entrance.again) continue;
    waiting.set(element, entrance);
    near.observe(element);
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
