// The bench: wires the ledger, the proof and the server together.
import { Grid } from './grid.js';
import { Proof } from './proof.js';
import { Desk } from './desk.js';
import { ChartPane } from './chart.js';
import { Mends } from './mends.js';
import { Splitter } from './splitter.js';
import { Tray } from './tray.js';
import { ask } from '../server.js';

const root = document.getElementById('bench');
const desk = new Desk(root);
const grid = new Grid(desk);
const proof = new Proof(desk, grid);

const charts = new ChartPane(desk);
const tray = new Tray(desk, grid);
new Splitter(root);
new Mends(desk, proof);

const act = (name, values = {}) => desk.send({ act: name, ...values });

// add asks which period or currency is wanted, and adds it in one act.
function add({ addTo: axis, one, offers }) {
  const dialog = document.getElementById('adder');
  const text = document.getElementById('adder-text');
  document.getElementById('adder-title').textContent = `Add a ${one}`;
  document.getElementById('adder-offers').replaceChildren(
    ...offers
      .trim()
      .split(' ')
      .map((offer) => new Option(offer)),
  );
  text.value = '';
  text.placeholder = offers.trim().split(' ').slice(0, 4).join(', ');
  dialog.returnValue = '';
  dialog.addEventListener(
    'close',
    () => {
      if (dialog.returnValue === 'add') act('item-add', { axis, text: text.value });
    },
    { once: true },
  );
  dialog.showModal();
}

// quieten asks why a mark is meant so; the reason may stay empty.
function quieten({ quieten: mark, on, measured = '' }) {
  if (on === 'no') return act('quieten', { mark, on });
  const dialog = document.getElementById('reason');
  const text = document.getElementById('reason-text');
  text.value = '';
  dialog.returnValue = '';
  dialog.addEventListener(
    'close',
    () => {
      if (dialog.returnValue === 'quiet') act('quieten', { mark, on, measured, reason: text.value });
    },
    { once: true },
  );
  dialog.showModal();
  return null;
}

// propose asks an outside service and shows what it would change; nothing is changed until that is taken.
async function propose(name) {
  const dialog = document.getElementById('proposal');
  try {
    dialog.innerHTML = await (await ask(`${root.dataset.url}/sources/${name}`, { method: 'POST' })).text();
    dialog.showModal();
  } catch (problem) {
    desk.say(problem.message, true);
  }
}

// take shows what is understood of a list that is dropped on the bench, or pasted beside the grid, next to what there
// is.
function take({ files, text }) {
  const { joins } = document.getElementById('paste-list').dataset;
  const extensions = joins.split(',').filter(Boolean);
  const isPart = ({ name }) => extensions.some((extension) => name.toLowerCase().endsWith(extension));
  if (files?.length > 1 && ![...files].every(isPart)) {
    desk.say('One list is read at a time: drop one file, or several pictures on the page of pictures.', true);
    return;
  }
  const address = new URL(document.getElementById('paste-list').href);
  const form = document.createElement('form');
  Object.assign(form, { method: 'post', enctype: 'multipart/form-data', action: address.pathname, hidden: true });
  const field = (name, value) => {
    const input = document.createElement('input');
    Object.assign(input, { type: 'hidden', name, value });
    form.append(input);
  };
  for (const [name, value] of address.searchParams) field(name, value);
  if (files?.length) {
    const input = document.createElement('input');
    Object.assign(input, { type: 'file', name: 'file', files });
    form.append(input);
  } else {
    field('text', text);
  }
  document.body.append(form);
  desk.settled().then(() => form.submit());
}
const hasFiles = ({ dataTransfer }) => dataTransfer?.types.includes('Files');
document.addEventListener('dragover', (event) => {
  if (hasFiles(event)) event.preventDefault();
});
document.addEventListener('drop', (event) => {
  if (!hasFiles(event)) return;
  event.preventDefault();
  take({ files: event.dataTransfer.files });
});
document.addEventListener('paste', (event) => {
  if (event.defaultPrevented || event.target.closest('input, textarea, select, .ledger-scroll')) return;
  const { files } = event.clipboardData;
  const text = event.clipboardData.getData('text/plain');
  if (files.length || text.includes('\n')) take({ files, text });
});
document.addEventListener('rubrel:list', ({ detail: text }) => {
  take({ text });
});

document.addEventListener('click', (event) => {
  const hit = (selector) => event.target.closest(selector);
  let button;
  if ((button = hit('[data-act]'))) act(button.dataset.act);
  else if ((button = hit('[data-form]'))) act('form', { form: button.dataset.form });
  else if ((button = hit('[data-add-record]'))) grid.then(act('add'), () => grid.lastColumn());
  else if ((button = hit('[data-add-item]')))
    grid.then(act('item-add', { axis: button.dataset.addItem }), () => grid.lastItem(button.dataset.addItem));
  else if ((button = hit('[data-add-to]'))) add(button.dataset);
  else if ((button = hit('button[data-part]'))) desk.choose({ part: button.dataset.part });
  else if ((button = hit('button[data-state]'))) desk.choose({ state: button.dataset.state });
  else if ((button = hit('[data-fold]'))) desk.fold(button.dataset.fold);
  else if ((button = hit('[data-source]'))) propose(button.dataset.source);
  else if ((button = hit('[data-take]'))) {
    const { take, answer } = button.dataset;
    const lines = [...button.form.querySelectorAll('[name=line]:checked')].map((box) => box.value).join(' ');
    act('take', { source: take, answer, lines });
  }
  else if ((button = hit('[data-quieten]'))) quieten(button.dataset);
  else if ((button = hit('button[data-chart]'))) charts.show(button.dataset.chart);
  else if (hit('[data-replay]')) proof.replay();
  else if (hit('[data-proof]')) charts.hide();
  else if ((button = hit('[data-mend]'))) act('mend', { mark: button.dataset.mend, which: button.dataset.which });
  else if ((button = hit('[data-mend-all]'))) act('mend-all', { check: button.dataset.mendAll });
  else if ((button = hit('[data-settle]'))) desk.settle(button.dataset.settle, button.dataset.value);
  else if (hit('[data-tray]')) tray.toggle();
  else if (hit('[data-help]')) document.getElementById('help').showModal();
});

document.addEventListener('keydown', (event) => {
  const control = event.ctrlKey || event.metaKey;
  const typing = event.target.closest('input:not([type=range]), textarea');
  if (control && !event.altKey && event.key.toLowerCase() === 'z' && !typing) {
    event.preventDefault();
    act(event.shiftKey ? 'redo' : 'undo');
  } else if (control && event.key.toLowerCase() === 'y' && !typing) {
    event.preventDefault();
    act('redo');
  } else if (event.altKey && event.key === 'Enter') {
    event.preventDefault();
    const inside = tray.node.contains(document.activeElement);
    if (!tray.open) tray.toggle(true);
    else if (inside) grid.draw();
    else tray.node.querySelector('[data-plate], input:not([type=hidden]), button')?.focus();
  } else if (event.altKey && event.key.toLowerCase() === 'm' && !typing) {
    event.preventDefault();
    document.querySelector('[data-mend]')?.click();
  } else if (event.key === 'F1' || (event.key === '?' && !typing && !event.target.closest('td[data-at]'))) {
    event.preventDefault();
    document.getElementById('help').showModal();
  }
});

// What is published holds the last edit: it is on its way while the button is pressed.
document.getElementById('publish').addEventListener('click', async (event) => {
  event.preventDefault();
  const { href } = event.currentTarget;
  grid.editor.commit();
  await desk.settled();
  location.href = href;
});

grid.texts.resend();
desk.follow(grid);
