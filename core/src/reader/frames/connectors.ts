import { applySideTo, canHaveSide, withoutSide } from '../entries/sides.ts';
import type { Mechanism } from '../../sequence/schema.ts';
import type { EntryJoint, EntryOf } from '../entries/entry.ts';
import { partKindOf } from '../entries/partName.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { comesFree, doing, hasScrew, isUnderNew, leaves, spanOf, textIn, type Frame } from './frame.ts';
import { lockFlap, mechanismOf, mergeLock } from './locks.ts';
import { resolved, siblings } from './naming.ts';
import { plugOwner, type Scene } from './scene.ts';
import { closeGroups } from './sums.ts';

/** Parts whose coming off is the pulling of their plugs. */
const isLead = (part: string): boolean =>
  partKindOf(part) === 'antenna' ||
  /-(lead|cable|wire|ribbon|flex|cord)$|(?<!rubber-)plug$|^(charger|adapter|cord)$/.test(part);

/** Reads a frame as a joint by wire that is undone: a plug, a ribbon with its lock, a lead. True where it is one. */
export function readConnector(scene: Scene, frame: Frame): boolean {
  if (locksAlike(scene, frame) || countsBoth(scene, frame) || addsLead(scene, frame)) return true;
  if (countsAerials(frame)) {
    closeGroups(scene);
    const [count] = frame.counts;
    const [of] = frame.names;
    if (of && of.part !== 'antenna') scene.name(resolved(scene, of));
    scene.undo(
      { type: 'connector', mechanism: 'coax', ...(count ? { count: count.n } : {}) },
      'antenna',
      spanOf(frame),
    );
    return true;
  }
  const unplugs =
    doing(frame, 'unplug') !== undefined ||
    (doing(frame, 'unscrew')?.lemma === 'undo' && frame.cables.length > 0);
  const lock = mechanismOf(frame, scene);
  const cable = frame.cables[0];
  if (!unplugs && lock === null && !cable && !isLeadOff(frame) && !isWaitingLead(scene, frame))
    return readPopped(scene, frame);
  if (saysOnlyHow(scene, frame, lock)) return true;
  if (cable && !unplugs && isUnderNew(frame)) return notesHider(scene, frame);
  if (cable && !unplugs && !isOpened(frame, scene)) return false;
  if (!cable && !unplugs && lock !== null && refinesLast(scene, frame, lock)) return true;
  closeGroups(scene);
  if (unroutes(frame)) return layOpen(scene, frame);
  if (unplugs && opensList(frame)) {
    scene.repeat = (part) => scene.undo({ type: 'connector' }, part, spanOf(frame));
    return true;
  }
  undoLeads(scene, frame, lock);
  if (unplugs && frame.verbs[0]?.form !== 's')
    scene.repeat = (part, many) =>
      scene.undo({ type: 'connector', ...(many ? { count: many } : {}) }, part, spanOf(frame));
  scene.again = (part) =>
    scene.undo({ type: 'connector', ...(lock ? { mechanism: lock } : {}) }, part, spanOf(frame));
  return true;
}

/** "press-on connectors", "coax": how those just named open, and nothing else. */
function saysOnlyHow(scene: Scene, frame: Frame, lock: Mechanism | null): boolean {
  if (lock === null || frame.names.length > 0 || leaves(frame)) return false;
  // "24-pin plug, 4-pin plug": another one.
  if (frame.chunks[0]?.k === 'attribute') return false;
  const [cable] = frame.cables;
  if (cable)
    return (
      cable.owner === null &&
      frame.counts.length === 0 &&
      frame.verbs.every(({ act }) => act === 'be') &&
      refinesLast(scene, frame, lock)
    );
  return lock === 'coax' && frame.verbs.length === 0;
}

/** "unroute the aerial leads", "unclip the lead from its channel": out of its guides, not unplugged. */
const unroutes = (frame: Frame): boolean =>
  (doing(frame, 'unroute') !== undefined ||
    (doing(frame, 'unclip') !== undefined && frame.chunks.some(isGuide))) &&
  frame.mechanism === null;
const isGuide = (chunk: Chunk): boolean => chunk.k === 'joint' && chunk.type === 'routing';

function layOpen(scene: Scene, frame: Frame): boolean {
  for (const { part, inferred } of targetsOf(scene, frame)) {
    if (part !== null && !inferred) scene.name(part, true);
    scene.undo({ type: 'routing' }, part, spanOf(frame), inferred ? ['part'] : []);
  }
  return true;
}

