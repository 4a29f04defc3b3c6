import { planRoute } from '../route/planRoute.ts';
import { backAct, nextAct } from '../run/acts.ts';
import { jobEventBodySchema, type DifferedBody, type JobEvent, type JobEventBody } from '../run/events.ts';
import { planRest } from '../run/planRest.ts';
import { viewJob } from '../run/summary.ts';
import { defaultConfiguration } from '../sequence/configuration.ts';
import type { Sequence } from '../sequence/schema.ts';

/** A job at a bench without a clock: every act is an event, a minute apart. */
export class TestBench {
  readonly events: JobEvent[] = [];
  readonly document: Sequence;

  constructor(document: Sequence, targets: string[], configuration = defaultConfiguration(document)) {
    this.document = document;
    const route = planRoute(document, { targets, configuration, expansionLimit: 200 });
    if (!route.ok) throw new Error(route.fault.what);
    this.say({ kind: 'started', targets, configuration, steps: [...route.value.steps], plannedSeconds: 600 });
  }

  get view() {
    return viewJob(this.document, this.events);
  }

  say(body: JobEventBody): void {
    jobEventBodySchema.parse(body);
    const at = new Date(Date.UTC(2026, 0, 1, 8, this.events.length)).toISOString();
    this.events.push({ id: `e${this.events.length}`, at, body });
  }

  /** The one key; where it asks, `short` answers. False when all steps are done. */
  press(all = false, short: 'new' | 'omitted' = 'new'): boolean {
    const { progress, state } = this.view;
    const act = nextAct(progress.step, state, false, all);
    if (!progress.step || act.kind === 'none') return false;
    if (act.kind === 'count')
      this.say({ kind: 'counted', joint: act.joint, what: act.what, total: act.total });
    if (act.kind === 'choose') this.say({ kind: 'counted', joint: act.joint, what: short, total: act.short });
    if (act.kind === 'number') this.say({ kind: 'counted', joint: act.joint, what: 'out', total: 3 });
    if (act.kind === 'settle') this.differs({ what: 'count', count: act.count });
    if (act.kind === 'finish' || act.kind === 'choose' || (act.kind === 'count' && act.finish))
      this.say({ kind: 'done', step: progress.step.id });
    return true;
  }

  back(): void {
    const { progress, state } = this.view;
    const act = backAct(progress, state);
    if (act.kind === 'uncount')
      this.say({ kind: 'counted', joint: act.joint, what: act.what, total: act.total });
    if (act.kind === 'reopen') this.say({ kind: 'undone', step: act.step.id });
  }

  finish(): void {
    for (let presses = 0; this.press(true); presses++)
      if (presses > 2_000) throw new Error(`stuck at ${this.view.progress.step?.id}`);
  }

  /** Something in this unit is not as the sequence says: noted, and the rest planned again. False where no way is left. */
  differs(found: NonNullable<DifferedBody['found']>): boolean {
    const { progress, state } = this.view;
    const action = progress.step?.phase === 'down' ? progress.step.action : null;
    if (!action || !state.started) return false;
    this.say({ kind: 'differed', action: action.id, what: found.what, found });
    const rest = planRest(this.view);
    if (rest.ok) this.say({ kind: 'replanned', steps: [...rest.value], because: found.what });
    else this.say({ kind: 'differed', action: action.id, what: found.what, found: null });
    return rest.ok;
  }
}
