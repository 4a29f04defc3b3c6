import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { configure, defaultConfiguration } from '../sequence/configuration.ts';
import { TestBench as Bench } from '../testing/bench.ts';
import { demoSequence } from '../testing/demo.ts';
import { foldJob, workedSeconds } from './foldJob.ts';
import { summarizeJob } from './summary.ts';

const documents = Object.fromEntries(
  ['lark-14', 'pilot-7', 'mast-24'].map((name) => [name, demoSequence(name)]),
);

describe('a job', () => {
  test('a short log balanced by hand: 3 + 6 + 2 + 5 + 5 screws, one missing on arrival, one new', () => {
    const bench = new Bench(documents['lark-14']!, ['battery']);
    bench.say({ kind: 'counted', joint: 'j-base-cover-screws-2', what: 'missing', total: 1 });
    bench.finish();
    const { ledger, progress } = bench.view;
    expect(progress.phase).toBe('close');
    expect(ledger.balanced).toBe(true);
    // Counted by hand from the sequence: strip 3, rim 6, captive 2, bracket 2, shield 3, pack 4 + 1.
    expect(ledger.rows.map((row) => `${row.letter}${row.expected}`)).toEqual([
      'A3',
      'B6',
      'C2',
      'D2',
      'D3',
      'E4',
      'E1',
    ]);
    expect(summarizeJob(bench.view, '2026-01-01T12:00:00Z')).toMatchObject({
      screwsOut: 20,
      missing: 1,
      balanced: true,
      targets: ['Battery'],
    });
    const rim = ledger.rows[1];
    expect(rim?.counts).toMatchObject({ out: 5, missing: 1, back: 5, new: 1 });
  });

  test('an open ledger says which screw is not accounted for, and where it is', () => {
    const bench = new Bench(documents['lark-14']!, ['battery']);
    bench.finish();
    bench.say({ kind: 'counted', joint: 'j-battery-screws', what: 'back', total: 3 });
    expect(bench.view.ledger).toMatchObject({
      balanced: false,
      open: ['battery, cell E: 1 of 4 is not back; 1 still in the tray'],
    });
    bench.say({
      kind: 'counted',
      joint: 'j-battery-screws',
      what: 'omitted',
      total: 1,
      reason: 'boss cracked',
    });
    expect(bench.view.ledger.balanced).toBe(true);
  });

  test('the way back turns the way down round, renews, tests before the cover and after', () => {
    const titles = new Bench(documents['lark-14']!, ['heatsink']).view.steps.map((step) => step.title);
    const place = (title: string) => titles.findIndex((candidate) => candidate.startsWith(title));
    const order = [
      'Swap the heatsink',
      'Clean both faces, new thermal paste',
      'New heatsink in',
      'Heatsink: tighten 4 screws',
      'Plug in battery',
      'Test: Power light and picture',
      'Base cover on',
      'Base cover: press the clips home',
      'Base cover: 6 screws in',
      'Test: Starts, charges',
    ].map(place);
    expect(order.every((at) => at >= 0)).toBe(true);
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(titles.some((title) => title.startsWith('Hold') && titles.indexOf(title) > place('Swap'))).toBe(
      false,
    );
  });

  test('for any demo device, target and fumbling: every joint is restored once, and the ledger balances at the end', () => {
    const cases = Object.values(documents).flatMap((document) => {
      const here = configure(document, defaultConfiguration(document));
      return here.actions
        .filter((action) => action.verb === 'lift')
        .map((action) => ({ document, target: action.part as string }));
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...cases),
        fc.array(fc.constantFrom('press', 'all', 'back', 'missing', 'twice'), { maxLength: 60 }),
        ({ document, target }, fumbles) => {
          const bench = new Bench(document, [target]);
          for (const fumble of fumbles) {
            if (fumble === 'press' || fumble === 'all') bench.press(fumble === 'all', 'omitted');
            if (fumble === 'back') bench.back();
            if (fumble === 'missing') {
              const { progress, ledger } = bench.view;
              const row = ledger.rows.find((candidate) => candidate.joint === progress.step?.joint?.id);
              if (progress.step?.phase === 'down' && row && row.openOut > 0)
                bench.say({
                  kind: 'counted',
                  joint: row.joint,
                  what: 'missing',
                  total: row.counts.missing + 1,
                });
            }
            // Two people who press the same key at once say the same thing twice.
            if (fumble === 'twice') {
              const body = bench.events[bench.events.length - 1]?.body;
              if (body) bench.say(body);
            }
          }
          bench.finish();
          const { ledger, steps, state } = bench.view;
          expect(ledger.open).toEqual([]);
          const undone = state.started?.steps.flatMap(
            (id) => document.actions.find((action) => action.id === id)?.joint ?? [],
          );
          const redone = steps
            .filter((step) => step.phase === 'back')
            .flatMap((step) => step.action?.joint ?? []);
          expect([...redone].sort()).toEqual([...(undone ?? [])].sort());
        },
      ),
      { numRuns: 60 },
    );
  });

  test('the same events in any repetition fold to the same state; pauses are not worked time', () => {
    const bench = new Bench(documents['pilot-7']!, ['battery']);
    for (let i = 0; i < 12; i++) bench.press();
    bench.say({ kind: 'paused', reason: 'waiting for part' });
    bench.say({ kind: 'resumed' });
    const twice = [...bench.events, ...bench.events];
    expect(foldJob(twice)).toEqual(foldJob(bench.events));
    const state = foldJob(bench.events);
    expect(workedSeconds(state, bench.events.at(-1)?.at ?? '')).toBe((bench.events.length - 2) * 60);
  });
});
