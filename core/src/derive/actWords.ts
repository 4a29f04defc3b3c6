import type { EntryOf } from '../reader/entries/entry.ts';
import type { Act } from './replayRecording.ts';

/** A note or caution of a recording: how many acts were done before it, and whether things went back by then. */
export interface ActWords {
  readonly entry: EntryOf<'note'> | EntryOf<'caution'>;
  readonly at: number;
  readonly isUp: boolean;
}

/**
 * Gives notes and cautions to the acts that they are about: to their part where they name one, or else a caution to
 * the act that comes next and a note to the one just done. What was said once things went back says so.
 */
export function attachWords(acts: readonly Act[], words: readonly ActWords[]): void {
  for (const one of words) {
    const act = actOf(acts, one);
    if (!act) continue;
    const text = one.isUp ? `On the way back: ${one.entry.text}` : one.entry.text;
    if (one.entry.kind === 'caution') act.cautions = [...act.cautions, text];
    else act.note = act.note ? `${act.note}; ${text}` : text;
  }
}

/** The part that the words name first, of those that were worked on; by its noun alone where only one has it. */
function namedPart(acts: readonly Act[], text: string): string | null {
  const words = ` ${text.toLowerCase().replace(/[^a-z0-9]+/g, ' ')} `;
  const parts = [...new Set(acts.map((act) => act.part))];
  const nounOf = (part: string): string => part.split('-').at(-1) ?? part;
  const placed = parts.flatMap((part) => {
    const alone = parts.filter((other) => nounOf(other) === nounOf(part)).length === 1;
    const names = [part.replaceAll('-', ' '), ...(alone ? [nounOf(part)] : [])];
    const found = names.map((name) => words.indexOf(` ${name} `)).filter((place) => place >= 0);
    return found.length > 0 ? [{ part, place: Math.min(...found) }] : [];
  });
  return placed.sort((a, b) => a.place - b.place)[0]?.part ?? null;
}

function actOf(acts: readonly Act[], { entry, at, isUp }: ActWords): Act | undefined {
  const part = entry.part ?? namedPart(acts, entry.text);
  const [before, after] = [acts.slice(0, at), acts.slice(at)];
  const isOwn = (act: Act): boolean => act.part === part;
  if (isUp)
    return (
      before.findLast((act) => isOwn(act) && act.verb === 'lift') ?? before.findLast(isOwn) ?? before.at(-1)
    );
  if (entry.kind === 'caution')
    return after.find(isOwn) ?? before.findLast(isOwn) ?? after[0] ?? before.at(-1);
  return before.findLast(isOwn) ?? after.find(isOwn) ?? before.at(-1) ?? after[0];
}
