import { screwKind } from '../sequence/screw.ts';
import type { Act, Replay } from './replayRecording.ts';

/** One act as several recordings know it: the first that named it gives it its id. */
export interface MatchedAct {
  readonly act: Act;
  /** The act in each recording that has it, by the recording's place. */
  readonly seen: ReadonlyMap<number, Act>;
}

/** What an act is, apart from sizes and counts: two recordings may differ in those and mean the same joint. */
const roleOf = (act: Act): string =>
  [
    act.jointId === null ? act.verb : (act.joint?.type ?? ''),
    act.part,
    act.joint?.hiddenBy ?? '',
    act.joint?.leads?.join() ?? '',
  ].join('|');
const kindOf = (act: Act): string =>
  `${act.joint?.screw ? screwKind(act.joint.screw) : ''}|${act.joint?.mechanism ?? ''}`;

/**
 * Finds the acts that several recordings of one model share. Within a role (screws of the base cover, say)
 * groups of the same kind are paired first, what is left over in order. The order of the result is that of
 * the first recording, with acts that only others have placed after what came before them there.
 */
export function matchActs(replays: readonly Replay[]): MatchedAct[] {
  const matched: { act: Act; seen: Map<number, Act> }[] = [];
  const names = new Set<string>();
  replays.forEach(({ acts }, recording) => {
    const pairs = pairUp(acts, matched);
    let after = -1;
    for (const act of acts) {
      const known = pairs.get(act);
      if (known) {
        known.seen.set(recording, act);
        after = Math.max(after, matched.indexOf(known));
        continue;
      }
      const entry = { act: { ...act, ...freshName(act, names) }, seen: new Map([[recording, act]]) };
      names.add(entry.act.id);
      matched.splice(++after, 0, entry);
    }
  });
  return matched;
}

type Entry = { act: Act; seen: Map<number, Act> };

function pairUp(acts: readonly Act[], matched: readonly Entry[]): Map<Act, Entry> {
  const pairs = new Map<Act, Entry>();
  const taken = new Set<Entry>();
  const pair = (same: (act: Act, entry: Entry) => boolean): void => {
    for (const act of acts) {
      if (pairs.has(act)) continue;
      const entry = matched.find((candidate) => !taken.has(candidate) && same(act, candidate));
      if (!entry) continue;
      pairs.set(act, entry);
      taken.add(entry);
    }
  };
  pair((act, entry) => roleOf(act) === roleOf(entry.act) && kindOf(act) === kindOf(entry.act));
  pair((act, entry) => roleOf(act) === roleOf(entry.act));
  return pairs;
}

function freshName(act: Act, names: ReadonlySet<string>): { id: string; jointId: string | null } {
  let id = act.id;
  for (let n = 2; names.has(id); n++) id = `${act.id.replace(/-\d+$/, '')}-${n}`;
  return { id, jointId: act.jointId === null ? null : `j-${id}` };
}
