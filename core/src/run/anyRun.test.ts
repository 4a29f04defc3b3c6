import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { TestBench } from '../testing/bench.ts';
import { anyDevice } from '../testing/devices.ts';
import { caseCovers } from '../sequence/caseCovers.ts';
import { demoSequence } from '../testing/demo.ts';
import { countKinds } from './events.ts';

const fumble = fc.oneof(
  { weight: 6, arbitrary: fc.constantFrom('press', 'all', 'back', 'twice') },
  { weight: 2, arbitrary: fc.constantFrom('missing', 'lost', 'count', 'screw', 'absent', 'blocked', 'turn') },
);

/** One thing that may happen at a bench, on the step at hand. */
function happen(bench: TestBench, what: string): void {
  const { progress, ledger, state, sequence } = bench.view;
  const { step } = progress;
  const row = ledger.rows.find((candidate) => candidate.joint === step?.joint?.id);
  if (what === 'press' || what === 'all') bench.press(what === 'all', 'omitted');
  if (what === 'back') bench.back();
  if (what === 'twice' && bench.events.length > 1) bench.say(bench.events[bench.events.length - 1]!.body);
  if (what === 'missing' && row && step?.phase === 'down' && row.openOut > 0)
    bench.say({ kind: 'counted', joint: row.joint, what: 'missing', total: row.counts.missing + 1 });
  if (what === 'lost' && row && step?.phase === 'back' && row.inTray > 0 && row.openBack > 0)
    bench.say({ kind: 'counted', joint: row.joint, what: 'lost', total: row.counts.lost + 1 });
  if (what === 'count' && row && step?.phase === 'down')
    bench.differs({ what: 'count', count: Math.max(1, row.counts.out + row.counts.missing + 1) });
  if (what === 'screw' && row) bench.differs({ what: 'screw', screw: { lengthMm: 6 } });
  if (what === 'absent' && step?.action && step.action.verb !== 'lift') bench.differs({ what: 'absent' });
  if (what === 'blocked' && step?.action) {
    const other = sequence.parts.find((part) => part.id !== step.action?.part);
    if (other) bench.differs({ what: 'blocked', by: other.id });
  }
  if (what === 'turn' && progress.phase === 'down' && state.route.some((id) => state.done.has(`down:${id}`)))
    bench.say({ kind: 'replanned', steps: [], because: 'turned round' });
}

