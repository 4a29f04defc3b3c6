import fc from 'fast-check';
import { readSequence } from '../sequence/readSequence.ts';
import type { Sequence } from '../sequence/schema.ts';

interface SmallAction {
  id: string;
  part: string;
  tool?: string | null;
  face?: 'top' | 'bottom' | 'either';
  seconds?: number;
  verb?: string;
  when?: Record<string, string[]>;
}

/** A sequence from its actions and needs alone; parts are made as they are named. */
export function smallSequence(
  actions: readonly SmallAction[],
  needs: readonly (readonly [string, ...string[]])[],
  options: readonly { key: string; label: string; values: string[] }[] = [],
): Sequence {
  const read = readSequence({
    format: 'bemtor.sequence/1',
    model: { maker: 'Test', name: 'Test', code: 'T', form: 'notebook' },
    options,
    parts: [...new Set(actions.map((action) => action.part))].map((id) => ({ id, name: id, kind: 'part' })),
    joints: [],
    actions: actions.map((action) => ({ verb: 'unplug', tool: null, face: 'either', seconds: 1, ...action })),
    needs: needs.map(([action, ...anyOf]) => ({ action, anyOf, basis: 'stated' })),
  });
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
}

/**
 * Generated sequences with tools, sides, shared parts, alternatives and configurations, acyclic by
 * construction; the last action is the natural target. Shrinks towards few actions and no needs.
 */
export function anySequence(
  minActions: number,
  maxActions: number,
  alternatives = true,
): fc.Arbitrary<Sequence> {
  return fc.integer({ min: minActions, max: maxActions }).chain((n) =>
    fc
      .record({
        acts: fc.array(
          fc.record({
            part: fc.integer({ min: 0, max: Math.max(1, n >> 1) }),
            tool: fc.constantFrom(null, 'PH0', 'PH00', 'pick'),
            face: fc.constantFrom('either' as const, 'top' as const, 'bottom' as const),
            seconds: fc.integer({ min: 0, max: 40 }),
            lid: fc.constantFrom(null, null, null, 'a', 'b'),
          }),
          { minLength: n, maxLength: n },
        ),
        links: fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat(), fc.boolean()), { maxLength: n * 2 }),
      })
      .map(({ acts, links }) => {
        const ids = acts.map((_, i) => `a${i}`);
        const needs = links.flatMap(([x, y, z, or]): (readonly [string, ...string[]])[] => {
          const at = 1 + (x % Math.max(1, n - 1));
          if (at >= n) return [];
          const first = ids[y % at] ?? 'a0';
          const second = ids[z % at] ?? 'a0';
          return [[ids[at] ?? 'a0', ...(or && alternatives ? [first, second] : [first])]];
        });
        const last = ids.length - 1;
        return smallSequence(
          acts.map(({ lid, part, ...act }, i) => ({
            ...act,
            id: ids[i] ?? '',
            part: `p${part}`,
            ...(lid && i !== last ? { when: { lid: [lid] } } : {}),
          })),
          needs,
          [{ key: 'lid', label: 'Lid', values: ['a', 'b'] }],
        );
      }),
  );
}
