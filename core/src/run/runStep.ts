import type { Action, Joint, Part } from '../sequence/schema.ts';

/** One step of a job on screen, on the way down, at the bottom, or on the way back. */
export interface RunStep {
  readonly id: string;
  readonly phase: 'down' | 'swap' | 'back' | 'after';
  readonly title: string;
  /** Where on the part: `rear corners`; empty where it goes without saying. */
  readonly place: string;
  readonly detail: string;
  /** The action that this step does or turns round; null for swaps and tests. */
  readonly action: Action | null;
  /** Screws to be counted in this step belong to this joint. */
  readonly joint: Joint | null;
  /** The letter of their cell; empty where no screws come out. */
  readonly letter: string;
  /** The part to exchange, in a swap. */
  readonly part: Part | null;
  readonly tool: string | null;
  readonly cautions: readonly string[];
  /** A hold or wait that must run out, in seconds. */
  readonly holdSeconds: number | null;
  readonly seconds: number;
}

export const arrivalStepId = 'arrival';
export const arrivalTitle = 'Anything missing on arrival?';

/** Seconds a look, a test or a small act takes until the shop has learned its own. Common practice, no source. */
export const checkSeconds = 30;

/** A step that is no action of the sequence: a test, a look, something to renew. */
export const plainStep = (
  id: string,
  phase: RunStep['phase'],
  title: string,
  more: Partial<RunStep> = {},
): RunStep => ({
  id,
  phase,
  title,
  place: '',
  detail: '',
  action: null,
  joint: null,
  letter: '',
  part: null,
  tool: null,
  cautions: [],
  holdSeconds: null,
  seconds: checkSeconds,
  ...more,
});

/** The joint whose screws a step counts, also where nobody knows yet how many; null where there is nothing to count. */
export const countedJoint = (joint: Joint | null): Joint | null =>
  joint?.type === 'screws' || joint?.type === 'standoffs' ? joint : null;
