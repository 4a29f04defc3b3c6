import type { Drive, Screw } from '../../sequence/screw.ts';
import type { JointType, Mechanism } from '../../sequence/schema.ts';
import type { Meaning } from '../terms.ts';

/*
 * The words of the bench other than parts: one line a meaning, `others` separated by commas.
 * Common practice, no source.
 */

export const jointWordList: readonly (readonly [type: JointType, singular: string, plural: string])[] = [
  [
    'screws',
    'screw, bolt, thumbscrew, thumb screw',
    'screws, bolts, scr, thumbscrews, thumb screws, fasteners',
  ],
  ['standoffs', 'standoff, nut, spacer', 'standoffs, nuts, spacers'],
  [
    'connector',
    'connector, conn, cable, ribbon, flex, ffc, fpc, zif, wire, lead, ribbon cable, flat cable, flex cable, zif connector, socket',
    'connectors, cables, ribbons, flexes, wires, leads, ribbon cables, flat cables, flex cables, plugs',
  ],
  ['clips', 'clip, snap, plastic clip', 'clips, snaps, catches, plastic clips'],
  [
    'tape',
    'tape, strip, strip of tape, piece of tape, adhesive strip, sticker, flap, piece of foil, foil tape, seal',
    'tapes, strips, adhesive strips, strips of tape, pieces of tape, stickers, flaps, seals',
  ],
  [
    'stretch-tape',
    'stretch release, stretch tape, stretch strip, pull strip',
    'stretch strips, stretch release strips, pull strips, stretch tapes',
  ],
  [
    'adhesive',
    'glue, adhesive, glued, glued down, glued on, double sided tape, double sided, sticky tape',
    'glue dots, glue pads',
  ],
  [
    'rivets',
    'rivet, stake, plastic rivet, heat stake',
    'rivets, stakes, plastic stakes, plastic rivets, heat stakes, riveted',
  ],
  ['latch', 'latch, catch, side clip, lock tab', 'latches, levers, side clips, lock tabs'],
  ['pegs', 'peg, hook', 'pegs, hooks'],
  ['slide', 'rail tab', 'rail tabs, tabs'],
  ['solder', 'solder joint', 'solder joints, soldered'],
];

export const mechanismWordList: readonly (readonly [mechanism: Mechanism, words: string])[] = [
  ['plug', 'plug, wings, side to side, friction plug, wire plug, by the wings'],
  [
    'flip-lock',
    'flip lock, flip, flip up, flip bar, fliplock, flip latch, flip up lock, flip the lock, flip up latch, flip the latch, flip bar up, lift the bar, lift the lock bar, bar up, flip the black bar up, flip up the bar, flip up the black bar, lift up the black bar, lift the black bar, flip the black latch, lift the locking bar, lift the latch, flip the little latch, flip open the latch, flip up the latch, flip the bar, flip the locking bar, locking flap, flip the flap, lift the flap, lift the metal bar, lift metal bar, metal bar up, lift bar, lift up the bar',
  ],
  [
    'slide-lock',
    'slide lock, slidelock, slide bar, slide latch, slide the lock, pull the bar out, sliding lock, slide the black bar out, slide the black bar, slide the bar out, slide the bar, slide the locking bar, slide out the bar, slide out the black bar, pull out the bar',
  ],
  [
    'press-on',
    'press on, pop off, board to board, snap on, press fit, press connector, pop it off, pops off, press on connector, pop connector',
  ],
  ['coax', 'coax, coaxial, snap coax, coaxes, coax lead, coax leads, coax connector, coax connectors'],
  [
    'slide-cover',
    'slide cover, sliding cover, metal cover, sliding metal cover, slide the cover, connector cover, slide the connector cover, plug cover',
  ],
  [
    'pull-tab',
    'pull tab, pulltab, tab pull, pull the tab, pull on the tab, pull on tab, by the tab, by the tabs, by its tab, tab',
  ],
  ['lever', 'lever, swing lever, lever lock, swing the lever'],
  ['drive-ribbon', 'drive ribbon, glued ribbon, glued drive ribbon'],
];

/** What a verb says by itself; `remove` lifts a part but only undoes a joint that is named with it. */
export type Act =
  'lift' | 'remove' | 'unscrew' | 'loosen' | 'unplug' | 'unlock' | 'pry' | 'peel' | 'slide' | 'unclip';

