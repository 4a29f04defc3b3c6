import { describe, expect, test } from '@jest/globals';
import { TestBench } from '../testing/bench.ts';
import { demoSequence } from '../testing/demo.ts';
import { explainLeftovers } from './leftovers.ts';

const lark = demoSequence('lark-14');

/** A battery job with all steps done, then counts as somebody found them. */
function closed(...found: [joint: string, back: number][]) {
  const bench = new TestBench(lark, ['battery']);
  bench.finish();
  for (const [joint, total] of found) bench.say({ kind: 'counted', joint, what: 'back', total });
  return bench.view;
}

describe('leftover screws', () => {
  test('the group that is short comes first, with its reason and the way to it', () => {
    const view = closed(['j-battery-screws', 3]);
    const row = view.ledger.rows.find(({ joint }) => joint === 'j-battery-screws')!;
    const { places, swaps } = explainLeftovers(view.sequence, view.ledger, [{ screw: row.screw, count: 1 }]);
    expect(places[0]).toMatchObject({ row: { joint: 'j-battery-screws' } });
    expect(places[0]?.reason).toBe('the same kind, E; 1 of 4 is not back at the battery');
    expect(places[0]?.reopen.at(-1)).toMatch(/^Battery: remove 4 screws/);
    expect(places.every((place, i) => i === 0 || place.score <= places[i - 1]!.score)).toBe(true);
    expect(swaps).toEqual([]);
  });

  test('an M2 × 4 left over and an M2 × 5 short: a long screw sits in a short hole, with the way to it', () => {
    // The drive shield's M2 × 3 are all counted back; one M2 × 5 of the rim is short, one M2 × 3 is in hand.
    const view = closed(['j-base-cover-screws-2', 5]);
    const { swaps } = explainLeftovers(view.sequence, view.ledger, [
      { screw: { drive: 'PH', size: 'PH0', thread: 'M2', lengthMm: 3 }, count: 1 },
    ]);
    expect(swaps.length).toBeGreaterThan(0);
    expect(swaps[0]).toMatchObject({ longerMm: 2, short: { joint: 'j-base-cover-screws-2' } });
    expect(swaps[0]?.danger).toMatch(/2 mm too long, it can go through the palm rest/);
    expect(swaps[0]?.reopen.length).toBeGreaterThan(2);
  });

  test('a screw that fits nothing here has no place', () => {
    const view = closed();
    const hand = [{ screw: { drive: 'hex' as const, thread: 'M5', lengthMm: 20 }, count: 1 }];
    expect(explainLeftovers(view.sequence, view.ledger, hand)).toEqual({ places: [], swaps: [] });
  });
});

describe('what differs in a unit', () => {
  const atStep = (id: string) => {
    const bench = new TestBench(lark, ['battery']);
    while (bench.view.progress.step?.id !== id) bench.press(true);
    return bench;
  };

  test('a step that is not there frees what waited for it; a count found is the count expected', () => {
    const bench = atStep('down:unscrew-drive-shield');
    expect(bench.differs({ what: 'absent' })).toBe(true);
    expect(bench.view.steps.some((step) => step.action?.id === 'unscrew-drive-shield')).toBe(false);
    const row = bench.view.ledger.rows.find(({ joint }) => joint === 'j-drive-shield-screws');
    expect(row).toBeUndefined();
    bench.finish();
    expect(bench.view.ledger.balanced).toBe(true);
    const other = atStep('down:unscrew-base-cover-2');
    other.differs({ what: 'count', count: 5 });
    expect(other.view.ledger.rows.find(({ joint }) => joint === 'j-base-cover-screws-2')?.expected).toBe(5);
  });

  test('a blocked act waits for the part in its way, which comes off first by the new plan', () => {
    const bench = atStep('down:lift-battery');
    expect(bench.differs({ what: 'blocked', by: 'fan' })).toBe(true);
    const ids = bench.view.steps.map((step) => step.id);
    expect(ids.indexOf('down:lift-fan')).toBeLessThan(ids.indexOf('down:lift-battery'));
    expect(bench.view.progress.step?.phase).toBe('down');
    // Taking the word back leaves the plan as it was.
    bench.say({ kind: 'differed', action: 'lift-battery', what: 'blocked', found: null });
    expect(bench.view.state.differences).toEqual([]);
  });

  test('a board job restores the firmware first, moves parts over and closes its locks', () => {
    const titles = new TestBench(demoSequence('mast-24'), ['system-board']).view.steps.map(
      (step) => step.title,
    );
    const place = (title: string) => titles.findIndex((candidate) => candidate.startsWith(title));
    const order = [
      'Anything missing',
      'Restore the firmware defaults',
      'System board off',
      'Swap the system board',
      'Move over: heatsink',
      'Move over: memory',
      'New system board in',
      'Look: cables routed',
      'Test: Power light',
    ].map(place);
    expect(order.every((at) => at >= 0)).toBe(true);
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });

  test('a skipped bracket stops the closing by its name until it is back', () => {
    const bench = new TestBench(lark, ['battery']);
    while (bench.view.progress.step?.id !== 'back:lift-battery-bracket') bench.press(true);
    bench.say({ kind: 'skipped', step: 'back:lift-battery-bracket', reason: 'forgotten' });
    bench.finish();
    expect(bench.view.notBack).toMatchObject([{ words: 'Battery bracket is not back' }]);
    bench.say({ kind: 'done', step: 'back:lift-battery-bracket' });
    expect(bench.view.notBack).toEqual([]);
  });
});
