/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { advanceContext, emptyContext, readLine, type RecordBody, type Sequence } from '@bemtor/core';
import { demoSequence } from '../../testing/demoSequence.ts';
import { FakeWorkshop } from '../../testing/fakeWorkshop.ts';
import { inPage, press, settled } from '../../testing/mountKit.ts';
import { screens, until, type Screen } from '../../testing/mountScreen.ts';

jest.setTimeout(60_000);

/* From what was recorded to what is published. */

const open = screens();
const sequence = demoSequence();

/** Lines as the Recorder keeps them. */
function linesOf(...texts: string[]): RecordBody[] {
  let context = emptyContext();
  return texts.map((text, at) => {
    const { entries } = readLine(text, { ...context, at });
    context = advanceContext(context, entries);
    return { kind: 'line', text, entries } as RecordBody;
  });
}
const recorded = linesOf(
  'turn over',
  'base cover: 5 PH0 M2x5',
  'base cover off',
  'battery plug',
  'battery 2 PH0 M2x3',
  'battery off',
);

let server: FakeWorkshop;
const workshop = (isPublished: boolean): void => {
  server = new FakeWorkshop(sequence, { isPublished });
  server.open();
};
beforeEach(() => workshop(false));
afterEach(() => server.close());

const rows = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[data-testid=review-row]')];
const places = (): string[] => rows().map((row) => row.dataset['action'] ?? '');
const reviewing = async (): Promise<Screen> => {
  const screen = await open(() => import('./ReviewScreen.vue'), { unitId: server.unitId });
  await until(() => rows().length > 0, 'the steps');
  return screen;
};
const published = () =>
  server.said.flatMap((body) =>
    (body as { kind: string }).kind === 'revision-published'
      ? (body as { document: Sequence; follows: number })
      : [],
  );

describe('the review of a recording', () => {
  test('what was recorded stands in an order that it bears out, and is published by a key', async () => {
    server.recorded(recorded);
    await reviewing();
    const order = places();
    expect(order.indexOf('lift-base-cover')).toBeGreaterThan(
      order.findIndex((id) => id.startsWith('unscrew-base-cover')),
    );
    expect(order.indexOf('lift-battery')).toBeGreaterThan(order.indexOf('lift-base-cover'));
    press('p');
    await until(() => published().length === 1, 'the revision');
    const [{ document: made, follows }] = published() as [{ document: Sequence; follows: number }];
    expect(follows).toBe(0);
    expect(made.actions.map(({ id }) => id as string).sort()).toEqual([...order].sort());
    expect(made.joints.find(({ count }) => count === 5)?.screw).toMatchObject({ lengthMm: 5 });
  });

  test('a key shows the findings, the raw data, and the steps again', async () => {
    server.recorded(recorded);
    await reviewing();
    press('f');
    await settled();
    expect(inPage('h1').textContent).toBe('What the check says');
    press('d');
    await settled();
    expect(JSON.parse(inPage('[data-testid=document]').textContent ?? '')).toMatchObject({
      model: { code: sequence.model.code },
    });
    press('d');
    await settled();
    expect(rows().length).toBeGreaterThan(0);
  });

  test('a finding that is ignored is a decision in the recording, and stays one', async () => {
    server.recorded(recorded);
    const { page } = await reviewing();
    press('f');
    await settled();
    const before = document.querySelectorAll('[data-testid=finding]').length;
    expect(before).toBeGreaterThan(0);
    press('s');
    await until(() => server.taken('recordings').some(({ kind }) => kind === 'decide'), 'the decision');
    page.unmount();
    await reviewing();
    expect(inPage('[data-testid=findings]').textContent).toContain(`${before - 1} finding`);
  });

  test('the server that would not have it is told in its words, and nothing counts as published', async () => {
    server.recorded(recorded);
    await reviewing();
    server.refuse = { status: 409, code: 'revision-conflict', detail: 'Somebody published meanwhile' };
    press('p');
    await until(() => document.body.textContent!.includes('meanwhile'), 'the reason');
    expect(published()).toEqual([]);
  });
});

describe('the review of what stands', () => {
  test('where nobody recorded, the sequence that stands is read, and is no news', async () => {
    server.close();
    workshop(true);
    await reviewing();
    expect(inPage('h1').textContent).toBe('Revision 1');
    // A long sequence is drawn piece by piece.
    const drawn = places();
    expect(drawn.length).toBeGreaterThan(60);
    expect(sequence.actions.map(({ id }) => id as string)).toEqual(expect.arrayContaining(drawn));
    press('p');
    await settled();
    expect(published()).toEqual([]);
  });

  test('a model that nobody recorded says where to begin', async () => {
    await open(() => import('./ReviewScreen.vue'), { unitId: server.unitId });
    await until(() => document.body.textContent!.includes('Nothing to review yet'), 'the way in');
  });
});
