import type { CountKind, Difference, JobEvent, StartedBody } from './events.ts';

export type JointCounts = Readonly<Record<CountKind, number>>;

export const noCounts: JointCounts = Object.freeze({
  out: 0,
  missing: 0,
  back: 0,
  new: 0,
  omitted: 0,
  stripped: 0,
  lost: 0,
});

/** A job as its log has it now. What is next, the ledger and the way back are computed from this. */
export interface JobState {
  readonly started: StartedBody | null;
  readonly startedAt: string | null;
  readonly closedAt: string | null;
  readonly remark: string | null;
  readonly counts: ReadonlyMap<string, JointCounts>;
  /** Why screws were left out on purpose, per joint. */
  readonly reasons: ReadonlyMap<string, string>;
  /** What the new screws are, per joint, where they are not of the kind that came out. */
  readonly replacedBy: ReadonlyMap<string, string>;
  /** Where this unit is not as the sequence says, in the order in which it was first found. */
  readonly differences: readonly Difference[];
  /** The way down as it stands: what is done, then what was last planned. */
  readonly route: readonly string[];
  /** Steps left out on purpose, with the reason. */
  readonly skipped: ReadonlyMap<string, string>;
  readonly pictures: readonly { readonly step: string | null; readonly picture: string }[];
  readonly done: ReadonlySet<string>;
  readonly doneAt: ReadonlyMap<string, string>;
  /** New number per swapped part; null where it was not read. */
  readonly swapped: ReadonlyMap<string, string | null>;
  readonly notes: readonly { readonly at: string; readonly step: string | null; readonly text: string }[];
  readonly pausedSince: string | null;
  readonly pauseReason: string | null;
  /** Milliseconds that the job stood still. */
  readonly pausedMs: number;
  /** When the last event was, by the clock of the device that acted. */
  readonly lastAt: string | null;
  /** A silence that nobody works through, or a clock that ran back, was left out of the time worked. */
  readonly clipped: boolean;
}

interface Draft {
  started: StartedBody | null;
  startedAt: string | null;
  closedAt: string | null;
  remark: string | null;
  counts: Map<string, JointCounts>;
  reasons: Map<string, string>;
  replacedBy: Map<string, string>;
  differences: Difference[];
  route: readonly string[];
  skipped: Map<string, string>;
  pictures: { step: string | null; picture: string }[];
  done: Set<string>;
  doneAt: Map<string, string>;
  swapped: Map<string, string | null>;
  notes: { at: string; step: string | null; text: string }[];
  pausedSince: string | null;
  pauseReason: string | null;
  pausedMs: number;
  lastAt: string | null;
  clipped: boolean;
}

/** Folds a job's log, oldest first. The same id twice counts once. O(events). */
export function foldJob(events: readonly JobEvent[]): JobState {
  const draft: Draft = {
    started: null,
    startedAt: null,
    closedAt: null,
    remark: null,
    counts: new Map(),
    reasons: new Map(),
    replacedBy: new Map(),
    differences: [],
    route: [],
    skipped: new Map(),
    pictures: [],
    done: new Set(),
    doneAt: new Map(),
    swapped: new Map(),
    notes: [],
    pausedSince: null,
    pauseReason: null,
    pausedMs: 0,
    lastAt: null,
    clipped: false,
  };
  const seen = new Set<string>();
  for (const event of events) {
    if (seen.has(event.id)) continue;
    seen.add(event.id);
    clip(draft, event.at);
    apply(draft, event);
    draft.lastAt = event.at;
  }
  return draft;
}

/** Nobody works longer on one step without a word: the job was left, or a clock was wrong. Common practice, no source. */
const longestSilenceMs = 4 * 60 * 60_000;

/** Takes out of the time worked what no clock can have seen: a silence too long, or one that ran back. */
function clip(draft: Draft, at: string): void {
  if (!draft.startedAt || !draft.lastAt || draft.pausedSince || draft.closedAt) return;
  const silence = Date.parse(at) - Date.parse(draft.lastAt);
  const possible = Math.min(Math.max(silence, 0), longestSilenceMs);
  if (silence === possible) return;
  draft.pausedMs += silence - possible;
  draft.clipped = true;
}

function apply(draft: Draft, { at, body }: JobEvent): void {
  switch (body.kind) {
    case 'started':
      // The first plan stands: a second device that pressed start at the same moment follows it.
      if (!draft.started) draft.route = body.steps;
      draft.started ??= body;
      draft.startedAt ??= at;
      return;
    case 'counted':
      draft.counts.set(body.joint, {
        ...(draft.counts.get(body.joint) ?? noCounts),
        [body.what]: body.total,
      });
      if (body.reason) draft.reasons.set(body.joint, body.reason);
      if (body.with) draft.replacedBy.set(body.joint, body.with);
      return;
    case 'differed': {
      const others = draft.differences.filter(
        ({ action, what }) => action !== body.action || what !== body.what,
      );
      draft.differences = body.found ? [...others, { action: body.action, ...body.found }] : others;
      return;
    }
    case 'replanned': {
      // What is done stays done, whatever another bench planned in the meantime.
      const done = draft.route.filter((id) => draft.done.has(`down:${id}`));
      const rest = body.steps.filter((id) => !done.includes(id));
      draft.route = [...done, ...new Set(rest)];
      return;
    }
    case 'skipped':
      draft.skipped.set(body.step, body.reason);
      return;
    case 'picture':
      draft.pictures = draft.pictures.filter(({ picture }) => picture !== body.picture);
      if (!body.removed) draft.pictures.push({ step: body.step, picture: body.picture });
      return;
    case 'done':
      draft.skipped.delete(body.step);
      draft.done.add(body.step);
      draft.doneAt.set(body.step, at);
      return;
    case 'undone':
      draft.done.delete(body.step);
      draft.skipped.delete(body.step);
      draft.doneAt.delete(body.step);
      return;
    case 'swapped':
      draft.swapped.set(body.part, body.number);
      return;
    case 'note':
      draft.notes.push({ at, step: body.step, text: body.text });
      return;
    case 'paused':
      draft.pausedSince ??= at;
      draft.pauseReason ??= body.reason;
      return;
    case 'resumed':
      if (draft.pausedSince) draft.pausedMs += Math.max(0, Date.parse(at) - Date.parse(draft.pausedSince));
      draft.pausedSince = draft.pauseReason = null;
      return;
    case 'closed':
      draft.closedAt ??= at;
      draft.remark ??= body.remark;
      return;
    case 'reopened':
      // The time that it stood closed is no time of work.
      if (draft.closedAt) draft.pausedMs += Math.max(0, Date.parse(at) - Date.parse(draft.closedAt));
      draft.closedAt = draft.remark = null;
      draft.notes.push({ at, step: null, text: `Opened again: ${body.reason}` });
      return;
  }
}

/** Seconds worked between start and `until` (or the close), without pauses and without what no clock can have seen. */
export function workedSeconds(state: JobState, until: string): number {
  if (!state.startedAt) return 0;
  const stands = state.closedAt ?? state.pausedSince;
  const last = Date.parse(state.lastAt ?? state.startedAt);
  const end = stands ? Date.parse(stands) : Math.min(Date.parse(until), last + longestSilenceMs);
  return Math.max(0, (end - Date.parse(state.startedAt) - state.pausedMs) / 1000);
}
