/** @jest-environment jsdom */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { viewJob, type JobEventBody } from '@bemtor/core';
import { waitingStreams } from '../../api/local.ts';
import { demoRoute } from '../../testing/demoSequence.ts';
import { FakeWorkshop } from '../../testing/fakeWorkshop.ts';
import { press, settled } from '../../testing/mountKit.ts';
import { screens, until, type Screen } from '../../testing/mountScreen.ts';

/** A whole job is some sixty keys. */
jest.setTimeout(60_000);

/* A run, worked from the first key to the last as at the bench. */

const open = screens();
const { document: sequence, route } = demoRoute('battery');
let server: FakeWorkshop;

beforeEach(() => {
  server = new FakeWorkshop(sequence);
  server.open();
  server.underWay([
    {
      ...{ kind: 'started', targets: ['battery'], configuration: {}, steps: [...route.steps] },
      plannedSeconds: 600,
    },
  ]);
});
afterEach(() => server.close());

const events = () => server.taken<JobEventBody>('jobs');
const view = () =>
  viewJob(
    sequence,
    events().map((body, i) => ({ id: `e${i}`, at: new Date(i * 1_000).toISOString(), body })),
  );
const running = async (): Promise<Screen> => {
  const screen = await open(() => import('./RunScreen.vue'), { unitId: server.unitId });
  await until(() => document.querySelector('[data-testid=step]') !== null, 'the step');
  return screen;
};
const told = (): string => document.querySelector('[data-testid=told]')?.textContent ?? '';
/** Presses keys, and waits until the server has heard of what the last one did. */
async function pressed(...keys: string[]): Promise<void> {
  const before = events().length;
  for (const key of keys) {
    press(key);
    await settled();
  }
  await until(() => events().length > before, `what ${keys.join(' ')} does`);
  // One key may say two things: both are heard before the next.
  for (let quiet = 0, heard = -1; quiet < 3;) {
    await new Promise((resolve) => setTimeout(resolve, 15));
    const isQuiet = heard === events().length && (await waitingStreams()).size === 0;
    quiet = isQuiet ? quiet + 1 : 0;
    heard = events().length;
  }
}
/** Goes on, by the one key, until the job stands where it should. */
async function goTo(isThere: () => boolean): Promise<void> {
  for (let presses = 0; !isThere(); presses++) {
    if (presses > 200) throw new Error(`it stays at ${view().progress.step?.title}`);
    const { step } = view().progress;
    if (document.querySelector('[data-testid=short]')) await pressed('o');
    // A button that was held already is said by the same key twice.
    else if (step?.holdSeconds) await pressed('h', 'h', 'Enter');
    else await pressed('Enter');
  }
}
const atScrews = (phase: 'down' | 'back') => (): boolean => {
  const { step } = view().progress;
  return step?.phase === phase && (step.joint?.count ?? 0) > 2 && !step.holdSeconds;
};
const row = () => view().ledger.rows.find(({ joint }) => joint === view().progress.step?.joint?.id)!;

describe('a run', () => {
  test('one key goes all the way down and back, the ledger balances, and the job is closed', async () => {
    await running();
    await goTo(() => view().progress.phase === 'close');
    expect(view().ledger.open).toEqual([]);
    press(' ');
    await pressed('Enter');
    expect(events().at(-1)).toMatchObject({ kind: 'closed' });
  });

  test('screws one by one, so many at once, and one fewer', async () => {
    await running();
    await goTo(atScrews('down'));
    await pressed(' ');
    await pressed(' ');
    expect(row().counts.out).toBe(2);
    await pressed('Backspace');
    expect(row().counts.out).toBe(1);
    await pressed('3');
    expect(row().counts.out).toBe(3);
    const before = view().progress.at;
    await goTo(() => view().progress.at > before);
    await pressed('Backspace');
    expect(view().progress.at).toBe(before);
  });

  test('what was missing, worn or lost is counted; the tray is short then, and something is chosen', async () => {
    await running();
    await goTo(atScrews('down'));
    const { joint } = view().progress.step!;
    await pressed('m');
    await pressed('s');
    await goTo(() => atScrews('back')() && view().progress.step?.joint?.id === joint?.id);
    await pressed('l');
    await goTo(() => view().progress.phase === 'close');
    const counts = view().ledger.rows.find((one) => one.joint === joint?.id)?.counts;
    expect(counts).toMatchObject({ missing: 1, stripped: 1, lost: 1, omitted: 2 });
    expect(view().ledger.open).toEqual([]);
  });

  test('fewer screws than the sequence says are evidence; one key takes it back', async () => {
    await running();
    await goTo(atScrews('down'));
    const said = row().expected;
    await pressed(' ');
    await pressed('d');
    await until(() => view().state.differences.length === 1, 'the difference');
    expect(view().state.differences[0]).toMatchObject({ what: 'count', count: 1 });
    await until(() => told().includes('Taken down as evidence'), 'the words');
    await pressed('u');
    await until(() => view().state.differences.length === 0, 'the way back');
    expect(row().expected).toBe(said);
  });

  test('it turns round where it stands, and goes on again on wish', async () => {
    await running();
    await goTo(() => view().state.done.size > 6 && view().progress.step?.phase === 'down');
    const { route: before } = view().state;
    await pressed('t');
    await until(() => view().progress.phase !== 'down', 'the way up');
    await until(() => told().startsWith('Turned round'), 'the words');
    await pressed('u');
    await until(() => view().progress.phase === 'down', 'the way down');
    expect(view().state.route).toEqual(before);
  });

  test('it waits for a pause to end, and for a server that is away nobody waits', async () => {
    await running();
    await goTo(atScrews('down'));
    server.isAway = true;
    press(' ');
    press(' ');
    await until(() => document.body.textContent!.includes('2/3'), 'the count on the page');
    const before = events().length;
    server.isAway = false;
    await until(() => events().length === before + 2, 'what waited');
    expect(row().counts.out).toBe(2);
  });
});
