// @ts-check
/**
 * The phone desk: controls to touch, each finger for itself. What is touched goes to the program, which sends it as OSC to its own port, as
 * any other device would. Laid out by dragging on a grid.
 */
const COLUMNS = 12;
const SIZES = { fader: [3, 6], pad: [3, 3], plane: [6, 6], toggle: [6, 2] };
const root = /** @type {HTMLElement} */ (document.querySelector('.phone-desk'));
const plate = /** @type {HTMLElement} */ (root.querySelector('.plate'));
const tools = /** @type {HTMLElement} */ (root.querySelector('.lay-tools'));
const $ = (/** @type {string} */ s) => /** @type {any} */ (root.querySelector(s));

/** @type {any[]} */
let items = JSON.parse(root.dataset.layout ?? '{"items":[]}').items;
let laying = false;
let selected = '';
/** What each control was last set to. @type {Map<string, number[]>} */
const values = new Map();
/** @type {WebSocket} */
let socket;
/** What waits to be sent, the latest of each address: a finger moves faster than it is worth sending. @type {Map<string, number[]>} */
const waiting = new Map();
let sending = 0;

function connect() {
  socket = new WebSocket(`ws://${location.host}/touch`);
  socket.onopen = () => say('');
  socket.onclose = () => { say('The program is not answering; trying again.'); setTimeout(connect, 700); };
  socket.onmessage = (event) => { const m = JSON.parse(event.data); say(m.is === 'refused' ? m.says : ''); };
}
const say = (/** @type {string} */ text) => { $('.says').textContent = text; };

/** @param {any} item @param {number[]} v @param {boolean} now */
function send(item, v, now) {
  values.set(item.id, v);
  waiting.set(item.address, v);
  if (now) flush();
  else if (!sending) sending = window.setTimeout(flush, 12);
}
function flush() {
  clearTimeout(sending);
  sending = 0;
  for (const [a, v] of waiting) if (socket.readyState === WebSocket.OPEN) socket.send(JSON.stringify({ address: a, values: v }));
  waiting.clear();
}

const rows = () => Math.max(14, ...items.map((i) => i.y + i.height));
const clamp = (/** @type {number} */ v) => Math.min(1, Math.max(0, v));
const round = (/** @type {number} */ v) => Math.round(v * 1000) / 1000;

function draw() {
  plate.classList.toggle('laying', laying);
  plate.replaceChildren(...items.map(element));
}

function element(/** @type {any} */ item) {
  const box = document.createElement('div');
  box.className = `item ${item.form}${item.id === selected && laying ? ' sel' : ''}`;
  const part = (/** @type {number} */ n, /** @type {number} */ of) => `${(n / of) * 100}%`;
  Object.assign(box.style, {
    left: part(item.x, COLUMNS), top: part(item.y, rows()), width: part(item.width, COLUMNS), height: part(item.height, rows()),
  });
  box.dataset.id = item.id;
  const body = document.createElement('div');
  body.tabIndex = 0;
  body.setAttribute('role', item.form === 'fader' ? 'slider' : item.form === 'plane' ? 'application' : 'button');
  body.setAttribute('aria-label', `${item.label || item.address}`);
  body.innerHTML = { fader: '<span class="fill"></span>', plane: '<span class="spot"></span>', pad: '', toggle: '' }[item.form];
  const label = document.createElement('span');
  label.className = 'label';
  label.textContent = item.label || item.address;
  const number = document.createElement('span');
  number.className = 'number mono';
  body.append(label, number);
  box.append(body);
  if (laying) {
    const corner = document.createElement('span');
    corner.className = 'corner';
    body.append(corner);
    body.addEventListener('pointerdown', (event) => move(event, item, event.target === corner));
  } else touch(body, item);
  show(body, item);
  return box;
}

function show(/** @type {HTMLElement} */ body, /** @type {any} */ item) {
  const v = values.get(item.id) ?? (item.form === 'plane' ? [0.5, 0.5] : [0]);
  const number = /** @type {HTMLElement} */ (body.querySelector('.number'));
  if (item.form === 'fader') {
    /** @type {any} */ (body.querySelector('.fill')).style.height = `${v[0] * 100}%`;
    number.textContent = v[0].toFixed(2);
    body.setAttribute('aria-valuenow', v[0].toFixed(2));
  } else if (item.form === 'plane') {
    const spot = /** @type {HTMLElement} */ (body.querySelector('.spot'));
    spot.style.left = `${v[0] * 100}%`;
    spot.style.top = `${(1 - v[1]) * 100}%`;
    number.textContent = `${v[0].toFixed(2)} ${v[1].toFixed(2)}`;
  } else body.classList.toggle('on', v[0] > 0);
}

