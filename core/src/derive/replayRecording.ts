import { defaultSeconds } from '../estimate/defaultSeconds.ts';
import type { Entry, EntryJoint, EntryOf } from '../reader/entries/entry.ts';
import { partKindOf } from '../reader/entries/partName.ts';
import type { MatPoint } from '../record/log.ts';
import type { Contradiction } from './statements.ts';
import { nameInstances } from './instances.ts';
import type { Face, Verb } from '../sequence/schema.ts';

/** A line of a recording with the entries that count. */
export interface EvidenceLine {
  readonly id: string;
  readonly entries: readonly Entry[];
  /** Accepted from a narration: the time between its acts is the time that they took. */
  readonly narrated?: boolean;
  /** Points on the outline, by the place of their entry in the line. */
  readonly points?: Readonly<Record<number, readonly MatPoint[]>>;
}

/** One recording of a model: who made it does not matter, what it says does. */
export interface Recording {
  readonly id: string;
  readonly lines: readonly EvidenceLine[];
}

/** One act of a recording, in the order in which it happened. */
export interface Act {
  readonly id: string;
  readonly verb: Verb;
  readonly part: string;
  readonly joint: EntryJoint | null;
  readonly jointId: string | null;
  readonly tool: string | null;
  readonly face: Face;
  readonly seconds: number;
  readonly cautions: readonly string[];
  note: string;
  /** It lets the charge run out, once the power is off. */
  readonly drains?: boolean;
  /** Its place among the acts of its recording. */
  readonly place: number;
  /** The line that it rests on. */
  readonly line: string;
  /** When it was done, in seconds of a narration; null where nobody narrated. */
  readonly saidAt: number | null;
  readonly points: readonly MatPoint[];
}

/** A statement about order that is no act: where it was made, and what it says. */
export interface Statement {
  readonly line: string;
  readonly entry: EntryOf<'blocked'> | EntryOf<'requires'> | EntryOf<'covers'>;
}

export interface Replay {
  /** Parts that came off twice under one name, where nothing tells two of them. */
  readonly twice: readonly Contradiction[];
  readonly acts: readonly Act[];
  readonly statements: readonly Statement[];
  readonly facts: readonly {
    readonly line: string;
    readonly entry:
      | EntryOf<'number'>
      | EntryOf<'measure'>
      | EntryOf<'missing'>
      | EntryOf<'check'>
      | EntryOf<'move'>
      | EntryOf<'seen'>
      | EntryOf<'whole'>;
  }[];
}

/** Plastic opens clips and brittle bars; everything else that has no screw is done with fingers. */
function toolFor(entry: EntryOf<'undo'>): string | null {
  if (entry.tool) return entry.tool;
  if (entry.verb === 'pry' || entry.verb === 'unclip') return 'pick';
  const { mechanism } = entry.joint;
  return mechanism === 'flip-lock' ||
    mechanism === 'slide-lock' ||
    mechanism === 'coax' ||
    mechanism === 'press-on'
    ? 'spudger'
    : null;
}

