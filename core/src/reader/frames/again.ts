import { withoutSide } from '../entries/sides.ts';
import type { EntryJoint } from '../entries/entry.ts';
import type { Counted } from './counts.ts';
import { hasScrew, leaves, spanOf, textIn, type Frame } from './frame.ts';
import { partNamed } from './naming.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';

/** "ssd same screw", "R the same": what was last undone, again for this part. */
export function readSame(scene: Scene, frame: Frame): boolean {
  if (!frame.words.has('same') || frame.mechanism !== null || frame.codes.length > 0) return false;
  // "its number is X, and the spare has the same"
  if (scene.lastPlaced?.kind === 'number' || scene.lastPlaced?.kind === 'measure') return true;
  if (
    frame.cables.length > 0 ||
    (scene.lastUndo?.joint.type === 'connector' &&
      frame.joint === null &&
      frame.places.length + frame.holders.length > 0)
  )
    return sameLead(scene, frame);
  const part =
    partNamed(scene, frame) ??
    acrossFrom(scene, frame) ??
    (scene.topicSaid && scene.groups.length === 0 && !scene.acted ? scene.topic : null);
  if (part !== null && sameWhole(scene, frame, part)) return true;
  const last = lastCounted(scene);
  const ditto = textIn(scene.line, frame).endsWith('"');
  if (ditto && sameLift(scene, frame, part)) return true;
  if (!last || part === null || leaves(frame)) return sameLift(scene, frame, part);
  closeGroups(scene);
  scene.name(part);
  const isScrews = last.joint.type === 'screws';
  const joint: EntryJoint = {
    type: last.joint.type,
    count: frame.joint && !frame.joint.plural ? 1 : last.joint.count,
  };
  if (last.joint.screw && isScrews) joint.screw = { ...last.joint.screw, ...frame.screw };
  if (last.joint.mechanism) joint.mechanism = last.joint.mechanism;
  scene.undo(joint, part, spanOf(frame), ['screw', 'count']);
  return true;
}

/** "fan R: same", "other fan likewise": all that was done to the one across. */
function sameWhole(scene: Scene, frame: Frame, part: string): boolean {
  const base = (slug: string): string => slug.replace(/^(left|right|top|bottom|upper|lower|other)-/, '');
  const acts = scene.context.lastLine.filter((entry) => entry.kind === 'undo' || entry.kind === 'lift');
  const twin =
    acts.length > 1 &&
    acts.every(
      (entry) =>
        'part' in entry &&
        entry.part !== null &&
        entry.part !== part &&
        base(entry.part ?? '') === base(part),
    );
  if (!twin || frame.joint !== null) return false;
  scene.name(part);
  for (const entry of acts) {
    if (entry.kind === 'undo')
      scene.undo({ ...entry.joint }, part, spanOf(frame), ['screw', 'count'], entry.verb);
    else scene.put({ kind: 'lift', part }, spanOf(frame));
  }
  return true;
}

/** "keypad ribbon same": opened as the one before. */
function sameLead(scene: Scene, frame: Frame): boolean {
  const last = scene.lastUndo;
  const part =
    frame.cables[0]?.owner ?? frame.names[0]?.part ?? frame.holders[0]?.part ?? frame.places[0]?.part ?? null;
  if (last?.joint.type !== 'connector' || part === null) return false;
  closeGroups(scene);
  scene.name(part, true);
  scene.undo(
    { type: 'connector', ...(last.joint.mechanism ? { mechanism: last.joint.mechanism } : {}) },
    part,
    spanOf(frame),
    ['screw'],
  );
  return true;
}

/** `hs "`: off, as the part before. */
function sameLift(scene: Scene, frame: Frame, part: string | null): boolean {
  const last = scene.lastPlaced ?? scene.context.lastLine[scene.context.lastLine.length - 1];
  if (part === null || last?.kind !== 'lift' || leaves(frame)) return false;
  scene.name(part);
  scene.put({ kind: 'lift', part }, spanOf(frame));
  return true;
}

function lastCounted(scene: Scene): { joint: EntryJoint } | null {
  const group = scene.groups[scene.groups.length - 1];
  if (group) return { joint: { ...group.joint, type: group.type, count: group.n, screw: group.screw } };
  return scene.lastUndo;
}

function acrossFrom(scene: Scene, frame: Frame): string | null {
  const { part } = scene.groups[scene.groups.length - 1] ?? scene.lastUndo ?? { part: null };
  if (!frame.words.has('other') && frame.sides.length === 0) return null;
  const base = part === null ? null : withoutSide(part);
  const side =
    frame.sides[0] ?? (part?.startsWith('left-') ? 'right' : part?.startsWith('right-') ? 'left' : null);
  return base && side ? `${side}-${base}` : base;
}

/** "backlight 1 more, same": one more of the leads just undone. */
export function repeatsConnector(scene: Scene, frame: Frame, counted: Counted): boolean {
  const last = scene.lastUndo;
  if (
    !counted.more ||
    last?.joint.type !== 'connector' ||
    frame.joint !== null ||
    hasScrew(frame) ||
    frame.cables.length > 0 ||
    frame.hiddenBy !== null
  )
    return false;
  const part = partNamed(scene, frame);
  if (part === null || leaves(frame)) return false;
  closeGroups(scene);
  scene.name(part);
  scene.undo(
    { type: 'connector', ...(last.joint.mechanism ? { mechanism: last.joint.mechanism } : {}) },
    part,
    spanOf(frame),
  );
  return true;
}

/** "and the rest": as many as were said to be there and were not undone yet. */
export function readRest(scene: Scene, frame: Frame): boolean {
  const lines = [scene.context.lastLine, ...scene.context.earlier];
  const part = partNamed(scene, frame) ?? scene.topic;
  const entries = lines.flat();
  const claim = entries.find(
    (entry) =>
      (entry.kind === 'undo' && entry.joint.claimed) || (entry.kind === 'seen' && entry.joint?.count),
  );
  if (!claim || (claim.kind !== 'undo' && claim.kind !== 'seen') || !claim.joint) return false;
  const owner = claim.part ?? part;
  const done = entries.reduce(
    (sum, entry) =>
      sum +
      (entry.kind === 'undo' && entry.part === owner && entry.joint.type === claim.joint?.type
        ? (entry.joint.count ?? 0)
        : 0),
    0,
  );
  const left = (claim.joint.claimed ?? claim.joint.count ?? 0) - done;
  if (left <= 0) return false;
  const joint: EntryJoint = { type: claim.joint.type, count: left };
  if (claim.joint.screw) joint.screw = { ...claim.joint.screw, ...frame.screw };
  scene.undo(joint, owner, spanOf(frame), ['count']);
  return true;
}
