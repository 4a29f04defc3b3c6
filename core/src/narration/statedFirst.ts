import type { LineContext } from '../line/context.ts';
import type { EntryOf } from '../line/entry.ts';
import { readLine } from '../line/readLine.ts';
import type { Clause } from './clauses.ts';
import { readPartList, readPrerequisite } from './prerequisites.ts';
import * as tone from './tone.ts';

/** A statement of what comes first: the clauses that it takes up, and its entry where it says for what. */
export interface StatedFirst {
  readonly used: number;
  readonly entry: EntryOf<'requires'> | null;
}

const lead = /\b(before|prior|must|need|have to|has to|requires?|prerequisites?|following)\b/i;

/**
 * Reads what stands at a place as a statement of what comes first. A sentence may have been split at its
 * verbs, and a list may go on in the lines below: the longest stretch that says it is taken. What it comes
 * first for is said by it, by the section (`topic`), or by what is taken out next.
 */
export function statedFirst(
  clauses: readonly Clause[],
  i: number,
  topic: string | null,
  context: LineContext,
): StatedFirst | null {
  const clause = clauses[i];
  if (!clause) return null;
  let used = 1;
  while (clauses[i + used]?.sentence === clause.sentence && used < 5) used++;
  for (; used > 0; used--) {
    if (used > 1 && !lead.test(clause.text)) continue;
    const stretch = clauses.slice(i, i + used).map(({ text }) => tone.withoutStep(text));
    const found = readPrerequisite(stretch.join(' '), context.lexicon);
    if (!found) continue;
    const listed = found.open ? itemsBelow(clauses, i + used, context) : [];
    const parts = [...found.parts, ...listed.flat()];
    const all = used + listed.length;
    const part = found.part ?? topic ?? takenNext(clauses.slice(i + all), parts, context);
    // What comes first was said, though not for what: no reason to take it for acts.
    if (!part && parts.length > 0) return { used: all, entry: null };
    const others = [...new Set(parts)].filter((other) => other !== part);
    if (!part || others.length === 0) continue;
    const said = clauses.slice(i, i + all).map((each) => each.said);
    const text = said.join(' ').slice(0, 2000);
    const confidence = found.part ? 0.9 : 0.8;
    return { used: all, entry: { kind: 'requires', part, parts: others, text, at: clause.at, confidence } };
  }
  return null;
}

/** The lines under "remove the following", as long as each is only a name. */
function itemsBelow(clauses: readonly Clause[], from: number, { lexicon }: LineContext): string[][] {
  const items: string[][] = [];
  for (const { text } of clauses.slice(from)) {
    const short = text.split(/\s+/).length <= 6 && !tone.isWork(text);
    const parts = short ? readPartList(tone.withoutStep(text), lexicon) : [];
    if (parts.length === 0) break;
    items.push(parts);
  }
  return items;
}

/** How far ahead the part that a list is for may be named: about a page. */
const ahead = 24;

function takenNext(clauses: readonly Clause[], not: readonly string[], context: LineContext): string | null {
  const entries = clauses
    .slice(0, ahead)
    .map(({ text }) => readLine(text, { ...context, part: null }).entries);
  const named = (kind: 'lift' | 'undo', within: number): string | undefined =>
    entries
      .slice(0, within)
      .flat()
      .flatMap((entry) =>
        entry.kind === kind && entry.part && !not.includes(entry.part) ? [entry.part] : [],
      )[0];
  return named('lift', ahead) ?? named('undo', 6) ?? null;
}
