// @ts-check
import { freshId } from './ids.js';

/**
 * Files dropped on a page go into the media of its show, one after another.
 * @param {string} show @param {string} token
 * @param {{busy: (says: string) => void, is: (medium: {ref: string, kind: string, name: string}) => void, refused: (says: string) => void}} tell
 * @returns {() => void} stops the file that is on its way, and those behind it
 */
export function takesFiles(show, token, tell) {
  const files = (/** @type {DragEvent} */ event) => [...(event.dataTransfer?.types ?? [])].includes('Files');
  /** @type {File[]} */
  let waiting = [];
  let coming = { arrival: '', way: new AbortController() };

  async function send(/** @type {File} */ file) {
    const { arrival, way } = coming;
    const data = new FormData();
    data.set('file', file);
    data.set('arrival', arrival);
    data.set('_csrf', token);
    try {
      const answer = await fetch(`/shows/${show}/media`, { method: 'POST', body: data, signal: way.signal });
      const said = await answer.json();
      if (answer.ok) tell.is({ ...said, name: file.name.replace(/\.[^.]*$/, '') });
      else tell.refused(said.says ?? `${file.name} was not taken.`);
    } catch {
      tell.refused(way.signal.aborted ? `${file.name} was stopped.` : `${file.name} did not arrive; try it again.`);
    }
  }

  addEventListener('dragover', (event) => { if (files(event)) { event.preventDefault(); document.body.classList.add('dropping'); } });
  addEventListener('dragleave', (event) => { if (!event.relatedTarget) document.body.classList.remove('dropping'); });
  addEventListener('drop', async (event) => {
    if (!files(event)) return;
    event.preventDefault();
    document.body.classList.remove('dropping');
    const first = !waiting.length && !coming.arrival;
    waiting.push(...(event.dataTransfer?.files ?? []));
    if (!first) return;
    for (let file = waiting.shift(); file; file = waiting.shift()) {
      coming = { arrival: freshId(), way: new AbortController() };
      tell.busy(`${file.name} is coming in…`);
      await send(file);
    }
    coming = { arrival: '', way: new AbortController() };
  });
  return () => {
    if (!coming.arrival) return;
    waiting = [];
    // The program is told to look no further, and the way is cut.
    const data = new FormData();
    data.set('_csrf', token);
    fetch(`/arrivals/${coming.arrival}/stop`, { method: 'POST', body: data });
    coming.way.abort();
  };
}
