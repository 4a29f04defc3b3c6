import type { Drive, Screw } from '../../sequence/screw.ts';
import type { JointType, Mechanism } from '../../sequence/schema.ts';

/*
 * The words of the bench other than parts and verbs: one row a meaning, words parted by commas.
 * Common practice, no source.
 */

/** Nouns for what holds a part. */
export const jointRows: readonly (readonly [type: JointType, words: string])[] = [
  [
    'screws',
    'screw, bolt, thumbscrew, thumb screw, scr, fastener, screwhead, coin screw, machine screw, cap screw, crosshead, cross head, philips, phillips head, ' +
      'longun, shorty, longie, tiddler',
  ],
  [
    'standoffs',
    'standoff, spacer, stdoff, hex post, hex nut, threaded post, post, stud, pillar, nut, hex pillar, brass post',
  ],
  [
    'clips',
    'clip, snap, plastic clip, hook, catch, side clip, spring arm, lug, snap hook, tab, hooks, prong, ear, push tab',
  ],
  [
    'tape',
    'tape, strip of tape, piece of tape, foil tape, copper tape, kapton, foil, adhesive tape, insulating tape, black tape, cloth tape, strip of copper tape, strip of foil, aluminium tape, foam tape, felt strip',
  ],
  [
    'stretch-tape',
    'stretch tape, stretch strip, stretch tab, stretchy tab, stretchy strip, stretchy tape, pull strip, stretch release, stretch release tape, stretch release strip, pull tape, release strip, command strip, stretch release tab, battery strip, pull out strip, strip stretch release, strips stretch release',
  ],
  [
    'adhesive',
    'glue, adhesive, double sided tape, double sided, sticky tape, sticky pad, gum, bond, glue strip, glue bead, adhesive strip, glue dot, bonding',
  ],
  [
    'rivets',
    'rivet, push rivet, plastic rivet, stake, heat stake, push pin, rubber pin, plastic pin, expansion rivet, melted pin, melted post',
  ],
  [
    'latch',
    'latch, catch lever, slider, sliding latch, slide latch, lock lever, retaining latch, quarter turn, quarter turn latch, lock tab, blue latch, thumb latch, side latch, retaining clip, spring latch, push button latch, turn lock, bayonet',
  ],
  ['pegs', 'peg, locating peg'],
  ['slide', 'rail, rail tab'],
  ['routing', 'guide, cable guide, channel, gutter, cable clip, routing hook, cable channel, guides'],
  ['solder', 'solder joint, solder, solder pad'],
];

/** Nouns for a joint by wire; the mechanism where the noun says it. */
export const cableRows: readonly (readonly [mechanism: Mechanism | null, words: string])[] = [
  ['plug', 'plug, jst, jst plug, friction plug, wire plug, molex, two pin plug'],
  [
    'coax',
    'coax, coax lead, coax cable, coax plug, coaxial, coaxial connector, coaxial cable, coax connector, snap coax, coax wire, coaxial lead, coaxial plug, coax jobby, coax jobbie',
  ],
  [
    'press-on',
    'press connector, press on connector, board to board connector, press stud connector, press on plug, snap on connector, popper',
  ],
  [
    null,
    'cable, ribbon, lead, wire, header, flex, flecks, ffc, fpc, zif, conn, connector, con, cbl, ribbon cable, flat cable, flat flex, flex cable, flt, wiring, loom, harness, cord, cable harness, wire lead, ribbon connector, flexi, tail, umbilical, pigtail, zif connector, zif socket',
  ],
];

/** How a joint by wire opens. */
export const mechanismRows: readonly (readonly [mechanism: Mechanism, words: string])[] = [
  [
    'flip-lock',
    'flip lock, flip locks, fliplock, flip latch, flip up lock, flip up latch, flip bar, flip up, flip down lock, flap lock, hinged bar, hinged lock, flip lid lock, flip type, flip cover lock, locking flap, flip open lock, hinged flap lock, rocker lock',
  ],
  [
    'slide-lock',
    'slide lock, slide locks, slidelock, sliding lock, slidey lock, slide bar, pull out lock, drawer lock, slide out lock, push lock, pull lock, sliding bar, drawer type, slider lock',
  ],
  [
    'press-on',
    'press on, press type, push type, pressing type, push on, pressed on, press fit, snap on, board to board, pop off, b2b, press down, press stud',
  ],
  ['slide-cover', 'slide cover, sliding cover, sliding metal cover, slide over cover, metal slide cover'],
  ['pull-tab', 'pull tab, pulltab, pull tape tab, pull loop, tab pull, ribbon tab, pull strap'],
  [
    'lever',
    'lever, swing lever, lever lock, bail, metal bail, wire bail, locking lever, swing bail, hinged lever',
  ],
  ['drive-ribbon', 'drive ribbon, glued ribbon'],
  ['plug', 'wings, side to side, wiggle plug'],
];

