import type { Drive, Screw } from '../../sequence/screw.ts';
import type { JointType, Mechanism } from '../../sequence/schema.ts';

/*
 * The words of the bench other than parts: one line a meaning, `others` separated by commas.
 * Common practice, no source.
 */

export const jointWordList: readonly (readonly [type: JointType, singular: string, plural: string])[] = [
  ['screws', 'screw, bolt', 'screws, bolts, scr'],
  ['standoffs', 'standoff, nut', 'standoffs, nuts, spacers'],
  [
    'connector',
    'connector, conn, cable, ribbon, flex, ffc, fpc',
    'connectors, cables, ribbons, flexes, wires, leads',
  ],
  ['clips', 'clip, snap', 'clips, snaps, catches'],
  [
    'tape',
    'tape, strip, strip of tape, adhesive strip, sticker, flap',
    'tapes, strips, adhesive strips, stickers, flaps',
  ],
  [
    'stretch-tape',
    'stretch release, stretch tape, stretch strip, pull strip',
    'stretch strips, stretch release strips, pull strips, stretch tapes',
  ],
  ['adhesive', 'glue, adhesive, glued', 'double sided tape, double sided'],
  ['rivets', 'rivet, stake', 'rivets, stakes, plastic stakes, riveted'],
  ['latch', 'latch, catch', 'latches'],
  ['pegs', 'peg, hook', 'pegs, hooks'],
  ['slide', 'rail tab', 'rail tabs, tabs'],
  ['solder', 'solder joint', 'solder joints, soldered'],
];

export const mechanismWordList: readonly (readonly [mechanism: Mechanism, words: string])[] = [
  ['plug', 'plug, wings, side to side, friction plug, wire plug'],
  ['flip-lock', 'flip lock, flip, flip up, flip bar, fliplock, flip latch'],
  ['slide-lock', 'slide lock, slidelock, slide bar'],
  ['press-on', 'press on, pop off, board to board, snap on, press fit'],
  ['coax', 'coax, coaxial, snap coax'],
  ['slide-cover', 'slide cover, sliding cover, metal cover'],
  ['pull-tab', 'pull tab, pulltab, tab pull'],
  ['lever', 'lever, swing lever'],
  ['drive-ribbon', 'drive ribbon, glued ribbon'],
];

/** What a verb says by itself; `remove` lifts a part but only undoes a joint that is named with it. */
export type Act =
  'lift' | 'remove' | 'unscrew' | 'loosen' | 'unplug' | 'unlock' | 'pry' | 'peel' | 'slide' | 'unclip';

export const verbWordList: readonly (readonly [act: Act, words: string])[] = [
  [
    'lift',
    'off, out, lift, lift off, lift out, comes off, comes out, away, lifted, up and out, take off, take out, came off, came out',
  ],
  ['remove', 'remove, undo, removed, rem'],
  ['unscrew', 'unscrew, unscrewed'],
  ['loosen', 'loosen, loosened, loose'],
  ['unplug', 'unplug, unplugged, disconnect, disconnected, disco, pull plug'],
  ['unlock', 'unlock, unlatch, open lock'],
  ['pry', 'pry, prise, prize, pry off, pry open, pop'],
  ['peel', 'peel, peel off, pull off, unstick, peeled'],
  ['slide', 'slide, slide off, slide out, slid'],
  ['unclip', 'unclip, unsnap, unclipped'],
];

export const screwPropertyList: readonly (readonly [property: Partial<Screw>, words: string])[] = [
  [{ captive: true }, 'captive, capt, captives, stay in'],
  [{ sprung: true }, 'sprung, spring, spring loaded, springs'],
  [{ shouldered: true }, 'shouldered, shoulder'],
  [{ head: 'pan' }, 'pan head, pan'],
  [{ head: 'flat' }, 'flat head, flat, countersunk'],
  [{ head: 'wafer' }, 'wafer head, wafer, broad head'],
];

export const driveWordList: readonly (readonly [drive: Drive, words: string])[] = [
  ['PH', 'ph, cross, cross recess, crosshead'],
  ['JIS', 'jis, japanese cross'],
  ['T', 'six lobe, sixlobe, star'],
  ['P', 'five lobe, fivelobe, penta lobe, pentalobe'],
  ['slot', 'slot, slotted'],
  ['Y', 'three wing, tri wing, triwing, y type'],
  ['hex', 'hex, hex socket, allen, hexagon'],
];

