import type { Intake, UnitFacts } from '@bemtor/core';

/** What is told of a unit at intake. */
export type IntakeDraft = Pick<UnitFacts, 'serial' | 'configuration' | 'complaint' | 'place' | 'intake'>;

/** Where two told something at once: what this device changed since it last read, on top of what stands. */
export function merge(base: IntakeDraft, mine: IntakeDraft, theirs: IntakeDraft): IntakeDraft {
  const pick = <T>(was: T, own: T, other: T): T =>
    JSON.stringify(own) === JSON.stringify(was) ? other : own;
  const intake = Object.fromEntries(
    Object.keys(theirs.intake).map((key) => {
      const field = key as keyof Intake;
      return [field, pick(base.intake[field], mine.intake[field], theirs.intake[field])];
    }),
  ) as Intake;
  return {
    serial: pick(base.serial, mine.serial, theirs.serial),
    configuration: { ...theirs.configuration, ...pick(base.configuration, mine.configuration, {}) },
    complaint: pick(base.complaint, mine.complaint, theirs.complaint),
    place: pick(base.place, mine.place, theirs.place),
    intake,
  };
}
