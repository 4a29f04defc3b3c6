import { lowerName } from '../reader/entries/partName.ts';
import type { Ledger } from './ledger.ts';

/** [count, its words], in the order of the work. */
const told = [
  ['missing', 'missing on arrival'],
  ['stripped', 'stripped'],
  ['lost', 'lost'],
  ['new', 'new'],
  ['omitted', 'left out on purpose'],
] as const;

/** What did not go as the sequence has it, a line a group of screws: what whoever takes the unit should know. */
export function closingFacts(ledger: Ledger, nameOf: (part: string) => string): string[] {
  return ledger.rows.flatMap(({ part, where, letter, counts, replacedBy, reason }) => {
    const facts = told.flatMap(([what, words]) => (counts[what] > 0 ? `${counts[what]} ${words}` : []));
    if (facts.length === 0) return [];
    const more = [
      replacedBy && counts.new > 0 ? `as ${replacedBy}` : null,
      reason && counts.omitted > 0 ? reason : null,
    ].filter(Boolean);
    const place = where ? `${lowerName(nameOf(part))}, ${where}` : lowerName(nameOf(part));
    return [`${place}, cell ${letter}: ${[...facts, ...more].join(', ')}`];
  });
}
