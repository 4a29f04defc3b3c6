import { describe, expect, test } from '@jest/globals';
import { emptyContext } from '../reader/context.ts';
import { readLine } from '../reader/readLine.ts';
import { demoSequence } from '../testing/demo.ts';
import { TestBench } from '../testing/bench.ts';
import { arrivalOf } from './arrival.ts';
import { closingFacts } from './closing.ts';

const read = (...lines: string[]) => lines.flatMap((line) => readLine(line, emptyContext()).entries);
const mark = (kind: 'missing-screw' | 'missing-foot' | 'broken-seal' | 'dent', note = '') => ({ kind, note });

describe('from arrival to hand-back', () => {
  test('a foot or a seal that was not there is no screw: it is said at the end', () => {
    const arrival = arrivalOf(
      [mark('missing-foot', 'front left'), mark('broken-seal'), mark('dent'), mark('missing-screw')],
      read('missing: 1 foot'),
    );
    expect(arrival.parts).toEqual(['foot missing', 'foot missing, front left', 'seal broken']);
    expect(arrival.hint).toBe('1 screw missing, by the intake');
  });

  test('screws that the recording names are told as it names them', () => {
    const { hint, parts } = arrivalOf([mark('missing-screw')], read('missing: 1 base cover screw'));
    expect(hint).toMatch(/base cover/);
    expect(parts).toEqual([]);
    expect(arrivalOf([], [])).toEqual({ hint: null, parts: [] });
  });

  test('what did not go as the sequence has it stands on the last page, and nothing else', () => {
    const bench = new TestBench(demoSequence('lark-14'), ['battery']);
    expect(closingFacts(bench.view.ledger, (part) => part)).toEqual([]);
    const joint = 'j-battery-screws';
    bench.say({ kind: 'counted', joint, what: 'missing', total: 1 });
    bench.say({ kind: 'counted', joint, what: 'stripped', total: 2 });
    bench.say({ kind: 'counted', joint, what: 'new', total: 1, with: 'M2 × 4' });
    bench.say({ kind: 'counted', joint, what: 'omitted', total: 1, reason: 'hole broken' });
    expect(closingFacts(bench.view.ledger, () => 'Battery')).toEqual([
      expect.stringMatching(
        /^battery.*: 1 missing on arrival, 2 stripped, 1 new, 1 left out on purpose, as M2 × 4, hole broken$/,
      ),
    ]);
  });

  test('a closed job is opened again with its reason, goes on where it stood, and no closed time is worked', () => {
    const bench = new TestBench(demoSequence('lark-14'), ['battery']);
    bench.finish();
    bench.say({ kind: 'closed', remark: 'all well' });
    expect(bench.view.progress.phase).toBe('closed');
    const paused = bench.view.state.pausedMs;
    bench.say({ kind: 'reopened', reason: 'fan rattles' });
    expect(bench.view.progress.phase).toBe('close');
    expect(bench.view.state.notes.at(-1)?.text).toBe('Opened again: fan rattles');
    expect(bench.view.state.remark).toBeNull();
    expect(bench.view.state.pausedMs - paused).toBe(60_000);
    bench.say({ kind: 'closed', remark: null });
    expect(bench.view.progress.phase).toBe('closed');
  });
});
