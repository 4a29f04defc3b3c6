import { foldNumber, type Want } from '@bemtor/core';
import { csvText } from '../../composables/csvText.ts';

/** What is to be bought, a line a number: the wants of all units together. */
export interface ShoppingLine {
  readonly number: string;
  readonly part: string;
  readonly quantity: number;
  readonly units: readonly string[];
  readonly state: Want['state'];
  readonly wants: readonly Want[];
}

export function shoppingLines(wants: readonly Want[]): ShoppingLine[] {
  const lines = new Map<string, Want[]>();
  for (const want of wants) {
    const key = `${foldNumber(want.number)} ${want.state}`;
    lines.set(key, [...(lines.get(key) ?? []), want]);
  }
  return [...lines.values()].flatMap((same): ShoppingLine[] => {
    const first = same[0];
    if (!first) return [];
    return [
      {
        number: first.number,
        part: same.find(({ partName }) => partName)?.partName ?? '',
        quantity: same.reduce((sum, { quantity }) => sum + quantity, 0),
        units: [...new Set(same.flatMap(({ unitLabel }) => unitLabel ?? []))],
        state: first.state,
        wants: same,
      },
    ];
  });
}

/** To be pasted into a message. */
export const shoppingText = (wants: readonly Want[]): string =>
  shoppingLines(wants)
    .map(({ number, part, quantity, units, state }) =>
      [
        `${quantity} × ${number}`,
        part,
        units.length > 0 ? `(${units.join(', ')})` : '',
        state === 'ordered' ? 'ordered' : '',
      ]
        .filter(Boolean)
        .join('  '),
    )
    .join('\n');

export const shoppingCsv = (wants: readonly Want[]): string =>
  csvText(
    shoppingLines(wants).map(({ number, part, quantity, units, state }) => ({
      number,
      part,
      quantity,
      units: units.join('; '),
      state,
    })),
  );
