import { describe, expect, test } from '@jest/globals';
import { jobEventBodySchema, viewJob, type JobEvent, type JobEventBody, type JobView } from '@bemtor/core';
import fc from 'fast-check';
import { demoRoute } from '../../testing/demoSequence.ts';
import {
  backwardAct,
  differingAct,
  forwardAct,
  lostAct,
  missingAct,
  pointsFound,
  setCountAct,
  settleAct,
  skippedAct,
  stepsAhead,
  strippedAct,
  type Act,
  type RunAt,
} from './runActs.ts';

/* Whatever is pressed at a bench, in whatever order: the log stays one that the server takes, and its laws hold. */

const { document: sequence, route } = demoRoute('battery');

class Bench {
  private readonly events: JobEvent[] = [];
  private seen: JobView | null = null;
  constructor() {
    this.log({
      ...{ kind: 'started', targets: ['battery'], configuration: {}, steps: [...route.steps] },
      plannedSeconds: 600,
    });
  }
  log(...bodies: readonly JobEventBody[]): void {
    this.seen = null;
    for (const body of bodies) {
      jobEventBodySchema.parse(body);
      const at = new Date(Date.UTC(2026, 0, 5, 8) + this.events.length * 1_000).toISOString();
      this.events.push({ id: `e${this.events.length}`, at, body });
    }
  }
  get view(): JobView {
    return (this.seen ??= viewJob(sequence, this.events));
  }
  get at(): RunAt {
    return { view: this.view, holdRunning: false };
  }
  act(act: Act): Act {
    if (act.kind === 'log') this.log(...act.events);
    return act;
  }
  get row() {
    const { progress, ledger } = this.view;
    return ledger.rows.find(({ joint }) => joint === progress.step?.joint?.id) ?? null;
  }
  /** Goes on as a person does who never chooses: what the tray lacks is left out. */
  goTo(isThere: (view: JobView) => boolean): void {
    for (let i = 0; !isThere(this.view); i++) {
      if (i > 400) throw new Error('it does not get there');
      const act = this.act(forwardAct(this.at, true));
      if (act.kind === 'nothing') this.act(settleAct(this.at, 'omitted', ''));
    }
  }
}

const press = fc.oneof(
  { weight: 6, arbitrary: fc.record({ key: fc.constantFrom('forward', 'all'), n: fc.constant(0) }) },
  {
    weight: 4,
    arbitrary: fc.record({
      key: fc.constantFrom('back', 'count', 'missing', 'stripped', 'lost', 'new', 'omitted', 'skip'),
      n: fc.integer({ min: -2, max: 9 }),
    }),
  },
);
function pressed(bench: Bench, key: string, n: number): Act {
  const { at, row } = bench;
  if (key === 'back') return backwardAct(at);
  if (key === 'count') return setCountAct(at, n);
  if (key === 'missing') return missingAct(row, n);
  if (key === 'stripped') return strippedAct(at);
  if (key === 'lost') return lostAct(at);
  if (key === 'new' || key === 'omitted') return settleAct(at, key, n > 4 ? 'a longer one' : '');
  if (key === 'skip' && n === 9) return skippedAct(at.view.progress.step, 'not on this unit');
  return forwardAct(at, key === 'all');
}

describe('the acts of a run', () => {
  test('in any order: no group has more out, missing or back than it has screws, and the job comes to its close', () => {
    fc.assert(
      fc.property(fc.array(press, { maxLength: 60 }), (presses) => {
        const bench = new Bench();
        for (const { key, n } of presses) bench.act(pressed(bench, key, n));
        for (const { expected, counts } of bench.view.ledger.rows) {
          if (expected === null) continue;
          expect(counts.out + counts.missing).toBeLessThanOrEqual(expected);
          expect(counts.back + counts.new + counts.omitted).toBeLessThanOrEqual(expected);
          for (const count of Object.values(counts)) expect(count).toBeGreaterThanOrEqual(0);
        }
        bench.goTo(({ progress }) => progress.phase === 'close');
        expect(forwardAct(bench.at)).toEqual({ kind: 'nothing' });
      }),
      { numRuns: 30 },
    );
  });

  test('back takes away just what forward did', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 70 }), (presses) => {
        const bench = new Bench();
        for (let i = 0; i < presses && bench.view.progress.phase !== 'close'; i++)
          bench.act(forwardAct(bench.at));
        const before = bench.view;
        if (bench.act(forwardAct(bench.at)).kind !== 'log') return;
        // The last screw of a group also ends its step: that is two steps back.
        for (let i = 0; i < 2 && bench.view.progress.at >= before.progress.at; i++) {
          bench.act(backwardAct(bench.at));
          if (bench.view.progress.at === before.progress.at && sameCounts(bench.view, before)) break;
        }
        expect(bench.view.progress.at).toBe(before.progress.at);
        expect(sameCounts(bench.view, before)).toBe(true);
      }),
      { numRuns: 30 },
    );
  });

  test('while it is paused nothing counts, and nothing can be found to differ', () => {
    const bench = new Bench();
    bench.goTo(({ progress }) => progress.step?.phase === 'down' && progress.step.joint !== null);
    expect(differingAct(bench.at)).not.toBeNull();
    bench.log({ kind: 'paused', reason: 'part' });
    for (const act of [forwardAct(bench.at), backwardAct(bench.at), setCountAct(bench.at, 2)])
      expect(act).toEqual({ kind: 'nothing' });
    expect(differingAct(bench.at)).toBeNull();
  });

  test('more than the sequence says is a difference on the way down, and nothing on the way up', () => {
    const bench = new Bench();
    bench.goTo(({ progress }) => progress.step?.phase === 'down' && progress.step.joint?.count === 6);
    bench.act(missingAct(bench.row, 1));
    expect(setCountAct(bench.at, 7)).toEqual({ kind: 'differ', found: { what: 'count', count: 8 } });
    expect(setCountAct(bench.at, 5)).toMatchObject({ kind: 'log', events: [{ what: 'out', total: 5 }] });
    bench.goTo(({ progress }) => progress.step?.phase === 'back' && progress.step.joint?.count === 6);
    expect(setCountAct(bench.at, 9)).toEqual({ kind: 'nothing' });
  });

  test('points are evidence of the step at hand; what lies ahead is what was not done', () => {
    const bench = new Bench();
    bench.goTo(({ progress }) => progress.step?.phase === 'down' && progress.step.joint !== null);
    const point = { n: 1, x: 10, y: 20, face: 'bottom' as const };
    expect(pointsFound(bench.at, [])).toBeNull();
    expect(pointsFound(bench.at, [point])).toMatchObject({ found: { what: 'points', points: [point] } });
    const ahead = stepsAhead(bench.view);
    expect(ahead).toEqual(route.steps.slice(route.steps.length - ahead.length));
    expect(ahead[0]).toBe(bench.view.progress.step?.action?.id);
  });
});

const sameCounts = (one: JobView, other: JobView): boolean =>
  JSON.stringify(one.ledger.rows.map(({ counts }) => counts)) ===
  JSON.stringify(other.ledger.rows.map(({ counts }) => counts));
