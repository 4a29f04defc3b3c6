import { partKindOf, partNameOf } from '../reader/entries/partName.ts';
import { success, type Result } from '../result.ts';
import { readSequence } from '../sequence/readSequence.ts';
import {
  sequenceFormat,
  type ActionId,
  type Model,
  type Need,
  type Option,
  type Sequence,
} from '../sequence/schema.ts';
import { screwKind } from '../sequence/screw.ts';
import { defaultDeriveSettings, type DeriveSettings } from './deriveNeeds.ts';
import { findConflicts, type Conflict } from './findConflicts.ts';
import { fitCheck, fitCount, fitWhere } from './inBounds.ts';
import { matchActs } from './matchActs.ts';
import { mergeNeeds } from './mergeNeeds.ts';
import { inOrderOf } from './needGraph.ts';
import { replayRecording, type Act, type Recording, type Replay } from './replayRecording.ts';
import { shortestCycle, type Cycle } from './shortestCycle.ts';
import type { Contradiction } from './statements.ts';

export interface Derivation {
  readonly sequence: Sequence;
  /** For each need of the sequence, in order, the lines that it rests on. */
  readonly evidence: readonly (readonly string[])[];
  /** For each act, by its id, the lines that tell of it, one a recording. */
  readonly actLines: ReadonlyMap<string, readonly string[]>;
  readonly contradictions: readonly Contradiction[];
  /** Where recordings do not agree on counts, sizes, mechanisms or numbers. */
  readonly conflicts: readonly Conflict[];
  /** Parts that one recording says this model can do without: an option to offer. */
  readonly absent: readonly string[];
  /** The shortest circle of needs, if there is one: as long as it stands, its parts cannot be reached. */
  readonly cycle: (Cycle & { readonly lines: readonly string[] }) | null;
}

/**
 * The sequence that one or several recordings of a model bear out: parts, joints, acts in the order
 * recorded, needs with bases. Counts are those of a whole device: a screw that was missing on arrival counts
 * as expected. Where recordings disagree the first stands and the conflict is reported.
 * Fault: never for entries that came from reading lines; it guards the document's own rules.
 */
export function deriveSequence(
  recordings: readonly Recording[],
  model: Model,
  options: readonly Option[] = [],
  settings: DeriveSettings = defaultDeriveSettings,
): Result<Derivation> {
  const replays = recordings.map((recording) => replayRecording(recording.lines));
  const matched = matchActs(replays);
  const expected = replays.map(expectedCounts);
  const countOf = (recording: number, act: Act): number | null =>
    expected[recording]?.get(act.id) ?? act.joint?.count ?? null;
  const counts = new Map(
    matched.map(({ act, seen }) => {
      const [recording, own] = [...seen][0] ?? [0, act];
      return [act.id, countOf(recording, own)];
    }),
  );
  const { needs, contradictions } = mergeNeeds(matched, replays, settings, model.form);
  const acts = inOrderOf(
    matched.map(({ act }) => act),
    needs,
  );
  const all: Replay = {
    twice: replays.flatMap((replay) => replay.twice),
    acts,
    backOrder: replays.find(({ backOrder }) => backOrder.length > 1)?.backOrder ?? [],
    statements: replays.flatMap((replay) => replay.statements),
    facts: replays.flatMap((replay) => replay.facts),
  };
  const read = readSequence({
    format: sequenceFormat,
    model,
    options,
    parts: partsOf(all),
    joints: jointsOf(acts, counts),
    actions: acts.map(({ id, verb, jointId, part, tool, face, seconds, cautions, note }) => ({
      id,
      verb,
      joint: jointId,
      part,
      tool,
      face,
      seconds,
      cautions,
      note,
    })),
    needs: [],
    checks: checksOf(all),
    ...(all.backOrder.length > 0 ? { backOrder: all.backOrder } : {}),
  });
  if (!read.ok) return read;
  // Thousands of needs of a large device, each of acts that were read just now: to read them again costs the most.
  const sequence: Sequence = {
    ...read.value,
    needs: needs.map(({ action, before, basis }) => ({
      action: action as ActionId,
      anyOf: [before as ActionId],
      basis,
    })),
  };
  const evidence = needs.map((need) => need.lines);
  return success({
    sequence,
    evidence,
    actLines: new Map(matched.map(({ act, seen }) => [act.id, [...seen.values()].map(({ line }) => line)])),
    contradictions: [...all.twice, ...contradictions],
    conflicts: findConflicts(matched, replays, countOf),
    absent: absentParts(all),
    cycle: cycleWithLines(sequence, needLines({ sequence, evidence })),
  });
}

