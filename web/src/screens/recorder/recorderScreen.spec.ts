/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { foldLines, standingLines, type RecordBody } from '@bemtor/core';
import { demoSequence } from '../../testing/demoSequence.ts';
import { FakeWorkshop } from '../../testing/fakeWorkshop.ts';
import { inPage, press, settled, typeInto } from '../../testing/mountKit.ts';
import { screens, until, type Screen } from '../../testing/mountScreen.ts';

jest.setTimeout(60_000);

/* Lines as they are typed at the bench, and what becomes of them. */

const open = screens();
let server: FakeWorkshop;
beforeEach(() => {
  localStorage.clear();
  server = new FakeWorkshop(demoSequence(), { isPublished: false });
  server.open();
});
afterEach(() => server.close());

const recording = async (): Promise<Screen> => {
  const screen = await open(() => import('./RecorderScreen.vue'), { unitId: server.unitId });
  await until(() => document.querySelector('[data-testid=bench-line]') !== null, 'the line');
  return screen;
};
const line = (): HTMLTextAreaElement =>
  inPage<HTMLTextAreaElement>('[data-testid=bench-line] textarea, textarea');
const strip = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[data-testid=strip-line]')];
const standing = () =>
  standingLines(
    foldLines(
      server.taken<RecordBody>('recordings').map((body, i) => ({
        id: [...server.streams.values()].flat()[i]?.id ?? '',
        at: '2026-01-05T08:00:00Z',
        body,
      })),
    ),
  );
async function typed(text: string): Promise<void> {
  await typeInto('textarea', text);
  line().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
  await settled();
}

describe('the recorder', () => {
  test('each line stands in the strip at once, is read, and is on the server in its order', async () => {
    await recording();
    const said = ['turn over', 'base cover: 5 PH0 M2x5', 'base cover off', 'battery plug', 'battery off'];
    for (const text of said) await typed(text);
    await until(() => standing().length === said.length, 'the lines');
    expect(standing().map(({ text }) => text)).toEqual(said);
    expect(strip().map((row) => row.textContent)).toHaveLength(said.length);
    expect(standing()[1]?.entries[0]).toMatchObject({ kind: 'undo', joint: { count: 5 } });
    expect(line().value).toBe('');
  });

  test('what the server could not be told waits, in the strip and on the device, and goes when it is back', async () => {
    await recording();
    await typed('turn over');
    await until(() => standing().length === 1, 'the first line');
    server.isAway = true;
    await typed('base cover off');
    await until(() => strip().length === 2, 'the line here');
    await until(() => document.body.textContent!.includes('The server does not answer'), 'the words');
    server.isAway = false;
    await until(() => standing().length === 2, 'the line there');
  });

  test('the last line is taken up with the arrow, put right, and the one before it does not stand any more', async () => {
    await recording();
    await typed('base cover: 5 PH0 M2x5');
    await until(() => standing().length === 1, 'the line');
    press('ArrowUp');
    await settled();
    press('Enter');
    await until(() => line().value !== '', 'the line to put right');
    await typed('base cover: 7 PH0 M2x5');
    await until(() => standing()[0]?.text === 'base cover: 7 PH0 M2x5', 'the correction');
    expect(standing()).toHaveLength(1);
    expect(strip()).toHaveLength(1);
  });

  test('what is half typed is there again after a reload', async () => {
    const { page } = await recording();
    await typeInto('textarea', 'fan 2 PH00');
    page.unmount();
    await recording();
    await until(() => line().value === 'fan 2 PH00', 'the draft');
    expect(server.taken('recordings')).toEqual([]);
  });
});