export const verbWordList: readonly (readonly [act: Act, words: string])[] = [
  [
    'lift',
    'off, out, lift, lift off, lift out, comes off, comes out, away, lifted, up and out, take off, take out, came off, came out, pull out, pull it out, pulled out, pull up, pull, take, extract, withdraw, lifts out, lifts off, slides out, pops out, goes out, is off, is out, up and away',
  ],
  ['remove', 'remove, undo, removed, rem, removing, take away, get rid of'],
  ['unscrew', 'unscrew, unscrewed, unbolt, undo screws, screw out, back out'],
  ['loosen', 'loosen, loosened, loose'],
  [
    'unplug',
    'unplug, unplugged, disconnect, disconnected, disco, pull plug, detach, unhook, unseat, pull the plug',
  ],
  ['unlock', 'unlock, unlatch, open lock, release, free'],
  [
    'pry',
    'pry, prise, prize, pry off, pry open, pry up, prise off, prise up, pop, pop open, pop up, pick around, spudge',
  ],
  ['peel', 'peel, peel off, peel back, peel up, pull off, unstick, peeled, unglue'],
  ['slide', 'slide, slide off, slide out, slid, slides, slide back, slides off'],
  ['unclip', 'unclip, unsnap, unclipped, release clips'],
];

export const screwPropertyList: readonly (readonly [property: Partial<Screw>, words: string])[] = [
  [{ captive: true }, 'captive, capt, captives, stay in, stays in, stay in place, captured'],
  [{ sprung: true }, 'sprung, spring, spring loaded, springs, with springs, with spring'],
  [{ shouldered: true }, 'shouldered, shoulder, shoulder screw, shoulder screws'],
  [{ head: 'pan' }, 'pan head, pan, panhead, round head'],
  [{ head: 'flat' }, 'flat head, flat, countersunk, csk, flush'],
  [{ head: 'wafer' }, 'wafer head, wafer, broad head, broad, low head, thin head'],
];

export const driveWordList: readonly (readonly [drive: Drive, words: string])[] = [
  ['PH', 'cross, cross recess, crosshead, cross head, phillips, philips, phillips head, fillips'],
  ['JIS', 'japanese cross, japanese pattern, japanese'],
  ['T', 'six lobe, sixlobe, six point star, star, torx, torx head, torques'],
  ['P', 'five lobe, fivelobe, penta lobe, pentalobe, pent a lobe, five point star'],
  ['slot', 'slot, slotted, flathead screw, flathead'],
  ['Y', 'three wing, tri wing, triwing, y type, tri point, three point'],
  ['hex', 'hex, hex socket, allen, hexagon, hex key, allen key, hex head'],
];

/** What stands before the size of a recess as letters: PH00, JIS0, T5, P5, Y0, H1.5, and the same spelt. */
export const drivePrefixList: readonly (readonly [drive: Drive, words: string])[] = [
  ['PH', 'ph, p h'],
  ['JIS', 'jis, j i s, jay i s, gis'],
  ['T', 't, tee'],
  ['P', 'p, pl, pee'],
  ['Y', 'y'],
  ['hex', 'h'],
  ['slot', 'sl'],
];

/** The sizes in which each family is made; a figure that is none of them is something else. */
export const driveSizes: Readonly<Record<Drive, readonly string[] | null>> = {
  PH: ['0000', '000', '00', '0', '1', '2', '3'],
  JIS: ['000', '00', '0', '1', '2', '3'],
  T: ['1', '2', '3', '4', '5', '6', '7', '8', '9', '10', '15', '20', '25', '27', '30'],
  P: ['1', '2', '3', '4', '5', '6'],
  Y: ['000', '00', '0', '1', '2'],
  hex: null,
  slot: null,
};
export const driveSizeLetters: Readonly<Record<Drive, string>> = {
  PH: 'PH',
  JIS: 'JIS',
  T: 'T',
  P: 'P',
  Y: 'Y',
  hex: 'H',
  slot: 'SL',
};
/** Words between the family of a recess and its size, or between a size and its family. */
export const driveFillers = 'number, no, size, head, bit, driver, screwdriver';

export const tightenWordList = [
  [
    'numbered',
    'numbered, in order, by number, by numbers, marked order, in number order, in the numbered order, as numbered, in the order marked, in the marked order, order marked, in the order shown, in order of the numbers, in numerical order, in ascending order, in descending order, in sequence, in the order indicated, order, in this order',
  ],
  ['cross', 'crosswise, cross wise, cross pattern, criss cross, diagonal order, diagonally, star pattern'],
] as const;

