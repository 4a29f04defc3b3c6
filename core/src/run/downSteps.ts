import { lowerName } from '../reader/entries/partName.ts';
import {
  actionPlace,
  actionTitle,
  mechanismWords,
  partName,
  type SequenceIndex,
} from '../sequence/describe.ts';
import type { Action, Joint } from '../sequence/schema.ts';
import { screwKind, threadWords, type Screw } from '../sequence/screw.ts';
import type { Schools } from '../shop/schools.ts';
import { alikeScrews } from './alike.ts';
import { textFor, textsFor } from './direction.ts';
import { countedJoint, plainStep, type RunStep } from './runStep.ts';

/** The steps on the way down, in the order of the route; look-alikes are announced when the second comes out. */
export function downSteps(
  index: SequenceIndex,
  actions: readonly Action[],
  schools: Schools,
  letters: ReadonlyMap<string, string>,
): RunStep[] {
  const seen = new Map<string, { letter: string; screw: Screw }>();
  return actions.map((action) => {
    const joint = action.joint ? (index.joint.get(action.joint) ?? null) : null;
    const counted = countedJoint(joint);
    const letter = counted ? (letters.get(screwKind(counted.screw ?? {})) ?? '') : '';
    const place = actionPlace(index, action);
    return plainStep(`down:${action.id}`, 'down', actionTitle(index, action), {
      place,
      detail: downDetail(index, action, joint, schools, place),
      action,
      joint: counted,
      letter,
      tool: action.tool ?? null,
      cautions: [
        ...textsFor(action.cautions, 'down'),
        ...(counted ? announced(seen, letter, counted.screw ?? {}) : []),
      ],
      holdSeconds: action.verb === 'hold' || action.verb === 'wait' ? action.seconds : null,
      seconds: action.seconds,
    });
  });
}

/** Notes a kind as seen; names the kinds before it that it is easily mixed up with. */
function announced(
  seen: Map<string, { letter: string; screw: Screw }>,
  letter: string,
  screw: Screw,
): string[] {
  const kind = screwKind(screw);
  const isNew = !seen.has(kind);
  const alike = isNew ? [...seen.values()].filter((other) => alikeScrews(other.screw, screw)) : [];
  seen.set(kind, { letter, screw });
  return alike.map(
    (other) =>
      `${letter} looks like ${other.letter} (${threadWords(screw)} and ${threadWords(other.screw)}): keep them apart`,
  );
}

function downDetail(
  index: SequenceIndex,
  action: Action,
  joint: Joint | null,
  schools: Schools,
  place: string,
): string {
  const hiding = joint?.hiddenBy ? `Under the ${lowerName(partName(index, joint.hiddenBy))}` : null;
  const isNoted =
    action.verb === 'hold' || action.verb === 'wait' || action.verb === 'clean' || action.verb === 'check';
  const pieces = [
    joint?.mechanism ? mechanismWords[joint.mechanism].open : null,
    // The place may have said it.
    hiding && !place.toLowerCase().includes(hiding.toLowerCase()) ? hiding : null,
    tighteningWords(joint, index.part.get(action.part)?.kind === 'heatsink', schools),
    joint?.screw?.captive ? 'They stay in the part' : null,
    openingWords(index, action, joint, schools),
    isNoted ? null : textFor(action.note, 'down'),
  ];
  return pieces.filter(Boolean).join('. ');
}

/** The order in which a group is undone and done up; null where any order will do. */
export function tighteningWords(joint: Joint | null, heatsink: boolean, schools: Schools): string | null {
  if (joint?.tighten === 'numbered') return 'In the marked order, a little each round';
  if (joint?.tighten !== 'cross' && !(heatsink && countedJoint(joint))) return null;
  return schools.heatsink === 'two-rounds'
    ? 'Crosswise, in two rounds'
    : 'Crosswise, round by round, a little each';
}

/** How the shop opens cases: where it enters, with what, and who turns the cover screws. */
function openingWords(
  index: SequenceIndex,
  action: Action,
  joint: Joint | null,
  schools: Schools,
): string | null {
  const isCover = index.part.get(action.part)?.kind === 'cover';
  if (action.verb === 'unscrew' && joint?.throughCase && schools.driver === 'powered')
    return 'Powered driver with its torque limit, cover screws only';
  if (action.verb !== 'pry' && action.verb !== 'unclip') return null;
  const tool =
    schools.pry === 'plastic'
      ? 'Plastic only'
      : 'Thin metal at metal seams, feet and caps only; else plastic';
  if (!isCover || joint?.where) return tool;
  return `${schools.entry === 'hinge' ? 'Enter at the hinge edge' : 'Enter at the lifted corner'}. ${tool}`;
}
