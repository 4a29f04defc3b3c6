import { timedActs, timedSteps } from '../estimate/estimateSteps.ts';
import type { TimedAct } from '../estimate/timeModel.ts';
import { partNameOf } from '../reader/entries/partName.ts';
import { screwWords } from '../sequence/screw.ts';
import type { JobEvent } from './events.ts';
import type { JobView } from './summary.ts';

/** What a job adds to the logbook besides its summary. */
export interface JobReport {
  readonly acts: readonly TimedAct[];
  readonly steps: readonly { readonly title: string; readonly seconds: number; readonly planned: number }[];
  readonly screws: readonly {
    readonly part: string;
    readonly kind: string;
    readonly missing: number;
    readonly stripped: number;
    readonly lost: number;
  }[];
  readonly parts: readonly { readonly part: string; readonly number: string | null }[];
}

/** What a job teaches: times by step and verb, where screws go missing, strip or get lost, parts fitted. */
export function jobReport(view: JobView, events: readonly JobEvent[]): JobReport {
  const timed = timedSteps(view.steps, events);
  const names = new Map<string, string>(view.sequence.parts.map((part) => [part.id, part.name]));
  const nameOf = (part: string): string => names.get(part) ?? partNameOf(part);
  return {
    acts: timedActs(timed),
    steps: timed.map(({ step, seconds }) => ({ title: step.title, seconds, planned: step.seconds })),
    screws: view.ledger.rows
      .filter(({ counts }) => counts.missing + counts.stripped + counts.lost > 0)
      .map(({ part, where, screw, counts: { missing, stripped, lost } }) => ({
        part: where ? `${nameOf(part)}, ${where}` : nameOf(part),
        kind: screwWords(screw),
        missing,
        stripped,
        lost,
      })),
    parts: [...view.state.swapped].map(([part, number]) => ({ part: nameOf(part), number })),
  };
}
