// What every screen does: the theme, keys that lead to a field, forms that answer to a choice, copying.
if (document.body.classList.contains('at-bench')) await import('./bench/main.js');

if (document.body.classList.contains('at-house')) await import('./specimen.js');

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

document.addEventListener('change', (event) => {
  if (event.target.matches('[data-submit]')) event.target.form.requestSubmit();
});

// What cannot be taken back is asked about first.
document.addEventListener('submit', (event) => {
  const question = event.submitter?.dataset.confirm;
  if (question && !confirm(question)) event.preventDefault();
});
