import { partNameOf, standingAt, type ShopEvent } from '@bemtor/core';

/** What was said of the shop, in words; `labelOf` names a unit. */
export function shopWords(event: ShopEvent, labelOf: (unit: string) => string): string {
  switch (event.kind) {
    case 'unit-arrived':
      return `${event.label} arrives, a ${event.model}`;
    case 'unit-told':
      return `${labelOf(event.unit)}: ${fieldWords(event.set)}`;
    case 'model-made':
      return `New model: ${event.maker} ${event.name}, ${event.code}`;
    case 'model-told':
      return `${event.model}: ${fieldWords(event.set)}`;
    case 'revision-published':
      return `The sequence of ${event.model}, after revision ${event.follows}`;
    case 'revision-told':
      return `Revision ${event.number} of ${event.model} ${event.withdrawn ? 'is taken back' : 'stands again'}`;
    case 'act-pictured':
      return `A photo of ${event.model}${event.removed ? ' is taken away' : ''}`;
    case 'schools-told':
      return `How the shop works: ${fieldWords(event.set)}`;
    case 'unit-forgotten':
      return `${labelOf(event.unit)}: what is its owner’s is forgotten`;
    case 'forgetting-told':
      return `Forgetting: ${fieldWords(event.set)}`;
    case 'copying-told':
      return `Copies of everything: ${fieldWords(event.set)}`;
    case 'word-told':
      return event.means === null
        ? `“${event.word}” is no word of the shop`
        : `“${event.word}” means “${event.means}”`;
    case 'want-added':
      return `Wanted: ${event.quantity} × ${event.number}`;
    case 'want-told':
      return `A line of the shopping list: ${event.state}`;
    case 'stock-counted':
      return `${event.number}: ${event.onHand} on hand, ${event.ordered} ordered`;
    case 'technician-renamed':
      return `${event.from} is ${event.to}`;
  }
}

/** Names of fields whose paths say too little. */
const fieldNames: Readonly<Record<string, string>> = {
  ...{ complaint: 'the owner’s words', place: 'where it lies', label: 'ticket', left: 'handed back' },
  ...{ mergedInto: 'another spelling of', 'intake.marks': 'marks', 'intake.symptoms': 'signs' },
  ...{ 'intake.after': 'since', 'intake.powered': 'powered', 'intake.notes': 'notes' },
  ...{ outlineMm: 'size in mm', grounds: 'photos under the outline' },
};

/** Fields with their values, such as `ticket SK-0417, notes “spilled on”`. */
export function fieldWords(fields: Readonly<Record<string, unknown>>): string {
  return Object.entries(fields)
    .map(([at, value]) => `${fieldNames[at] ?? lastName(at)} ${valueWords(value)}`)
    .join(', ');
}
const lastName = (at: string): string =>
  partNameOf(at.split('.').at(-1) ?? at)
    .replace(/[A-Z]/g, (letter) => ` ${letter}`)
    .trim()
    .toLowerCase();

function valueWords(value: unknown): string {
  if (value === null || value === '') return 'not known';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (!Array.isArray(value)) return `“${typeof value === 'object' ? sizeWords(value) : String(value)}”`;
  const words = value.map((one) => (typeof one === 'object' ? itemName(one as object) : String(one)));
  return words.length === 0 ? 'none' : `“${words.join(', ')}”`;
}

/** Of what is measured, its figures: `322 × 218`. */
const sizeWords = (value: object): string =>
  Object.values(value)
    .filter((one) => one !== null)
    .join(' × ');
/** A mark says its kind, an option its label, a photo its side. */
function itemName(item: object): string {
  const { kind, label, face } = item as Readonly<Record<string, unknown>>;
  return String(kind ?? label ?? face ?? 'one');
}

/** What stands in the place of what was said, in words; null where nothing was set there by others. */
export function standsWords(event: ShopEvent, stands: unknown): string | null {
  if (event.kind === 'word-told') return stands === null ? 'no word' : `“${String(stands)}”`;
  if (!('set' in event) || typeof stands !== 'object' || stands === null) return null;
  return fieldWords(standingAt(stands, Object.keys(event.set)));
}
