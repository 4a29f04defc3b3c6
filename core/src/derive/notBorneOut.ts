import { precedence } from '../sequence/precedence.ts';
import type { Basis, Sequence } from '../sequence/schema.ts';
import { actsOfSequence } from './actsOfSequence.ts';
import { deriveNeeds } from './deriveNeeds.ts';

/** An order that the build of such devices makes likely, and that nothing in the document bears out. */
export interface LikelyNeed {
  readonly action: string;
  readonly before: string;
  /** What the ground would be. */
  readonly basis: Basis;
}

/**
 * What the rules of the hardware would have wait, if the document's order were one recording of it, and what its
 * needs leave open either way. On a derived document that is nothing; on one that was written, imported or edited
 * each is worth a question. O(actions² · needs) at worst.
 */
export function notBorneOut(sequence: Sequence): LikelyNeed[] {
  const acts = actsOfSequence(sequence);
  const before = precedence(sequence);
  const { needs } = deriveNeeds(
    { acts, statements: [], backOrder: [], facts: [], twice: [] },
    { batteryFirst: true },
    sequence.model.form,
  );
  return needs
    .filter(({ action, before: first }) => !before(action).has(first) && !before(first).has(action))
    .map(({ action, before: first, basis }) => ({ action, before: first, basis }));
}
