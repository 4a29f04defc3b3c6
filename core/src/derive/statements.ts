import type { EntryOf } from '../reader/entries/entry.ts';
import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import type { Basis } from '../sequence/schema.ts';
import { freeing } from './layers.ts';
import type { NeedGraph } from './needGraph.ts';
import type { Act, Replay } from './replayRecording.ts';

/** A statement that the recording itself does not bear out. */
export interface Contradiction {
  readonly text: string;
  readonly lines: readonly string[];
}

const nameOf = (act: Act): string => lowerName(partNameOf(act.part));

const sides = /^(?:left|right|top|bottom|upper|lower|front|rear|inner|outer|middle)-/;

/** The parts that a name in a statement means: "the hinges" are the left one and the right one, "the fans" both. */
export function instancesOf(acts: readonly Act[], name: string): string[] {
  const means = (part: string): boolean =>
    part === name || part.replace(/-\d+$/, '') === name || part.replace(sides, '') === name;
  return [...new Set(acts.map((act) => act.part).filter(means))];
}

/**
 * What was said about order. A lesson told afterwards ("the battery first, I did it the hard way") wins over the
 * order seen, and is shown beside it; what was only found by trying and came all the same gives way.
 */
export function statements({ acts, statements: made }: Replay, graph: NeedGraph): Contradiction[] {
  const contradictions: Contradiction[] = [];
  const want = (then: Act | undefined, first: Act | undefined, basis: Basis, line: string): void => {
    if (!then || !first || then === first) return; // the parts were only talked about; nothing to order yet
    const isAgainst = graph.isSeenBefore(then.id, first.id);
    const obeyed = graph.add(then.id, first.id, basis, [line], basis === 'blocked' ? 'as-seen' : 'always');
    if (!isAgainst) return;
    contradictions.push({
      text: `${nameOf(first)} is said to come before ${nameOf(then)}, but came after it${obeyed ? '; what was said stands' : '; the order recorded stands'}`,
      lines: [line, then.line, first.line],
    });
  };
  const wantParts = (later: string, earlier: string, basis: Basis, line: string): void => {
    for (const then of instancesOf(acts, later))
      for (const first of instancesOf(acts, earlier))
        if (then !== first) want(freeing(acts, then), freeing(acts, first), basis, line);
  };
  for (const { line, entry } of made) {
    if (entry.kind === 'blocked') wantParts(entry.part, entry.by, 'blocked', line);
    else if (entry.kind === 'requires')
      entry.parts.forEach((part) => wantParts(entry.part, part, 'stated', line));
    else underneath(acts, entry, graph, line, want);
  }
  return contradictions;
}

/**
 * What is said to lie under another part comes off after it, whatever was seen; its screws and plugs as they were
 * seen, since a lead may end beside what its part lies under.
 */
function underneath(
  acts: readonly Act[],
  { part, parts }: EntryOf<'covers'>,
  graph: NeedGraph,
  line: string,
  want: (then: Act, first: Act, basis: Basis, line: string) => void,
): void {
  const under = new Set(parts.flatMap((name) => instancesOf(acts, name)));
  for (const name of instancesOf(acts, part)) {
    const cover = freeing(acts, name);
    for (const act of acts) {
      if (!cover || act.part === name || !under.has(act.part)) continue;
      if (freeing(acts, act.part) === act) want(act, cover, 'covers', line);
      else graph.add(act.id, cover.id, 'covers', [line]);
    }
  }
}
