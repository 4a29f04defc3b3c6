import {
  actionWords,
  indexSequence,
  needGround,
  stepWords,
  type Action,
  type Basis,
  type Sequence,
} from '@bemtor/core';

export interface ReviewNeed {
  readonly basis: Basis;
  /** The act that it waits for; null where any of several will do. */
  readonly before: string | null;
  readonly first: string;
  readonly ground: string;
  /** Texts of the lines that it rests on. */
  readonly evidence: readonly string[];
}

export interface ReviewRow {
  readonly action: Action;
  readonly words: string;
  readonly needs: readonly ReviewNeed[];
  /** Photos of the lines that tell of it. */
  readonly pictures: readonly string[];
}

/** The acts in document order, each with what must come before it and why. */
export function reviewRows(
  sequence: Sequence,
  evidence: readonly (readonly string[])[],
  lineText: (id: string) => string,
  picturesOf: (action: string) => readonly string[] = () => [],
): ReviewRow[] {
  const index = indexSequence(sequence);
  const needsOf = new Map<string, ReviewNeed[]>();
  sequence.needs.forEach((need, i) => {
    const row: ReviewNeed = {
      basis: need.basis,
      before: need.anyOf.length === 1 ? (need.anyOf[0] ?? null) : null,
      first: need.anyOf.map((id) => stepWords(index, id)).join(' or '),
      ground: needGround(index, need),
      evidence: [...new Set((evidence[i] ?? []).map(lineText))].filter(Boolean),
    };
    needsOf.set(need.action, [...(needsOf.get(need.action) ?? []), row]);
  });
  return sequence.actions.map((action) => ({
    action,
    words: actionWords(index, action),
    needs: needsOf.get(action.id) ?? [],
    pictures: picturesOf(action.id),
  }));
}

/** How many needs rest on each basis, the surest first. */
export function countBases(sequence: Sequence): { basis: Basis; count: number }[] {
  const order: Basis[] = ['holds', 'covers', 'power', 'blocked', 'stated', 'pinned', 'assumed'];
  return order
    .map((basis) => ({ basis, count: sequence.needs.filter((need) => need.basis === basis).length }))
    .filter(({ count }) => count > 0);
}