const absentParts = ({ facts }: Replay): string[] => [
  ...new Set(
    facts.flatMap(({ entry }) =>
      entry.kind === 'seen' && entry.state === 'absent' && entry.part ? [entry.part] : [],
    ),
  ),
];

/** For each need the lines that it rests on, found by what waits for what: an edited document has needs of its own. */
export function needLines({
  sequence,
  evidence,
}: Pick<Derivation, 'sequence' | 'evidence'>): (need: Need) => readonly string[] {
  const keyOf = ({ action, anyOf }: Need): string => `${action} ${anyOf.join()}`;
  // Most documents have no circle to ask about: the thousands of needs are looked up only once somebody asks.
  let lines: Map<string, readonly string[]> | undefined;
  return (need) => {
    lines ??= new Map(sequence.needs.map((each, i) => [keyOf(each), evidence[i] ?? []]));
    return lines.get(keyOf(need)) ?? [];
  };
}

/** The shortest circle with the lines that its needs rest on, each once. */
export function cycleWithLines(
  sequence: Sequence,
  linesOf: (need: Need) => readonly string[],
): Derivation['cycle'] {
  const cycle = shortestCycle(sequence);
  return cycle && { ...cycle, lines: [...new Set(cycle.needs.flatMap(linesOf))] };
}

function partsOf({ acts, facts, statements }: Replay) {
  const slugs = new Set<string>();
  for (const act of acts) {
    slugs.add(act.part);
    if (act.joint?.hiddenBy) slugs.add(act.joint.hiddenBy);
    if (act.joint?.type === 'connector') slugs.add('system-board');
  }
  for (const { entry } of facts) {
    if (entry.kind === 'seen' || entry.kind === 'check') continue; // only spoken of
    if (entry.part) slugs.add(entry.part);
    if (entry.kind === 'move') slugs.add(entry.to);
    if (entry.kind === 'whole') slugs.add(entry.with);
  }
  for (const { entry } of statements)
    [entry.part, ...(entry.kind === 'blocked' ? [entry.by] : entry.parts)].forEach((part) => slugs.add(part));
  return [...slugs].map((slug) => ({
    id: slug,
    name: partNameOf(slug),
    kind: partKindOf(slug),
    numbers: numbersOf(slug, facts),
    movesTo: movesTo(slug, facts),
    ...comesWith(slug, facts),
    ...(partKindOf(slug) === 'battery' ? { battery: batteryOf(slug, facts) } : {}),
  }));
}

/** Each number once, however many recordings read it off. */
function numbersOf(slug: string, facts: Replay['facts']) {
  const numbers = facts.flatMap(({ entry }) =>
    entry.kind === 'number' && entry.part === slug ? [{ number: entry.number, role: entry.role }] : [],
  );
  return numbers.filter((one, i) => numbers.findIndex((other) => other.number === one.number) === i);
}

/** What has to move over to a new part of this name. */
const movesTo = (slug: string, facts: Replay['facts']): string[] => [
  ...new Set(facts.flatMap(({ entry }) => (entry.kind === 'move' && entry.to === slug ? [entry.part] : []))),
];

