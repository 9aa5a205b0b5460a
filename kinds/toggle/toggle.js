// A toggle beyond what its style sheet does: an address opens a side, finding in the page opens what it finds, and the
// height goes over from side to side.
(roots) => {
  const start = (toggle) => {
    const box = toggle.querySelector(':scope > .rb-sides');
    const sides = [...box.children];
    const radios = [...toggle.querySelectorAll(':scope > .rb-bar .rb-radio')];
    const chosen = () => Math.max(0, radios.findIndex((radio) => radio.checked));
    // reserve gives the box the height of its highest side, which it has while all stand behind each other.
    const reserve = () => {
      if (!box.classList.contains('rb-reserved')) return;
      delete box.dataset.live;
      box.style.minBlockSize = '';
      for (const side of sides) side.removeAttribute('hidden');
      box.style.minBlockSize = `${box.getBoundingClientRect().height}px`;
    };
    const show = () => {
      const at = chosen();
      box.dataset.live = '';
      for (const [i, side] of sides.entries())
        if (i === at) side.removeAttribute('hidden');
        else side.setAttribute('hidden', 'until-found');
    };
    const choose = (i) => {
      if (radios[i]) radios[i].checked = true;
      show();
    };
    const change = () => {
      const before = box.getBoundingClientRect().height;
      show();
      if (!box.classList.contains('rb-moving')) return;
      const after = box.getBoundingClientRect().height;
      const { transitionDuration, transitionTimingFunction: easing } = getComputedStyle(box);
      const duration = parseFloat(transitionDuration) * 1000 || 0;
      box.dataset.moves = '';
      const going = box.animate({ height: [`${before}px`, `${after}px`] }, { duration, easing });
      going.onfinish = going.oncancel = () => delete box.dataset.moves;
    };
    const open = () => {
      let target;
      try {
        target = document.getElementById(decodeURIComponent(location.hash.slice(1)));
      } catch {
        return; // an address that is none
      }
      const i = sides.findIndex((side) => target && side.contains(target));
      if (i < 0) return;
      choose(i);
      target.scrollIntoView();
    };
    toggle.querySelector(':scope > .rb-bar').addEventListener('change', () => {
      change();
      const { id } = sides[chosen()];
      try {
        if (id) history.replaceState(history.state, '', `#${id}`);
      } catch {
        /* a page without an address of its own */
      }
    });
    sides.forEach((side, i) => side.addEventListener('beforematch', () => choose(i)));
    addEventListener('hashchange', open);
    let wide;
    new ResizeObserver(() => {
      const now = box.clientWidth;
      if (now === wide) return;
      wide = now;
      reserve();
      show();
    }).observe(box);
    reserve();
    show();
    open();
  };
  for (const root of roots)
    for (const toggle of root.querySelectorAll(':scope > .rb-toggle')) toggle.toggles ??= (start(toggle), true);
};
