import { describe, expect, test } from '@jest/globals';
import { planRoute } from '../route/planRoute.ts';
import type { Model } from '../sequence/schema.ts';
import { smallSequence } from '../testing/sequences.ts';
import { deriveSequence } from './deriveSequence.ts';
import { recorded } from '../testing/recorded.ts';
import { shortestCycle } from './shortestCycle.ts';

const model: Model = { maker: 'Tervane', name: 'Lark 14', code: 'TL14-3', form: 'notebook' };

function derive(...recordings: string[][]) {
  const read = recordings.map((lines, r) => ({ id: `r${r + 1}`, lines: recorded(lines, `r${r + 1}.`) }));
  const derived = deriveSequence(read, model);
  if (!derived.ok) throw new Error(JSON.stringify(derived.fault));
  return {
    ...derived.value,
    needs: derived.value.sequence.needs.map(
      (need, i) =>
        `${need.action} < ${need.anyOf.join()} ${need.basis} ${derived.value.evidence[i]?.join(' ')}`,
    ),
  };
}

describe('several recordings of one model', () => {
  test('an assumed order that any of them shows the other way round falls; what both bear out names both', () => {
    const first = [
      'base cover 4 PH0 M2x5',
      'base cover off',
      'drive shield 2 PH0',
      'drive shield off',
      'fan off',
    ];
    const second = [
      'base cover 4 PH0 M2x5',
      'base cover off',
      'fan off',
      'drive shield 2 PH0',
      'drive shield off',
    ];
    const { needs } = derive(first, second);
    expect(needs.some((need) => need.startsWith('lift-fan < lift-drive-shield'))).toBe(false);
    expect(needs).toContain('lift-fan < lift-base-cover assumed r2.2 r2.3');
    expect(needs).toContain('lift-base-cover < unscrew-base-cover holds r1.1 r1.2 r2.1 r2.2');
    expect(derive(first).needs).toContain('lift-fan < lift-drive-shield assumed r1.4 r1.5');
  });

  test('acts that only one of them has take their place after what came before them there', () => {
    const { sequence } = derive(
      ['base cover off', 'speaker off'],
      ['base cover off', 'fan 2 PH0', 'fan off', 'speaker off'],
    );
    expect(sequence.actions.map((action) => action.id)).toEqual([
      'lift-base-cover',
      'unscrew-fan',
      'lift-fan',
      'lift-speaker',
    ]);
  });

  test('counts, sizes and numbers that differ are reported with both witnesses, never averaged', () => {
    const { sequence, conflicts } = derive(
      ['battery 4 PH00 M1.6x4', 'battery TB-4471', 'battery off'],
      ['battery 5 PH00 M1.6x5', 'battery TB-9999', 'battery off'],
    );
    expect(sequence.joints).toHaveLength(1);
    expect(sequence.joints[0]?.count).toBe(4);
    expect(
      conflicts.map(
        ({ kind, witnesses }) =>
          `${kind}: ${witnesses.map(({ line, says }) => `${line} ${says}`).join(' / ')}`,
      ),
    ).toEqual([
      'count: r1.1 4 / r2.1 5',
      'size: r1.1 PH00 M1.6 × 4 / r2.1 PH00 M1.6 × 5',
      'number: r1.2 TB-4471 / r2.2 TB-9999',
    ]);
  });

  test('a screw missing on arrival in one of them is no conflict', () => {
    const { conflicts, sequence } = derive(
      ['base cover 6 PH0 M2x5', 'base cover off'],
      ['missing: 1 base cover screw', 'base cover 5 PH0 M2x5', 'base cover off'],
    );
    expect(conflicts).toEqual([]);
    expect(sequence.joints[0]?.count).toBe(6);
  });

  test('groups of the same kind are paired first, so that order of mention does not matter', () => {
    const { conflicts, sequence } = derive(
      ['base cover: 6 PH0 M2x5, 3 T5 M2x4', 'base cover off'],
      ['base cover: 3 T5 M2x4, 6 PH0 M2x5', 'base cover off'],
    );
    expect(conflicts).toEqual([]);
    expect(sequence.joints).toHaveLength(2);
  });

  test('what one states and another shows the other way round is reported, and stands', () => {
    const { needs, contradictions } = derive(
      ['fan needs speaker first', 'speaker off', 'fan off'],
      ['fan off', 'speaker off'],
    );
    expect(needs).toEqual(['lift-fan < lift-speaker stated r1.1']);
    expect(contradictions.map(({ text }) => text)).toEqual([
      'speaker is said to come before fan (stated), but a recording shows them the other way round; the ground given stands',
    ]);
  });
});

describe('circles of needs', () => {
  test('the shortest is named in words, step by step', () => {
    const parts = ['fan', 'board', 'shield', 'lid'];
    const sequence = smallSequence(
      parts.map((part) => ({ id: part, part, verb: 'lift' })),
      [
        ['fan', 'board'],
        ['board', 'shield'],
        ['shield', 'lid'],
        ['lid', 'fan'],
        ['shield', 'board'],
      ],
    );
    const cycle = shortestCycle(sequence);
    expect(cycle?.needs.map((need) => need.action)).toEqual(['board', 'shield']);
    expect(cycle?.words).toBe(
      '“board off” waits for “shield off”, since listed as coming first; “shield off” waits for “board off”, since listed as coming first.',
    );
    expect(planRoute(sequence, { targets: ['fan'] }).ok).toBe(false);
  });

  test('another alternative is a way out', () => {
    const sequence = smallSequence(
      ['fan', 'board', 'lid'].map((part) => ({ id: part, part, verb: 'lift' })),
      [
        ['fan', 'board', 'lid'],
        ['board', 'fan'],
      ],
    );
    expect(shortestCycle(sequence)).toBeNull();
    expect(planRoute(sequence, { targets: ['board'] }).ok).toBe(true);
  });
});