/** `wlan 2 ant`: behind a figure, their leads. */
export const countsAerials = ({ chunks, joint, looks, names, screw, verbs }: Frame): boolean => {
  const at = chunks.findIndex(({ k }) => k === 'count');
  const name = chunks[at + 1];
  return (
    at >= 0 &&
    name?.k === 'name' &&
    name.part === 'antenna' &&
    joint === null &&
    verbs.length + looks.length === 0 &&
    Object.keys(screw).length === 0 &&
    names[names.length - 1] === name
  );
};

/** "the plug's under a little plate": that comes first. */
function notesHider(scene: Scene, frame: Frame): boolean {
  const owner = frame.cables[0]?.owner ?? plugOwner(scene).part;
  scene.put({ kind: 'note', ...(owner === null ? {} : { part: owner }) }, spanOf(frame));
  scene.name(frame.hiddenBy ?? '');
  return true;
}

function undoLeads(scene: Scene, frame: Frame, lock: Mechanism | null): void {
  const targets = targetsOf(scene, frame);
  const twin = frame.words.has('both') && frame.counts.length === 0 ? twinOf(scene, targets) : null;
  if (twin && lock !== null) twin.joint = { ...twin.joint, mechanism: mergeLock(twin.joint.mechanism, lock) };
  const count = twin ? null : countFor(frame, targets.length);
  for (const { part, inferred } of targets) {
    if (part !== null && !inferred) scene.name(part, frame.names.length === 0 || frame.cables.length > 0);
    scene.undo(leadJoint(frame, part, lock, count), part, spanOf(frame), inferred ? ['part'] : []);
  }
}

function leadJoint(
  frame: Frame,
  part: string | null,
  lock: Mechanism | null,
  count: number | null,
): EntryJoint {
  const joint: EntryJoint = { type: 'connector' };
  if (lock !== null) joint.mechanism = lock;
  if (count !== null) joint.count = count;
  if (frame.hiddenBy !== null && frame.hiddenBy !== part) joint.hiddenBy = frame.hiddenBy;
  if (frame.where.length > 0) joint.where = frame.where.join(', ').slice(0, 120);
  const leads = leadsOf(frame);
  const hasLeads = part === null || isLead(part) || partKindOf(part) === 'card';
  if (leads.length > 0 && hasLeads) joint.leads = leads;
  // An aerial lead has no other plug.
  if (part !== null && partKindOf(part) === 'antenna') joint.mechanism ??= 'coax';
  return joint;
}

/** "antenna leads off, both of them": how many were just undone; "one plug for both": one after all. */
function countsBoth(scene: Scene, frame: Frame): boolean {
  const last = scene.placed[scene.placed.length - 1];
  if (last?.draft.kind !== 'undo' || last.draft.joint.type !== 'connector' || last.draft.joint.count != null)
    return false;
  if (!frame.words.has('both') || frame.names.length > 0 || frame.joint !== null || hasScrew(frame))
    return false;
  const forBoth = frame.words.has('for') && frame.cables.length === 1 && frame.counts[0]?.n === 1;
  const bare = frame.chunks.every((chunk) => isWord(chunk, 'both', 'filler', 'the'));
  const other = scene.placed[scene.placed.length - 2]?.draft;
  const isList = other?.kind === 'undo' && other.joint.type === 'connector' && other.part !== last.draft.part;
  if (!forBoth && !(bare && !isList)) return false;
  if (bare) last.draft = { ...last.draft, joint: { ...last.draft.joint, count: 2 } };
  last.end = spanOf(frame).end;
  return true;
}

/** "digitizer ribbon, same lock": it opens as the one before did. */
function locksAlike(scene: Scene, frame: Frame): boolean {
  const last = scene.placed[scene.placed.length - 1];
  const before = scene.context.last?.joint;
  const bare =
    frame.chunks.every((chunk) => isWord(chunk, 'same', 'the', 'filler', 'again')) && frame.words.has('same');
  if (!bare || last?.draft.kind !== 'undo' || last.draft.joint.type !== 'connector' || !before?.mechanism)
    return false;
  last.draft = {
    ...last.draft,
    joint: { ...last.draft.joint, mechanism: mergeLock(last.draft.joint.mechanism, before.mechanism) },
  };
  last.end = spanOf(frame).end;
  return true;
}

/** "Disconnect, in this order, the camera, …": the objects follow. */
const opensList = (frame: Frame): boolean =>
  frame.chunks.length === 1 && frame.verbs[0]?.form === 'plain' && frame.chunks[0]?.from === 0;

