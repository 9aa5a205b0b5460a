// Figures that count. The number in the page stays what it is; the passing ones are shown over it. The browser's
// own clock of animations does the easing.
(roots) => {
  const running = new Map();
  const milliseconds = (text) => parseFloat(text) * (/\ds/.test(text) ? 1000 : 1) || 0;
  const stop = (digits) => {
    cancelAnimationFrame(running.get(digits));
    running.delete(digits);
  };
  const hear = ({ target }) => {
    const digits = target.querySelector('[data-to]');
    if (!digits) return;
    const { from, to, places } = digits.dataset;
    const { sight } = target.dataset;
    const { step = 0, interval = 0 } = target.closest('.rb-sheet').dataset;
    const numbers = new Intl.NumberFormat(target.closest('[lang]')?.lang || undefined, {
      minimumFractionDigits: places,
      maximumFractionDigits: places,
      useGrouping: /\d\D\d{3}(?!\d)/.test(digits.textContent) || to.length < 5,
    });
    const show = (n) => {
      digits.dataset.now = numbers.format(n);
    };
    stop(digits);
    if (sight === 'count') show(from);
    else if (sight === 'done') delete digits.dataset.now;
    else if (sight === 'seen') {
      const style = getComputedStyle(target);
      const said = (name) => style.getPropertyValue(name).trim();
      const clock = target.animate(null, {
        duration: milliseconds(said('--rb-enter-duration')) || 400,
        delay: milliseconds(said('--rb-wait')),
        easing: said('--rb-enter-easing') || 'ease-out',
        fill: 'both',
      });
      let last = -Infinity;
      const frame = (now) => {
        if (clock.playState === 'finished') {
          clock.cancel();
          delete digits.dataset.now;
          return;
        }
        if (now - last >= interval) {
          last = now;
          const way = (to - from) * clock.effect.getComputedTiming().progress;
          show(+from + (+step ? Math.trunc(way / step) * step : way));
        }
        running.set(digits, requestAnimationFrame(frame));
      };
      frame(0);
    }
  };
  for (const root of roots) root.counts ??= (root.addEventListener('rb-seen', hear), true);
};
