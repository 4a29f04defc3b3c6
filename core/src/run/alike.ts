import type { Screw } from '../sequence/screw.ts';

/** Lengths at most this far apart are easily taken for one another. Common practice, no source. */
const confusableMm = 2;
/** To the eye: lengths and diameters this close cannot be told apart without calipers. Common practice, no source. */
const eyeMm = 0.5;

const diameterOf = (screw: Screw): number | null => (screw.thread ? Number(screw.thread.slice(1)) : null);

/**
 * Are two kinds easily mixed up? Same recess and thread with lengths at most 2 mm apart; or alike to the eye:
 * same recess, head not known to differ, diameter and length within half a millimetre. Captive screws stay in
 * their part and are mixed up with nothing; two screws of one kind are one kind.
 */
export function alikeScrews(a: Screw, b: Screw): boolean {
  if (a.captive || b.captive || a.lengthMm == null || b.lengthMm == null) return false;
  const recess = a.drive === b.drive && (a.size == null || b.size == null || a.size === b.size);
  const apartMm = Math.abs(a.lengthMm - b.lengthMm);
  if (a.drive != null && a.drive === b.drive && a.thread != null && a.thread === b.thread)
    return (
      apartMm <= confusableMm &&
      (apartMm > 0 || a.head !== b.head || a.size !== b.size || marks(a) !== marks(b))
    );
  const [da, db] = [diameterOf(a), diameterOf(b)];
  const heads = a.head == null || b.head == null || a.head === b.head;
  return recess && heads && da !== null && db !== null && Math.abs(da - db) <= eyeMm && apartMm <= eyeMm;
}

const marks = (screw: Screw): string =>
  [screw.shouldered && 's', screw.sprung && 'j'].filter(Boolean).join('');