/** What is only replaced together with a part, said of either of the two. */
function comesWith(slug: string, facts: Replay['facts']) {
  const others = facts.flatMap(({ entry }) => {
    if (entry.kind !== 'whole') return [];
    if (entry.part === slug) return [entry.with];
    return entry.with === slug ? [entry.part] : [];
  });
  return others.length > 0 ? { comesWith: [...new Set(others)] } : {};
}

function batteryOf(slug: string, facts: Replay['facts']) {
  const values = facts.flatMap(({ entry }) =>
    entry.kind === 'measure' && entry.part === slug ? [entry.values] : [],
  );
  const measured = Object.assign({}, ...values) as Record<string, number | undefined>;
  const positive = (value: number | undefined): number | undefined =>
    value !== undefined && value > 0 ? value : undefined;
  return {
    nominalV: positive(measured['nominalV']),
    capacityMAh: positive(measured['capacityMAh']),
    energyWh: positive(measured['energyWh']),
  };
}

/** The joints that the acts undo; those undone before a cover is off are the ones outside. */
function jointsOf(acts: readonly Act[], counts: ReadonlyMap<string, number | null>) {
  const opened = acts.findIndex(({ verb, part }) => verb === 'lift' && partKindOf(part) === 'cover');
  return acts.flatMap((act, i) => jointOf(act, counts, opened < 0 || i <= opened));
}

function jointOf(act: Act, counts: ReadonlyMap<string, number | null>, outside: boolean) {
  const { joint, jointId, part } = act;
  if (!joint || !jointId) return [];
  return [
    {
      id: jointId,
      type: joint.type,
      holds: [part],
      ...(joint.type === 'connector'
        ? { joins: [...new Set([part, 'system-board'])], mechanism: joint.mechanism ?? null }
        : {}),
      count: fitCount(counts.get(act.id) ?? null),
      screw: joint.screw ?? null,
      hiddenBy: joint.hiddenBy ?? null,
      ...(joint.type === 'screws'
        ? { throughCase: outside && partKindOf(part) === 'cover', tighten: joint.tighten ?? 'any' }
        : {}),
      ...(act.points.length > 0 ? { points: act.points } : {}),
      where: fitWhere([joint.leads?.join(', '), joint.where].filter(Boolean).join(', ')) || null,
    },
  ];
}

/** What came out and what was missing on arrival, per group of screws: the count of a whole device. */
function expectedCounts({ acts, facts }: Replay): Map<string, number> {
  const expected = new Map<string, number>();
  for (const { entry } of facts) {
    if (entry.kind !== 'missing' || entry.what === 'part') continue;
    const groups = acts.filter(
      (act) => act.joint?.type === 'screws' && (entry.part === null || act.part === entry.part),
    );
    const alike = groups.find(
      (act) => entry.screw && act.joint?.screw && screwKind(act.joint.screw) === screwKind(entry.screw),
    );
    const loose = groups.filter((act) => !act.joint?.screw?.captive);
    const largest = loose.reduce<Act | undefined>(
      (best, act) => ((act.joint?.count ?? 0) > (best?.joint?.count ?? 0) ? act : best),
      undefined,
    );
    const act = alike ?? largest ?? groups[0];
    if (act) expected.set(act.id, (expected.get(act.id) ?? act.joint?.count ?? 0) + entry.count);
  }
  return expected;
}

function checksOf({ facts, acts }: Replay) {
  const recorded = facts.flatMap(({ entry, stage }) =>
    entry.kind === 'check' ? [{ at: stage ?? ('before-closing' as const), text: fitCheck(entry.text) }] : [],
  );
  const lifted = acts.some((act) => act.verb === 'lift');
  const once = recorded.filter((one, i) => recorded.findIndex((other) => other.text === one.text) === i);
  if (!lifted || once.some(({ at }) => at === 'before-closing')) return once;
  return [...once, { at: 'before-closing' as const, text: 'Power light and picture, then off again' }];
}
