import type { Form } from '../sequence/schema.ts';
import {
  conducts,
  isAtFront,
  isBackCover,
  isBeneathBoard,
  isBoardShield,
  isFront,
  isFrontPanel,
  isMainBoard,
  isMains,
  isNamedAfter,
  isOnBoard,
  isStand,
  isUnfamiliar,
  kindOf,
  openingOf,
  runsUnder,
} from './hardware.ts';
import type { Act } from './replayRecording.ts';

/** A recording as the rules of the hardware look at it. */
export interface Scene {
  /** In the order of their places. */
  readonly acts: readonly Act[];
  readonly form: Form;
  /** The lift of the cover, where its name says nothing. */
  readonly wayIn: Act | undefined;
}

export const sceneOf = (acts: readonly Act[], form: Form): Scene => ({
  acts,
  form,
  wayIn: wayInto(acts, form),
});

export const liftOf = (acts: readonly Act[], part: string): Act | undefined =>
  acts.find((act) => act.verb === 'lift' && act.part === part);

/** What frees a part: its lift, or the last act on it where it was never lifted. */
export const freeing = (acts: readonly Act[], part: string): Act | undefined =>
  liftOf(acts, part) ?? acts.findLast((act) => act.part === part);

/** Is the part the way into the unit, or a cover over all of it? */
export const opensUnit = ({ form, wayIn }: Scene, part: string): boolean =>
  part === wayIn?.part || openingOf(part, form) === 'wide';

/** Does the act reach what carries current? Heat and waiting reach nothing. */
export const touchesCurrent = (act: Act): boolean =>
  act.verb !== 'hold' && act.verb !== 'wait' && (isConnector(act) || conducts(act.part));

export const isConnector = (act: Act): boolean => act.joint?.type === 'connector';
export const ofBattery = (act: Act): boolean => kindOf(act.part) === 'battery';
export const ofDisplay = (part: string): boolean => kindOf(part) === 'display' || part === 'lid';

/** What makes the unit dead: the plug of the battery, else the pack lifted off its contacts; the cord to the wall. */
export function disconnections(acts: readonly Act[]): Act[] {
  const ofPack = (act: Act): boolean => ofBattery(act) && !/cell|backup/.test(act.part);
  const plug = acts.find((act) => ofPack(act) && isConnector(act));
  const pack = acts.find((act) => ofPack(act) && act.verb === 'lift');
  const cord = acts.find((act) => isMains(act.part) && isConnector(act));
  return [cord, plug ?? pack].filter((act) => act !== undefined);
}

/**
 * Every device has a cover, whatever it is called: the first part of an unfamiliar name is it where no cover was
 * off before and nothing inside was unplugged but the battery or the mains.
 */
function wayInto(acts: readonly Act[], form: Form): Act | undefined {
  const first = acts.find((act) => act.verb === 'lift' && isUnfamiliar(act.part, form));
  const begun = acts.findIndex((act) => act.part === first?.part);
  const off = disconnections(acts);
  const shut = acts
    .slice(0, Math.max(begun, 0))
    .every((act) => off.includes(act) || (!isConnector(act) && openingOf(act.part, form) !== 'wide'));
  return shut ? first : undefined;
}

/** Does the part that was lifted lie over what was undone later? */
export function liesOver(opener: Act, act: Act, scene: Scene): boolean {
  const { acts, form, wayIn } = scene;
  const sameSide = opener.face === act.face || act.face === 'either' || opener.face === 'either';
  if (isMainBoard(opener.part)) return isBeneathBoard(act.part);
  if (isStand(opener.part)) return isBackCover(act.part) || act.part === wayIn?.part;
  if (isFrontPanel(opener.part)) return isAtFront(act.part) && !isConnector(act);
  if (isBoardShield(opener.part)) return sameSide && (isOnBoard(act.part) || isConnector(act));
  if (opener === wayIn) return sameSide;
  switch (openingOf(opener.part, form)) {
    case 'wide':
      return sameSide && !(isFront(opener.part) && isOpenedBefore(opener, scene));
    case 'local':
      return liesUnderLocal(opener, act, scene);
    default:
      return runsUnder(opener.part, act.part, isNext(opener, act, acts));
  }
}

/** A local cover lies over what it is named after; where nothing is, over what is worked on next, if that is small. */
function liesUnderLocal(opener: Act, act: Act, { acts, form }: Scene): boolean {
  if (isNamedAfter(opener.part, act.part)) return true;
  if ((isBoardShield(act.part) || openingOf(act.part, form) === 'wide') && !/-bracket$/.test(opener.part))
    return false;
  return isNext(opener, act, acts);
}

/** Was another cover off before, so that this one is no way in? */
const isOpenedBefore = (opener: Act, { acts, form }: Scene): boolean =>
  acts
    .slice(0, opener.place)
    .some((act) => act.verb === 'lift' && !isFront(act.part) && openingOf(act.part, form) === 'wide');

/** Is it the first part worked on after the opener was lifted? */
function isNext(opener: Act, act: Act, acts: readonly Act[]): boolean {
  return acts[opener.place + 1]?.part === act.part;
}
