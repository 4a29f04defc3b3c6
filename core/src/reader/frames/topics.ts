import { applySideTo, withoutSide } from '../entries/sides.ts';
import { sidedParts } from '../lexicon/parts.ts';
import { isWord } from '../phrases/chunk.ts';
import { doing, hasScrew, spanOf, textIn, type Frame } from './frame.ts';
import { resolved } from './naming.ts';
import { has, type Piece } from './piece.ts';
import type { Scene } from './scene.ts';
import { closeGroups } from './sums.ts';
import { partOf, partsIn } from './told.ts';

/** "clips: 4 front, 3 rear", "board ribbons: camera, touchpad": what the list behind the colon is of. */
export const isHeader = (piece: Piece, frame: Frame): boolean =>
  piece.header &&
  frame.counts.length === 0 &&
  frame.verbs.length === 0 &&
  frame.particles.length === 0 &&
  frame.codes.length === 0 &&
  frame.measures.length === 0 &&
  (frame.joint !== null || frame.cables.length > 0 || frame.names.some(isLeadName));

/** `antenna coax`: a name that ends with the noun of a lead. */
const isLeadName = ({ word }: { readonly word: string }): boolean =>
  /^(coax|lead|cable|ribbon|flex)$/.test(word);

export function heads(scene: Scene, frame: Frame): boolean {
  closeGroups(scene);
  scene.waiting = [];
  scene.heading = frame.joint?.type ?? 'connector';
  scene.headingLock = frame.names.some(({ word }) => word === 'coax') ? 'coax' : frame.mechanism;
  topicOf(scene, frame);
  return true;
}

/** "antenna coax: 2 of 3 off": leads that were counted. */
export function countsLeads(scene: Scene, frame: Frame): boolean {
  const [count] = frame.counts;
  if (
    scene.heading !== 'connector' ||
    !count ||
    frame.joint !== null ||
    hasScrew(frame) ||
    frame.names.length > 0
  )
    return false;
  // "camera flex, mic plug, call lead: three off" counts the ones before too.
  const before = scene.placed.filter(
    ({ draft }) => draft.kind === 'undo' && draft.joint.type === 'connector' && draft.joint.count == null,
  ).length;
  const isSum = before > 0 && count.n === before + 1;
  scene.undo(
    {
      type: 'connector',
      ...(isSum ? {} : { count: count.n }),
      ...(scene.headingLock ? { mechanism: scene.headingLock } : {}),
    },
    scene.topic,
    spanOf(frame),
  );
  return true;
}

/** "4 PH0 screws, fan", "3 T5 out (fan)": a name alone at the end of the line says whose they are. */
const endsGroup = (scene: Scene, piece: Piece, frame: Frame): boolean =>
  piece.last &&
  piece.joiner === 'comma' &&
  frame.names.length === 1 &&
  frame.words.size === (frame.words.has('the') ? 1 : 0) &&
  frame.cables.length + frame.verbs.length + frame.particles.length + frame.codes.length === 0 &&
  frame.joint === null &&
  frame.measures.length + frame.unread.length === 0 &&
  scene.isOwnerless;

/** "…, which hold the back cover": whose the screws are. */
export function ownsGroup(scene: Scene, piece: Piece, frame: Frame): boolean {
  const inferred = scene.groups.length > 0 && scene.groups[0]?.partInferred === true;
  const from =
    inferred &&
    frame.names.length === 0 &&
    frame.verbs.length === 0 &&
    frame.particles.length === 0 &&
    piece.chunks.length <= 4 &&
    /^(from|of)\b/i.test(scene.line.slice(spanOf(piece).start))
      ? (frame.holders[0] ?? frame.places[0])
      : undefined;
  const name = frame.names[0] ?? from;
  const holds = doing(frame, 'fix', 'hold') !== undefined && (has(piece, 'which') || inferred);
  const said = holds || from !== undefined || endsGroup(scene, piece, frame);
  if (!name || scene.groups.length === 0 || frame.counts.length > 0 || !said) return false;
  const part = withSide(frame, resolved(scene, name));
  for (const group of scene.groups) [group.part, group.partInferred] = [part, false];
  scene.name(part);
  return true;
}

/** "under the flap, one more": what the next group hides under. */
export function hidesNext(scene: Scene, frame: Frame): boolean {
  const only =
    frame.hiddenBy !== null &&
    frame.counts.length +
      frame.names.length +
      frame.cables.length +
      frame.verbs.length +
      frame.particles.length ===
      0 &&
    frame.joint === null &&
    !frame.words.has('more') &&
    scene.groups.length === 0;
  if (only) scene.under = frame.hiddenBy;
  return only;
}

/** "using a PH0 driver": the recess of what is undone next. */
export function namesDriver(scene: Scene, frames: readonly Frame[]): boolean {
  const [frame] = frames;
  if (!frame || frames.length > 1 || frame.joint !== null || !hasScrew(frame) || frame.hiddenBy !== null)
    return false;
  const at = frame.chunks.findIndex(({ k }) => k === 'tool');
  if (at < 1 || !frame.chunks.slice(0, at).some(({ k }) => k === 'kind') || frame.counts.length > 0)
    return false;
  scene.driver = frame.screw;
  return true;
}

