import type { JointType } from '../../sequence/schema.ts';
import type { Screw } from '../../sequence/screw.ts';
import type { Counted } from './counts.ts';
import { hasScrew, spanOf, type Frame } from './frame.ts';
import type { Group, Scene } from './scene.ts';

/** `same`, `one more`: the kind counted before. */
export function screwFor(
  scene: Scene,
  frame: Frame,
  counted: Counted,
  type: JointType,
): { screw: Partial<Screw>; inferred: boolean } {
  const isCounted = type === 'screws' || type === 'standoffs';
  const across = frame.sides.length > 0 && frame.looks.length === 0 && isTwin(scene);
  const alike = frame.words.has('same') || across || (counted.more && frame.looks.length === 0);
  const needs = alike && frame.screw.drive == null && frame.screw.thread == null && isCounted;
  const before =
    scene.groups.findLast((group) => group.type === 'screws')?.screw ??
    scene.lastUndo?.joint.screw ??
    scene.context.screw;
  if (!needs || !before) return { screw: frame.screw, inferred: false };
  const kind =
    counted.more && !frame.words.has('same')
      ? { drive: before.drive, size: before.size }
      : withoutLook(before);
  return { screw: { ...kind, ...frame.screw }, inferred: true };
}

export const withoutLook = ({ look: _look, ...screw }: Partial<Screw>): Partial<Screw> => screw;

/** "2 T5 left, 2 right": the one just said on this line was of one side. */
const isTwin = (scene: Scene): boolean => {
  const last = scene.lastPlaced;
  return last?.kind === 'undo' && /^(?:left|right)-/.test(last.part ?? '');
};

/** A kind, a place or an order behind a group, with nothing counted: it tells more of that group. */
export function refinesGroup(scene: Scene, frame: Frame): boolean {
  const last = scene.groups[scene.groups.length - 1];
  // "R same": the other one, not where this one is.
  if (frame.words.has('same') && frame.sides.length > 0) return false;
  const nothingNew = frame.counts.length + frame.names.length + frame.cables.length === 0;
  if (!last && scene.pairOpen && nothingNew && hasScrew(frame)) {
    shareWithPlaced(scene, frame.screw);
    return true;
  }
  if (!last || !nothingNew || frame.codes.length > 0) return false;
  // "2x slotted, quarter turn": what such a screw is called.
  if (frame.joint?.type === 'latch' && last.type === 'screws' && frame.chunks.length === 1) return true;
  if (frame.joint !== null && frame.joint.type !== last.type) return false;
  if (countsOthers(frame) || !tellsMore(frame) || frame.words.has('a')) return false;
  const { captive, sprung, shouldered, head, ...kind } = frame.screw;
  const ofAll = ['all', 'both'].some((word) => frame.words.has(word));
  if (ofAll || (frame.words.has('same') && hasScrew(frame))) scene.sharing = true;
  if (scene.sharing) shareWithPlaced(scene, kind);
  const linked = scene.sharing || last.loose || last.partitive || ofAll || frame.words.has('same');
  for (const group of linked ? scene.groups : [last])
    if (group.screw.drive == null || group === last) group.screw = { ...group.screw, ...fits(kind, group) };
  last.screw = { ...last.screw, ...definedOf({ captive, sprung, shouldered, head }) };
  if (frame.words.has('same')) shareKinds(scene.groups, scene.lastUndo?.joint.screw ?? scene.context.screw);
  refinePlace(last, frame);
  last.end = Math.max(last.end, spanOf(frame).end);
  return true;
}

/** "one more", "the fifth", "the rest": others, of which more is told. */
const countsOthers = (frame: Frame): boolean =>
  frame.ordinals.length > 0 || ['more', 'rest', 'of-them', 'one-of'].some((word) => frame.words.has(word));

const tellsMore = (frame: Frame): boolean =>
  hasScrew(frame) ||
  frame.looks.length > 0 ||
  frame.tighten !== null ||
  frame.hiddenBy !== null ||
  frame.where.length > 0 ||
  frame.measures.some(({ unit }) => unit === 'mm') ||
  frame.words.has('same') ||
  frame.joint !== null;

/** "left two, right three, all PH00": groups of other parts in the line too. */
function shareWithPlaced(scene: Scene, kind: Partial<Screw>): void {
  for (const placed of scene.placed) {
    const { draft } = placed;
    if (draft.kind !== 'undo' || draft.joint.type !== 'screws') continue;
    const screw = { ...kind, ...draft.joint.screw };
    if (Object.keys(screw).length > 0)
      placed.draft = { ...draft, tool: screw.size ?? draft.tool, joint: { ...draft.joint, screw } };
  }
}

const fits = (kind: Partial<Screw>, group: Group): Partial<Screw> =>
  group.type === 'screws' || group.type === 'standoffs' ? kind : {};

export const definedOf = (screw: Partial<Screw>): Partial<Screw> =>
  Object.fromEntries(Object.entries(screw).filter(([, value]) => value != null));

function refinePlace(group: Group, frame: Frame): void {
  const mm = frame.measures.find(({ unit }) => unit === 'mm');
  if (mm && group.screw.lengthMm == null && mm.value <= 60)
    group.screw = { ...group.screw, lengthMm: mm.value };
  if (frame.tighten) group.joint.tighten = frame.tighten;
  if (frame.hiddenBy !== null) group.joint.hiddenBy = frame.hiddenBy;
  if (frame.where.length > 0 && !group.joint.where) group.joint.where = frame.where.join(', ');
  group.looks.push(...frame.looks);
}

function shareKinds(groups: readonly Group[], before: Screw | null): void {
  const found = groups.find(({ screw }) => screw.drive != null || screw.thread != null)?.screw;
  const isSame = before?.drive != null && found?.drive === before.drive && found?.size === before.size;
  const known = isSame ? before : (found ?? before);
  if (!known) return;
  for (const group of groups) {
    const { lengthMm, ...kind } = withoutLook(known);
    // "the same but shorter": of another length.
    const long = group.looks.some((look) => /^(short|long)/.test(look))
      ? {}
      : { ...(lengthMm == null ? {} : { lengthMm }) };
    group.screw = { ...kind, ...long, ...group.screw };
  }
}
