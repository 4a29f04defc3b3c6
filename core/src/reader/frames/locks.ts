import type { Mechanism } from '../../sequence/schema.ts';
import { doing, textIn, type Frame, type Verb } from './frame.ts';
import type { Scene } from './scene.ts';

/* How a lead opens: as it was said, or as the thing that holds it moves. */

/** Of two words for how it opens, the one that says more. */
export const mergeLock = (before: Mechanism | null | undefined, lock: Mechanism): Mechanism =>
  before == null || before === 'plug' ? lock : before;

/** How it opens, as said or as its bar moves: a bar that flips or lifts is a flip-lock, one that slides a slide-lock. */
export function mechanismOf(frame: Frame, scene?: Scene): Mechanism | null {
  const over = frame.words.has('face-over');
  const atLead = frame.cables.length > 0 || (scene?.isAtConnector ?? false);
  // "all flip", behind ribbons: how they open.
  if (over && (frame.cables.length > 0 || (frame.names.length === 0 && scene?.isAtConnector)))
    return 'flip-lock';
  const verb = doing(frame, 'open', 'slide', 'take', 'press', 'release', 'pop', 'turn');
  const opens = verb?.act === 'open' || over;
  const lifts = verb?.lemma === 'lift' || verb?.lemma === 'raise';
  const flap = frame.names.some(({ part, bare }) => bare && part === 'flap');
  const byRibbon = atLead || /ribbon|flex|zif|ffc|cable/i.test(scene?.line ?? '');
  if (flap && (opens || lifts || frame.particles[0] === 'up') && byRibbon) return 'flip-lock';
  const covered = frame.names.some(({ part }) => part.endsWith('cover')) && frame.cables.length > 0;
  if (covered && (verb?.act === 'slide' || verb?.act === 'press')) return 'slide-cover';
  if (frame.joint?.type === 'latch' && (opens || lifts) && atLead) return 'flip-lock';
  // "fan ribbon, slider out"
  if (frame.joint?.type === 'latch' && atLead && frame.particles[0] === 'out') return 'slide-lock';
  const open = frame.mechanism === null || frame.mechanism === 'plug';
  if (frame.bar && open) return barLock(frame, verb) ?? frame.mechanism;
  if (open && scene && isByTab(frame, scene)) return 'pull-tab';
  return frame.mechanism ?? (doing(frame, 'unplug') ? (scene?.hangsOn ?? null) : null);
}

function barLock(frame: Frame, verb: Verb | undefined): Mechanism | null {
  const slides =
    verb?.act === 'slide' ||
    verb?.act === 'press' ||
    (verb?.act === 'take' && frame.particles.includes('out'));
  if (slides) return 'slide-lock';
  const moves = verb ?? frame.particles.find((particle) => particle === 'up' || particle === 'over');
  return moves || frame.words.has('face-over') ? 'flip-lock' : null;
}

/** "pulled it straight back by its tab": the tab is what it is pulled by. */
const isByTab = (frame: Frame, scene: Scene): boolean =>
  doing(frame, 'take', 'unplug') !== undefined &&
  (frame.cables.length > 0 || scene.isAtConnector) &&
  /\b(?:by|at|on) (?:the|its|that|a) (?:\w+ ){0,2}(?:tab|loop|strap)\b/i.test(textIn(scene.line, frame));

/** A flap over a ribbon is its lock where it is opened, and no part. */
export const lockFlap = (frame: Frame): boolean =>
  frame.particles[0] === 'up' ||
  doing(frame, 'open') !== undefined ||
  ['lift', 'raise'].includes(doing(frame, 'take')?.lemma ?? '') ||
  frame.words.has('face-over');