export const unitWordList = [
  ['mm', 'mm, millimetre, millimetres, millimeter, millimeters, mil, mils, mill, mills, milli'],
  ['V', 'v, volt, volts'],
  ['mAh', 'mah, milliamp hours, milliamp hour, milli amp hours, m a h, milliampere hours'],
  ['Wh', 'wh, watt hours, watt hour, w h'],
  ['g', 'g, gram, grams'],
  ['c', 'c, degrees c, degrees celsius, deg c, celsius, degrees centigrade'],
  ['s', 's, sec, secs, second, seconds'],
  ['min', 'min, mins, minute, minutes'],
  ['deg', 'deg, degrees, degree'],
] as const;

export const numberWords: Readonly<Record<string, number>> = {
  zero: 0,
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
  pair: 2,
  couple: 2,
  single: 1,
  dozen: 12,
};

/** Words that take a unit behind them: "twenty-two". */
export const tensWords: Readonly<Record<string, number>> = {
  twenty: 20,
  thirty: 30,
  forty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
};

export const placeWords =
  'hinge edge, hinge side, rear corners, front corners, corners, corner, rear corner, rear, front, edge, front edge, rear edge, ' +
  'middle, centre, center, bottom, top, left side, right side, left edge, right edge, rear edge, both sides, near hinge, upper, lower, inner, outer, side, left corner, right corner, front left, front right, rear left, rear right, top left, top right, bottom left, bottom right, ' +
  'front side, rear side, back edge, back, toward screen, toward the screen, towards the screen, forward, backward, top edge, bottom edge, long ones, short ones, long, short, long edge, short edge, corner posts, far edge, far side, near edge';

export const sideWords = {
  left: 'left, l, lh, left hand, on the left, left one',
  right: 'right, r, rh, right hand, on the right, right one',
} as const;
export const leadWords = 'main, aux, auxiliary, black, white, grey, gray';
export const hidingWords =
  'under, underneath, beneath, behind, below, hidden by, hidden under, hidden beneath, covered by, hiding under';
/** Whose it is: a part behind them takes the place of one named before. */
export const ofWords = 'of, for';
/** Where it is or leads: a part behind them counts only where none was named. */
export const fromWords =
  'from, to, into, onto, off of, on, in, at, with, around, along, through, across, inside of';
export const sameWords =
  'same, same as left, same as right, same as l, same as r, same as the left, same as the right, same as the left one, same as the other, all same, all the same, same again, ditto, the same, same as before, same kind, same ones, same screws, same screw, likewise, as before';
export const moreWords = 'one more, another, 1 more, one other, another one, one extra, 1 extra';
export const fillerWords =
  'the, a, an, its, it is, is, are, was, were, there, there is, there are, now, all, then i, my, this, that, these, those, also, just, still, straight up, ' +
  'straight, up, only, holding, hold down, holds down, secure, secures, securing, please, ok, okay, so, wide, evenly, gently, at once, together, first, ' +
  'plastic, metal, kapton, foil, length, on arrival, arrival, dc, rev, heads, unit, heat mat, mat, cut, melted, all around, broken, hidden, warranty, apart, round, outward, outwards, long screw, black tape, silver, tiny, small, little, big, carefully, slowly, head, type, kind, size, pcs, piece, pieces, ea, has, have, with care, ' +
  'reads, says, marked, weight, weighs, thick, thickness, capacity, voltage, rated, rating, measures, everything, start, starting, open, angle, down, here, needed, ' +
  'assembly, i, we, you, again, drive bit, driver, bit, twist, wiggle, about, approx, approximately, total, in total, altogether, overall, heat, warm, heat to, warm to, swing';
export const itWords = 'it, them';
export const eachWords = 'each, per side, per hinge, both, both sides, on each side, each side, apiece';
export const otherSideWords =
  'other side, the other side, on the other side, opposite side, other one, the other one, far side same, mirror side';
export const beforeWords = 'before, prior to, ahead of';
export const afterWords = 'after, once';
/** What takes back a word of the line, or of the line before. */
export const amendWords =
  'no, nope, no wait, wait no, actually, correction, make that, make it, i meant, i mean, sorry, rather, that should be, should be';
