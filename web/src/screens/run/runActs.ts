import {
  backAct,
  nextAct,
  stepCount,
  type CountKind,
  type Difference,
  type DifferedBody,
  type JobEventBody,
  type JobView,
  type LedgerRow,
  type MatPoint,
  type RunStep,
} from '@bemtor/core';

/* What each act of a run comes to, by where the job stands. Nothing here is done yet. */

export type Found = NonNullable<DifferedBody['found']>;

/** What an act comes to. */
export type Act =
  /** The job stands where the act means nothing. */
  | { readonly kind: 'nothing' }
  /** These are logged. */
  | { readonly kind: 'log'; readonly events: readonly JobEventBody[] }
  /** Something has to be said first. */
  | { readonly kind: 'ask'; readonly words: string }
  /** The unit is not as the sequence says: the rest is planned again. */
  | { readonly kind: 'differ'; readonly found: Found }
  /** So many are all of a group that nobody had counted. */
  | { readonly kind: 'settle'; readonly count: number };

export interface RunAt {
  readonly view: JobView;
  /** A key is to be held down, and is. */
  readonly holdRunning: boolean;
}

const nothing: Act = { kind: 'nothing' };
const log = (...events: JobEventBody[]): Act => ({ kind: 'log', events });
/** More screws than any group has: the bound where nobody has counted yet. */
const most = 200;

export const counted = (joint: string, what: CountKind, total: number, reason?: string): JobEventBody => ({
  ...{ kind: 'counted', joint, what, total: Math.max(0, total) },
  ...(reason ? { reason } : {}),
});
/** New screws in place of what is missing, lost or stripped; `words` says what they are, where they differ. */
export const countedNew = (joint: string, total: number, words: string): JobEventBody => ({
  ...{ kind: 'counted', joint, what: 'new', total },
  ...(words ? { with: words.slice(0, 120) } : {}),
});
export const done = (step: RunStep): JobEventBody => ({ kind: 'done', step: step.id });
export const undone = (step: RunStep): JobEventBody => ({ kind: 'undone', step: step.id });

const isPaused = ({ state }: JobView): boolean => state.pausedSince != null;
const rowOf = (view: JobView): LedgerRow | null =>
  view.ledger.rows.find(({ joint }) => joint === view.progress.step?.joint?.id) ?? null;

/** The one key. `all`: every screw of the step that is left. The close has its own key: this may be pressed once too often. */
export function forwardAct({ view, holdRunning }: RunAt, all = false): Act {
  const { step, phase } = view.progress;
  if (!step || isPaused(view) || phase === 'close') return nothing;
  const act = nextAct(step, view.state, holdRunning, all);
  switch (act.kind) {
    case 'count':
      return log(counted(act.joint, act.what, act.total), ...(act.finish ? [done(step)] : []));
    case 'settle':
      return { kind: 'settle', count: act.count };
    case 'number':
      return { kind: 'ask', words: 'Nobody has counted these yet. Type how many came out, then Enter.' };
    case 'finish':
      return log(done(step));
    case 'choose':
    case 'wait':
    case 'none':
      return nothing;
  }
}

/** One screw fewer, or the step before open again. */
export function backwardAct({ view }: RunAt): Act {
  if (isPaused(view)) return nothing;
  const act = backAct(view.progress, view.state);
  if (act.kind === 'uncount') return log(counted(act.joint, act.what, act.total));
  return act.kind === 'reopen' ? log(undone(act.step)) : nothing;
}

/** Sets the count of the step: "four are out". More than expected is a difference, not a count. */
export function setCountAct({ view }: RunAt, total: number): Act {
  const { step } = view.progress;
  const known = step ? stepCount(step, view.state) : null;
  if (!step?.joint || !known || isPaused(view)) return nothing;
  if (total > known.of && !(known.uncounted && known.what === 'out'))
    return known.what === 'out'
      ? { kind: 'differ', found: { what: 'count', count: total + known.counts.missing } }
      : nothing;
  return log(counted(step.joint.id, known.what === 'out' ? 'out' : 'back', total));
}

/** So many more of a group were missing on arrival, or fewer. */
export function missingAct(row: LedgerRow | null, by: number): Act {
  if (!row) return nothing;
  const total = row.counts.missing + by;
  if (total < 0 || total + row.counts.out > (row.expected ?? most)) return nothing;
  return log(counted(row.joint, 'missing', total));
}

/** One more screw of the step with a worn head. */
export function strippedAct({ view }: RunAt): Act {
  const row = rowOf(view);
  if (!row || row.counts.stripped >= (row.expected ?? most)) return nothing;
  return log(counted(row.joint, 'stripped', row.counts.stripped + 1));
}

/** A screw of the step that came out and is gone. */
export function lostAct({ view }: RunAt): Act {
  const row = rowOf(view);
  if (!row || view.progress.step?.phase !== 'back' || row.inTray <= 0 || row.openBack <= 0) return nothing;
  return log(counted(row.joint, 'lost', row.counts.lost + 1));
}

/** Screws that the tray cannot supply: new ones, or left out with the reason. */
export function settleAct({ view, holdRunning }: RunAt, what: 'new' | 'omitted', words: string): Act {
  const { step } = view.progress;
  const row = rowOf(view);
  const act = nextAct(step, view.state, holdRunning);
  if (act.kind !== 'choose' || !step || !row) return nothing;
  const total = row.counts[what] + act.short;
  const why = words || (row.counts.lost > 0 ? 'lost' : 'missing on arrival');
  return log(
    what === 'new' ? countedNew(act.joint, total, words) : counted(act.joint, 'omitted', total, why),
    done(step),
  );
}

/** The step is left out, and why. */
export const skippedAct = (step: RunStep | null, reason: string): Act =>
  step ? log({ kind: 'skipped', step: step.id, reason }) : nothing;

/** The act that is found to differ now; null where nothing can be: only what is still to come down can. */
export function differingAct({ view }: RunAt): string | null {
  const { step } = view.progress;
  return step?.phase === 'down' && !isPaused(view) ? (step.action?.id ?? null) : null;
}

/** What is still to be done on the way down, as it stands. */
export const stepsAhead = ({ state }: JobView): string[] =>
  state.route.filter((id) => !state.done.has(`down:${id}`));

export const differed = (action: string, found: Found): DifferedBody => ({
  kind: 'differed',
  action,
  what: found.what,
  found,
});
export const takenBack = ({ action, what }: Pick<Difference, 'action' | 'what'>): DifferedBody => ({
  kind: 'differed',
  action,
  what,
  found: null,
});
export const replanned = (steps: readonly string[], because: string): JobEventBody => ({
  kind: 'replanned',
  steps: [...steps],
  because,
});

/** Where the screws of the step are, of which the sequence did not know it: evidence, and the route stays. */
export function pointsFound({ view }: RunAt, points: readonly MatPoint[]): DifferedBody | null {
  const action = view.progress.step?.action;
  return action && points.length > 0 ? differed(action.id, { what: 'points', points: [...points] }) : null;
}
