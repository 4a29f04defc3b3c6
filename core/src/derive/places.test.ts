import { describe, expect, test } from '@jest/globals';
import type { MatPoint } from '../record/log.ts';
import { derivedFrom } from '../testing/recorded.ts';
import { notBorneOut } from './notBorneOut.ts';

/* Places on the outline as evidence of what lies over what. Common practice, no source. */

const at = (...places: readonly (readonly [x: number, y: number])[]): MatPoint[] =>
  places.map(([x, y], i) => ({ n: i + 1, x, y, face: 'bottom' as const }));

/** Bench lines, each with the places of its first entry where there are any. */
function derive(lines: readonly (readonly [line: string, points?: readonly MatPoint[]])[]) {
  const placed = lines.flatMap(([line, points]) => (points ? [[line, points] as const] : []));
  const sequence = derivedFrom(
    lines.map(([line]) => line),
    Object.fromEntries(placed),
  );
  const waits = (action: string, before: string): boolean =>
    sequence.needs.some((need) => need.action === action && need.anyOf.some((one) => one === before));
  return { sequence, waits };
}

const opened = [['bottom up'], ['base cover 4 PH0 M2x5'], ['base cover off'], ['unplug battery']] as const;
const bracket = [
  ['drive bracket 3 PH0 M2x3', at([100, 50], [160, 50], [160, 90])],
  ['drive bracket off'],
] as const;

describe('the places of screws', () => {
  test('screws under a bracket wait for it, whatever came between', () => {
    const lines = [...opened, ...bracket, ['fan 2 PH0 M2x3'], ['fan off']] as const;
    const under = ['speaker 2 PH0 M2x3', at([110, 60], [150, 80])] as const;
    expect(
      derive([...lines, ['speaker 2 PH0 M2x3'], ['speaker off']]).waits(
        'unscrew-speaker',
        'lift-drive-bracket',
      ),
    ).toBe(false);
    expect(derive([...lines, under, ['speaker off']]).waits('unscrew-speaker', 'lift-drive-bracket')).toBe(
      true,
    );
  });

  test('screws far from a bracket do not wait for it, though they came next', () => {
    const next = ['fan 2 PH0 M2x3', at([250, 150], [280, 150])] as const;
    expect(
      derive([...opened, ...bracket, ['fan 2 PH0 M2x3'], ['fan off']]).waits(
        'unscrew-fan',
        'lift-drive-bracket',
      ),
    ).toBe(true);
    expect(
      derive([...opened, ...bracket, next, ['fan off']]).waits('unscrew-fan', 'lift-drive-bracket'),
    ).toBe(false);
  });

  test('two places make no area, and a document read again says the same', () => {
    const two = [['drive bracket 2 PH0 M2x3', at([100, 50], [160, 90])], ['drive bracket off']] as const;
    const far = ['fan 2 PH0 M2x3', at([250, 150], [280, 150])] as const;
    const { sequence, waits } = derive([...opened, ...two, far, ['fan off']]);
    expect(waits('unscrew-fan', 'lift-drive-bracket')).toBe(true);
    expect(notBorneOut(sequence)).toEqual([]);
  });
});
