// A row of reviews that slides. The row itself scrolls and snaps; this moves it, says where it is, and moves it by
// itself while nobody minds. Endless is a matter of order: no review is there twice.
(roots) => {
  const start = (box) => {
    const row = box.querySelector('.rb-reviews');
    const own = [...row.children];
    let items = own; // those that are shown at this width
    const all = (name) => [...box.querySelectorAll(name)];
    const [previous] = all('.rb-previous');
    const [next] = all('.rb-next');
    const [pause] = all('.rb-pause');
    const [place] = all('.rb-place');
    const endless = 'endless' in box.dataset;
    let turns = items.map(() => 0);
    const gap = () => parseFloat(getComputedStyle(row).columnGap) || 0;
    const pitch = () => items[0].getBoundingClientRect().width + gap();
    const inSight = () => Math.max(1, Math.round((row.clientWidth + gap()) / pitch()));
    const last = () => Math.max(0, items.length - inSight());
    const at = () => Math.min(last(), Math.round(Math.abs(row.scrollLeft) / pitch()));
    const way = () => (getComputedStyle(row).direction === 'rtl' ? -1 : 1);
    const inOrder = () => [...items.keys()].sort((a, b) => turns[a] - turns[b] || a - b);
    let clock;
    let timer;
    let still = !box.dataset.moves;
    let seen = false;

    // turn has so many things go from one end to the other; what is in sight stays where it is. A row that snaps would
    // follow what it has snapped to by itself.
    const turn = (n) => {
      const order = inOrder();
      const { scrollSnapType } = row.style;
      row.style.scrollSnapType = 'none';
      for (const i of n > 0 ? order.slice(0, n) : order.slice(n)) {
        turns[i] += Math.sign(n);
        items[i].style.order = turns[i];
      }
      row.scrollLeft -= way() * n * pitch();
      row.style.scrollSnapType = scrollSnapType;
    };
    const show = () => {
      const now = endless ? inOrder()[at()] : at();
      all('.rb-dot').forEach((dot, i) => {
        dot.hidden = i > (endless ? items.length - 1 : last());
        dot.toggleAttribute('aria-current', i === now);
        if (i === now) dot.ariaCurrent = 'true';
      });
      if (place) place.textContent = place.dataset.words.replace('{place}', now + 1).replace('{all}', items.length);
      const end = row.scrollWidth - row.clientWidth;
      const reached = endless ? (now + 1) / items.length : end > 1 ? Math.abs(row.scrollLeft) / end : 1;
      box.style.setProperty('--rb-reached', reached);
      if (endless) return;
      previous?.toggleAttribute('aria-disabled', at() < 1);
      next?.toggleAttribute('aria-disabled', at() >= last());
      for (const arrow of all('[aria-disabled]')) arrow.ariaDisabled = 'true';
    };
    const go = (to) => {
      clock?.cancel();
      row.style.scrollSnapType = 'none';
      if (endless && last() && to > last()) turn(to - last());
      if (endless && last() && to < 0) turn(to);
      const from = row.scrollLeft;
      const i = endless ? Math.max(0, Math.min(last(), to > last() ? last() : to)) : Math.max(0, Math.min(last(), to));
      const target = way() * Math.min(i * pitch(), row.scrollWidth - row.clientWidth);
      const { transitionDuration, transitionTimingFunction: easing } = getComputedStyle(row);
      const duration = parseFloat(transitionDuration) * 1000 || 0;
      const own = (clock = row.animate(null, { duration, easing, fill: 'both' }));
      const frame = () => {
        if (own !== clock || own.playState === 'idle') return;
        row.scrollLeft = from + (target - from) * (own.effect.getComputedTiming().progress ?? 1);
        if (own.playState !== 'finished') return requestAnimationFrame(frame);
        row.style.scrollSnapType = '';
        show();
      };
      frame();
    };
    const step = (n) => go(at() + n * (box.dataset.step === '1' ? 1 : inSight()));

    const held = () => still || !seen || document.hidden || box.matches(':hover, :focus-within') ||
      matchMedia('(prefers-reduced-motion: reduce)').matches;
    const tick = () => {
      clearTimeout(timer);
      row.ariaLive = still ? 'polite' : 'off';
      if (still) return;
      timer = setTimeout(() => {
        if (!held()) at() < last() || endless ? step(1) : go(0);
        tick();
      }, box.dataset.moves * 1000);
    };
    const stop = (now) => {
      still = now;
      if (pause) {
        pause.toggleAttribute('data-still', still);
        const { label = pause.ariaLabel, play } = pause.dataset;
        pause.dataset.label = label;
        pause.ariaLabel = still ? play : label;
      }
      tick();
    };
    previous?.addEventListener('click', () => step(-1));
    next?.addEventListener('click', () => step(1));
    all('.rb-dot').forEach((dot, i) => dot.addEventListener('click', () => go(endless ? inOrder().indexOf(i) : i)));
    pause?.addEventListener('click', () => stop(!still));
    row.addEventListener('keydown', (e) => {
      const n = { ArrowRight: way(), ArrowLeft: -way() }[e.key];
      if (!n || e.target !== row) return;
      e.preventDefault();
      step(n);
    });
    row.addEventListener('pointerdown', (e) => e.pointerType === 'touch' && box.dataset.moves && stop(true));
    row.addEventListener('wheel', () => clock?.cancel(), { passive: true });
    row.addEventListener('scroll', show, { passive: true });
    row.addEventListener('scrollend', () => {
      if (!endless || last() < 2 || clock?.playState === 'running') return;
      if (at() < 1) turn(-1);
      else if (at() >= last()) turn(1);
    });
    new ResizeObserver(() => {
      const shown = own.filter((item) => item.getClientRects().length);
      if (shown.length && (shown.length !== items.length || shown.some((item, i) => item !== items[i]))) {
        for (const item of own) item.style.order = '';
        turns = (items = shown).map(() => 0);
      }
      show();
    }).observe(row);
    new IntersectionObserver(([entry]) => (seen = entry.isIntersecting)).observe(box);
    box.dataset.live = '';
    tick();
    show();
  };
  for (const root of roots)
    for (const box of root.querySelectorAll('.rb-carousel')) box.slides ??= (start(box), true);
};