function touch(/** @type {HTMLElement} */ body, /** @type {any} */ item) {
  const set = (/** @type {number[]} */ v, now = false) => { send(item, v.map(round), now); show(body, item); };
  const at = (/** @type {PointerEvent} */ event) => {
    const box = body.getBoundingClientRect();
    return [clamp((event.clientX - box.left) / box.width), clamp(1 - (event.clientY - box.top) / box.height)];
  };
  body.addEventListener('pointerdown', (event) => {
    event.preventDefault();
    body.setPointerCapture(event.pointerId);
    if (item.form === 'fader') set([at(event)[1]]);
    else if (item.form === 'plane') set(at(event));
    else if (item.form === 'pad') set([event.pointerType === 'pen' && event.pressure ? event.pressure : 1], true);
    else set([(values.get(item.id)?.[0] ?? 0) > 0 ? 0 : 1], true);
  });
  body.addEventListener('pointermove', (event) => {
    if (!body.hasPointerCapture(event.pointerId)) return;
    if (item.form === 'fader') set([at(event)[1]]);
    else if (item.form === 'plane') set(at(event));
  });
  const up = () => { if (item.form === 'pad') set([0], true); flush(); };
  body.addEventListener('pointerup', up);
  body.addEventListener('pointercancel', up);
  body.addEventListener('keydown', (event) => {
    const by = { ArrowUp: 0.02, ArrowRight: 0.02, ArrowDown: -0.02, ArrowLeft: -0.02 }[event.key];
    const v = values.get(item.id) ?? (item.form === 'plane' ? [0.5, 0.5] : [0]);
    if (by && item.form === 'fader') set([clamp(v[0] + by)]);
    else if (by && item.form === 'plane') set(/Up|Down/.test(event.key) ? [v[0], clamp(v[1] + by)] : [clamp(v[0] + by), v[1]]);
    else if ((event.key === 'Enter' || event.key === ' ') && !event.repeat) {
      if (item.form === 'pad') set([1], true);
      if (item.form === 'toggle') set([v[0] > 0 ? 0 : 1], true);
    } else return;
    event.preventDefault();
  });
  body.addEventListener('keyup', (event) => { if (item.form === 'pad' && (event.key === 'Enter' || event.key === ' ')) set([0], true); });
}

// Laying out

function keep() { socket.send(JSON.stringify({ show: root.dataset.show, layout: { items } })); }

function select(/** @type {string} */ id) {
  selected = id;
  const item = items.find((i) => i.id === id);
  $('.name').value = item?.label ?? '';
  $('.address').value = item?.address ?? '';
  for (const field of ['.name', '.address', '.remove']) $(field).disabled = !item;
  draw();
}

function move(/** @type {PointerEvent} */ down, /** @type {any} */ item, /** @type {boolean} */ resize) {
  down.preventDefault();
  const start = { ...item };
  const box = plate.getBoundingClientRect();
  const onto = (/** @type {PointerEvent} */ event) => {
    const dx = Math.round(((event.clientX - down.clientX) / box.width) * COLUMNS);
    const dy = Math.round(((event.clientY - down.clientY) / box.height) * rows());
    if (resize) {
      item.width = Math.min(COLUMNS - item.x, Math.max(1, start.width + dx));
      item.height = Math.min(20 - item.y, Math.max(1, start.height + dy));
    } else {
      item.x = Math.min(COLUMNS - item.width, Math.max(0, start.x + dx));
      item.y = Math.min(20 - item.height, Math.max(0, start.y + dy));
    }
    draw();
  };
  const end = () => {
    removeEventListener('pointermove', onto);
    removeEventListener('pointerup', end);
    keep();
  };
  addEventListener('pointermove', onto);
  addEventListener('pointerup', end);
  select(item.id);
}

tools.addEventListener('click', (event) => {
  const form = /** @type {any} */ (event.target).dataset?.add;
  if (!form) return;
  const [width, height] = SIZES[form];
  let n = 1;
  while (items.some((i) => i.id === `c${n}`)) n++;
  const y = Math.min(20 - height, Math.max(0, ...items.map((i) => i.y + i.height)));
  items.push({ id: `c${n}`, form, label: '', address: `/phone/${form === 'toggle' ? 'switch' : form}/${n}`, x: 0, y, width, height });
  select(`c${n}`);
  keep();
});
$('.remove').addEventListener('click', () => { items = items.filter((i) => i.id !== selected); select(''); keep(); });
$('.name').addEventListener('change', () => { const i = items.find((each) => each.id === selected); if (i) { i.label = $('.name').value; draw(); keep(); } });
$('.address').addEventListener('change', () => {
  const i = items.find((each) => each.id === selected);
  if (i) { i.address = $('.address').value; draw(); keep(); }
});
$('.lay').addEventListener('click', () => {
  laying = !laying;
  tools.hidden = !laying;
  $('.lay').setAttribute('aria-pressed', String(laying));
  $('.lay').textContent = laying ? 'Done' : 'Lay out';
  $('.lay').classList.toggle('on', laying);
  select('');
});

connect();
draw();
