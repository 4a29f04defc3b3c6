import { defaultSeconds } from '../estimate/defaultSeconds.ts';
import type { Entry, EntryJoint, EntryOf } from '../reader/entries/entry.ts';
import { partKindOf } from '../reader/entries/partName.ts';
import type { MatPoint } from '../record/log.ts';
import type { Contradiction } from './statements.ts';
import { attachWords, type ActWords } from './actWords.ts';
import { fitId, fitNote, fitSeconds } from './inBounds.ts';
import { nameInstances } from './instances.ts';
import type { Check, Face, Verb } from '../sequence/schema.ts';

type Stage = Check['at'];

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
  cautions: readonly string[];
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
  /** Parts in the order in which they were seen to go back in. */
  readonly backOrder: readonly string[];
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
    /** When a check was made. */
    readonly stage?: Stage;
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

/** Turns the entries of one recording into acts with ids, sides, tools and times, in order. O(entries · acts). */
export function replayRecording(lines: readonly EvidenceLine[]): Replay {
  const { said, twice } = nameInstances(
    lines.flatMap((line) =>
      line.entries.map((entry, at): Said => ({
        line: line.id,
        entry,
        saidAt: line.narrated ? entry.at : null,
        points: line.points?.[at] ?? [],
      })),
    ),
  );
  const replayer = new Replayer(said);
  said.forEach((one, at) => replayer.take(one, at));
  return { ...replayer.result(), twice };
}

interface Said {
  readonly line: string;
  readonly entry: Entry;
  readonly saidAt: number | null;
  readonly points: readonly MatPoint[];
}

/** What an act is, before its place, side and words are known. */
type NewAct = Pick<Act, 'id' | 'verb' | 'part' | 'seconds'> &
  Partial<Pick<Act, 'joint' | 'jointId' | 'tool' | 'drains' | 'note' | 'face'>>;

/** Walks through a recording; what was said so far is kept in its fields. */
class Replayer {
  private readonly name = uniqueNames();
  private readonly acts: Act[] = [];
  private readonly statements: Statement[] = [];
  private readonly facts: Replay['facts'][number][] = [];
  private readonly words: ActWords[] = [];
  private readonly back = new Set<string>();
  private face: Face = 'top';
  private wayBack: 'not yet' | 'begun' | 'closed' = 'not yet';
  private readonly said: readonly Said[];

  constructor(said: readonly Said[]) {
    this.said = said;
  }

  result(): Omit<Replay, 'twice'> {
    attachWords(this.acts, this.words);
    const backOrder = [...this.back].filter((part) => this.acts.some((act) => act.part === part));
    return {
      acts: withObservedTimes(this.acts),
      backOrder,
      statements: this.statements,
      facts: this.facts,
    };
  }

  take(from: Said, at: number): void {
    const { line, entry } = from;
    switch (entry.kind) {
      case 'undo':
        return this.undo(entry, from, at);
      case 'lift':
        return this.lift(entry.part, from);
      case 'hold':
        return this.hold(entry, from, at);
      case 'serve':
        return this.serve(entry, from);
      case 'turn':
        this.face = entry.face;
        return;
      case 'caution':
      case 'note':
        this.words.push({ entry, at: this.acts.length, isUp: this.wayBack !== 'not yet' });
        return;
      case 'blocked':
      case 'requires':
      case 'covers':
        this.statements.push({ line, entry });
        return;
      case 'check':
        this.facts.push({ line, entry, stage: this.stageNow() });
        return;
      case 'number':
      case 'measure':
      case 'missing':
      case 'move':
      case 'seen':
      case 'whole':
        this.facts.push({ line, entry });
        return;
      case 'refit':
        // How it goes back is derived; that it goes back turns what is said from here on, and when is kept.
        if (entry.part !== null) this.back.add(entry.part);
        this.wayBack = entry.part !== null && partKindOf(entry.part) === 'cover' ? 'closed' : 'begun';
        return;
      case 'stripped':
        return; // a fact about this unit, not about the model
    }
  }

  private add(act: NewAct, { line, saidAt, points }: Said): void {
    this.acts.push({
      face: this.face,
      joint: null,
      jointId: null,
      tool: null,
      note: '',
      ...act,
      cautions: [],
      place: this.acts.length,
      line,
      saidAt,
      points,
    });
  }

  private undo(entry: EntryOf<'undo'>, from: Said, at: number): void {
    const part = entry.part ?? nextLifted(this.said.slice(at), entry.joint.hiddenBy ?? null);
    if (!part) return;
    const id = this.name(`${entry.verb}-${part}`);
    const seconds = fitSeconds(defaultSeconds(entry.verb, entry.joint.count));
    const { verb, joint } = entry;
    this.add({ id, verb, part, joint, jointId: `j-${id}`, tool: toolFor(entry), seconds }, from);
  }

  private lift(part: string, from: Said): void {
    if (this.acts.some((act) => act.verb === 'lift' && act.part === part)) return;
    const id = this.name(`lift-${part}`);
    this.add({ id, verb: 'lift', part, seconds: defaultSeconds('lift', 1) }, from);
  }

  private hold(entry: EntryOf<'hold'>, from: Said, at: number): void {
    const drains = !/wait|heat|warm/.test(entry.what);
    const last = this.acts.at(-1)?.part;
    const part = drains
      ? (this.acts.findLast((act) => partKindOf(act.part) === 'battery')?.part ?? last)
      : (nextPart(this.said.slice(at)) ?? last);
    if (!part) return;
    const { seconds } = entry;
    const verb = entry.what === 'wait' ? 'wait' : 'hold';
    const id = this.name(drains ? 'hold-power' : `${verb}-${part}`);
    const note = verb === 'wait' ? `Wait ${seconds} s` : `Hold ${entry.what} ${seconds} s`;
    this.add({ id, verb, part, seconds, face: 'either', drains, note }, from);
  }

  private serve(entry: EntryOf<'serve'>, from: Said): void {
    const part = entry.part ?? this.acts.at(-1)?.part;
    if (!part) return;
    const id = this.name(`clean-${part}`);
    this.add(
      { id, verb: 'clean', part, seconds: defaultSeconds('clean', 1), note: fitNote(entry.text) },
      from,
    );
  }

  private stageNow(): Stage {
    if (this.wayBack === 'closed') return 'after-closing';
    return this.acts.length === 0 ? 'before-opening' : 'before-closing';
  }
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
    const name = fitId(wanted);
    const count = (used.get(name) ?? 0) + 1;
    used.set(name, count);
    return count === 1 ? name : `${name}-${count}`;
  };
}