/** "press-on, popped": said of what was named just before. */
function refinesLast(scene: Scene, frame: Frame, lock: Mechanism): boolean {
  const last = scene.placed[scene.placed.length - 1];
  if (frame.names.length > 0 || last?.draft.kind !== 'undo' || last.draft.joint.type !== 'connector')
    return false;
  for (const placed of scene.placed)
    if (
      placed.draft.kind === 'undo' &&
      placed.draft.joint.type === 'connector' &&
      (placed === last || frame.words.has('both') || frame.words.has('all') || frame.words.has('they'))
    )
      placed.draft = {
        ...placed.draft,
        joint: { ...placed.draft.joint, mechanism: mergeLock(placed.draft.joint.mechanism, lock) },
      };
  last.end = Math.max(last.end, spanOf(frame).end);
  return true;
}

/** "left flex and right flex both unplugged": the lead said just before, which `both` is of too. */
function twinOf(scene: Scene, targets: readonly { part: string | null }[]): EntryOf<'undo'> | null {
  const last = scene.placed[scene.placed.length - 1]?.draft;
  if (last?.kind !== 'undo' || last.joint.type !== 'connector' || last.joint.count != null) return null;
  return targets.length === 1 && targets[0]?.part !== last.part ? (last as EntryOf<'undo'>) : null;
}

/** "…, both off", behind leads that were named: the leads. */
function isWaitingLead(scene: Scene, frame: Frame): boolean {
  const nameless =
    frame.names.length === 0 && frame.joint === null && (leaves(frame) || frame.particles.includes('done'));
  const last = scene.lastPlaced;
  const open =
    scene.topicIsLead &&
    scene.topicSaid &&
    !(last?.kind === 'undo' && last.joint.type === 'connector' && last.part === scene.topic);
  // "black one and white one, both off", where the aerial leads are spoken of
  const aerials =
    !scene.topicSaid && scene.topic !== null && partKindOf(scene.topic) === 'antenna' && !scene.context.off;
  return (
    nameless &&
    scene.groups.length === 0 &&
    (scene.waiting.some(({ part, cable }) => cable || isLead(part)) ||
      open ||
      (aerials && frame.words.has('both')))
  );
}

const isLeadOff = (frame: Frame): boolean =>
  frame.names.some(({ part }) => isLead(part)) &&
  (comesFree(frame) || doing(frame, 'pop', 'take', 'come') !== undefined || frame.counts.length > 0);

/** Is enough said for the lead to be off? In short speech its name alone is; in sentences a verb or particle is needed. */
/** "5 screws and the coax, out": a lead that closes a list of what was undone. */
const isListed = ({ chunks, cables }: Frame, scene: Scene): boolean =>
  scene.joined &&
  scene.groups.length > 0 &&
  cables.length === 1 &&
  chunks.every((chunk) => chunk.k === 'cable' || isWord(chunk, 'the', 'a', 'it'));

function isOpened(frame: Frame, scene: Scene): boolean {
  // "cords out of the way": laid aside, still on.
  const text = textIn(scene.line, frame);
  // "cable runs under the fan": where it lies.
  if (
    /\bout of the way\b/i.test(text) ||
    /\b(?:runs?|goes|leads) (?:under|over|along|to|past|through|across)\b/i.test(text)
  )
    return false;
  if (comesFree(frame) || isListed(frame, scene)) return true;
  if (
    doing(
      frame,
      'take',
      'pop',
      'come',
      'release',
      'open',
      'slide',
      'pry',
      'press',
      'peel',
      'unroute',
      'unclip',
    ) !== undefined
  )
    return !frame.words.has('still');
  if (mechanismOf(frame) !== null && mechanismOf(frame) !== 'coax' && !doing(frame, 'lay', 'go'))
    return doing(frame, 'be') === undefined || mechanismOf(frame) !== 'plug';
  const verbal =
    frame.verbs.length > 0 ||
    frame.words.has('this') ||
    (frame.words.has('the') && isWord(frame.chunks[0], 'the')) ||
    (frame.words.has('a') && scene.placed.length === 0 && scene.groups.length === 0);
  return !verbal && !frame.words.has('first') && frame.unread.length === 0;
}

/** "popped both", "pulled it": without a noun, of the leads in hand. */
function readPopped(scene: Scene, frame: Frame): boolean {
  const pops = doing(frame, 'pop') ?? (frame.bar && doing(frame, 'open') ? doing(frame, 'open') : undefined);
  if (!pops || frame.names.length > 0 || frame.joint !== null) return false;
  // "two a side, nudged 'em open": the clips.
  if (frame.words.has('they') && scene.groups[scene.groups.length - 1]?.type === 'clips') return true;
  const waiting = scene.waiting.filter(({ cable }) => cable);
  const topic = scene.topic;
  const last = scene.placed[scene.placed.length - 1];
  if (last?.draft.kind === 'undo' && last.draft.joint.type === 'connector') return true;
  if (waiting.length === 0 && (topic === null || !(isLead(topic) || frame.particles.length === 0)))
    return false;
  closeGroups(scene);
  const joint: EntryJoint = { type: 'connector' };
  if (frame.words.has('both')) joint.count = 2;
  for (const part of waiting.length > 0 ? waiting.map((w) => w.part) : [topic])
    scene.undo({ ...joint }, part, spanOf(frame), ['part']);
  scene.waiting = [];
  return true;
}

