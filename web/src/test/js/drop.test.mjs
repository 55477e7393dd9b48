import assert from 'node:assert/strict';
import { test } from 'node:test';
import './page.mjs';
import { takesFiles } from '../../main/resources/static/js/drop.js';

test('a file that was dropped is stopped on its way, and those behind it do not come', async () => {
  const listeners = /** @type {Record<string, (event: any) => any>} */ ({});
  const asked = /** @type {string[]} */ ([]);
  const said = /** @type {string[]} */ ([]);
  const before = { fetch: globalThis.fetch, add: globalThis.addEventListener, document: globalThis.document };
  Object.assign(globalThis, {
    document: { body: { classList: { add() {}, remove() {} } } },
    addEventListener: (/** @type {string} */ name, /** @type {(event: any) => any} */ fn) => { listeners[name] = fn; },
    // The program looks at the file for as long as nobody stops it.
    fetch: (/** @type {string} */ url, /** @type {RequestInit} */ { signal }) => {
      asked.push(url);
      return new Promise((then, fail) => { signal?.addEventListener('abort', () => fail(new Error('cut'))); if (!signal) then({ ok: true }); });
    },
  });
  try {
    const stop = takesFiles('7', 'token', { busy: (s) => said.push(s), is: () => said.push('in'), refused: (s) => said.push(s) });
    stop();
    assert.deepEqual(asked, []);
    const dropped = listeners.drop({
      preventDefault() {}, dataTransfer: { types: ['Files'], files: [new File(['1'], 'sluice.png'), new File(['2'], 'gate.png')] },
    });
    await Promise.resolve();
    assert.deepEqual(said, ['sluice.png is coming in…']);
    stop();
    await dropped;
    assert.equal(asked[0], '/shows/7/media');
    assert.match(asked[1], /^\/arrivals\/[0-9a-f]{32}\/stop$/);
    assert.equal(asked.length, 2);
    assert.deepEqual(said.slice(1), ['sluice.png was stopped.']);
  } finally {
    Object.assign(globalThis, { fetch: before.fetch, addEventListener: before.add, document: before.document });
  }
});
