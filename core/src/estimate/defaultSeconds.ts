import type { JointType, Mechanism, Verb } from '../sequence/schema.ts';

/**
 * Times of one act before the shop has learned its own, in seconds: `start` once, `each` per screw, clip
 * run or plug. Common practice, no source: watched at a bench with hand drivers, rounded.
 */
export const secondsByVerb: Readonly<Record<Verb, { readonly start: number; readonly each: number }>> =
  Object.freeze({
    unscrew: { start: 0, each: 8 },
    loosen: { start: 0, each: 7 },
    unplug: { start: 0, each: 8 },
    unlock: { start: 0, each: 10 },
    peel: { start: 8, each: 6 },
    pry: { start: 25, each: 10 },
    unclip: { start: 25, each: 10 },
    slide: { start: 0, each: 6 },
    lift: { start: 6, each: 0 },
    hold: { start: 15, each: 0 },
    wait: { start: 30, each: 0 },
    turn: { start: 0, each: 0 },
    clean: { start: 60, each: 0 },
    check: { start: 20, each: 0 },
  });

export const defaultSeconds = (verb: Verb, count: number | null | undefined): number =>
  secondsByVerb[verb].start + secondsByVerb[verb].each * (count ?? 1);

/** The verb that undoes a joint on the way down. */
export function verbFor(type: JointType, captive: boolean, mechanism: Mechanism | null | undefined): Verb {
  switch (type) {
    case 'screws':
    case 'standoffs':
      return captive ? 'loosen' : 'unscrew';
    case 'connector':
      return mechanism === 'flip-lock' || mechanism === 'slide-lock' ? 'unlock' : 'unplug';
    case 'clips':
    case 'rivets':
    case 'solder':
      return 'unclip';
    case 'adhesive':
    case 'stretch-tape':
    case 'tape':
    case 'foot':
      return 'peel';
    case 'latch':
    case 'pegs':
    case 'routing':
    case 'slide':
      return 'slide';
  }
}