describe('any run of any device', () => {
  test('the way back restores every joint that was undone exactly once, and the ledger balances', () => {
    fc.assert(
      fc.property(anyDevice, fc.array(fumble, { maxLength: 40 }), fc.nat(), (device, fumbles, pick) => {
        const lifts = device.actions.filter((action) => action.verb === 'lift');
        const target = lifts[pick % lifts.length]?.part as string;
        const bench = new TestBench(device, [target]);
        for (const what of fumbles) happen(bench, what);
        bench.finish();
        const { ledger, steps, state, progress, notBack } = bench.view;
        expect(progress.phase).toBe('close');
        expect(ledger.open).toEqual([]);
        expect(notBack).toEqual([]);
        const undone = steps.flatMap((step) =>
          step.phase === 'down' && state.done.has(step.id) ? (step.action?.joint ?? []) : [],
        );
        const redone = steps.flatMap((step) => (step.phase === 'back' ? (step.action?.joint ?? []) : []));
        expect([...redone].sort()).toEqual([...undone].sort());
        expect(new Set(redone).size).toBe(redone.length);
      }),
      { numRuns: 150 },
    );
  });

  test('on the way back a part is on before anything holds it, its clips before its screws, the case last', () => {
    fc.assert(
      fc.property(anyDevice, fc.nat(), (device, pick) => {
        const lifts = device.actions.filter((action) => action.verb === 'lift');
        const { steps, sequence } = new TestBench(device, [lifts[pick % lifts.length]?.part as string]).view;
        const back = steps.filter((step) => step.phase === 'back' && step.action);
        const isClips = (id: string | null | undefined): boolean =>
          sequence.joints.some((joint) => joint.id === id && joint.type === 'clips');
        const place = (id: string): number => back.findIndex((step) => step.action?.id === id);
        for (const step of back) {
          const action = step.action!;
          const on = back.findIndex(
            (other) => other.action?.verb === 'lift' && other.action.part === action.part,
          );
          const type = sequence.joints.find(({ id }) => id === action.joint)?.type;
          // Fresh glue is laid before the part goes on; all else holds it once it is there.
          if (on >= 0 && (type === 'adhesive' || type === 'stretch-tape'))
            expect(place(action.id)).toBeLessThan(on);
          else if (on >= 0 && action.verb !== 'lift') expect(on).toBeLessThan(place(action.id));
          if (action.verb !== 'unscrew') continue;
          for (const other of back)
            if (
              other.action?.part === action.part &&
              other.action.verb === 'pry' &&
              isClips(other.action.joint)
            )
              expect(place(other.action.id)).toBeLessThan(place(action.id));
          const cases = caseCovers(sequence.parts, sequence.joints);
          const cover = back.findLast(
            (other) => other.action?.verb === 'lift' && cases.has(other.action.part),
          );
          const joint = sequence.joints.find(({ id }) => id === action.joint);
          if (cover && joint?.throughCase) expect(place(cover.action!.id)).toBeLessThan(place(action.id));
        }
      }),
      { numRuns: 200 },
    );
  });

  test('a group that nobody has counted never balances, however many go in and out, until its number is said', () => {
    fc.assert(
      fc.property(anyDevice, fc.array(fc.nat({ max: 6 }), { minLength: 1, maxLength: 6 }), (device, outs) => {
        const unknown = device.joints.filter(({ type, count }) => type === 'screws' && count == null);
        const bench = new TestBench(device, [
          device.actions.findLast((one) => one.verb === 'lift')?.part as string,
        ]);
        for (const { id } of bench.view.steps) bench.say({ kind: 'done', step: id });
        const rows = bench.view.ledger.rows.filter(({ joint }) => unknown.some(({ id }) => id === joint));
        rows.forEach(({ joint }, i) => {
          const total = outs[i % outs.length] ?? 0;
          bench.say({ kind: 'counted', joint, what: 'out', total });
          bench.say({ kind: 'counted', joint, what: 'back', total });
        });
        const open = bench.view.ledger.open.filter((line) => line.includes('nobody has said'));
        expect(open).toHaveLength(rows.length);
        if (rows.length > 0) expect(bench.view.ledger.balanced).toBe(false);
        for (const { joint } of rows) {
          const action = device.actions.find((one) => one.joint === joint)!.id;
          const count = bench.view.ledger.rows.find((row) => row.joint === joint)!.counts.out || 1;
          bench.say({ kind: 'differed', action, what: 'count', found: { what: 'count', count } });
        }
        expect(bench.view.ledger.open.filter((line) => line.includes('nobody has said'))).toEqual([]);
      }),
      { numRuns: 120 },
    );
  });

  test('random corrections never hide an imbalance: the last word on each count decides, by the laws', () => {
    const word = fc.record({
      joint: fc.nat(),
      what: fc.constantFrom(...countKinds),
      total: fc.nat({ max: 5 }),
    });
    fc.assert(
      fc.property(anyDevice, fc.array(word, { maxLength: 30 }), (device, words) => {
        const bench = new TestBench(device, [
          device.actions.findLast((one) => one.verb === 'lift')?.part as string,
        ]);
        bench.finish();
        const { rows } = bench.view.ledger;
        if (rows.length === 0) return;
        for (const { joint, what, total } of words)
          bench.say({ kind: 'counted', joint: rows[joint % rows.length]!.joint, what, total });
        const { ledger } = bench.view;
        const holds = ledger.rows.every(
          ({ expected, counts: { out, missing, back, new: fresh, omitted, lost } }) =>
            out + missing === expected && back + fresh + omitted === expected && back <= out - lost,
        );
        expect(ledger.balanced).toBe(holds);
        expect(ledger.open.length > 0).toBe(!holds);
      }),
      { numRuns: 150 },
    );
  });

  test('in the demo devices, to any part: what hides a screw is on after the screw, the tests before the case', () => {
    for (const name of ['lark-14', 'pilot-7', 'mast-24', 'keel-mini']) {
      const device = demoSequence(name);
      for (const { part } of device.actions.filter((action) => action.verb === 'lift')) {
        const reached = device.parts.find(({ id }) => id === part);
        if (Object.keys(reached?.when ?? {}).length > 0) continue;
        const { steps, sequence } = new TestBench(device, [part]).view;
        const back = steps.filter((step) => step.phase === 'back');
        const on = (id: string): number =>
          back.findIndex((step) => step.action?.verb === 'lift' && step.action.part === id);
        back.forEach((step, at) => {
          const hiddenBy = sequence.joints.find(({ id }) => id === step.action?.joint)?.hiddenBy;
          if (hiddenBy && on(hiddenBy) >= 0) expect(on(hiddenBy)).toBeGreaterThan(at);
        });
        const test = back.findIndex((step) => step.id.startsWith('check:before-closing'));
        for (const id of caseCovers(sequence.parts, sequence.joints))
          if (
            on(id) >= 0 &&
            id ===
              back.findLast(
                (step) =>
                  step.action?.verb === 'lift' &&
                  caseCovers(sequence.parts, sequence.joints).has(step.action.part),
              )?.action?.part
          )
            expect(test).toBeLessThan(on(id));
      }
    }
  });
});