export const strikeWords =
  'scratch that, delete last, strike last, undo last, scratch last, delete last line, strike last line, strike that, delete that, forget that, undo that, cancel that, never mind, nevermind, scrap that, take that back';
export const joinWords = 'and, plus';
export const thenWords = 'then, and then, next, after that';
export const missingWords = 'missing, absent, gone, not there';
export const strippedWords = 'stripped, worn, rounded, rounded out, chewed';
export const blockedWords =
  "won't come, wont come, will not come, won't lift, wont lift, won't move, wont move, won't budge, doesn't come, does not come, " +
  "blocked, blocked by, stuck, stuck on, held by, held, caught by, caught on, hangs on, can't remove, cannot remove, can't get out, can't lift, cannot lift, can't take out, " +
  "can't come out, can't get at, won't come out, won't come off, won't go, isn't coming, not coming, does not lift, doesn't lift, jammed, is jammed, hung up on, trapped by, trapped under, kept by";
export const holdsItWords =
  'holds it, holding it, in the way, blocks it, stops it, is stopping it, catches it, holds, blocks, in the way of, is in the way, is in the way of, stops, keeps it, is holding it, prevents, stopping it, is blocking it, blocking, is blocking';
export const needsWords =
  'needs, need, requires, require, wants, only after, comes after, depends on, cannot come before, not before, goes after, until, cannot be removed until, not until, only once, only when';
export const coversWords =
  'covers, over, sits on, sits over, rests on, cover up, hides, sits over, is over, lies over, conceals, sits on top of, lies on, hiding';
export const holdWords =
  'hold, press and hold, keep pressed, press, drain, hold down, hold in, keep holding, discharge';
export const waitWords = 'wait, leave, let sit, let it sit, pause, soak, let rest, wait for';
export const holdWhat: Readonly<Record<string, string>> = {
  power: 'power button',
  'power button': 'power button',
  'power key': 'power button',
  pwr: 'power button',
  'the button': 'power button',
  'on button': 'power button',
};
export const turnWords = {
  over: 'turn over, flip over, turn it over, flip it over, turn round, other side up, turn, turn device over, turn the unit over, flip the unit, flip unit over, flip machine over',
  top: 'lid up, lid open, upright, flip to top, back on its feet, top up, face up, turn to top, right way up, top side up, keyboard up, keyboard side up, screen up, open lid, open the lid, display up',
  bottom:
    'bottom up, flip to bottom, face down, upside down, base up, turn to bottom, bottom side up, lid down, screen down, bottom side',
} as const;
export const numberLeadWords =
  'p n, pn, part number, part no, part num, number, serial number of part, part nr, nr';
export const roleWords = {
  replacement: 'replacement, new, replace with, replaced by, order, spare',
  alternate: 'alternate, alt, or, alternative, also fits',
  label: 'label, labelled, labeled, sticker reads, on label, sticker says',
} as const;

/** Openings of a line whose rest is taken as it stands. */
export const freeTextOpeners = {
  check: ['test', 'check', 'verify', 'confirm'],
  caution: [
    'careful',
    'caution',
    'danger',
    'beware',
    'mind',
    'warning',
    'attention',
    'danger',
    'watch',
    'fragile',
  ],
  note: ['note', 'nb', 'remark', 'memo', 'route', 'routing'],
} as const;

/**
 * Phrases with two meanings, neither surer than the other: [phrase, first reading, second reading]. The line
 * is shown in both readings and a key is asked for.
 */
export const doubtfulWords: readonly (readonly [phrase: string, first: Meaning, second: Meaning])[] = [
  ['flip it', { kind: 'turn', face: 'over' }, { kind: 'mechanism', mechanism: 'flip-lock' }],
  ['pad', { kind: 'part', part: 'thermal-pad' }, { kind: 'part', part: 'touchpad' }],
  ['panel', { kind: 'part', part: 'display-panel' }, { kind: 'part', part: 'base-cover' }],
  ['cell', { kind: 'part', part: 'coin-cell' }, { kind: 'part', part: 'battery' }],
  ['lid', { kind: 'part', part: 'top-lid' }, { kind: 'part', part: 'display' }],
  ['card', { kind: 'part', part: 'wireless-card' }, { kind: 'part', part: 'cellular-card' }],
];

/** What must be said at once, whatever else the line says. */
export const dangerWords =
  'swollen, bulging, bulged, puffed up, puffed, bloated, leaking, punctured, smells, sparks, smoke, hot to touch';
