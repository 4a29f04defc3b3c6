import { z } from 'zod';
import type { ShopEventOf } from './events.ts';
import type { Told } from './told.ts';

/** When units that were handed back are forgotten by themselves; null: never. */
export const forgettingSchema = z.strictObject({
  afterDays: z.int().min(30).max(3_650).nullable().default(null),
});
export type Forgetting = z.infer<typeof forgettingSchema>;
export const defaultForgetting: Forgetting = Object.freeze(forgettingSchema.parse({}));

/** What of a unit is its owner's own, by path: their words, what makes the device theirs, and what was noted of them. */
export const ownersFields = ['complaint', 'serial', 'intake.notes'] as const;

const isOwners = (path: string): boolean => ownersFields.some((field) => field === path);

/** Values by path without what is the owner's; what they are part of goes as a whole. */
const without = (fields: Told['set']): Told['set'] =>
  Object.fromEntries(
    Object.entries(fields).map(([path, value]) => {
      if (value === null) return [path, value];
      if (isOwners(path)) return [path, ''];
      // Told as a whole, it is forgotten as a whole.
      return [path, ownersFields.some((field) => field.startsWith(`${path}.`)) ? {} : value];
    }),
  );

/** What was said of a unit, as far as it may be kept once the unit is forgotten. */
export const forgottenEvent = (event: ShopEventOf<'unit-told'>): ShopEventOf<'unit-told'> => ({
  ...event,
  set: without(event.set),
  was: without(event.was),
});