export function nameNearParticle(frame: Frame): boolean {
  const lastName = frame.chunks.findLastIndex(({ k }) => k === 'name');
  const lastCount = frame.chunks.findLastIndex(({ k }) => k === 'count' || k === 'joint');
  const other = frame.chunks.findLastIndex(
    (chunk) => chunk.k === 'joint' && chunk.type !== 'screws' && chunk.type !== 'standoffs',
  );
  if (other > lastName && isWord(frame.chunks[other + 1], 'off', 'out', 'away')) return false;
  const particle = frame.chunks.findLastIndex(
    (chunk) => chunk.k === 'word' && ['off', 'out', 'away', 'free', 'up'].includes(chunk.word),
  );
  const between = frame.chunks.slice(lastName, particle).some(({ k }) => k === 'count' || k === 'joint');
  return particle > lastName && (!between || particle > lastCount);
}

/** A name without an act: what the next words are about. */
export function isTopicOnly(scene: Scene, piece: Piece, frame: Frame): boolean {
  const parts = partsIn(scene, piece.chunks);
  if (frame.joint?.plural && frame.joint.owner) scene.name(frame.joint.owner);
  if (frame.joint?.plural && frame.counts.length === 0 && frame.verbs.every(({ act }) => act === 'be'))
    scene.heading = frame.joint.type;
  // "SIM tray (L), SD tray (R)": which of them; the names still wait.
  if (scene.waiting.length > 0 && piece.chunks.every(({ k }) => k === 'side')) return true;
  if (parts.length === 0) return false;
  const telling = frame.verbs.filter(({ act }) => !['be', 'have', 'go'].includes(act));
  if (frame.joint?.plural && frame.counts.length === 0) scene.heading = frame.joint.type;
  if (frame.joint && frame.joint.type !== 'screws') scene.mentioned = frame.joint.type;
  if (telling.length > 0 || frame.unread.length > 1) {
    // "press the spring": what is pressed is not what the work is about.
    if (scene.groups.length === 0 && telling[0]?.act !== 'press') topicOf(scene, frame);
    return false;
  }
  if (piece.joiner !== 'comma' && piece.joiner !== 'and') scene.waiting = [];
  if (piece.joiner === 'because') return false;
  // "fan T5 (3)": the kind of what is counted next.
  if (hasScrew(frame) && frame.names.length > 0 && scene.groups.length === 0) scene.kindAhead = frame.screw;
  topicOf(scene, frame);
  if (!isPure(piece)) return true;
  if (scene.pair.length > 1 && parts.length === 1) {
    scene.waiting = scene.pair.map((part) => ({ part, cable: frame.cables.length > 0 }));
    return true;
  }
  for (const chunk of piece.chunks) {
    const part = partOf(scene, chunk);
    if (part !== null) scene.waiting.push({ part: withSide(frame, part), cable: chunk.k === 'cable' });
    else if (chunk.k === 'cable') scene.waiting.push({ part: scene.topic ?? 'cable', cable: true });
  }
  return frame.words.size === 0 || frame.names.length + frame.cables.length > 0;
}

/** Nothing but names and what belongs to them: a piece of a list. */
const isPure = (piece: Piece): boolean =>
  piece.chunks.every(
    (chunk) =>
      ['name', 'cable', 'side', 'look', 'plain', 'mechanism'].includes(chunk.k) ||
      isWord(
        chunk,
        'the',
        'a',
        'both',
        'all',
        'it',
        'old',
        'then',
        'now',
        'this',
        'filler',
        'so',
        'yes',
        'too',
        'first',
      ),
  );

export function topicOf(scene: Scene, frame: Frame): void {
  const [only] = frame.names;
  // "card in at the front": the one that pries.
  if (only?.bare && only.part === 'card' && frame.particles.includes('in')) return;
  // "back to the charging board", "on to the fan"
  const turned = /^(?:(?:so|now|then|right|okay)[, ]+)*(?:back|on|over|now|moving on) (?:to|for)\b/i.test(
    textIn(scene.line, frame),
  );
  const looked =
    turned && frame.places.length === 1
      ? frame.places
      : frame.names.length === 0 &&
          (doing(frame, 'see') || isWord(frame.chunks[0], 'filler')) &&
          frame.places.length === 1 &&
          isWord(frame.chunks[1], 'at')
        ? frame.places
        : [];
  const [name] = [...frame.names, ...frame.holders, ...looked].filter(({ part }) => part !== 'label');
  const cable = frame.cables.find(({ owner }) => owner !== null);
  // "backlight ribbon has no flap": what is said first.
  const leads = cable && name && frame.chunks.indexOf(cable) < frame.chunks.indexOf(name);
  const one = name && !leads ? resolved(scene, name) : (cable?.owner ?? frame.joint?.owner);
  if (!one) return;
  const part = withSide(frame, one);
  if (scene.groups.length > 0 && scene.groups[0]?.part !== part) closeGroups(scene);
  scene.name(part, !name);
  const sides = frame.chunks.filter((chunk) => chunk.k === 'side');
  const base = withoutSide(part);
  if (sides.length > 1 && (sidedParts.has(base) || name?.known === false))
    scene.pair = [`left-${base}`, `right-${base}`];
}

const withSide = (frame: Frame, part: string): string => applySideTo(part, frame.sides[0]);
