import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { configure } from '../sequence/configuration.ts';
import type { Sequence } from '../sequence/schema.ts';
import { anySequence, smallSequence } from '../testing/sequences.ts';
import { brokenNeed, orderCost } from './orderCost.ts';
import { planRoute } from './planRoute.ts';
import { defaultWeights, type RouteRequest } from './request.ts';

type Start = Pick<RouteRequest, 'weights' | 'startFace' | 'toolInHand'>;

/** The defaults and others, zero among them, from both sides, with a tool in hand or none. */
const anyStart: fc.Arbitrary<Start> = fc.record({
  weights: fc.constantFrom(
    defaultWeights,
    { toolChange: 6, flip: 8, resume: 0 },
    { toolChange: 0, flip: 3, resume: 5 },
    { toolChange: 11, flip: 0, resume: 2 },
  ),
  startFace: fc.constantFrom('top' as const, 'bottom' as const),
  toolInHand: fc.constantFrom(null, 'PH0', 'T5'),
});

/** Every order of every set of actions, straight from the definition: the least total to the targets. */
function exhaustiveTotal(sequence: Sequence, targets: readonly string[], start: Start = {}): number | null {
  const ids = sequence.actions.map((action) => action.id as string);
  const existing = new Set(ids);
  const needs = new Map(
    ids.map((id) => [
      id,
      sequence.needs.filter((need) => need.action === id && need.anyOf.some((other) => existing.has(other))),
    ]),
  );
  let best: number | null = null;
  const order: string[] = [];
  const done = new Set<string>();
  const walk = (): void => {
    if (targets.every((target) => done.has(target))) {
      const { total } = orderCost(sequence, order, start);
      if (best === null || total < best) best = total;
      return;
    }
    for (const id of ids) {
      if (done.has(id) || !needs.get(id)?.every((need) => need.anyOf.some((other) => done.has(other))))
        continue;
      done.add(id);
      order.push(id);
      if (best === null || orderCost(sequence, order, start).total < best) walk();
      order.pop();
      done.delete(id);
    }
  };
  walk();
  return best;
}

describe('planRoute', () => {
  test('equals exhaustive enumeration over every set and order, with alternatives, configurations and two targets', () => {
    fc.assert(
      fc.property(
        anySequence(1, 8),
        fc.constantFrom('a', 'b'),
        fc.nat(),
        anyStart,
        (sequence, lid, pick, start) => {
          const configuration = { lid };
          const here = configure(sequence, configuration);
          const ids = here.actions.map((action) => action.id as string);
          const targets = [...new Set([ids[ids.length - 1] ?? '', ids[pick % ids.length] ?? ''])];
          const route = planRoute(sequence, { targets, configuration, ...start });
          if (!route.ok) throw new Error(JSON.stringify(route.fault));
          expect(route.value.cost.total).toBe(exhaustiveTotal(here, targets, start));
          expect(route.value.optimal).toBe(true);
          expect(route.value.lowerBound).toBe(route.value.cost.total);
          expect(brokenNeed(here, route.value.steps)).toBeNull();
          expect(targets.every((target) => route.value.steps.includes(target))).toBe(true);
          expect(new Set(route.value.steps).size).toBe(route.value.steps.length);
        },
      ),
      { numRuns: 400 },
    );
  });

  test('and for nine acts, fewer of them, since every order is looked at', () => {
    fc.assert(
      fc.property(anySequence(9, 9), anyStart, (sequence, start) => {
        const here = configure(sequence, { lid: 'a' });
        const route = planRoute(sequence, { targets: ['a8'], configuration: { lid: 'a' }, ...start });
        expect(route.ok && route.value.cost.total).toBe(exhaustiveTotal(here, ['a8'], start));
      }),
      { numRuns: 40 },
    );
  });

  test('with a small limit it answers with a true lower bound and claims no proof that it does not have', () => {
    fc.assert(
      fc.property(anySequence(6, 8), (sequence) => {
        const target = `a${sequence.actions.length - 1}`;
        const configuration = { lid: 'a' };
        const route = planRoute(sequence, { targets: [target], configuration, expansionLimit: 0 });
        if (!route.ok) throw new Error('unexpected fault');
        const least = exhaustiveTotal(configure(sequence, configuration), [target]) ?? 0;
        expect(route.value.lowerBound).toBeLessThanOrEqual(least + 1e-9);
        expect(route.value.cost.total).toBeGreaterThanOrEqual(least - 1e-9);
        if (route.value.optimal) expect(route.value.cost.total).toBe(least);
      }),
      { numRuns: 100 },
    );
  });

  test('an alternative that costs nothing is worth its place where it saves a resume (found by the property above)', () => {
    const sequence = smallSequence(
      [
        { id: 'a0', part: 'p2', face: 'bottom', seconds: 22 },
        { id: 'a4', part: 'p0', seconds: 0 },
        { id: 'a5', part: 'p1', seconds: 0 },
        { id: 'a7', part: 'p2', seconds: 0 },
      ],
      [
        ['a7', 'a4', 'a5'],
        ['a4', 'a0'],
      ],
    );
    const route = planRoute(sequence, { targets: ['a7', 'a4'] });
    expect(route.ok && route.value.cost.total).toBe(30);
  });

  test('a half-open unit, the side up and the tool in hand change the cost', () => {
    const sequence = smallSequence(
      [
        { id: 'screws', part: 'cover', tool: 'PH0', face: 'bottom', seconds: 50 },
        { id: 'off', part: 'cover', verb: 'lift', face: 'bottom', seconds: 6 },
        { id: 'plug', part: 'battery', face: 'bottom', seconds: 8 },
      ],
      [
        ['off', 'screws'],
        ['plug', 'off'],
      ],
    );
    const total = (extra: object) => {
      const route = planRoute(sequence, { targets: ['plug'], ...extra });
      return route.ok ? route.value.cost.total : null;
    };
    expect(total({})).toBe(50 + 6 + 8 + 6 + 8);
    expect(total({ startFace: 'bottom', toolInHand: 'PH0' })).toBe(50 + 6 + 8);
    expect(total({ alreadyDone: ['cover', 'screws'] })).toBe(8 + 8);
  });

  test('a circle of needs is refused with the names of the parts', () => {
    const sequence = smallSequence(
      [
        { id: 'x', part: 'fan', verb: 'lift' },
        { id: 'y', part: 'board', verb: 'lift' },
      ],
      [
        ['x', 'y'],
        ['y', 'x'],
      ],
    );
    const route = planRoute(sequence, { targets: ['fan'] });
    expect(route.ok ? '' : route.fault.what).toContain('fan, board');
  });

  test('a target that does not exist, here or at all, is refused with what would be right', () => {
    const sequence = smallSequence(
      [{ id: 'x', part: 'card', verb: 'lift', when: { lid: ['b'] } }],
      [],
      [{ key: 'lid', label: 'Lid', values: ['a', 'b'] }],
    );
    const faultOf = (targets: string[], configuration = {}) => {
      const route = planRoute(sequence, { targets, configuration });
      return route.ok ? null : route.fault.what;
    };
    expect(faultOf(['card'], { lid: 'a' })).toContain('does not exist in this configuration');
    expect(faultOf(['wheel'])).toContain('neither a part nor an action');
    expect(faultOf([])).toContain('no target');
    expect(faultOf(['card'], { lid: 'c' })).toContain('not a value');
  });
});
