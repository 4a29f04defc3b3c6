import { foldNumber, type Said, type Stock, type Want } from '@bemtor/core';

/* The shelf and the shopping list as this device knows them: with what was said here and waits. */

/** Lines of the list that are still open; `labelOf` names the unit that one is for. */
export function wantsWith(
  known: readonly Want[],
  said: readonly Said[],
  labelOf: (unitId: string) => string | null,
): Want[] {
  const wants = new Map(known.map((want) => [want.id, want]));
  for (const { at, body } of said)
    if (body.kind === 'want-added' && !wants.has(body.id)) {
      const { kind: _kind, ...want } = body;
      const unitLabel = want.unitId && labelOf(want.unitId);
      wants.set(want.id, { ...want, unitLabel, state: 'wanted', madeAt: at });
    } else if (body.kind === 'want-told') {
      const want = wants.get(body.want);
      if (want) wants.set(want.id, { ...want, state: body.state });
    }
  return [...wants.values()].filter(({ state }) => state === 'wanted' || state === 'ordered');
}

/** What is on the shelf, as it was counted last. */
export const stockWith = (known: Stock, said: readonly Said[]): Stock =>
  said.reduce<Stock>(
    (stock, { body }) =>
      body.kind === 'stock-counted' && foldNumber(body.number) === foldNumber(stock.number)
        ? { ...stock, onHand: body.onHand, ordered: body.ordered }
        : stock,
    known,
  );
