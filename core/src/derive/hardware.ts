import { partKindOf } from '../reader/entries/partName.ts';
import type { Form } from '../sequence/schema.ts';

/**
 * What a part, by the head noun of its name, lies over: `wide` over all that comes out later from the same side,
 * `local` over what it names and what is undone right after it, `none` over nothing. Common practice, no source.
 */
export type Opening = 'wide' | 'local' | 'none';

/** [opening, head nouns]: the name in front of the noun only says which one. */
const rows: readonly (readonly [opening: Opening, nouns: string])[] = [
  ['wide', 'cover, base, lid, shell, case, housing, half, frame, chassis'],
  ['local', 'door, hatch, flap, bracket, clamp, holder, plate, cage, caddy, tray, riser, guard, duct, panel'],
  ['local', 'shield, can, bezel, trim, mask, grille, fascia, strap, insulator, film, shroud'],
  ['local', 'foot, strip, ring, cap, bumper, label, seal, gasket, tape'],
];
const byNoun = new Map(
  rows.flatMap(([opening, nouns]) => nouns.split(', ').map((noun) => [noun, opening] as const)),
);

/** More names than any recording has; beyond that the answers are forgotten and found again. */
const mostKept = 2_000;

/** What follows from a name alone is found once a name: the rules ask it of every two acts of a recording. */
function ofName<T>(find: (slug: string) => T): (slug: string) => T {
  const kept = new Map<string, T>();
  return (slug) => {
    const known = kept.get(slug);
    if (known !== undefined) return known;
    if (kept.size >= mostKept) kept.clear();
    const found = find(slug);
    kept.set(slug, found);
    return found;
  };
}

/** Without which of several it is: `storage` for `storage-2`. */
const unnumbered = (slug: string): string => slug.replace(/-\d+$/, '');
const headOf = ofName((slug) => unnumbered(slug).split('-').at(-1) ?? slug);

/** The kind of a part; which of several it is says nothing of that. */
export const kindOf: (slug: string) => string = ofName((slug) => partKindOf(unnumbered(slug)));

/** Parts that are the device's cover where it has no other: the glass of a tablet, the panel of a kiosk. */
const opensFromTheFront =
  /^(?:display|glass|screen|front-glass|touch-panel|(?:display|screen|lcd|lid|panel|glass)-(?:assembly|unit|module))$/;
/** A panel or plate that is taken off to get in: not one that shows a picture, not one that holds a part. */
const accessPanel = /^(?:side|back|rear|top|base|access|bottom|left|right)-(?:panel|plate)$/;
/** What a cover may be over besides the device: the name of a part, or one of these. */
const coveredThing = /^(?:stand|port|screw|psu|sim|hinge|cable|connector|plug|lead|flex|io)$/;

/** The glass of a tablet opens it only where nothing else was opened before. */
export const isFront = (slug: string): boolean => opensFromTheFront.test(slug);

/** What lies beneath a board that was lifted: its plate, its film, the keyboard, the shield on its far side. */
export const isBeneathBoard = (slug: string): boolean =>
  /(?:^|-)(?:keyboard|plate|insulator|film|board-shield|keyboard-frame|backlight)$/.test(slug);

/** The tin over the board, under any of its names; those of a drive or of memory say so. */
export const isBoardShield = (slug: string): boolean =>
  /^(?:(?:board|main|emi|emc|rf|tin|metal|copper)-)?(?:shield|can)$/.test(slug);

/** What stands on a board, and so under the shield over it. */
export const isOnBoard = (slug: string): boolean =>
  isMainBoard(slug) ||
  ['heatsink', 'memory', 'storage', 'card', 'coin-cell', 'fan'].includes(kindOf(slug)) ||
  /(?:^|-)(?:antenna|sink|spreader|cell)$/.test(slug);

/**
 * What lies under a part that is no cover. A drive lies over aerials, and a spreader over a drive or memory, only
 * where that is worked on `next`; heat pipes reach over their fans and a pack over the touchpad's screws anyway.
 */
export function runsUnder(opener: string, slug: string, next: boolean): boolean {
  const [kind, under] = [kindOf(opener), kindOf(slug)];
  if (headOf(opener) === 'spreader') return next && (under === 'storage' || under === 'memory');
  if (kind === 'storage') return next && (under === 'antenna' || /^(?:wireless|wlan|wifi)-/.test(slug));
  if (kind === 'heatsink' || /^(?:heat|thermal|cooling)-/.test(opener)) return under === 'fan';
  return kind === 'battery' && under === 'touchpad';
}

/** Behind the front panel: what leaves to the front, or sits at the rim. */
export const isAtFront = (slug: string): boolean =>
  /^(?:optical-drive|card-reader|power-button(?:-board)?|front-.*)$/.test(slug);
export const isFrontPanel = (slug: string): boolean =>
  /^front-(?:panel|bezel|cover|mask|grille|fascia)$/.test(slug);

/** A frame that lifts with the board and all on it: it waits for the leads that go elsewhere. */
export const isCarrier = (slug: string): boolean => /(?:^|-)(?:frame|chassis)$/.test(slug);
/** The upper shell carries what is used from above; their ribbons hold it. */
export const isUpperShell = (slug: string): boolean =>
  /^(?:palm-rest|top-cover|upper-case|top-case)$/.test(slug);
export const isInUpperShell = (slug: string): boolean =>
  /^(?:touchpad|.*backlight|power-board|power-button.*|fingerprint.*|speakers?|.*-speaker)$/.test(slug);
