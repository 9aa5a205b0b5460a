// What every screen does: the theme, keys that lead to a field, forms that answer to a choice, copying.
import { waitingAt } from './bench/outbox.js';
import { answers } from './server.js';

if (document.body.classList.contains('at-bench')) await import('./bench/main.js');

if (document.querySelector('.specimens')) await import('./specimen.js');

if (document.body.classList.contains('at-choice')) await import('./choose.js');

if (document.body.classList.contains('at-pictures')) await import('./pictures.js');

const themes = ['light', 'dark'];
document.addEventListener('click', async (event) => {
  if (event.target.closest('[data-theme-switch]')) {
    const dark =
      getComputedStyle(document.documentElement).colorScheme === 'dark' ||
      (!document.documentElement.dataset.theme && matchMedia('(prefers-color-scheme: dark)').matches);
    const theme = themes[dark ? 0 : 1];
    document.documentElement.dataset.theme = theme;
    await fetch('/theme', { method: 'POST', body: new URLSearchParams({ theme }) });
  }
  const copy = event.target.closest('[data-copy]');
  if (copy) {
    const field = document.getElementById(copy.dataset.copy);
    field.select();
    await navigator.clipboard.writeText(field.value);
    copy.textContent = 'Copied';
  }
});

document.addEventListener('keydown', (event) => {
  if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('input, textarea, select, [role=grid]'))
    return;
  const field = document.querySelector(`[data-key="${event.key.toLowerCase()}"]`);
  if (field) {
    event.preventDefault();
    field.focus();
  }
});

// A field that is sent as soon as it is chosen: by the pointer at once; by the keys, which choose on their way, when it
// is left or Enter is pressed. The page that comes back has the focus where it was.
const focusKept = 'rubrel.focus';
const byKeys = new WeakSet(); // fields of which the last choice was made with keys
const chosen = new WeakSet(); // and is not sent yet
const sendChoice = (field, next) => {
  chosen.delete(field);
  sessionStorage.setItem(focusKept, JSON.stringify([location.pathname, next?.id || field.id]));
  field.form.requestSubmit();
};
document.addEventListener('pointerdown', ({ target }) => byKeys.delete(target));
document.addEventListener('keydown', (event) => {
  if (!event.target.matches('[data-submit]')) return;
  byKeys.add(event.target);
  if (event.key !== 'Enter' || !chosen.has(event.target)) return;
  event.preventDefault();
  sendChoice(event.target);
});
document.addEventListener('change', ({ target }) => {
  if (!target.matches('[data-submit]')) return;
  if (target.matches('select, [type=radio]') && byKeys.has(target)) chosen.add(target);
  else sendChoice(target);
});
document.addEventListener('focusout', ({ target, relatedTarget }) => {
  if (!chosen.has(target)) return;
  if (target.type === 'radio' && relatedTarget?.name === target.name) return;
  sendChoice(target, relatedTarget);
});
const [keptPath, keptField] = JSON.parse(sessionStorage.getItem(focusKept) ?? '[]');
sessionStorage.removeItem(focusKept);
if (keptPath === location.pathname) document.getElementById(keptField)?.focus();

// say puts a notice at the head of the page.
function say(words, { failed = false, name }) {
  document.getElementById(name)?.remove();
  const notice = document.createElement('p');
  notice.id = name;
  notice.className = failed ? 'fault at-head' : 'notice at-head';
  notice.setAttribute('role', failed ? 'alert' : 'status');
  notice.append(...words);
  (document.querySelector('main.sheet') ?? document.body).prepend(notice);
}

// What cannot be taken back is asked about first. A form is sent once the server answers, so that what was typed into
// it is not lost to a browser's page about an address that does not answer.
const answered = new WeakSet();
document.addEventListener('submit', async (event) => {
  const { target: form, submitter } = event;
  if (answered.delete(form) || event.defaultPrevented) return;
  const question = submitter?.dataset.confirm;
  if (question && !confirm(question)) return event.preventDefault();
  if (form.method !== 'post') return;
  event.preventDefault();
  if (await answers()) {
    answered.add(form);
    form.requestSubmit(submitter);
  } else {
    const words = 'The server does not answer: nothing was sent. What you typed is still here; try again in a moment.';
    say([words], { failed: true, name: 'not-sent' });
  }
});

// Edits that a bench could not send wait in this browser: it is said where, until the bench is opened.
for (const [address, count] of waitingAt()) {
  if (location.pathname.startsWith(`${address}/`)) continue;
  const link = document.createElement('a');
  Object.assign(link, { className: 'link', href: `${address}/`, textContent: 'Open its bench' });
  const waits = count === 1 ? '1 edit waits' : `${count} edits wait`;
  say([`${waits} in this browser, not sent yet. `, link, ' to send what waits.'], { name: `waits-${address}` });
}
