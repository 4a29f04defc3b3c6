import { modelFactsSchema, outlineSchema, unitFactsSchema } from './events.ts';

/*
 * What a person types into a field, held against the schema that the server holds it against: a form says beside the
 * field what the server would say of the whole.
 */

const { label, model: code, serial } = unitFactsSchema.shape;
const { maker, name } = modelFactsSchema.shape;
const fields = { label, code, serial, maker, name };
export type ShopField = keyof typeof fields;

/** What is wrong with a text in a field of the shop, and what would be right; null where nothing is. */
export function fieldFault(field: ShopField, text: string, right: string): string | null {
  const read = fields[field].safeParse(text);
  if (read.success) return null;
  const [issue] = read.error.issues;
  return issue?.code === 'too_big' ? `At most ${issue.maximum} characters` : right;
}

/** How many characters a field takes. */
export const mostCharacters = (field: ShopField): number => Number(fields[field].maxLength);

/** Is it a length that a device on a bench may have, mm? */
export const isDeviceLength = (mm: number): boolean => outlineSchema.shape.width.safeParse(mm).success;
/** The longest, mm. */
export const mostDeviceMm = Number(outlineSchema.shape.width.maxValue);
