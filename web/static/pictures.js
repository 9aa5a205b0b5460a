// Pictures and icons: files are dropped or chosen, and sent two at a time with their progress; a picture's focus is
// marked on it.
import { Plate } from './plate.js';
import { ask, saidIn } from './server.js';
import { newToken } from './bench/token.js';

const form = document.getElementById('drop');
const list = document.getElementById('uploads');

// send uploads one file and tells how far it has come: true where it was taken, false where it was not, null where the
// server did not say.
const send = (file, line, key) =>
  new Promise((done) => {
    const request = new XMLHttpRequest();
    const body = new FormData(form);
    body.delete('file');
    body.append('file', file);
    body.set('edit-key', key); // what is sent again is taken once
    request.open('POST', form.action);
    request.setRequestHeader('Accept', 'application/json');
    request.upload.addEventListener('progress', ({ loaded, total }) => {
      line.progress.value = loaded / total;
    });
    const fault = (text, answer = false) => {
      line.fault.textContent = text;
      done(answer);
    };
    request.addEventListener('error', () => fault('the server does not answer: it is sent again', null));
    request.addEventListener('load', () => {
      line.progress.value = 1;
      line.fault.textContent = '';
      if (request.getResponseHeader('Retry-After')) return fault('the server is busy: it is sent again', null);
      if (!request.getResponseHeader('Content-Type')?.startsWith('application/json'))
        return fault(saidIn(request.responseText, request.status)); // a page, as every other act has
      const { added, faults } = JSON.parse(request.responseText);
      if (added?.length) done(true);
      else fault(faults.join(' '));
    });
    request.send(body);
  });

// sendUntilSaid sends a file again while the server does not answer, at longer intervals, and as soon as the network is
// back.
const sendUntilSaid = async (file, line) => {
  const key = newToken();
  for (let wait = 1000; ; wait = Math.min(2 * wait, 30_000)) {
    const said = await send(file, line, key);
    if (said !== null) return said;
    await new Promise((done) => {
      const again = () => (removeEventListener('online', again), clearTimeout(timer), done());
      const timer = setTimeout(again, wait);
      addEventListener('online', again);
    });
  }
};

const lineOf = (file) => {
  const item = list.appendChild(document.createElement('li'));
  const line = {
    name: document.createElement('span'),
    progress: document.createElement('progress'),
    fault: document.createElement('span'),
  };
  line.name.textContent = file.name;
  line.progress.value = 0;
  line.progress.setAttribute('aria-label', file.name);
  line.fault.className = 'fault';
  item.append(...Object.values(line));
  return line;
};

// take sends files two at a time. The page shows what was taken once all have been sent, unless one was not.
const take = async (files) => {
  const waiting = [...files].map((file) => [file, lineOf(file)]);
  let all = true;
  const work = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) all = (await sendUntilSaid(...next)) && all;
  };
  form.setAttribute('aria-busy', 'true');
  await Promise.all([work(), work()]);
  form.removeAttribute('aria-busy');
  if (all) location.reload();
};

form.addEventListener('submit', (event) => {
  event.preventDefault();
  take(form.elements.file.files);
});

const over = (on) => document.body.classList.toggle('dropping', on);
document.addEventListener('dragover', (event) => {
  if (!event.dataTransfer.types.includes('Files')) return;
  event.preventDefault();
  over(true);
});
document.addEventListener('dragleave', (event) => {
  if (!event.relatedTarget) over(false);
});
document.addEventListener('drop', (event) => {
  if (!event.dataTransfer.files.length) return;
  event.preventDefault();
  over(false);
  take(event.dataTransfer.files);
});

for (const focus of document.querySelectorAll('.focus')) {
  const field = focus.elements.place;
  let saving;
  const plate = new Plate(focus.querySelector('.plate'), field.value, (place) => {
    field.value = place;
    clearTimeout(saving);
    saving = setTimeout(save, 400);
  });
  let before = Promise.resolve(); // one after the other, so that the last is what holds
  const save = () => {
    before = before.then(async () => {
      const place = field.value;
      try {
        await ask(focus.action, { method: 'POST', body: new URLSearchParams(new FormData(focus)) });
        focus.dataset.saved = place;
        field.setCustomValidity('');
      } catch (problem) {
        focus.dataset.saved = '';
        field.setCustomValidity(problem.message);
        field.reportValidity();
      }
    });
  };
  field.addEventListener('change', () => {
    plate.show(field.value);
    save();
  });
  focus.addEventListener('submit', (event) => event.preventDefault());
}
