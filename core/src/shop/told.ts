import { z } from 'zod';
import { sameDocument } from '../sequence/sameDocument.ts';

/*
 * What somebody says of a thing that has fields: what some of them are to be, and what they were when it was said. Two
 * who speak of different fields do not disturb each other; of one field, the second learns what stands by now.
 */

/** A field by its path, such as `intake.measures.packMm`. */
const path = z
  .string()
  .regex(/^[\w-]+(?:\.[\w -]+)*$/)
  .max(160);
const fields = z.record(path, z.json());

export const toldSchema = z.strictObject({ set: fields, was: fields });
/** Values by path; null: there is none. */
export type Told = z.infer<typeof toldSchema>;
type Json = Told['set'][string];
interface Fields {
  readonly [name: string]: unknown;
}

const isGroup = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Every field with its path; what has fields of its own comes as these. O(size). */
export function fieldsOf(thing: object, before = ''): Map<string, Json> {
  const found = new Map<string, Json>();
  for (const [name, value] of Object.entries(thing as Fields))
    if (isGroup(value)) for (const [at, inner] of fieldsOf(value, `${before}${name}.`)) found.set(at, inner);
    else if (value != null) found.set(`${before}${name}`, value as Json);
  return found;
}

/** What was said, where a thing is to become another; null where nothing changes. */
export function toldBetween(was: object, is: object): Told | null {
  const [before, after] = [fieldsOf(was), fieldsOf(is)];
  const told: Told = { set: {}, was: {} };
  for (const at of new Set([...before.keys(), ...after.keys()])) {
    if (sameDocument(before.get(at) ?? null, after.get(at) ?? null)) continue;
    told.set[at] = after.get(at) ?? null;
    told.was[at] = before.get(at) ?? null;
  }
  return Object.keys(told.set).length > 0 ? told : null;
}

/** The thing as it then is. What it may be is for its own schema to say. */
export function withTold<T extends object>(thing: T, { set }: Pick<Told, 'set'>): T {
  let next: Fields = thing as unknown as Fields;
  for (const [at, value] of Object.entries(set)) next = withField(next, at.split('.'), value);
  return next as unknown as T;
}

function withField(thing: Fields, [name = '', ...inner]: readonly string[], value: Json): Fields {
  if (inner.length > 0) {
    const group = Object.hasOwn(thing, name) ? thing[name] : undefined;
    return { ...thing, [name]: withField(isGroup(group) ? group : {}, inner, value) };
  }
  if (value !== null) return { ...thing, [name]: value };
  return Object.fromEntries(Object.entries(thing).filter(([other]) => other !== name));
}

/** What stands at some fields now; null: nothing. */
export function standingAt(stands: object, paths: readonly string[]): Told['set'] {
  const now = fieldsOf(stands);
  return Object.fromEntries(paths.map((at) => [at, now.get(at) ?? null]));
}

/** The fields that stand neither as they were when it was said nor as they are to be, by path. */
export function disputedFields(stands: object, { set, was }: Told): string[] {
  return Object.entries(standingAt(stands, Object.keys(set)))
    .filter(([at, value]) => !sameDocument(value, was[at] ?? null) && !sameDocument(value, set[at]))
    .map(([at]) => at);
}

/** What takes it back, as long as nobody has said something else meanwhile. */
export const takenBack = ({ set, was }: Told): Told => ({ set: was, was: set });