/** What is unplugged: leads named, parts named, those that wait, else the part in work. */
function targetsOf(scene: Scene, frame: Frame): { part: string | null; inferred: boolean }[] {
  const side = frame.sides[0];
  const sided = (part: string): string => applySideTo(part, side);
  const leads = frame.cables.map(({ owner }) => owner);
  const names = frame.names
    .filter(({ part, bare }) => !(bare && part === 'flap' && lockFlap(frame)))
    .map((name) => sided(resolved(scene, name)));
  const named = [
    ...leads.filter((owner): owner is string => owner !== null).map(sided),
    ...(leads.some((owner) => owner !== null) ? [] : names),
  ];
  const waiting = scene.waiting.map(({ part }) => part);
  const shared =
    scene.joined &&
    (frame.cables.some(({ plural }) => plural) || doing(frame, 'unplug')?.form === 'past') &&
    frame.chunks.findIndex(({ k }) => k === 'name' || k === 'cable') <= 2;
  const takesWaiting =
    waiting.length > 0 && (named.length === 0 || shared || scene.waiting.some(({ cable }) => cable));
  if (takesWaiting) scene.waiting = [];
  const all = takesWaiting ? [...new Set([...waiting, ...named])] : named;
  if (all.length > 0)
    return all.flatMap((part) => bothSides(frame, part)).map((part) => ({ part, inferred: false }));
  const each = frame.words.has('both') || frame.words.has('all') || frame.words.has('each');
  if (scene.pair.length > 1) return scene.pair.map((part) => ({ part, inferred: !scene.topicSaid }));
  const pair = each ? siblings(scene) : [];
  if (pair.length > 1) return pair.map((part) => ({ part, inferred: true }));
  const holder = frame.holders[0] ?? frame.places[0];
  // "five small ribbons off the board": the board's.
  const from = frame.particles[0] === 'off' ? frame.places[0] : undefined;
  if (from && frame.counts.length > 0) return [{ part: resolved(scene, from), inferred: false }];
  // "unplug 2 cables from the fan"
  const whose = frame.cables.length === 1 && doing(frame, 'unplug') ? frame.holders[0] : undefined;
  if (whose && whose.part !== 'system-board') return [{ part: resolved(scene, whose), inferred: false }];
  const owner = plugOwner(scene);
  // Coax is what aerials have: that of a heatsink or a fan is the aerial's.
  const hasAerial = /antenna|card|wireless|cellular|modem|camera|display|board/.test(owner.part ?? '');
  if (frame.mechanism === 'coax' && !hasAerial) return [{ part: 'antenna', inferred: false }];
  return [owner.part === null && holder ? { part: holder.part, inferred: false } : owner];
}

function bothSides(frame: Frame, part: string): string[] {
  const letters = frame.chunks.filter((chunk) => chunk.k === 'side').length >= 2;
  return letters && canHaveSide(part)
    ? ['left', 'right'].map((side) => `${side}-${withoutSide(part)}`)
    : [part];
}

function countFor(frame: Frame, targets: number): number | null {
  const [count] = frame.counts;
  if (count && count.n > 0) return count.n;
  if (targets > 1) return null;
  if (frame.words.has('both')) return 2;
  return leadsOf(frame).length > 1 ? leadsOf(frame).length : null;
}

const leadColours = new Set([
  'black',
  'white',
  'grey',
  'gray',
  'main',
  'aux',
  'blk',
  'wht',
  'gry',
  'red',
  'blue',
]);
const leadsOf = (frame: Frame): string[] => frame.looks.filter((look) => leadColours.has(look));

/** "coax main, aux": one more lead of the joint just undone. */
function addsLead(scene: Scene, frame: Frame): boolean {
  const last = scene.placed[scene.placed.length - 1];
  const leads = leadsOf(frame);
  const bare = frame.chunks.every(({ k }) => k === 'look' || k === 'word' || k === 'plain');
  if (leads.length === 0 || !bare || last?.draft.kind !== 'undo' || !last.draft.joint.leads) return false;
  const all = [...last.draft.joint.leads, ...leads];
  last.draft = { ...last.draft, joint: { ...last.draft.joint, leads: all, count: all.length } };
  last.end = spanOf(frame).end;
  return true;
}
