// What a new block can be: typing leaves those that are for it, arrows walk them, Enter takes the first. The frames are
// scaled to their windows and show the page at its true width.
const shownAt = 720; // CSS px
const field = document.getElementById('find');
const choices = [...document.querySelectorAll('.choice')];

const fit = () => {
  for (const view of document.querySelectorAll('.choice iframe')) {
    const { clientWidth, clientHeight } = view.parentElement;
    const scale = clientWidth / shownAt;
    Object.assign(view.style, {
      width: `${shownAt}px`,
      height: `${clientHeight / scale}px`,
      transform: `scale(${scale})`,
    });
  }
};
new ResizeObserver(fit).observe(document.getElementById('choices'));

const left = () => choices.filter((choice) => !choice.hidden);

// of is the set that the block will show, and kind what it is a list of; neither for a new one.
const of = document.getElementById('of');
const kind = () => of?.selectedOptions[0]?.dataset.kind;

const narrow = () => {
  const words = field.value.toLowerCase().split(/\s+/).filter(Boolean);
  for (const choice of choices)
    choice.hidden =
      !words.every((word) => choice.dataset.words.includes(word)) || (kind() && choice.dataset.kind !== kind());
  const found = left().length;
  document.getElementById('none').hidden = found > 0;
  document.getElementById('found').textContent = words.length || kind() ? `${found} of ${choices.length}` : '';
};
field.addEventListener('input', narrow);

// A list that there is is tried on in the forms of its kind.
const tryOn = () => {
  narrow();
  for (const choice of left()) {
    const view = choice.querySelector('iframe');
    const address = new URL(view.src);
    address.search = of.value ? new URLSearchParams({ set: of.value }) : '';
    if (view.src !== address.href) view.src = address.href;
  }
};
of?.addEventListener('change', tryOn);
if (of?.value) tryOn();
else narrow(); // something may have been typed before this came

document.getElementById('choices').parentElement.addEventListener('keydown', (event) => {
  const all = left().map((choice) => choice.querySelector('button'));
  if (event.target === field && event.key === 'Enter') {
    event.preventDefault();
    all[0]?.click();
    return;
  }
  const at = all.indexOf(event.target);
  const across = getComputedStyle(document.getElementById('choices')).gridTemplateColumns.split(' ').length;
  const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: across, ArrowUp: -across }[event.key];
  if (!step || (at < 0 && (event.target !== field || event.key !== 'ArrowDown'))) return;
  event.preventDefault();
  const next = at < 0 ? 0 : at + step;
  if (next < 0) field.focus();
  else all[Math.min(next, all.length - 1)]?.focus();
});
