import {
  applyEdits,
  cycleWithLines,
  diffSequences,
  needLines,
  review,
  sameDocument,
  unreachableParts,
  type Change,
  type Decision,
  type Derivation,
  type Edit,
  type Reviewed,
  type RunEvidence,
  type Sequence,
} from '@bemtor/core';

/** What a review rests on. */
export interface Grounds {
  /** What the recordings bear out; null where there are none, or it is not worked out yet. */
  readonly derived: Derivation | null;
  /** The sequence that stands. */
  readonly published: Sequence | null;
  /** What was settled about the order at other units of the model. */
  readonly settledElsewhere: readonly Edit[];
  /** What was changed by hand here. */
  readonly edits: readonly Edit[];
  readonly decisions: readonly Decision[];
  /** What runs of the model found to differ. */
  readonly runs: readonly RunEvidence[];
}

/** A sequence under review. */
export interface ReviewOf {
  readonly edited: ReturnType<typeof applyEdits>;
  readonly reviewed: Reviewed;
  readonly document: Sequence;
  /** The lines that each need of the document rests on, in its order. */
  readonly evidence: readonly (readonly string[])[];
  /** The shortest circle of needs, with the lines that they rest on. */
  readonly cycle: ReturnType<typeof cycleWithLines>;
  /** Parts that no order reaches. */
  readonly lost: readonly string[];
  readonly changes: readonly Change[];
  /** There is something to publish. */
  readonly isNews: boolean;
}

/**
 * The sequence that the recordings bear out, or the one that stands where nobody recorded, as it was edited and decided
 * about; null where there is neither.
 */
export function reviewOf(grounds: Grounds): ReviewOf | null {
  const { derived, published, edits } = grounds;
  const start = derived?.sequence ?? published;
  if (!start) return null;
  const edited = applyEdits(start, [...grounds.settledElsewhere, ...edits]);
  const reviewed = review(edited.sequence, grounds.decisions, {
    conflicts: derived?.conflicts ?? [],
    runs: grounds.runs,
    absent: derived?.absent ?? [],
  });
  const document = reviewed.sequence;
  const linesOf = derived ? needLines(derived) : (): readonly string[] => [];
  const isTouched =
    derived !== null || edits.length > 0 || reviewed.settled.some(({ choice }) => choice === 'remedy');
  return {
    ...{ edited, reviewed, document },
    evidence: document.needs.map(linesOf),
    cycle: cycleWithLines(document, linesOf),
    lost: unreachableParts(document),
    changes: published ? diffSequences(published, document) : [],
    isNews: isTouched && !sameDocument(document, published ?? undefined),
  };
}
