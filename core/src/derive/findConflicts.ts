import type { EntryOf } from '../reader/entries/entry.ts';
import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import { screwWords } from '../sequence/screw.ts';
import type { MatchedAct } from './matchActs.ts';
import type { Act, Replay } from './replayRecording.ts';

/** Two recordings that do not agree: what each says, and the lines that say it. Nothing is averaged. */
export interface Conflict {
  readonly kind: 'count' | 'size' | 'mechanism' | 'number';
  readonly part: string;
  readonly text: string;
  readonly witnesses: readonly { readonly recording: number; readonly line: string; readonly says: string }[];
}

/** `countOf`: the count of a whole device, missing screws included, per recording. */
export function findConflicts(
  matched: readonly MatchedAct[],
  replays: readonly Replay[],
  countOf: (recording: number, act: Act) => number | null,
): Conflict[] {
  return [...matched.flatMap((entry) => jointConflicts(entry, countOf)), ...numberConflicts(replays)];
}

function jointConflicts(
  { act, seen }: MatchedAct,
  countOf: (recording: number, act: Act) => number | null,
): Conflict[] {
  const compare = (
    kind: Conflict['kind'],
    what: string,
    say: (recording: number, act: Act) => string,
  ): Conflict[] => {
    const witnesses = [...seen].flatMap(([recording, own]) => {
      const says = say(recording, own);
      return says === '' ? [] : [{ recording, line: own.line, says }];
    });
    const first = witnesses[0];
    const other = witnesses.find((witness) => witness.says !== first?.says);
    if (!first || !other) return [];
    return [
      {
        kind,
        part: act.part,
        text: `${partNameOf(act.part)}, ${what}: ${first.says} in one recording, ${other.says} in another`,
        witnesses: [first, other],
      },
    ];
  };
  if (!act.joint) return [];
  const screws = act.joint.type === 'screws' || act.joint.type === 'standoffs';
  return [
    ...compare('count', screws ? 'screws' : act.joint.type, (recording, own) =>
      String(countOf(recording, own) ?? ''),
    ),
    ...compare('size', 'kind of screw', (_recording, own) => screwWords(own.joint?.screw)),
    ...compare('mechanism', 'how it opens', (_recording, own) => own.joint?.mechanism ?? ''),
  ];
}

/** A part whose fitted numbers share none between two recordings. */
function numberConflicts(replays: readonly Replay[]): Conflict[] {
  const byPart = new Map<string, { recording: number; line: string; entry: EntryOf<'number'> }[]>();
  replays.forEach(({ facts }, recording) => {
    for (const { line, entry } of facts) {
      if (entry.kind !== 'number' || entry.role !== 'fitted' || !entry.part) continue;
      byPart.set(entry.part, [...(byPart.get(entry.part) ?? []), { recording, line, entry }]);
    }
  });
  return [...byPart].flatMap(([part, named]): Conflict[] => {
    const first = named[0];
    const other = named.find(
      (one) =>
        one.recording !== first?.recording &&
        !named.some((same) => same.recording === one.recording && same.entry.number === first?.entry.number),
    );
    if (!first || !other) return [];
    const witness = (one: typeof first) => ({
      recording: one.recording,
      line: one.line,
      says: one.entry.number,
    });
    return [
      {
        kind: 'number',
        part,
        text: `Number of the ${lowerName(partNameOf(part))}: ${first.entry.number} in one recording, ${other.entry.number} in another`,
        witnesses: [witness(first), witness(other)],
      },
    ];
  });
}
