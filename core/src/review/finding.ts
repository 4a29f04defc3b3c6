import type { Conflict } from '../derive/findConflicts.ts';
import type { Scene } from '../derive/layers.ts';
import type { SequenceIndex } from '../sequence/describe.ts';
import type { ActsBefore } from '../sequence/precedence.ts';
import type { Sequence } from '../sequence/schema.ts';
import type { RunEvidence } from './runEvidence.ts';

export type Severity = 'stop' | 'warning' | 'hint';

/** The one key that mends a finding: a change of the document, or a bench line that somebody has to finish. */
export type Remedy =
  | { readonly kind: 'change'; readonly words: string; readonly apply: (sequence: Sequence) => Sequence }
  | { readonly kind: 'line'; readonly words: string; readonly line: string };

/** Something in a sequence that the rules of the trade would do otherwise. */
export interface Finding {
  readonly rule: string;
  readonly severity: Severity;
  /** The action, joint or part that it is about; `document` for the whole. With the rule it names the finding. */
  readonly place: string;
  /** The place as a person says it. */
  readonly where: string;
  readonly reason: string;
  readonly remedy: Remedy | null;
}

/** What a rule looks at. */
export interface ReviewContext {
  readonly sequence: Sequence;
  readonly index: SequenceIndex;
  /** Where recordings do not agree. */
  readonly conflicts: readonly Conflict[];
  /** Parts that some unit was seen without. */
  readonly absent: readonly string[];
  /** The acts of the sequence as the rules of the hardware look at them. */
  readonly scene: Scene;
  /** What runs found to differ. */
  readonly evidence: readonly RunEvidence[];
  /** All acts that may have to come before an act, by its needs. */
  readonly before: (action: string) => ActsBefore;
}

/** One rule of the procedure check. `ground` is its source, or "common practice, no source". */
export interface ReviewRule {
  readonly id: string;
  readonly severity: Severity;
  readonly ground: string;
  readonly find: (context: ReviewContext) => readonly Omit<Finding, 'rule' | 'severity'>[];
}

export const practice = 'common practice, no source';
