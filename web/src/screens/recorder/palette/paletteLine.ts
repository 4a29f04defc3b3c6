import { lowerName, screwWords, type Screw } from '@bemtor/core';

/** What the palette holds between taps. */
export interface PaletteState {
  readonly part: string | null;
  readonly partName: string;
  readonly under: string | null;
}

/** An act that needs no count: what is written for it. `{part}` is the part in work. */
export interface PaletteAct {
  readonly key: string;
  readonly label: string;
  readonly line: string;
  /** Acts that are said of no part. */
  readonly free?: boolean;
}

export const paletteActs: readonly PaletteAct[] = [
  { key: 'unplug', label: 'Unplug', line: 'unplug {part}' },
  { key: 'flip', label: 'Flip-lock', line: '{part} ribbon flip-lock' },
  { key: 'slide-lock', label: 'Slide-lock', line: '{part} ribbon slide-lock' },
  { key: 'press-on', label: 'Press-on', line: '{part} press-on' },
  { key: 'coax', label: 'Coax', line: '{part} coax' },
  { key: 'pry', label: 'Pry clips', line: 'pry {part}' },
  { key: 'peel', label: 'Peel tape', line: 'peel tape of {part}' },
  { key: 'stretch', label: 'Stretch tape', line: '{part} stretch tape' },
  { key: 'slide', label: 'Slide', line: 'slide {part}' },
  { key: 'off', label: 'Off', line: '{part} off' },
  { key: 'missing', label: '1 screw missing', line: 'missing: 1 {part} screw' },
  { key: 'stripped', label: '1 screw stripped', line: 'stripped 1 {part} screw' },
  { key: 'turn', label: 'Turn over', line: 'turn over', free: true },
  { key: 'hold', label: 'Hold power 15 s', line: 'hold power 15 s', free: true },
];

/** The bench line that two or three taps stand for: the palette types, so that there is one way in. */
export function actLine(act: PaletteAct, { partName }: PaletteState): string {
  return act.line.replace('{part}', lowerName(partName));
}

export function screwLine(count: number, screw: Screw, { part, partName, under }: PaletteState): string {
  const kind = screwWords(screw).replace(' × ', 'x');
  const of = part ? `${lowerName(partName)} ` : '';
  const hidden = under ? ` under ${lowerName(under)}` : '';
  return `${of}${count} ${kind || 'screws'}${hidden}`;
}

export const drives = [
  'PH000',
  'PH00',
  'PH0',
  'PH1',
  'PH2',
  'JIS0',
  'T3',
  'T5',
  'T6',
  'T8',
  'T10',
  'P2',
  'P5',
] as const;
export const threads = ['M1.2', 'M1.4', 'M1.6', 'M2', 'M2.5', 'M3', 'M4'] as const;
export const lengths = [2, 2.5, 3, 3.5, 4, 5, 6, 8, 10, 12] as const;
export const counts = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12] as const;

const families: readonly (readonly [prefix: string, drive: NonNullable<Screw['drive']>])[] = [
  ['PH', 'PH'],
  ['JIS', 'JIS'],
  ['T', 'T'],
  ['P', 'P'],
];

export const screwOfSize = (size: string): Screw => ({
  drive: families.find(([prefix]) => size.startsWith(prefix))?.[1] ?? null,
  size,
});
