import { rowPlace, type Ledger } from './ledger.ts';

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
  return ledger.rows.flatMap((row) => {
    const { counts, replacedBy, reason } = row;
    const facts = told.flatMap(([what, words]) => (counts[what] > 0 ? `${counts[what]} ${words}` : []));
    if (facts.length === 0) return [];
    const more = [
      replacedBy && counts.new > 0 ? `as ${replacedBy}` : null,
      reason && counts.omitted > 0 ? reason : null,
    ].filter(Boolean);
    return [`${rowPlace(row, nameOf)}: ${[...facts, ...more].join(', ')}`];
  });
}
