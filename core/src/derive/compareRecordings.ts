import { success, type Result } from '../result.ts';
import { indexSequence, stepWords } from '../sequence/describe.ts';
import type { Model, Option } from '../sequence/schema.ts';
import { screwWords } from '../sequence/screw.ts';
import { deriveSequence } from './deriveSequence.ts';
import { matchActs } from './matchActs.ts';
import { replayRecording, type Act, type Recording } from './replayRecording.ts';

/** One act as each of several recordings has it, in their order; null where one does not have it. */
export interface ComparedAct {
  readonly words: string;
  readonly part: string;
  readonly in: readonly (SeenAct | null)[];
  /** Where all have it: do they say the same of how many and of which kind? */
  readonly isDisputed: boolean;
}
export interface SeenAct {
  /** Its place in its recording, from 1. */
  readonly place: number;
  readonly count: number | null;
  readonly kind: string;
  /** It stands elsewhere than the first recording has it, among the acts that both have. */
  readonly isMoved: boolean;
}

export interface RecordingComparison {
  readonly acts: readonly ComparedAct[];
  /** How many acts all of them have. */
  readonly common: number;
  /** For each: how many it has, how many only it has, and how many it has elsewhere than the first. */
  readonly of: readonly { readonly acts: number; readonly alone: number; readonly moved: number }[];
}

/** What recordings of one model have in common, and where they differ. O(acts² · recordings). */
export function compareRecordings(
  recordings: readonly Recording[],
  model: Model,
  options: readonly Option[],
): Result<RecordingComparison> {
  const derived = deriveSequence(recordings, model, options);
  if (!derived.ok) return derived;
  const index = indexSequence(derived.value.sequence);
  const replays = recordings.map(({ lines }) => replayRecording(lines));
  const matched = matchActs(replays);
  const places = replays.map(({ acts }) => new Map(acts.map((act, i) => [act, i + 1])));
  const moved = replays.map((_, i) => movedActs(matched.map(({ seen }) => [seen.get(0), seen.get(i)])));
  const acts = matched.map(({ act, seen }): ComparedAct => {
    const each = replays.map((_, i): SeenAct | null => {
      const own = seen.get(i);
      return own
        ? {
            place: places[i]?.get(own) ?? 0,
            count: own.joint?.count ?? null,
            kind: screwWords(own.joint?.screw),
            isMoved: moved[i]?.has(own) ?? false,
          }
        : null;
    });
    const said = new Set(each.flatMap((one) => (one ? [`${one.count} ${one.kind}`] : [])));
    return { words: stepWords(index, act.id), part: act.part, in: each, isDisputed: said.size > 1 };
  });
  return success({
    acts,
    common: acts.filter((act) => act.in.every((one) => one !== null)).length,
    of: replays.map((replay, i) => ({
      acts: replay.acts.length,
      alone: acts.filter((act) => act.in.every((one, at) => (one !== null) === (at === i))).length,
      moved: moved[i]?.size ?? 0,
    })),
  });
}

/** Acts of the second that stand elsewhere than in the first: all that are in no longest run of both orders. */
function movedActs(pairs: readonly (readonly [first: Act | undefined, other: Act | undefined])[]): Set<Act> {
  const both = pairs.flatMap(([first, other]) => (first && other ? [{ at: first.place, other }] : []));
  both.sort((a, b) => a.other.place - b.other.place);
  const kept = longestRise(both.map(({ at }) => at));
  return new Set(both.filter((_, i) => !kept.has(i)).map(({ other }) => other));
}

/** Places of a longest strictly rising subsequence (patience sorting). O(n log n). */
function longestRise(values: readonly number[]): Set<number> {
  const tails: number[] = [];
  const before: number[] = [];
  values.forEach((value, i) => {
    let [low, high] = [0, tails.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((values[tails[middle] ?? 0] ?? 0) < value) low = middle + 1;
      else high = middle;
    }
    before[i] = low > 0 ? (tails[low - 1] ?? -1) : -1;
    tails[low] = i;
  });
  const kept = new Set<number>();
  for (let at = tails.at(-1) ?? -1; at >= 0; at = before[at] ?? -1) kept.add(at);
  return kept;
}
