import type { Entry, EntryOf } from '../line/entry.ts';
import { partKindOf } from '../line/partName.ts';

/**
 * What only the whole narration can settle: a part comes off once, after what holds it; a total that is then
 * taken out piece by piece counts once; screws that nobody gave a part hold what comes off next.
 */
export function settleDraft(drafts: readonly Entry[]): Entry[] {
  return withParts(withoutTotals(withLateLifts(joinConnectors(drafts.map(asConnector)))));
}

/** A cable that is popped off its socket is pressed on, not clipped. */
function asConnector(entry: Entry): Entry {
  if (
    entry.kind !== 'undo' ||
    entry.joint.type !== 'clips' ||
    !entry.part ||
    partKindOf(entry.part) !== 'cable'
  )
    return entry;
  return { ...entry, verb: 'unplug', joint: { ...entry.joint, type: 'connector', mechanism: 'press-on' } };
}

/**
 * One connector said in two breaths: "release the slide-lock and disconnect the touchpad cable", "unplug the
 * trigger flex. That's a slide lock."
 */
function joinConnectors(drafts: readonly Entry[]): Entry[] {
  const kept: Entry[] = [];
  for (const entry of drafts) {
    const last = kept[kept.length - 1];
    if (last && isConnector(last) && isConnector(entry) && speaksOfOne(last, entry)) {
      const [named, other] = leansOnContext(last) ? [entry, last] : [last, entry];
      const mechanism = telling(named) ?? telling(other) ?? named.joint.mechanism;
      const verb = telling(named) ? named.verb : telling(other) ? other.verb : named.verb;
      kept[kept.length - 1] = {
        ...named,
        at: last.at,
        text: `${last.text} ${entry.text}`,
        verb,
        joint: { ...named.joint, ...(mechanism ? { mechanism } : {}) },
      };
    } else kept.push(entry);
  }
  return kept;
}

const isConnector = (entry: Entry): entry is EntryOf<'undo'> =>
  entry.kind === 'undo' && entry.joint.type === 'connector';
const leansOnContext = (entry: Entry): boolean => entry.fromContext?.includes('part') ?? false;
const speaksOfOne = (a: EntryOf<'undo'>, b: EntryOf<'undo'>): boolean =>
  a.part === b.part || leansOnContext(b) || (leansOnContext(a) && telling(a) !== null);
const telling = ({ joint }: EntryOf<'undo'>) =>
  joint.mechanism && joint.mechanism !== 'plug' ? joint.mechanism : null;

const isUndoOf = (entry: Entry, part: string): boolean => entry.kind === 'undo' && entry.part === part;

/** "Remove the fan. Two screws hold it …": the part is off once the last of it is undone. */
function withLateLifts(drafts: readonly Entry[]): Entry[] {
  const kept = [...drafts];
  for (const part of new Set(drafts.flatMap((entry) => (entry.kind === 'lift' ? [entry.part] : [])))) {
    const lifts = kept.flatMap((entry, i) => (entry.kind === 'lift' && entry.part === part ? [i] : []));
    const lastUndo = kept.findLastIndex((entry) => isUndoOf(entry, part));
    const last = lifts[lifts.length - 1];
    if (last === undefined) continue;
    const [lift] = kept.slice(last, last + 1);
    for (const i of [...lifts].reverse()) kept.splice(i, 1);
    const removedBefore = lifts.length;
    const place = Math.max(
      last - (removedBefore - 1),
      lastUndo - lifts.filter((i) => i < lastUndo).length + 1,
    );
    if (lift) kept.splice(place, 0, lift);
  }
  return kept;
}

/**
 * "Eight screws in total: four along the back, four along the front", "eleven screws: nine are 3 mm, two are
 * 6 mm": the pieces count, the total only tells what they have in common.
 */
function withoutTotals(drafts: readonly Entry[]): Entry[] {
  const kept = [...drafts];
  for (let i = 0; i < kept.length; i++) {
    const total = kept[i];
    if (total?.kind !== 'undo' || total.joint.count == null) continue;
    const pieces = piecesOf(total, kept.slice(i + 1));
    if (pieces === 0) continue;
    for (let at = i + 1; at <= i + pieces; at++) {
      const piece = kept[at];
      if (piece?.kind !== 'undo') continue;
      const screw = { ...total.joint.screw, ...piece.joint.screw };
      const joint = { ...piece.joint, ...(Object.keys(screw).length > 0 ? { screw } : {}) };
      kept[at] = { ...piece, joint, part: piece.part ?? total.part, tool: screw.size ?? null };
    }
    kept.splice(i, 1);
  }
  return kept;
}

/** How many of the statements that follow make up a total; 0 where it is none. */
function piecesOf(total: EntryOf<'undo'>, later: readonly Entry[]): number {
  const said = /\b(total|altogether|in all)\b/i.test(total.text);
  let sum = 0;
  for (const [at, entry] of later.entries()) {
    if (entry.kind !== 'undo' || entry.joint.type !== total.joint.type) return 0;
    const listed = entry.text === total.text || /\b(are|is|of which|of them|of these)\b/i.test(entry.text);
    if (!said && !listed) return 0;
    sum += entry.joint.count ?? 0;
    if (sum >= (total.joint.count ?? 0)) return sum === total.joint.count && at > 0 ? at + 1 : 0;
  }
  return 0;
}

function withParts(drafts: readonly Entry[]): Entry[] {
  return drafts.map((entry, i) => {
    if (entry.kind !== 'undo' || entry.part !== null) return entry;
    const next = drafts
      .slice(i + 1)
      .find(
        (later): later is EntryOf<'lift'> => later.kind === 'lift' && later.part !== entry.joint.hiddenBy,
      );
    return next
      ? { ...entry, part: next.part, fromContext: [...(entry.fromContext ?? []), 'part' as const] }
      : entry;
  });
}
