// @ts-check

/** Says on pages without a socket of their own what is on air, and marks that look's card. */
const EVERY_MS = 2000;

async function look() {
  if (document.hidden) return;
  try {
    const now = await (await fetch('/air', { headers: { accept: 'application/json' } })).json();
    for (const place of document.querySelectorAll('.air-now')) {
      const name = place.querySelector('b');
      if (name) name.textContent = now.name || 'nothing';
      place.classList.toggle('empty', !now.look);
    }
    for (const card of document.querySelectorAll('[data-look]')) card.classList.toggle('airs', /** @type {any} */ (card).dataset.look === now.look);
  } catch {
    // The program is away; the page says so elsewhere, or is loaded again.
  }
}

setInterval(look, EVERY_MS);
document.addEventListener('visibilitychange', look);
look();
