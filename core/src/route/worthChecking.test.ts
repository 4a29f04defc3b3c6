import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Sequence } from '../sequence/schema.ts';
import { anySequence, smallSequence } from '../testing/sequences.ts';
import { brokenNeed, orderCost } from './orderCost.ts';
import { planRoute } from './planRoute.ts';
import { descentProfile } from './profile.ts';
import { whyStep } from './why.ts';
import { applyWhatIf, worthChecking, worthCheckingOverall } from './worthChecking.ts';

const totalOf = (sequence: Sequence, targets: string[]): number => {
  const route = planRoute(sequence, { targets });
  if (!route.ok) throw new Error(route.fault.what);
  return route.value.cost.total;
};

/** A shield that is only assumed to cover the fan, and a cover that surely does. */
function fanUnderShield(): Sequence {
  const sequence = smallSequence(
    [
      { id: 'cover', part: 'cover', verb: 'lift', seconds: 30 },
      { id: 'shield-screws', part: 'shield', tool: 'PH0', seconds: 24 },
      { id: 'shield', part: 'shield', verb: 'lift', seconds: 6 },
      { id: 'fan', part: 'fan', verb: 'lift', seconds: 6 },
    ],
    [
      ['shield-screws', 'cover'],
      ['shield', 'shield-screws'],
      ['fan', 'shield'],
      ['fan', 'cover'],
    ],
  );
  const needs = sequence.needs.map((need, i) => (i === 2 ? { ...need, basis: 'assumed' as const } : need));
  return { ...sequence, needs };
}

describe('worth checking', () => {
  test('what the route would save without an assumption, worked out by hand', () => {
    // Without the shield: its 24 + 6 seconds and the change to PH0.
    expect(
      worthChecking(fanUnderShield(), { targets: ['fan'] }).map(({ places, part, saving }) => [
        places,
        part,
        saving,
      ]),
    ).toEqual([[[2], 'fan', 24 + 6 + 6]]);
    expect(worthChecking(fanUnderShield(), { targets: ['shield'] })).toEqual([]);
    const shares: number[] = [];
    expect(
      worthCheckingOverall(fanUnderShield(), {}, (share) => shares.push(share)).map(({ saving }) => saving),
    ).toEqual([36]);
    expect(shares).toEqual([1 / 3, 2 / 3, 1]);
  });

  test('an added constraint never makes a route cheaper, a dropped one never dearer', () => {
    fc.assert(
      fc.property(anySequence(3, 8, false), fc.nat(), fc.nat(), (sequence, x, y) => {
        const last = sequence.actions.length - 1;
        const target = [`a${last}`];
        const total = totalOf(sequence, target);
        if (sequence.needs.length > 0) {
          expect(
            totalOf(applyWhatIf(sequence, { dropped: [x % sequence.needs.length] }), target),
          ).toBeLessThanOrEqual(total);
        }
        const [before, action] = [sequence.actions[y % last]?.id, sequence.actions[last]?.id];
        if (!before || !action) return;
        const pinned = applyWhatIf(sequence, { pinned: [{ action, before }] });
        expect(totalOf(pinned, target)).toBeGreaterThanOrEqual(total);
        expect(pinned.needs.at(-1)?.basis).toBe('pinned');
      }),
      { numRuns: 150 },
    );
  });
});

describe('explaining a route', () => {
  test('every step but the targets has a chain of needs that leads to a target', () => {
    fc.assert(
      fc.property(anySequence(2, 9), (sequence) => {
        const configuration = { lid: 'a' };
        const route = planRoute(sequence, { targets: [`a${sequence.actions.length - 1}`], configuration });
        if (!route.ok) throw new Error(route.fault.what);
        for (const step of route.value.steps) {
          const chain = whyStep(sequence, route.value, step);
          if (route.value.targets.includes(step)) continue;
          expect(chain[0]?.step).toBe(step);
          expect(route.value.targets).toContain(chain.at(-1)?.for);
          chain.slice(1).forEach((link, i) => expect(link.step).toBe(chain[i]?.for));
        }
      }),
      { numRuns: 150 },
    );
  });

  test('the descent profile has a point per step, its tool changes and turns are those of the cost', () => {
    fc.assert(
      fc.property(anySequence(1, 9), (sequence) => {
        const target = `a${sequence.actions.length - 1}`;
        const route = planRoute(sequence, { targets: [target] });
        if (!route.ok) throw new Error(route.fault.what);
        const { points } = descentProfile(sequence, route.value.steps, new Set([target]));
        expect(points.map((point) => point.action)).toEqual(route.value.steps);
        expect(points.filter((point) => point.toolChange)).toHaveLength(route.value.cost.toolChanges);
        expect(points.filter((point) => point.flip)).toHaveLength(route.value.cost.flips);
        expect(points.filter((point) => point.target)).toHaveLength(1);
      }),
      { numRuns: 150 },
    );
  });
});

test('among orders of one total, fragile parts come late', () => {
  const sequence = smallSequence(
    [
      { id: 'camera', part: 'camera', verb: 'lift' },
      { id: 'fan', part: 'fan', verb: 'lift' },
      { id: 'board', part: 'board', verb: 'lift' },
    ],
    [
      ['board', 'fan'],
      ['board', 'camera'],
    ],
  );
  const glass = {
    ...sequence,
    parts: sequence.parts.map((part) => (part.id === 'camera' ? { ...part, kind: 'camera' } : part)),
  };
  const steps = (document: Sequence) => {
    const route = planRoute(document, { targets: ['board'] });
    return route.ok ? route.value.steps : [];
  };
  expect(steps(sequence)).toEqual(['camera', 'fan', 'board']);
  expect(steps(glass)).toEqual(['fan', 'camera', 'board']);
  expect(brokenNeed(glass, steps(glass))).toBeNull();
  expect(orderCost(glass, steps(glass))).toEqual(orderCost(sequence, steps(sequence)));
});
