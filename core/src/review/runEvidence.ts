import type { Difference } from '../run/events.ts';

/** What a run found to differ from the sequence. */
export interface RunEvidence {
  readonly job: string;
  readonly unit: string;
  readonly at: string;
  readonly difference: Difference;
}
