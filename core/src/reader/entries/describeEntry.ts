import { screwWords } from '../../sequence/screw.ts';
import { mechanismWords } from '../../sequence/describe.ts';
import type { Entry, EntryOf } from './entry.ts';
import { lowerName, partNameOf } from './partName.ts';

/** A piece of an entry as the live reading shows it; `taken` says that it was not typed but taken from context. */
export interface EntryChip {
  readonly label: string;
  readonly value: string;
  readonly taken: boolean;
}

const name = (slug: string | null): string => (slug ? lowerName(partNameOf(slug)) : 'what comes off next');

type Words = { readonly [K in Entry['kind']]: (entry: EntryOf<K>) => string };

const capital = (part: string | null): string => (part ? partNameOf(part) : 'Part');

/** A row a kind: what the strip says of such an entry. */
const words: Words = {
  undo: undoWords,
  lift: ({ part }) => `${partNameOf(part)} off`,
  turn: ({ face }) => `Turn: ${face} up`,
  hold: ({ what, seconds }) => (what === 'wait' ? `Wait ${seconds} s` : `Hold ${what} ${seconds} s`),
  blocked: ({ part, by }) => `Tried ${name(part)}: held by ${name(by)}`,
  requires: ({ part, parts }) => `${partNameOf(part)} needs ${parts.map(name).join(', ')} first`,
  covers: ({ part, parts }) => `${partNameOf(part)} covers ${parts.map(name).join(', ')}`,
  number: ({ part, number, role }) =>
    `${capital(part)}: number ${number}${role === 'fitted' ? '' : ` (${role})`}`,
  measure: (entry) => `${capital(entry.part)}: ${measureWords(entry)}`,
  missing: missingWords,
  stripped: ({ count, part }) => `Stripped: ${count} of ${name(part)}`,
  refit: refitWords,
  seen: seenWords,
  serve: ({ what, part, text }) => `${services[what]}${part ? ` ${name(part)}` : ''}: ${text}`,
  move: ({ part, to }) => `${partNameOf(part)} moves over to the new ${name(to)}`,
  whole: (entry) => `${partNameOf(entry.part)} only together with ${name(entry.with)}`,
  caution: ({ text }) => `Careful: ${text}`,
  check: ({ text }) => `Test: ${text}`,
  note: ({ text }) => text,
};

/** An entry in one line, as the strip shows it: `7 × PH0 M2 × 5 of base cover`. */
export const entryWords = (entry: Entry): string => (words[entry.kind] as (entry: Entry) => string)(entry);

function missingWords({ what, count, part, screw }: EntryOf<'missing'>): string {
  if (what === 'part') return `Missing on arrival: ${count === 1 ? '' : `${count} × `}${name(part)}`;
  const noun = count === 1 ? 'screw' : 'screws';
  const said = ['Missing on arrival:', count, screwWords(screw), noun, part && `of ${name(part)}`];
  return said.filter(Boolean).join(' ');
}

const services = {
  clean: 'Clean',
  reseat: 'Reseat',
  tighten: 'Tighten',
  oil: 'Oil',
  glue: 'Glue',
  renew: 'Renew',
  other: 'Done',
} as const;

function refitWords({ joint, part }: EntryOf<'refit'>): string {
  if (!joint) return `${part ? partNameOf(part) : 'What came off'} back`;
  const { where: _where, hiddenBy: _hiddenBy, ...kind } = joint;
  const words = jointPhrase({ joint: kind, part, verb: 'unscrew' });
  return `Back: ${joint.type === 'connector' ? `plug ${name(part)} in` : words}`;
}

const states = { present: 'Seen', absent: 'Not fitted', left: 'Stays', damaged: 'Damaged' } as const;

function seenWords({ part, state, count, joint, text }: EntryOf<'seen'>): string {
  const what = joint
    ? jointPhrase({ joint, part, verb: 'unscrew' })
    : part
      ? `${count ? `${count} × ` : ''}${name(part)}`
      : text;
  return `${states[state]}: ${what}`;
}

