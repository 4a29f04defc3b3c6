import { verbFor } from '../../estimate/defaultSeconds.ts';
import type { Screw } from '../../sequence/screw.ts';
import type { Entry, EntryJoint } from '../entries/entry.ts';
import type { Counted } from './counts.ts';
import { type Frame, doing, hasScrew, leaves } from './frame.ts';
import { sidedParts } from '../lexicon/parts.ts';
import { partNamed } from './naming.ts';
import { definedOf, withoutLook } from './refine.ts';
import type { Group, Scene } from './scene.ts';

/** "camera flex, mic plug, call lead: three off": how many leads were just said. */
export function totalsLeads(scene: Scene, frame: Frame, counted: Counted): boolean {
  const leads = scene.placed.filter(
    ({ draft }) => draft.kind === 'undo' && draft.joint.type === 'connector' && draft.joint.count == null,
  );
  return leads.length > 1 && leads.length === counted.n && bare(frame) && scene.groups.length === 0;
}

/** "that makes eight", "8 in all": the sum as a check, never more of them. */
export function isTotal(scene: Scene, frame: Frame, counted: Counted): boolean {
  const sum = scene.groups.reduce((all, { n }) => all + (n ?? 0), 0);
  const first = scene.groups[0]?.n ?? 0;
  const repeated =
    scene.groups.length > 0 &&
    (counted.n === sum || (counted.n === first && sum === 2 * first)) &&
    (bare(frame) || saysAgain(scene, frame)) &&
    !counted.partitive &&
    (scene.groups.length > 1 || frame.words.has('yes') || frame.words.has('so') || saysAgain(scene, frame));
  const total =
    frame.words.has('total') ||
    (frame.words.has('this') && bare(frame) && scene.groups.length > 0) ||
    (frame.words.has('so') && bare(frame));
  const spread = counted.spread && scene.groups.length === 1 && scene.groups[0]?.n === counted.n;
  if (spread || repeated) return true;
  if (total && frame.names[0] && !frame.words.has('this')) {
    const part = partNamed(scene, frame) ?? frame.names[0].part;
    // "fan 8 T5 in all", when none of them was counted yet: those are they.
    const counts = (entry: Entry): boolean => entry.kind === 'undo' && entry.part === part;
    const lines = [scene.context.lastLine, ...scene.context.earlier.slice(0, 6)];
    if (sum === 0 && hasScrew(frame) && !lines.flat().some(counts)) return false;
    scene.name(part);
    return true;
  }
  if (!total || (frame.joint !== null && frame.verbs.length > 0)) return false;
  if (scene.groups.length > 2 && sum - first === counted.n) {
    scene.groups.shift();
    doubtSum(scene, first);
  } else if (sum > 0 && sum !== counted.n) doubtSum(scene, counted.n);
  return sum > 0 || scene.context.lastLine.length > 0;
}

/** "…, both screws out": those just counted. */
const saysAgain = (scene: Scene, frame: Frame): boolean =>
  frame.joint !== null &&
  frame.joint.type === scene.groups[0]?.type &&
  frame.joint.owner === null &&
  frame.names.length === 0 &&
  !hasScrew(frame) &&
  frame.looks.length === 0 &&
  leaves(frame) &&
  (frame.words.has('both') || frame.words.has('all'));

export const bare = (frame: Frame): boolean =>
  frame.names.length + frame.cables.length === 0 &&
  !hasScrew(frame) &&
  frame.looks.length === 0 &&
  frame.joint === null &&
  frame.hiddenBy === null;

function doubtSum(scene: Scene, said: number): void {
  const parts = scene.groups.map(({ n }) => n ?? 0);
  const sum = parts.reduce((all, n) => all + n, 0);
  scene.doubts.push({
    why: parts.length > 1 ? `${parts.join(' + ')} is ${sum}, not ${said}` : `${sum}, or ${said}?`,
    answers: [],
  });
}

/** "five came", "got two": of those counted, only so many were undone so far. */
export function confirmsSome(scene: Scene, frame: Frame, counted: Counted): boolean {
  const open = scene.groups[0];
  if (
    !open ||
    scene.groups.length !== 1 ||
    open.n === null ||
    !bare(frame) ||
    frame.words.has('more') ||
    frame.sides.length > 0
  )
    return false;
  const done =
    leaves(frame) ||
    frame.particles.includes('done') ||
    doing(frame, 'come', 'take', 'have') !== undefined ||
    doing(frame, 'see')?.lemma === 'find';
  if (!done || counted.n > open.n || frame.measures.length > 0) return false;
  open.outOf ??= open.n;
  open.n = counted.n;
  return true;
}

/** Settles what is whole and what is part, and writes the groups as entries. */
export function closeGroups(scene: Scene): void {
  const groups = scene.groups;
  scene.groups = [];
  const [whole, ...parts] = groups;
  if (!whole) return;
  const members = parts.length > 0 ? settle(scene, whole, parts) : [whole];
  toSides(members);
  for (const group of members) writeGroup(scene, group);
}

