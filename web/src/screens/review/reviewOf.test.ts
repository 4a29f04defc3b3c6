import { describe, expect, test } from '@jest/globals';
import {
  advanceContext,
  deriveSequence,
  emptyContext,
  readLine,
  type Edit,
  type EvidenceLine,
} from '@bemtor/core';
import fc from 'fast-check';
import { demoSequence } from '../../testing/demoSequence.ts';
import { reviewOf, type Grounds } from './reviewOf.ts';

/* A review of what was recorded, and of what stands. */

const sequence = demoSequence();
const nothing: Grounds = {
  ...{ derived: null, published: null, settledElsewhere: [], edits: [], decisions: [], runs: [] },
};
function derivedFrom(...texts: string[]) {
  let context = emptyContext();
  const lines = texts.map((text, at): EvidenceLine => {
    const { entries } = readLine(text, { ...context, at });
    context = advanceContext(context, entries);
    return { id: `l${at}`, entries };
  });
  const derived = deriveSequence([{ id: 'r1', lines }], sequence.model);
  if (!derived.ok) throw new Error(derived.fault.what);
  return derived.value;
}
const recorded = derivedFrom(
  'turn over',
  'base cover: 5 PH0 M2x5',
  'base cover off',
  'battery plug',
  'battery off',
);

/** Frees one step from waiting for another, where the document has such a need. */
const frees: fc.Arbitrary<Edit> = fc.constantFrom(
  ...sequence.needs.flatMap(({ action, anyOf: [before] }) =>
    before ? [{ what: 'free', action, before } as Edit] : [],
  ),
);

describe('what there is to review', () => {
  test('nothing, where nobody recorded and nothing stands', () => {
    expect(reviewOf(nothing)).toBeNull();
  });

  test('what stands is no news; nor is what was just published of a recording', () => {
    expect(reviewOf({ ...nothing, published: sequence })).toMatchObject({ isNews: false, changes: [] });
    const made = reviewOf({ ...nothing, derived: recorded })!;
    expect(made).toMatchObject({ isNews: true, changes: [], lost: [], cycle: null });
    const after = reviewOf({ ...nothing, derived: recorded, published: made.document })!;
    expect(after).toMatchObject({ isNews: false, changes: [] });
  });

  test('each need of a recording names the lines that it rests on', () => {
    const { document, evidence } = reviewOf({ ...nothing, derived: recorded })!;
    expect(evidence).toHaveLength(document.needs.length);
    const lifts = document.needs.findIndex(
      ({ action, anyOf }) => action === 'lift-battery' && anyOf.some((id) => id.includes('battery')),
    );
    expect(evidence[lifts]?.every((line) => /^l[0-9]$/.test(line))).toBe(true);
    expect(evidence.flat().length).toBeGreaterThan(0);
  });

  test('an edit is news, by hand or settled elsewhere; a need that is freed is gone', () => {
    fc.assert(
      fc.property(frees, (edit) => {
        if (edit.what !== 'free') return;
        const byHand = reviewOf({ ...nothing, published: sequence, edits: [edit] })!;
        const still = byHand.document.needs.some(
          ({ action, anyOf }) => action === edit.action && anyOf.length === 1 && anyOf[0] === edit.before,
        );
        expect(still).toBe(false);
        expect(byHand.isNews).toBe(byHand.changes.length > 0);
        const elsewhere = reviewOf({ ...nothing, published: sequence, settledElsewhere: [edit] })!;
        expect(elsewhere.document.needs).toEqual(byHand.document.needs);
      }),
      { numRuns: 20 },
    );
  });
});