const units = {
  nominalV: 'V',
  measuredV: 'V measured',
  watt: 'W',
  pct: '%',
  capacityMAh: 'mAh',
  energyWh: 'Wh',
  mm: 'mm',
  g: 'g',
  c: '°C',
} as const;

export const measureWords = (entry: EntryOf<'measure'>): string =>
  (Object.keys(units) as (keyof typeof units)[])
    .flatMap((key) => (entry.values[key] === undefined ? [] : `${entry.values[key]} ${units[key]}`))
    .join(' · ');

function undoWords(entry: EntryOf<'undo'>): string {
  const { joint } = entry;
  const where = joint.where ? `, ${joint.where}` : '';
  const hidden = joint.hiddenBy ? `, under the ${name(joint.hiddenBy)}` : '';
  return `${jointPhrase(entry)}${where}${hidden}`;
}

function jointPhrase({ joint, part, verb }: Pick<EntryOf<'undo'>, 'joint' | 'part' | 'verb'>): string {
  const of = part ? ` of ${name(part)}` : '';
  switch (joint.type) {
    case 'screws':
    case 'standoffs': {
      const noun = joint.type === 'standoffs' ? 'standoff' : 'screw';
      const plural = joint.count === 1 ? noun : `${noun}s`;
      const order =
        joint.tighten === 'numbered' ? ', in numbered order' : joint.tighten === 'cross' ? ', crosswise' : '';
      const kind = screwWords(joint.screw);
      return `${joint.count ?? '?'} × ${kind || plural}${kind && joint.type === 'standoffs' ? ` ${plural}` : ''}${of}${order}`;
    }
    case 'connector': {
      const how = joint.mechanism ? mechanismWords[joint.mechanism].name : 'connector';
      const leads = joint.leads?.length ? ` (${joint.leads.join(', ')})` : '';
      return `${verb === 'unlock' ? 'Free' : 'Unplug'} ${name(part)}${leads}, ${how}`;
    }
    default:
      return `${joint.count ? `${joint.count} × ` : ''}${joint.type.charAt(0).toUpperCase()}${joint.type.slice(1)}${of}`;
  }
}

/** The live reading of one entry, piece by piece. */
export function entryChips(entry: Entry): EntryChip[] {
  const taken = (field: 'part' | 'screw' | 'count') => entry.fromContext?.includes(field) ?? false;
  if (entry.kind !== 'undo') return [{ label: labels[entry.kind], value: entryWords(entry), taken: false }];
  const { joint, part } = entry;
  const chips: EntryChip[] = [];
  const noun = joint.type === 'screws' ? (joint.count === 1 ? 'screw' : 'screws') : joint.type;
  const how = joint.mechanism ? `, ${mechanismWords[joint.mechanism].name}` : '';
  chips.push({
    label: entry.verb,
    value: `${joint.count ? `${joint.count} ` : ''}${noun}${how}`,
    taken: false,
  });
  const kind = screwWords(joint.screw);
  if (kind) chips.push({ label: taken('screw') ? 'as last' : 'kind', value: kind, taken: taken('screw') });
  if (part) chips.push({ label: taken('part') ? 'in work' : 'of', value: name(part), taken: taken('part') });
  if (joint.hiddenBy) chips.push({ label: 'hidden by', value: name(joint.hiddenBy), taken: false });
  if (joint.where) chips.push({ label: 'where', value: joint.where, taken: false });
  if (joint.tighten) chips.push({ label: 'order', value: joint.tighten, taken: false });
  return chips;
}

const labels = {
  undo: 'undo',
  lift: 'lift',
  turn: 'turn',
  hold: 'hold',
  blocked: 'blocked',
  requires: 'first',
  covers: 'covers',
  number: 'number',
  measure: 'label',
  missing: 'missing',
  stripped: 'stripped',
  refit: 'back',
  seen: 'seen',
  serve: 'done',
  move: 'moves over',
  whole: 'together',
  caution: 'caution',
  check: 'test',
  note: 'kept as note',
} as const;
