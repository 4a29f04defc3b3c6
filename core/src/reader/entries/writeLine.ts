import { threadWords, type Screw } from '../../sequence/screw.ts';
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

type Lines = { readonly [K in Entry['kind']]: (entry: EntryOf<K>) => string };

const spaced = (...words: readonly (string | number | null | undefined)[]): string =>
  words.filter((word) => word != null && word !== '').join(' ');
const nameOr = (part: string | null, otherwise = ''): string => (part ? name(part) : otherwise);

/** A row a kind: the line that reads as such an entry. */
const lines: Lines = {
  undo: writeUndo,
  lift: ({ part }) => `${name(part)} off`,
  turn: ({ face }) => (face === 'top' ? 'lid up' : 'bottom up'),
  hold: ({ what, seconds }) => (what === 'wait' ? `wait ${seconds} s` : `hold power ${seconds} s`),
  blocked: ({ part, by }) => `${name(part)} blocked by ${name(by)}`,
  requires: ({ part, parts }) => `${name(part)} needs ${parts.map(name).join(' and ')} first`,
  covers: ({ part, parts }) => `${name(part)} covers ${parts.map(name).join(' and ')}`,
  number: ({ part, role, number }) => spaced(nameOr(part), 'p/n', role === 'fitted' ? '' : role, number),
  measure: ({ part, values }) => spaced(nameOr(part), writeValues(values)),
  missing: ({ what, count, part, screw }) =>
    what === 'part'
      ? spaced(count === 1 ? '' : count, nameOr(part, 'part'), 'missing')
      : spaced('missing:', count, nameOr(part), 'screw', writeScrew(screw)),
  stripped: ({ count, part }) => spaced('stripped', count, nameOr(part), 'screw'),
  refit: writeRefit,
  seen: ({ text }) => text,
  serve: ({ text }) => text,
  move: ({ part, to }) => `${name(part)} moves over to new ${name(to)}`,
  whole: (entry) => `${name(entry.part)} only together with ${name(entry.with)}`,
  caution: ({ text }) => `careful: ${text}`,
  check: ({ text }) => `test: ${text}`,
  note: ({ text }) => `note: ${text}`,
};

/**
 * An entry written back as a bench line that reads as the same entry: what a corrected line starts from.
 * An act whose part is not known can only be read back without one.
 */
export const writeLine = (entry: Entry): string => (lines[entry.kind] as (entry: Entry) => string)(entry);

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