/** A ribbon that comes up with the keyboard. */
export const isOfKeyboard = (slug: string): boolean => /^(?:keyboard-)?backlight$/.test(slug);

/** The board, or a half of it. */
export const isMainBoard = (slug: string): boolean =>
  /^(?:system|main|mother|logic|left|right)-?board$/.test(slug);

/** Heat pipes and the fan at their end lie across the board and its screws. */
export const liesAcross = (slug: string): boolean => kindOf(slug) === 'fan';

/** A stand, and what it is bolted to, in front of the back cover. */
export const isStand = (slug: string): boolean =>
  /(?:^|-)(?:(?:kick)?stand|stem|mount|neck)$|^(?:vesa|stand|mount|mounting)-(?:plate|bracket)$/.test(slug);
export const isBackCover = (slug: string): boolean =>
  /^(?:back|rear|base)-(?:cover|shell|shroud|panel|plate|half|housing|case)$/.test(slug);

/** Kinds of names that say where a cover sits, not what it is over. */
const noPart: ReadonlySet<string> = new Set(['part', 'cover', 'frame']);

/** Does a lid with the display hang on hinges? A convertible is opened as a notebook is. */
export const isClamshell = (form: Form): boolean => form === 'notebook' || form === 'convertible';

export const openingOf = (slug: string, form: Form): Opening =>
  isClamshell(form) ? openingOfClamshell(slug) : openingOfOther(slug);

const openingOfClamshell = ofName((slug) => findOpening(slug, true));
const openingOfOther = ofName((slug) => findOpening(slug, false));

function findOpening(slug: string, clamshell: boolean): Opening {
  if (accessPanel.test(slug) || /^(?:rear|back|front|outer)-shroud$/.test(slug)) return 'wide';
  if (!clamshell && opensFromTheFront.test(slug)) return 'wide';
  // A cover that says what it is over opens that, no more.
  const over = slug.slice(0, slug.lastIndexOf('-'));
  if (/-(?:cover|lid)$/.test(slug) && (coveredThing.test(over) || !noPart.has(kindOf(over)))) return 'local';
  return byNoun.get(headOf(slug)) ?? 'none';
}

/** A name that says nothing of what the part is. */
export const isUnfamiliar = (slug: string, form: Form): boolean =>
  kindOf(slug) === 'part' && openingOf(slug, form) === 'none' && conducts(slug);

/** Outside, or without a wire: handled with the power still on. */
const dead = new Set(
  'screw, cover, base, lid, shell, shroud, case, housing, half, rest, door, hatch, flap, foot, strip, cap, bumper, label, seal, gasket, tray, strap, stand, kickstand, stem, mount, bezel, trim, panel, stylus, pen, bung, plug, blank, dummy, ring, mask, grille, fascia'.split(
    ', ',
  ),
);

/** Does it carry current, or touch what does, so that it waits for the power to be off? */
export function conducts(slug: string): boolean {
  if (accessPanel.test(slug)) return false;
  return !dead.has(headOf(slug)) || /(?:display|lcd|touch)-panel$/.test(slug);
}

/** The cord to the wall. */
export const isMains = (slug: string): boolean =>
  /^(?:mains|power|ac|wall)-(?:cord|lead|cable|plug)$|^(?:(?:ac|dc|power|mains)-)?(?:charger|adapter|adaptor|brick)$|^(?:cord|mains)$/.test(
    slug,
  );

const words = ofName((slug): readonly string[] =>
  slug.split('-').filter((word) => !/^(?:left|right|top|bottom|front|rear|\d)$/.test(word)),
);
const wires = /-(?:cable|lead|ribbon|flex|wire|plug|cord)$/;
const families: readonly (readonly string[])[] = [
  ['display', 'glass', 'panel', 'touch', 'lcd', 'digitizer', 'screen', 'backlight', 'lid'],
  ['drive', 'storage', 'hdd', 'ssd', 'disk'],
  ['psu', 'supply'],
  ['antenna', 'wireless', 'cellular', 'mobile', 'modem', 'radio', 'wifi'],
];
const noFamily: readonly string[] = [];
const familyFound = ofName(
  (slug) => families.find((family) => words(slug).some((word) => family.includes(word))) ?? noFamily,
);
const familyOf = (slug: string): readonly string[] | undefined => {
  const family = familyFound(slug);
  return family === noFamily ? undefined : family;
};

/** Is a lead under a name of its own that of the part: the drive cable of the cage, the aerials of the card? */
export function isLeadOf(lead: string, part: string): boolean {
  const named = wires.test(lead) || kindOf(lead) === 'antenna' || kindOf(lead) === 'cable';
  if (!named || lead === part) return false;
  const [stem = ''] = words(lead.replace(wires, ''));
  const family = familyOf(lead);
  return words(part)[0] === stem || (family !== undefined && family === familyOf(part));
}

/** Does the name of one part say that it belongs to the other: `memory-shield`, `touchpad-bracket`? */
export function isNamedAfter(opener: string, part: string): boolean {
  const [own, other] = [/-(\d+)$/.exec(opener)?.[1], /-(\d+)$/.exec(part)?.[1]];
  if (own !== undefined && other !== undefined && own !== other) return false;
  const stem = words(opener).slice(0, -1);
  return (
    stem.length > 0 &&
    (words(part).some((word) => stem.includes(word)) || familyOf(stem.join('-')) === (familyOf(part) ?? null))
  );
}
