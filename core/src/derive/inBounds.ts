/*
 * A recording is a log of what people said, and holds more than a document does: a remark of a paragraph, twenty
 * remarks on one part, a count of hundreds. What does not fit is cut where words end, or is not known; nothing that
 * anybody types keeps the rest from being derived. The bounds are those of the document's schema.
 */
const bounds = { note: 600, caution: 300, check: 300, where: 120, id: 72, count: 200, seconds: 86_400 };
const cutMark = ' …';

function cut(text: string, most: number): string {
  if (text.length <= most) return text;
  const room = text.slice(0, most - cutMark.length);
  const end = room.lastIndexOf(' ');
  return `${room.slice(0, end > 0 ? end : undefined)}${cutMark}`;
}

export const fitNote = (text: string): string => cut(text, bounds.note);
export const fitCaution = (text: string): string => cut(text, bounds.caution);
export const fitCheck = (text: string): string => cut(text, bounds.check);
export const fitWhere = (text: string): string => cut(text, bounds.where);
/** An id with room for the prefix of its joint. */
export const fitId = (id: string): string => id.slice(0, bounds.id).replace(/-+$/, '');
/** A count that no group has is none. */
export const fitCount = (count: number | null): number | null =>
  count !== null && count > 0 && count <= bounds.count ? count : null;
export const fitSeconds = (seconds: number): number => Math.min(seconds, bounds.seconds);