/** "hinges 3+3 M2.5x5": as many on the one side as on the other. */
function toSides(members: readonly Group[]): void {
  const [left, right] = members;
  if (!left || !right || members.length > 2 || left.part === null || !sidedParts.has(left.part)) return;
  const even =
    left.part === right.part &&
    left.n === right.n &&
    Object.keys(left.screw).length === 0 &&
    right.added &&
    left.joint.where === undefined;
  if (!even || right.joint.where !== undefined) return;
  left.screw = { ...right.screw, ...left.screw };
  [left.part, right.part] = [`left-${left.part}`, `right-${left.part}`];
}

/** The sum decides: parts that make up the whole are it told apart, others are more of them. */
function settle(scene: Scene, whole: Group, parts: readonly Group[]): Group[] {
  const firstPart = parts.findIndex(({ partitive }) => partitive);
  const some =
    firstPart >= 0 ? parts.slice(firstPart).filter(({ partitive, loose }) => partitive || loose) : [];
  const others = parts.filter((part) => !some.includes(part));
  const told = others.filter(({ loose, type }) => loose && type === whole.type);
  const sum = told.reduce((all, { n }) => all + (n ?? 0), 0);
  for (const part of parts) inherit(part, whole);
  const alone = told.length === 1;
  // "three, one at each corner": where they are, not more of them.
  if (alone && told[0]?.spread && whole.n !== null)
    return [whole, ...others.filter((part) => !told.includes(part))];
  const kinds =
    told.length > 1 &&
    told.every(({ screw, looks }) => screw.thread != null || screw.size != null || looks.length > 0) &&
    whole.screw.thread == null &&
    whole.looks.length === 0;
  if (whole.n !== null && told.length > 0 && sum === whole.n && !alone)
    return [...told, ...others.filter((part) => !told.includes(part))];
  if (
    whole.n !== null &&
    (!whole.behindColon || told[0]?.opensList === true) &&
    sum !== whole.n &&
    told.length > 1 &&
    (kinds || (told.some(({ behindColon }) => behindColon) && whole.joint.where === undefined))
  ) {
    scene.doubts.push({
      why: `${told.map(({ n }) => n).join(' + ')} is ${sum}, not ${whole.n}`,
      answers: [],
    });
    return [...told, ...others.filter((part) => !told.includes(part))];
  }
  return takeFrom(scene, whole, some, others);
}

/** "8, two of them captive": six, and two. */
function takeFrom(scene: Scene, whole: Group, some: readonly Group[], others: readonly Group[]): Group[] {
  const taken = some.reduce((all, { n }) => all + (n ?? 0), 0);
  // "under it six, four of them long, two short": all of them are told apart.
  if (taken === whole.n) for (const part of some) part.joint.hiddenBy ??= whole.joint.hiddenBy;
  if (whole.n === null || some.length === 0) return [whole, ...others];
  if (taken > whole.n) scene.doubts.push({ why: `${taken} of ${whole.n}?`, answers: [] });
  const left = whole.n - taken;
  return [...(left > 0 ? [{ ...whole, n: left }] : []), ...some, ...others];
}

/** What was said of all holds for each part of them, unless it says otherwise. */
function inherit(part: Group, whole: Group): void {
  if (part.type !== whole.type) return;
  if (part.partitive || part.loose) {
    // "7 PH0 M2x5, 2 captive PH0": a kind said again is all that is known of it.
    if (part.screw.size == null) part.screw = { ...withoutLook(whole.screw), ...part.screw };
    if (part.joint.tighten === undefined && whole.joint.tighten) part.joint.tighten = whole.joint.tighten;
    if (part.partitive === false && part.joint.hiddenBy === undefined && whole.joint.hiddenBy)
      part.joint.hiddenBy = whole.joint.hiddenBy;
  }
  if (whole.screw.drive == null && part.screw.drive != null && part.loose)
    whole.screw = { drive: part.screw.drive, size: part.screw.size, ...whole.screw };
}

function writeGroup(scene: Scene, group: Group): void {
  const look = group.looks.join(' ').slice(0, 40);
  const joint: EntryJoint = { type: group.type, ...group.joint };
  if (group.n !== null) joint.count = Math.min(group.n, 400);
  if (group.outOf !== null && group.n !== null && group.outOf > group.n) joint.claimed = group.outOf;
  const isCounted = group.type === 'screws' || group.type === 'standoffs';
  if (isCounted && group.screw.drive == null) group.screw = { ...scene.driver, ...group.screw };
  const screw = look && isCounted ? { ...group.screw, look } : group.screw;
  if (isCounted && Object.keys(screw).length > 0) joint.screw = definedOf(screw) as Screw;
  if (look && !joint.where) joint.where = look;
  if (group.n === 0) return;
  const inferred = [
    ...(group.partInferred ? (['part'] as const) : []),
    ...(group.screwInferred ? (['screw'] as const) : []),
  ];
  scene.undo(joint, group.part, group, inferred, verbFor(group.type, joint.screw?.captive === true, null));
}
