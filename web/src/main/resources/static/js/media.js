// @ts-check
/** The page of media: sends files one after another with their progress, and what the camera sees. */
import './shows.js';
import { Camera } from './camera.js';
import { freshId } from './ids.js';

const form = /** @type {HTMLFormElement} */ (document.querySelector('#bring'));
const list = /** @type {HTMLElement} */ (document.querySelector('.arriving'));
const input = /** @type {HTMLInputElement} */ (form.querySelector('input[type=file]'));
/** Files that wait for those before them. @type {{file: File, item: HTMLElement}[]} */
const waiting = [];
let sending = false;
let refused = 0;

/** @param {Iterable<File>} files */
function take(files) {
  for (const file of files) {
    const item = document.createElement('li');
    item.innerHTML = '<b></b><progress max="1" value="0"></progress><span></span><button class="btn small" type="button">Stop</button>';
    /** @type {HTMLElement} */ (item.querySelector('b')).textContent = file.name;
    list.append(item);
    waiting.push({ file, item });
  }
  if (!sending) next();
}

function next() {
  const one = waiting.shift();
  sending = !!one;
  // Those that were refused stay on the page with their reason.
  if (!one) return refused ? undefined : location.reload();
  const says = /** @type {HTMLElement} */ (one.item.querySelector('span'));
  const bar = /** @type {HTMLProgressElement} */ (one.item.querySelector('progress'));
  const stop = /** @type {HTMLButtonElement} */ (one.item.querySelector('button'));
  const arrival = freshId();
  const data = new FormData(form);
  data.set('file', one.file);
  data.set('arrival', arrival);
  const request = new XMLHttpRequest();
  request.open('POST', form.action);
  request.upload.onprogress = (event) => {
    bar.value = event.total ? event.loaded / event.total : 0;
    says.textContent = bar.value < 1 ? `${Math.round(bar.value * 100)} %` : 'is looked at…';
  };
  const fail = (/** @type {string} */ why) => {
    refused++;
    one.item.classList.add('bad');
    bar.remove();
    stop.remove();
    says.textContent = why;
  };
  let whole = false;
  request.upload.onload = () => { whole = true; };
  // While it is on its way the way is cut; then the program is told to look no further.
  stop.onclick = () => {
    if (!whole) { request.abort(); return; }
    const token = new FormData();
    token.set('_csrf', String(data.get('_csrf')));
    fetch(`/arrivals/${arrival}/stop`, { method: 'POST', body: token });
  };
  request.onabort = () => { fail('Stopped.'); next(); };
  request.onload = () => {
    if (request.status < 300) {
      one.item.classList.add('done');
      bar.value = 1;
      stop.remove();
      says.textContent = 'is in';
    } else {
      let why = '';
      try { why = JSON.parse(request.responseText).says; } catch { /* no sentence came with it */ }
      fail(why || 'It was not taken; try it again.');
    }
    next();
  };
  request.onerror = () => { fail('The program did not answer; try it again.'); next(); };
  request.send(data);
}

input.addEventListener('change', () => { take(input.files ?? []); input.value = ''; });
form.querySelector('label.btn')?.addEventListener('keydown', (event) => {
  const key = /** @type {KeyboardEvent} */ (event).key;
  if (key === 'Enter' || key === ' ') { event.preventDefault(); input.click(); }
});
addEventListener('dragover', (event) => { event.preventDefault(); document.body.classList.add('dropping'); });
addEventListener('dragleave', (event) => { if (!event.relatedTarget) document.body.classList.remove('dropping'); });
addEventListener('drop', (event) => {
  event.preventDefault();
  document.body.classList.remove('dropping');
  take(event.dataTransfer?.files ?? []);
});

const button = /** @type {HTMLButtonElement} */ (document.querySelector('#camera'));
const camera = new Camera();
camera.onState = (open, why) => {
  button.textContent = open ? 'Close camera' : 'Open camera';
  button.setAttribute('aria-pressed', String(open));
  button.classList.toggle('on', open);
  if (why) {
    const item = document.createElement('li');
    item.className = 'bad';
    item.textContent = why;
    list.append(item);
  }
};
button.addEventListener('click', () => camera.toggle());
