// @ts-check
/** The guide's search: leaves what has all the words. */
const field = /** @type {HTMLInputElement} */ (document.getElementById('find'));
const entries = /** @type {HTMLElement[]} */ ([...document.querySelectorAll('[data-find]')]);

function find() {
  const words = field.value.toLowerCase().split(/\s+/).filter(Boolean);
  entries.forEach((e) => { e.hidden = !words.every((word) => e.dataset.find?.toLowerCase().includes(word)); });
  document.querySelectorAll('.group, #shaders, #steps').forEach((group) => {
    /** @type {HTMLElement} */ (group).hidden = !group.querySelector('[data-find]:not([hidden])');
  });
  /** @type {HTMLElement} */ (document.getElementById('none')).hidden = entries.some((e) => !e.hidden);
}

field.addEventListener('input', find);
addEventListener('keydown', (event) => {
  if (event.key === '/' && document.activeElement !== field) { event.preventDefault(); field.focus(); }
  if (event.key === 'Escape' && field.value) { field.value = ''; find(); }
});
find();
