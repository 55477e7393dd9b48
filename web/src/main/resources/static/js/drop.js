// @ts-check
/**
 * Files dropped on a page go into the media of its show, one after another.
 * @param {string} show @param {string} token
 * @param {{busy: (says: string) => void, is: (medium: {ref: string, kind: string, name: string}) => void, refused: (says: string) => void}} tell
 */
export function takesFiles(show, token, tell) {
  const files = (/** @type {DragEvent} */ event) => [...(event.dataTransfer?.types ?? [])].includes('Files');
  addEventListener('dragover', (event) => { if (files(event)) { event.preventDefault(); document.body.classList.add('dropping'); } });
  addEventListener('dragleave', (event) => { if (!event.relatedTarget) document.body.classList.remove('dropping'); });
  addEventListener('drop', async (event) => {
    if (!files(event)) return;
    event.preventDefault();
    document.body.classList.remove('dropping');
    for (const file of [...(event.dataTransfer?.files ?? [])]) {
      tell.busy(`${file.name} is coming in…`);
      const data = new FormData();
      data.set('file', file);
      data.set('_csrf', token);
      try {
        const answer = await fetch(`/shows/${show}/media`, { method: 'POST', body: data });
        const said = await answer.json();
        if (answer.ok) tell.is({ ...said, name: file.name.replace(/\.[^.]*$/, '') });
        else tell.refused(said.says ?? `${file.name} was not taken.`);
      } catch {
        tell.refused(`${file.name} did not arrive; try it again.`);
      }
    }
  });
}