/** Prefixes that stand before a size in figures: PH00, JIS0, T5, P5, Y0, H1.5. */
export const drivePrefixes: Readonly<Record<string, Drive>> = {
  ph: 'PH',
  jis: 'JIS',
  t: 'T',
  p: 'P',
  pl: 'P',
  y: 'Y',
  h: 'hex',
  sl: 'slot',
};

export const tightenWordList = [
  ['numbered', 'numbered, in order, by number, by numbers, marked order'],
  ['cross', 'crosswise, cross wise, cross pattern'],
] as const;

export const unitWords: Readonly<
  Record<string, 'mm' | 'V' | 'mAh' | 'Wh' | 'g' | 'c' | 's' | 'min' | 'deg'>
> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  v: 'V',
  volt: 'V',
  volts: 'V',
  mah: 'mAh',
  wh: 'Wh',
  g: 'g',
  gram: 'g',
  grams: 'g',
  c: 'c',
  s: 's',
  sec: 's',
  secs: 's',
  second: 's',
  seconds: 's',
  min: 'min',
  minute: 'min',
  minutes: 'min',
  deg: 'deg',
  degrees: 'deg',
};

export const numberWords: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
  twenty: 20,
  thirty: 30,
  pair: 2,
  single: 1,
};

export const placeWords =
  'hinge edge, hinge side, rear corners, front corners, corners, corner, rear corner, rear, front, edge, front edge, rear edge, ' +
  'middle, centre, center, bottom, top, left side, right side, left edge, right edge, rear edge, both sides, near hinge, upper, lower, inner, outer, side';

export const sideWords = { left: 'left, l, lh, left hand', right: 'right, r, rh, right hand' } as const;
export const leadWords = 'main, aux, auxiliary, black, white, grey, gray';
export const hidingWords = 'under, underneath, beneath, behind, below, hidden by, hidden under';
export const ofWords = 'of, from, on, in, at, for, to, with, around, along, over, into, through';
export const sameWords = 'same, all same, all the same, same again, ditto, the same, same as before';
export const moreWords = 'one more, another, 1 more, one other';
export const fillerWords =
  'the, a, an, its, it is, is, are, was, there, now, all, each, then i, my, this, that, these, those, also, just, still, straight up, ' +
  'straight, up, only, holding, hold down, holds down, secure, secures, securing, please, ok, okay, so, wide, evenly, gently, at once, together, first';
export const itWords = 'it, them';
export const joinWords = 'and, plus';
export const thenWords = 'then, and then, next, after that';
export const missingWords = 'missing, absent, gone, not there';
export const strippedWords = 'stripped, worn, rounded, rounded out, chewed';
export const blockedWords =
  "won't come, wont come, will not come, won't lift, wont lift, won't move, wont move, won't budge, doesn't come, does not come, " +
  'blocked, blocked by, stuck, held by, held, caught by, hangs on';
export const holdsItWords =
  'holds it, holding it, in the way, blocks it, stops it, is stopping it, catches it, holds, blocks';
export const needsWords = 'needs, need, requires, require, wants, only after, comes after';
export const coversWords = 'covers, cover up, hides, sits over, is over, lies over';
export const holdWords = 'hold, press and hold, keep pressed';
export const waitWords = 'wait, leave';
export const holdWhat: Readonly<Record<string, string>> = {
  power: 'power button',
  'power button': 'power button',
  'power key': 'power button',
  pwr: 'power button',
};
export const turnWords = {
  over: 'turn over, flip over, turn it over, flip it over, turn round, other side up, turn',
  top: 'lid up, top up, face up, turn to top, right way up, top side up',
  bottom: 'bottom up, face down, upside down, base up, turn to bottom, bottom side up, lid down',
} as const;
export const numberLeadWords = 'p n, pn, part number, part no, number, no';
export const roleWords = {
  replacement: 'replacement, new, replace with',
  alternate: 'alternate, alt, or',
  label: 'label, labelled',
} as const;

/** Openings of a line whose rest is taken as it stands. */
export const freeTextOpeners = {
  check: ['test', 'check', 'verify'],
  caution: ['careful', 'caution', 'danger', 'beware', 'mind', 'warning'],
  note: ['note', 'nb', 'remark'],
} as const;
