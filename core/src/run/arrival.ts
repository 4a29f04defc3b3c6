import type { Entry } from '../reader/entries/entry.ts';
import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import { writeLine } from '../reader/entries/writeLine.ts';
import { markWords, type MarkKind } from '../triage/intake.ts';

/** What was not there when a unit came: offered before the first screw, and said again when it goes. */
export interface Arrival {
  /** Screws that intake or the unit's recording say were missing; null where neither does. */
  readonly hint: string | null;
  /** Feet, caps, seals and other parts: no screw of the ledger stands for them. */
  readonly parts: readonly string[];
}

const ofParts: readonly MarkKind[] = ['missing-foot', 'broken-seal'];

/** What the marks of the intake and the entries of the recording say. The recording names screws more exactly. */
export function arrivalOf(
  marks: readonly { readonly kind: MarkKind; readonly note: string }[],
  entries: readonly Entry[],
): Arrival {
  const missing = entries.filter((entry) => entry.kind === 'missing');
  const screws = missing.filter(({ what }) => what !== 'part').map((entry) => writeLine(entry));
  const marked = marks.filter(({ kind }) => kind === 'missing-screw').length;
  const hint =
    screws.length > 0
      ? screws.join('; ')
      : marked > 0
        ? `${marked} ${marked === 1 ? 'screw' : 'screws'} missing, by the intake`
        : null;
  const parts = missing
    .filter(({ what }) => what === 'part')
    .map(({ part, count }) => {
      const name = part ? lowerName(partNameOf(part)) : 'a part';
      return count > 1 ? `${count} × ${name} missing` : `${name} missing`;
    });
  const seen = marks
    .filter(({ kind }) => ofParts.includes(kind))
    .map(({ kind, note }) => (note ? `${lowerName(markWords[kind])}, ${note}` : lowerName(markWords[kind])));
  return { hint, parts: [...new Set([...parts, ...seen])] };
}
