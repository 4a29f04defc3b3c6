import { lowerName } from '../reader/entries/partName.ts';
import { partName, type SequenceIndex } from '../sequence/describe.ts';
import type { Action, Basis, Check, Joint, Need, Part, Sequence } from '../sequence/schema.ts';
import type { Remedy } from './finding.ts';

/* Small changes of a document, for remedies. Each gives a new document and leaves the old one alone. */

export const change = (words: string, apply: (sequence: Sequence) => Sequence): Remedy => ({
  kind: 'change',
  words,
  apply,
});

export const withAction = (sequence: Sequence, id: string, edit: (action: Action) => Action): Sequence => ({
  ...sequence,
  actions: sequence.actions.map((action) => (action.id === id ? edit(action) : action)),
});

export const withJoint = (sequence: Sequence, id: string, edit: (joint: Joint) => Joint): Sequence => ({
  ...sequence,
  joints: sequence.joints.map((joint) => (joint.id === id ? edit(joint) : joint)),
});

export const withPart = (sequence: Sequence, id: string, edit: (part: Part) => Part): Sequence => ({
  ...sequence,
  parts: sequence.parts.map((part) => (part.id === id ? edit(part) : part)),
});

export const withNeeds = (
  sequence: Sequence,
  pairs: readonly (readonly [action: string, before: string])[],
  basis: Basis,
): Sequence => {
  const ids = new Map(sequence.actions.map((action) => [action.id as string, action.id]));
  const added = pairs.flatMap(([action, before]): Need[] => {
    const [a, b] = [ids.get(action), ids.get(before)];
    return a && b ? [{ action: a, anyOf: [b], basis }] : [];
  });
  return { ...sequence, needs: [...sequence.needs, ...added] };
};

export const withCheck = (sequence: Sequence, at: Check['at'], text: string): Sequence => ({
  ...sequence,
  checks: [...sequence.checks, { at, text }],
});

export const withCaution = (sequence: Sequence, id: string, caution: string): Sequence =>
  withAction(sequence, id, (action) => ({ ...action, cautions: [...action.cautions, caution] }));

/** All that a step says besides its title. */
export const saidAt = (action: Action): string => [...action.cautions, action.note].join(' ');

export const nameIn = (index: SequenceIndex, part: string): string => lowerName(partName(index, part));
