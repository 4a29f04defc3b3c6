import { threadWords, type Screw } from '../../sequence/screw.ts';
import { unreachable } from '../../result.ts';
import type { Entry, EntryOf } from './entry.ts';
import { lowerName, partNameOf } from './partName.ts';

const name = (slug: string): string => lowerName(partNameOf(slug));

const jointNouns: Readonly<Record<EntryOf<'undo'>['joint']['type'], string>> = {
  screws: 'screws',
  standoffs: 'standoffs',
  connector: 'connector',
  clips: 'clips',
  adhesive: 'adhesive',
  tape: 'tape',
  'stretch-tape': 'stretch tape',
  rivets: 'rivets',
  latch: 'latch',
  pegs: 'pegs',
  slide: 'rail tabs',
  foot: 'glue',
  solder: 'solder joints',
  routing: 'guides',
};

/**
 * An entry written back as a bench line that reads as the same entry: what a corrected line starts from.
 * An act whose part is not known can only be read back without one.
 */
export function writeLine(entry: Entry): string {
  switch (entry.kind) {
    case 'undo':
      return writeUndo(entry);
    case 'lift':
      return `${name(entry.part)} off`;
    case 'turn':
      return entry.face === 'top' ? 'lid up' : 'bottom up';
    case 'hold':
      return entry.what === 'wait' ? `wait ${entry.seconds} s` : `hold power ${entry.seconds} s`;
    case 'blocked':
      return `${name(entry.part)} blocked by ${name(entry.by)}`;
    case 'requires':
      return `${name(entry.part)} needs ${entry.parts.map(name).join(' and ')} first`;
    case 'covers':
      return `${name(entry.part)} covers ${entry.parts.map(name).join(' and ')}`;
    case 'number':
      return `${entry.part ? name(entry.part) : ''} p/n ${entry.role === 'fitted' ? '' : `${entry.role} `}${entry.number}`.trim();
    case 'measure':
      return `${entry.part ? name(entry.part) : ''} ${writeValues(entry.values)}`.trim();
    case 'missing':
      if (entry.what === 'part')
        return `${entry.count === 1 ? '' : `${entry.count} `}${entry.part ? name(entry.part) : 'part'} missing`;
      return `missing: ${entry.count} ${entry.part ? name(entry.part) : ''} screw ${writeScrew(entry.screw)}`
        .replace(/ {2,}/g, ' ')
        .trim();
    case 'stripped':
      return `stripped ${entry.count} ${entry.part ? name(entry.part) : ''} screw`.replace(/ {2,}/g, ' ');
    case 'refit':
      return writeRefit(entry);
    case 'seen':
    case 'serve':
      return entry.text;
    case 'move':
      return `${name(entry.part)} moves over to new ${name(entry.to)}`;
    case 'whole':
      return `${name(entry.part)} only together with ${name(entry.with)}`;
    case 'caution':
      return `careful: ${entry.text}`;
    case 'check':
      return `test: ${entry.text}`;
    case 'note':
      return `note: ${entry.text}`;
    default:
      return unreachable(entry);
  }
}

function writeRefit({ part, joint }: EntryOf<'refit'>): string {
  if (!joint) return `${part ? name(part) : 'it'} back on`;
  const noun =
    joint.type === 'connector'
      ? 'plug'
      : joint.count === 1 && joint.type === 'screws'
        ? 'screw'
        : jointNouns[joint.type];
  return [part && name(part), joint.count, writeScrew(joint.screw), noun, 'back in']
    .filter(Boolean)
    .join(' ');
}

function writeScrew(screw: Screw | null | undefined): string {
  if (!screw) return '';
  const flags = [screw.captive && 'captive', screw.sprung && 'sprung', screw.shouldered && 'shouldered'];
  const drive =
    screw.size ??
    (screw.drive
      ? screw.drive
          .toLowerCase()
          .replace(/^t$/, 'six lobe')
          .replace(/^p$/, 'five lobe')
          .replace(/^y$/, 'three wing')
      : null);
  return [drive, threadWords(screw), screw.head && `${screw.head} head`, ...flags].filter(Boolean).join(' ');
}

function writeUndo({ joint, part, verb }: EntryOf<'undo'>): string {
  const noun = joint.type === 'screws' && joint.count === 1 ? 'screw' : jointNouns[joint.type];
  const how = joint.mechanism?.replace('-', ' ') ?? '';
  const lead =
    verb === 'pry' || verb === 'peel' || verb === 'slide' || verb === 'unclip' || verb === 'loosen'
      ? verb
      : '';
  const words = [
    part && name(part),
    lead,
    joint.count ?? (joint.type === 'screws' ? '?' : null),
    writeScrew(joint.screw),
    joint.type === 'connector' && how ? how : noun,
    joint.leads?.join(' '),
    joint.where,
    joint.tighten && joint.tighten !== 'any'
      ? joint.tighten === 'cross'
        ? 'crosswise'
        : joint.tighten
      : null,
    joint.hiddenBy && `under ${name(joint.hiddenBy)}`,
  ];
  return words.filter(Boolean).join(' ');
}

function writeValues(values: EntryOf<'measure'>['values']): string {
  const parts: (string | undefined)[] = [
    values.nominalV === undefined ? undefined : `${values.nominalV}V`,
    values.capacityMAh === undefined ? undefined : `${values.capacityMAh}mAh`,
    values.energyWh === undefined ? undefined : `${values.energyWh}Wh`,
    values.mm === undefined ? undefined : `${values.mm} mm`,
    values.g === undefined ? undefined : `${values.g} g`,
    values.c === undefined ? undefined : `${values.c} °C`,
    values.measuredV === undefined ? undefined : `meter reads ${values.measuredV}V`,
    values.watt === undefined ? undefined : `${values.watt} W`,
    values.pct === undefined ? undefined : `${values.pct} percent`,
  ];
  return parts.filter(Boolean).join(' ');
}