/** The bar of a ribbon's lock: which mechanism it is depends on how it moves. */
export const barWords =
  'bar, black bar, lock bar, locking bar, brown bar, white bar, lock, locking flap, black flap, brown flap, zif latch, zif lock, retaining bar, lock tab bar, zif bar, connector bar, connector latch, grey bar, black lock, ears, collar';

export const propertyRows: readonly (readonly [property: Partial<Screw>, words: string])[] = [
  [
    { captive: true },
    'captive, kept captive, stay captive, stays captive, held captive, staying captive, stayed captive, capt, cpt, captives, captured, retained, non removable, captive type, cap tive, cpts, captivated',
  ],
  [
    { sprung: true },
    'sprung, spring loaded, springloaded, springy, with springs, with spring, on springs, spring screw, spring screws, spring bolts, spring mounted screws, w spring, w springs, spring mounted, with a spring',
  ],
  [{ shouldered: true }, 'shouldered, shoulder, shldr, shoulder screw, with a shoulder, stepped'],
  [{ head: 'pan' }, 'pan head, pan heads, panhead, round head, round heads, cheese head, dome head'],
  [{ head: 'flat' }, 'flat head, flat heads, countersunk, csk, flat headed, flush head, sunk head'],
  [
    { head: 'wafer' },
    'wafer head, wafer heads, wafer, broad head, broad heads, low head, thin head, big head, wide head',
  ],
];

/** What tells one screw from another where nobody measured it: kept as words. */
export const lookWords =
  'short, shorter, long, longer, longest, shortest, silver, black, blue, green, gold, golden, brass, white, red, grey, gray, yellow, copper, copper coloured, bronze, fine, coarse, small, smaller, big, bigger, ' +
  'large, larger, tiny, teeny, titchy, little, wee, fat, fatter, thick, thin, thicker, thinner, odd, wrong, different, normal, ordinary, plain, identical, silvery, blk, blu, slv, shiny, dark, nickel, wht, wht ring, stubby, stumpy, ' +
  'lil, long ones, short ones, big ones, little ones, small ones, tall, taller, wide, rubber mounted, machine, self tapping, knurled, security, tamper proof, tamperproof, hollow, pinned, visible, magnetic, painted, main, aux';

export const driveRows: readonly (readonly [drive: Drive, words: string])[] = [
  [
    'PH',
    'cross, cross recess, crosshead, crossheads, cross head, cross heads, phillips, philips, phillips head, fillips, fill ups, fill up, philipses, crosspoint, cross point, cross slot, phil, phils, plus head, cross recessed',
  ],
  ['JIS', 'japanese cross, japanese pattern, japanese'],
  [
    'T',
    'six lobe, sixlobe, six point star, star, torx, torx head, torques, torx bit, six lobed, hexalobe, hexalobular, six point, star drive, tork, torxes, torx screw',
  ],
  [
    'P',
    'five lobe, fivelobe, penta lobe, pentalobe, pent a lobe, five point star, five lobed, five point, pentalobes',
  ],
  [
    'slot',
    'slotted, flathead screw, flathead, flat blade, slot head, slot screw, flat bladed, coin slot, coin slotted, coin driven',
  ],
  [
    'Y',
    'three wing, tri wing, try wing, try wings, triwing, y type, tri point, three point, trilobe, tri lobe, tri wings, three winged',
  ],
  ['hex', 'hex, hex socket, allen, hexagon, hex key, allen key, hex head, allen head, hexagon socket'],
];

/** Letters before the size of a recess: PH00, JIS0, T5, P5, Y0, H1.5, and the same spelt. */
export const drivePrefixRows: readonly (readonly [drive: Drive, words: string])[] = [
  ['PH', 'ph, p h'],
  ['JIS', 'jis, j i s, jay i s, gis, j'],
  ['T', 't, tee, tx'],
  ['P', 'p, pl, pee'],
  ['Y', 'y'],
  ['hex', 'h'],
  ['slot', 'sl'],
];

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
export const driveFillers = 'number, no, nr, size, head, bit, driver, screwdriver, screw, cross';

export const tightenRows = [
  [
    'numbered',
    'numbered, in reverse order, in the reverse order, reverse order, in reverse, last to first, highest first, in order, by number, by numbers, marked order, in number order, in numbered order, order marked, in the marked order, with numbers, with a number, in sequence, numbers beside them, in numerical order, order printed, order on label, in the order marked, in the order of the numbers, stamped with numbers',
  ],
  [
    'cross',
    'crosswise, cross wise, crossways, cross ways, cross pattern, criss cross, crisscross, diagonally, diagonal, go diagonal, corner to corner, star pattern, x wise, xwise, x pattern, x order, x ways, diagonal order, alternately, cross order, in a cross, in cross, cornerwise, in an x, opposite corners',
  ],
] as const;