/** Turns the entries of one recording into acts with ids, sides, tools and times, in order. */
export function replayRecording(lines: readonly EvidenceLine[]): Replay {
  const { said: flat, twice } = nameInstances(
    lines.flatMap((line) =>
      line.entries.map((entry, at) => ({
        line: line.id,
        entry,
        saidAt: line.narrated ? entry.at : null,
        points: line.points?.[at] ?? [],
      })),
    ),
  );
  const name = uniqueNames();
  const acts: Act[] = [];
  const statements: Statement[] = [];
  const facts: Replay['facts'][number][] = [];
  let face: Face = 'top';
  let cautions: string[] = [];
  const add = (
    act: Omit<Act, 'cautions' | 'face' | 'note' | 'place' | 'saidAt' | 'points'> & { face?: Face },
    from: (typeof flat)[number],
  ): void => {
    acts.push({
      face,
      saidAt: from.saidAt,
      points: from.points,
      ...act,
      cautions,
      note: '',
      place: acts.length,
    });
    cautions = [];
  };
  flat.forEach((from, i) => {
    const { line, entry } = from;
    switch (entry.kind) {
      case 'undo': {
        const part = entry.part ?? nextLifted(flat.slice(i), entry.joint.hiddenBy ?? null);
        if (!part) break;
        const id = name(`${entry.verb}-${part}`);
        const seconds = defaultSeconds(entry.verb, entry.joint.count);
        add(
          {
            id,
            verb: entry.verb,
            part,
            joint: entry.joint,
            jointId: `j-${id}`,
            tool: toolFor(entry),
            seconds,
            line,
          },
          from,
        );
        break;
      }
      case 'lift':
        if (!acts.some((act) => act.verb === 'lift' && act.part === entry.part)) {
          const id = name(`lift-${entry.part}`);
          add(
            {
              id,
              verb: 'lift',
              part: entry.part,
              joint: null,
              jointId: null,
              tool: null,
              seconds: defaultSeconds('lift', 1),
              line,
            },
            from,
          );
        }
        break;
      case 'hold': {
        const drains = !/wait|heat|warm/.test(entry.what);
        const part = drains
          ? (acts.findLast((act) => partKindOf(act.part) === 'battery')?.part ?? acts.at(-1)?.part)
          : (nextPart(flat.slice(i)) ?? acts.at(-1)?.part);
        if (!part) break;
        const verb = entry.what === 'wait' ? 'wait' : 'hold';
        const id = name(drains ? 'hold-power' : `${verb}-${part}`);
        add(
          {
            id,
            verb,
            part,
            joint: null,
            jointId: null,
            tool: null,
            seconds: entry.seconds,
            face: 'either',
            drains,
            line,
          },
          from,
        );
        const act = acts.at(-1);
        if (act)
          act.note = verb === 'wait' ? `Wait ${entry.seconds} s` : `Hold ${entry.what} ${entry.seconds} s`;
        break;
      }
      case 'turn':
        face = entry.face;
        break;
      case 'caution':
        cautions = [...cautions, entry.text];
        break;
      case 'note': {
        const last = acts.at(-1);
        if (last) last.note = last.note ? `${last.note}; ${entry.text}` : entry.text;
        break;
      }
      case 'blocked':
      case 'requires':
      case 'covers':
        statements.push({ line, entry });
        break;
      case 'number':
      case 'measure':
      case 'missing':
      case 'check':
      case 'move':
      case 'seen':
      case 'whole':
        facts.push({ line, entry });
        break;
      case 'serve': {
        const part = entry.part ?? acts.at(-1)?.part;
        if (!part) break;
        const id = name(`clean-${part}`);
        const seconds = defaultSeconds('clean', 1);
        add({ id, verb: 'clean', part, joint: null, jointId: null, tool: null, seconds, line }, from);
        const act = acts.at(-1);
        if (act) act.note = entry.text;
        break;
      }
      case 'refit':
        break; // how it goes back is derived
      case 'stripped':
        break; // a fact about this unit, not about the model
    }
  });
  return { acts: withObservedTimes(acts), statements, facts, twice };
}

/** A longer silence between two acts was talk, or a break. */
const longestObserved = 600;

/** An act lasts until the next one is spoken of; a hold lasts as long as it must. */
function withObservedTimes(acts: readonly Act[]): Act[] {
  return acts.map((act, i) => {
    const next = acts[i + 1];
    if (act.saidAt === null || next?.saidAt == null || act.verb === 'hold' || act.verb === 'wait') return act;
    const seconds = Math.round(next.saidAt - act.saidAt);
    return seconds >= 1 && seconds <= longestObserved ? { ...act, seconds } : act;
  });
}

/** Screws whose part was not named hold what comes off next. */
function nextLifted(rest: readonly { entry: Entry }[], not: string | null): string | null {
  for (const { entry } of rest) if (entry.kind === 'lift' && entry.part !== not) return entry.part;
  return null;
}

/** What is heated, or waited for, is what is undone next. */
function nextPart(rest: readonly { entry: Entry }[]): string | null {
  for (const { entry } of rest) if (entry.kind === 'undo' || entry.kind === 'lift') return entry.part;
  return null;
}

function uniqueNames(): (wanted: string) => string {
  const used = new Map<string, number>();
  return (wanted) => {
    const count = (used.get(wanted) ?? 0) + 1;
    used.set(wanted, count);
    return count === 1 ? wanted : `${wanted}-${count}`;
  };
}
