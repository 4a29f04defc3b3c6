import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { demoSequence } from '../testing/demoSequence.ts';
import { FakeWorkshop } from '../testing/fakeWorkshop.ts';
import { useUnit } from './unit.ts';

/* The unit at hand is read again whenever something was said of it: what is shown is what was read last. */

let server: FakeWorkshop;
let answered: typeof fetch;
/** Lets the answer to the first request of such a path come only when it is told to. */
function holdFirst(path: RegExp): () => void {
  let release = (): void => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  let isFirst = true;
  globalThis.fetch = async (address, init) => {
    const isHeld = isFirst && path.test(String(address));
    const answer = await answered(address, init);
    if (!isHeld) return answer;
    isFirst = false;
    await held;
    return answer;
  };
  return release;
}
beforeEach(() => {
  server = new FakeWorkshop(demoSequence());
  server.open();
  answered = globalThis.fetch;
  setActivePinia(createPinia());
});
afterEach(() => server.close());

test('an answer that comes late does not bring back what was taken back meanwhile, and who waits for it waits for the last', async () => {
  const store = useUnit();
  const release = holdFirst(/revisions/);
  const first = store.load(server.unitId);
  for (let turn = 0; turn < 50; turn++) await new Promise((resolve) => setImmediate(resolve));
  // The only revision is taken back: the unit is read again.
  server.unit = { ...server.unit, model: { ...server.unit.model, revision: null } };
  await store.load(server.unitId);
  expect(store.published).toBeNull();
  release();
  await first;
  expect([store.published, store.unit?.label, store.fault]).toEqual([null, 'SK-0407', null]);
});

test('a fault of an earlier reading is not told of a later one', async () => {
  const store = useUnit();
  const release = holdFirst(/revisions/);
  const first = store.load(server.unitId);
  for (let turn = 0; turn < 50; turn++) await new Promise((resolve) => setImmediate(resolve));
  const second = store.load('another');
  release();
  await Promise.all([first, second]);
  expect([store.unit, store.fault]).toEqual([null, 'unknown']);
  await store.load(server.unitId);
  expect([store.fault, store.published?.number]).toEqual([null, 1]);
});
