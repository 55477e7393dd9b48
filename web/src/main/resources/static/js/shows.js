// @ts-check
/** Sends a form as soon as its file is chosen, and closes one menu when another opens. */
document.querySelectorAll('[data-submit]').forEach((input) => {
  input.addEventListener('change', () => /** @type {HTMLInputElement} */ (input).form?.submit());
  input.parentElement?.addEventListener('keydown', (event) => {
    if (event.key === 'Enter' || event.key === ' ') /** @type {HTMLElement} */ (input).click();
  });
});
const menus = document.querySelectorAll('details.more');
menus.forEach((menu) => menu.addEventListener('toggle', () => {
  if (/** @type {HTMLDetailsElement} */ (menu).open) menus.forEach((other) => { if (other !== menu) other.removeAttribute('open'); });
}));
addEventListener('keydown', (event) => { if (event.key === 'Escape') menus.forEach((menu) => menu.removeAttribute('open')); });
