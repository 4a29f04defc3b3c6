import type { LineContext } from './context.ts';
import type { Entry } from './entry.ts';
import { applySideTo, canHaveSide } from './sides.ts';
import type { NumberRole } from '../sequence/schema.ts';
import { holdWhat } from './lexicon/words.ts';
import type { Term, TermOf } from './terms.ts';

/** What a construction makes of a stretch of terms, before the fields that every entry has are added. */
export type Draft = Entry extends infer E
  ? E extends Entry
    ? Omit<E, 'text' | 'at' | 'confidence' | 'fromContext'>
    : never
  : never;

/** A construction answers with drafts, or null where it does not apply. */
type Construction = (terms: readonly Term[], context: LineContext) => Draft[] | null;

const find = <K extends Term['kind']>(terms: readonly Term[], kind: K): TermOf<K> | undefined =>
  terms.find((term): term is TermOf<K> => term.kind === kind);

const has = (terms: readonly Term[], kind: Term['kind']): boolean => terms.some((term) => term.kind === kind);

/** Parts in order, each with the side named next to it. */
function partsIn(terms: readonly Term[]): string[] {
  const parts: string[] = [];
  let side: 'left' | 'right' | null = null;
  for (const term of terms) {
    if (term.kind === 'part') {
      parts.push(side ? applySideTo(term.part, side) : term.part);
      side = null;
    } else if (term.kind === 'side') {
      const last = parts[parts.length - 1];
      if (last !== undefined && canHaveSide(last)) parts[parts.length - 1] = applySideTo(last, term.side);
      else side = term.side;
    }
  }
  return [...new Set(parts)];
}

/** `fan needs cover and battery first`. */
const requires: Construction = (terms) =>
  splitAt(terms, 'needs', (part, parts) => [{ kind: 'requires', part, parts }]);

/** `remove battery before fan`, `before the fan: cover, battery`. */
const before: Construction = (terms) => {
  const at = terms.findIndex((term) => term.kind === 'before');
  if (at < 0) return null;
  const earlier = partsIn(terms.slice(0, at));
  const [part, ...others] = partsIn(terms.slice(at));
  const parts = earlier.length > 0 ? earlier : others;
  return part && parts.length > 0 && !has(terms, 'count') ? [{ kind: 'requires', part, parts }] : null;
};

/** `fan after heatsink`. */
const after: Construction = (terms) => {
  const at = terms.findIndex((term) => term.kind === 'after');
  const [part] = partsIn(terms.slice(0, Math.max(0, at)));
  const parts = partsIn(terms.slice(Math.max(0, at)));
  return at > 0 && part && parts.length > 0 && !has(terms, 'count')
    ? [{ kind: 'requires', part, parts }]
    : null;
};

/** `drive shield covers battery screw`. */
const covers: Construction = (terms) =>
  splitAt(terms, 'covers', (part, parts) => [{ kind: 'covers', part, parts }]);

function splitAt(
  terms: readonly Term[],
  kind: 'needs' | 'covers',
  draft: (part: string, parts: string[]) => Draft[],
): Draft[] | null {
  const at = terms.findIndex((term) => term.kind === kind);
  if (at < 0) return null;
  const [part] = partsIn(terms.slice(0, at));
  const parts = partsIn(terms.slice(at)).filter((other) => other !== part);
  return part && parts.length > 0 ? draft(part, parts) : null;
}

/** What holds a part where only its kind is said: "blocked by a cable". */
function holderOf(terms: readonly Term[]): string | null {
  const type = find(terms, 'joint')?.type;
  return type === 'connector'
    ? 'cable'
    : type === 'tape' || type === 'adhesive' || type === 'clips'
      ? type
      : null;
}

/** `board won't come: usb bracket holds it`, `fan blocked by heatsink`. */
const blocked: Construction = (terms) => {
  if (!has(terms, 'blocked') && !has(terms, 'holds-it')) return null;
  const parts = partsIn(terms);
  const [first, named] = parts;
  const second = named ?? holderOf(terms);
  if (!first || !second) return null;
  // "usb bracket holds board": without the part that would not come named first, the holder leads.
  return has(terms, 'blocked')
    ? [{ kind: 'blocked', part: first, by: second }]
    : [{ kind: 'blocked', part: second, by: first }];
};

const counted = (terms: readonly Term[]): number => find(terms, 'count')?.count ?? 1;

/** `antenna under the drive`: two parts and nothing that was done. */
const under: Construction = (terms) => {
  const at = terms.findIndex((term) => term.kind === 'hiding');
  if (
    at < 0 ||
    !terms.every((term) => ['part', 'side', 'hiding', 'filler', 'comma', 'colon', 'of'].includes(term.kind))
  )
    return null;
  const parts = partsIn(terms.slice(0, at));
  const [part] = partsIn(terms.slice(at));
  return part && parts.length > 0 ? [{ kind: 'covers', part, parts }] : null;
};