export const unitRows = [
  ['mm', 'mm, millimetre, millimetres, millimeter, millimeters, mil, mils, mill, mills, milli'],
  ['V', 'v, volt, volts, vdc'],
  [
    'mAh',
    'mah, milliamp hours, milliamp hour, milli amp hours, milliampere hours, milliamp, m a h, milliamps, ma h, mamph',
  ],
  ['Ah', 'ah, amp hours, amp hour, ampere hours'],
  ['Wh', 'wh, watt hours, watt hour, w h, whr, whrs, wh s'],
  ['W', 'w, watt, watts'],
  ['A', 'a, amp, amps, ma'],
  ['%', 'percent, per cent, %'],
  ['g', 'g, gram, grams, gramme, grammes, gr'],
  ['kg', 'kg, kilo, kilos'],
  ['c', 'c, degrees c, degrees celsius, deg c, celsius, degrees centigrade, degc'],
  ['deg', 'deg, degrees, degree, °'],
  ['s', 's, sec, secs, second, seconds, sekunden'],
  ['min', 'min, mins, minute, minutes'],
  ['h', 'hour, hours, hrs, hr'],
  ['cm', 'cm, centimetre, centimetres, centimeters'],
  ['in', 'inch, inches, "'],
  ['none', 'unitless'],
  [
    'GB',
    'gb, gig, gigs, gigabyte, gigabytes, tb, mb size, megs, mhz, ghz, hz, rpm, kb size, db, ohm, ohms, k ohm, mohm, nm',
  ],
] as const;
export type Unit = (typeof unitRows)[number][0];

/** What a part has by number that is no screw: `3 pin`, `2 cell`, `24 way`. */
export const attributeWords =
  'pin, pins, pole, poles, way, cell, cells, core, wire, wires, channel, lane, stage, step, bit, pound, euro, years, year, months, days, day, weeks, times, percent, inch, p, phase, speed, piece set, layer, conductor';

export const placeWords =
  'hinge edge, hinge side, rear corners, front corners, corners, corner, rear corner, rear, front, edge, front edge, rear edge, middle, centre, center, ctr, frt, ' +
  'left side, right side, left edge, right edge, both sides, side, sides, left corner, right corner, front left, front right, rear left, rear right, ' +
  'top left, top right, bottom left, bottom right, front side, rear side, back edge, top edge, bottom edge, lower edge, upper edge, long edge, short edge, far edge, far side, near edge, perimeter, rim, seam, round the edge, round the rim, along the back, along the front, dead centre, ' +
  'inside, outside, upper row, lower row, lengthwise, outer edge, periphery, lower left, lower right, upper left, upper right';

export const sideWords = {
  left: 'left, l, lh, left hand, lhs, left hand side',
  right: 'right hand, r, rh, rhs, right hand side',
} as const;

/** What people pry, hold or measure with: never a part. */
export const toolWords =
  'plastic card, old card, bank card, old bank card, playing card, credit card, expired card, loyalty card, guitar pick, pick, picks, plectrum, spudger, plastic spudger, nylon spudger, tweezers, tweezrs, screwdriver, driver, pliers, heat gun, hair dryer, hairdryer, heat mat, heat pad, hot air, ' +
  'suction cup, suction cups, sucker, knife, razor blade, blade, iron, soldering iron, magnet, fingernail, fingernails, nail, nails, finger, fingers, thumb, lolly stick, ice lolly stick, toothpick, dental floss, floss, plastic wedge, wedge, opening tool, pry tool, plastic tool, plastic pry tool, opening pick, ' +
  'bit, extractor, extractor bit, rubber band, meter, multimeter, calipers, callipers, scales, scale, lamp, torch, cloth, blanket, towel, foam, mat, soft mat, tray, magnetic tray, bag, drawer, tin, odds tin, bench, desk, shelf, table, alcohol, ' +
  'isopropyl, isopropyl alcohol, ipa, cotton bud, brush, clamps, sticky roller, squeeze clamps, can of air, compressed air, paper, pencil, glove, gloves, ejector pin, eject pin, sim pin, pin tool, paper clip, hot plate, palette knife, steel ruler, hands, hand, warm air, cold spray, spirit, nylon tool, dryer, hot water bottle, heat, thermometer, hammer, socket driver, nut driver, phone, sleeve, sticky note, pair of pliers, business card, plastic sheet, wooden stick, spirit, isopropanol, acetone, contact cleaner';

/** Words that say where something hides: a part behind them is what it hides under. */
export const underWords =
  'under, u/, underneath, beneath, behind, below, hidden by, hidden under, hidden beneath, hidden behind, covered by, hiding under, hides under, hidin under, hidden below, u, undr, inside of, from under, out from under, in behind, lurking under, tucked under, shy under';
