import { screwWords } from '../../sequence/screw.ts';
import { mechanismWords } from '../../sequence/describe.ts';
import { unreachable } from '../../result.ts';
import type { Entry, EntryOf } from './entry.ts';
import { lowerName, partNameOf } from './partName.ts';

/** A piece of an entry as the live reading shows it; `taken` says that it was not typed but taken from context. */
export interface EntryChip {
  readonly label: string;
  readonly value: string;
  readonly taken: boolean;
}

const name = (slug: string | null): string => (slug ? lowerName(partNameOf(slug)) : 'what comes off next');

/** An entry in one line, as the strip shows it: `7 × PH0 M2 × 5 of base cover`. */
export function entryWords(entry: Entry): string {
  switch (entry.kind) {
    case 'undo':
      return undoWords(entry);
    case 'lift':
      return `${partNameOf(entry.part)} off`;
    case 'turn':
      return `Turn: ${entry.face} up`;
    case 'hold':
      return entry.what === 'wait' ? `Wait ${entry.seconds} s` : `Hold ${entry.what} ${entry.seconds} s`;
    case 'blocked':
      return `Tried ${name(entry.part)}: held by ${name(entry.by)}`;
    case 'requires':
      return `${partNameOf(entry.part)} needs ${entry.parts.map(name).join(', ')} first`;
    case 'covers':
      return `${partNameOf(entry.part)} covers ${entry.parts.map(name).join(', ')}`;
    case 'number':
      return `${entry.part ? partNameOf(entry.part) : 'Part'}: number ${entry.number}${entry.role === 'fitted' ? '' : ` (${entry.role})`}`;
    case 'measure':
      return `${entry.part ? partNameOf(entry.part) : 'Part'}: ${measureWords(entry)}`;
    case 'missing':
      if (entry.what === 'part')
        return `Missing on arrival: ${entry.count === 1 ? '' : `${entry.count} × `}${name(entry.part)}`;
      return `Missing on arrival: ${entry.count} ${screwWords(entry.screw)} ${entry.count === 1 ? 'screw' : 'screws'}${entry.part ? ` of ${name(entry.part)}` : ''}`.replace(
        / {2,}/g,
        ' ',
      );
    case 'stripped':
      return `Stripped: ${entry.count} of ${name(entry.part)}`;
    case 'refit':
      return refitWords(entry);
    case 'seen':
      return seenWords(entry);
    case 'serve':
      return `${services[entry.what]}${entry.part ? ` ${name(entry.part)}` : ''}: ${entry.text}`;
    case 'move':
      return `${partNameOf(entry.part)} moves over to the new ${name(entry.to)}`;
    case 'whole':
      return `${partNameOf(entry.part)} only together with ${name(entry.with)}`;
    case 'caution':
      return `Careful: ${entry.text}`;
    case 'check':
      return `Test: ${entry.text}`;
    case 'note':
      return entry.text;
    default:
      return unreachable(entry);
  }
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