/** `missing: 1 base cover screw`. */
const missing: Construction = (terms, context) => {
  if (!has(terms, 'missing')) return null;
  const screw = screwIn(terms);
  const part = partsIn(terms)[0] ?? context.part;
  if (!part && !screw && !has(terms, 'joint')) return null;
  return [{ kind: 'missing', count: counted(terms), part, screw }];
};

/** `stripped 1 hinge screw left`. */
const stripped: Construction = (terms, context) =>
  has(terms, 'stripped')
    ? [{ kind: 'stripped', count: counted(terms), part: partsIn(terms)[0] ?? context.part }]
    : null;

function screwIn(terms: readonly Term[]) {
  const drive = find(terms, 'drive');
  const thread = find(terms, 'thread');
  if (!drive && !thread) return null;
  return {
    ...(drive ? { drive: drive.drive, ...(drive.size ? { size: drive.size } : {}) } : {}),
    ...(thread ? { thread: thread.thread, ...(thread.lengthMm ? { lengthMm: thread.lengthMm } : {}) } : {}),
  };
}

/** `turn over`, `bottom up`. */
const turn: Construction = (terms, context) => {
  const found = find(terms, 'turn');
  if (!found) return null;
  return [
    { kind: 'turn', face: found.face === 'over' ? (context.face === 'top' ? 'bottom' : 'top') : found.face },
  ];
};

/** `hold power 15 s`, `wait 30 seconds`. */
const hold: Construction = (terms) => {
  const lead = terms.find((term) => term.kind === 'hold' || term.kind === 'wait');
  const time = terms.find(
    (term): term is TermOf<'measure'> =>
      term.kind === 'measure' && (term.unit === 's' || term.unit === 'min'),
  );
  if (!lead || !time || time.value <= 0) return null;
  const what = find(terms, 'what')?.what ?? (lead.kind === 'wait' ? 'wait' : holdWhat['power']);
  return [
    { kind: 'hold', seconds: time.value * (time.unit === 'min' ? 60 : 1), what: what ?? 'power button' },
  ];
};

const measureFields = {
  V: 'nominalV',
  mAh: 'capacityMAh',
  Wh: 'energyWh',
  mm: 'mm',
  g: 'g',
  c: 'c',
} as const;

/** Numbers with their roles: a role counts for the number behind it; behind the last one, for that. */
function numbersIn(terms: readonly Term[]): { code: string; role: NumberRole }[] {
  const numbers: { code: string; role: NumberRole }[] = [];
  let role: NumberRole | null = null;
  for (const term of terms) {
    if (term.kind === 'role') role = term.role;
    if (term.kind !== 'code') continue;
    numbers.push({ code: term.code, role: role ?? 'fitted' });
    role = null;
  }
  const last = numbers[numbers.length - 1];
  if (last && role) last.role = role;
  return numbers;
}

/** `battery TB-4471 11.55V 4100mAh 47.4Wh`, `fan p/n TF-220-C`. */
const label: Construction = (terms, context) => {
  const codes = terms.filter((term): term is TermOf<'code'> => term.kind === 'code');
  const values: Record<string, number> = {};
  const labels = terms.some(
    (term) => term.kind === 'measure' && ['V', 'mAh', 'Wh', 'g', 'c'].includes(term.unit),
  );
  const screws = terms.some(
    (term) =>
      term.kind === 'drive' || term.kind === 'thread' || term.kind === 'joint' || term.kind === 'count',
  );
  for (const term of terms) {
    if (term.kind !== 'measure' || !(term.unit in measureFields)) continue;
    // A bare length says what a part measures only where no screw is talked about.
    if (term.unit === 'mm' && (screws || has(terms, 'verb'))) continue;
    values[measureFields[term.unit as keyof typeof measureFields]] = term.value;
  }
  if (codes.length === 0 && !labels && Object.keys(values).length === 0) return null;
  if (Object.keys(values).length === 0 && codes.length === 0) return null;
  const part = partsIn(terms)[0] ?? context.part;
  const drafts: Draft[] = numbersIn(terms).map(({ code, role }) => ({
    kind: 'number',
    part,
    number: code,
    role,
  }));
  if (Object.keys(values).length > 0) drafts.push({ kind: 'measure', part, values });
  return drafts;
};

/** `battery swollen`: shown at once and at the step, whatever else is said. */
const danger: Construction = (terms) => (has(terms, 'danger') ? [{ kind: 'caution' }] : null);

/** Tried in this order; each says in one line what it reads. */
export const constructions: readonly Construction[] = [
  danger,
  requires,
  before,
  after,
  blocked,
  missing,
  stripped,
  covers,
  under,
  hold,
  turn,
  label,
];
