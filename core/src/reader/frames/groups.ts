import { readRest, readSame, repeatsConnector } from './again.ts';
import { partKindOf } from '../entries/partName.ts';
import { isWord } from '../phrases/chunk.ts';
import { countsAerials } from './connectors.ts';
import { countOf, type Counted } from './counts.ts';
import { doing, hasScrew, isUnderNew, leaves, spanOf, textIn, type Frame } from './frame.ts';
import type { Piece } from './piece.ts';
import { refinesGroup } from './refine.ts';
import type { Scene } from './scene.ts';
import { bare, confirmsSome, isTotal, totalsLeads } from './sums.ts';
import { readUncounted } from './uncounted.ts';
import { giveAll, openGroup } from './openGroup.ts';

/** Reads a frame as things counted that hold a part. True where it is one. */
export function readGroup(scene: Scene, frame: Frame, piece: Piece): boolean {
  hiddenByName(frame);
  if (placesGroup(scene, frame)) return true;
  if (refinesGroup(scene, frame) || tellsLength(scene, frame)) return true;
  if (frame.words.has('rest') && countOf(frame) === null && readRest(scene, frame)) return true;
  const counted = countOf(frame, scene.groups.length > 0);
  if (counted !== null && scene.ordering === piece.sentence && bare(frame)) return true;
  if (counted !== null && repeatsConnector(scene, frame, counted)) return true;
  if (counted === null) return readSame(scene, frame) || readUncounted(scene, piece, frame);
  if (isOfParts(frame, piece.header) || isOfLeads(frame) || countsAerials(frame)) return false;
  if (countsWaiting(scene, frame, counted)) return true;
  if (fillsCount(scene, frame, counted)) return true;
  if (!frame.words.has('this') && !frame.words.has('total') && countsOn(scene, frame, counted)) return true;
  if (totalsLeads(scene, frame, counted) || isTotal(scene, frame, counted)) return true;
  if (confirmsSome(scene, frame, counted)) return true;
  if (!isEnough(scene, frame, counted)) return false;
  if (refersBack(scene, frame, counted)) return true;
  const verb = doing(frame, 'take', 'unscrew');
  if (verb?.form === 'plain' || (verb?.act === 'take' && verb.form === 'past'))
    scene.repeat = (part) => {
      if (scene.joined) giveAll(scene, part);
      scene.put({ kind: 'lift', part }, spanOf(frame));
    };
  openGroup(scene, frame, piece, counted);
  return true;
}

/**
 * "four screws, one down each foot", "six, one's by the charge port": where those just counted are, not more of
 * them.
 */
function placesGroup(scene: Scene, frame: Frame): boolean {
  const last = scene.groups[scene.groups.length - 1];
  const [count] = frame.counts;
  const plain =
    last !== undefined &&
    last.n !== null &&
    last.n > 1 &&
    count?.n === 1 &&
    frame.counts.length === 1 &&
    !hasScrew(frame) &&
    frame.joint === null &&
    frame.looks.length === 0 &&
    frame.hiddenBy === null &&
    !frame.hiddenByTopic &&
    !leaves(frame) &&
    !frame.words.has('more') &&
    frame.chunks[0] === frame.chunks[count.at];
  if (!plain || !last) return false;
  const corner = frame.where.some((place) => place.startsWith('corner'));
  const places = frame.words.has('a-side') ? 2 : corner && frame.words.has('each') ? 4 : null;
  const spread =
    frame.words.has('without') || places === last.n || (places === null && frame.words.has('each'));
  const told = isWord(frame.chunks[count.at + 1], 'filler') && frame.words.has('at');
  // "one already loose": how one of them was found.
  const found = frame.words.has('now') && frame.particles.includes('loose');
  if (!spread && !told && !found) return false;
  last.end = Math.max(last.end, spanOf(frame).end);
  return true;
}

/** "three screws, six long": more than were counted, so it is their length. */
function tellsLength({ groups }: Scene, { counts, looks, chunks, names, words }: Frame): boolean {
  const last = groups[groups.length - 1];
  const [count] = counts;
  const look = chunks[(count?.at ?? 0) + 1];
  const isLong = look?.k === 'look' && look.look === 'long' && looks.length === 1 && counts.length === 1;
  if (!last || !count || !isLong || names.length > 0 || words.has('more')) return false;
  if (last.type !== 'screws' || last.screw.lengthMm != null || count.n <= (last.n ?? count.n)) return false;
  last.screw = { ...last.screw, lengthMm: count.n };
  return true;
}

/** "a cap in each corner hides a long PH2": what is named first hides what is counted. */
function hiddenByName(frame: Frame): void {
  if (isUnderNew(frame) && (frame.counts.length > 0 || hasScrew(frame))) {
    const at = frame.chunks.findIndex((chunk) => chunk.k === 'name' && chunk.part === frame.hiddenBy);
    const name = frame.chunks[at];
    if (name?.k === 'name') [frame.names, frame.cables, frame.hiddenBy] = [[name], [], null];
    return;
  }
  const verbAt = frame.chunks.findIndex(
    (chunk) => chunk.k === 'verb' && /^(hide|conceal)$/.test(chunk.lemma),
  );
  const [name, ...others] = frame.names;
  const nameAt = frame.chunks.findIndex((chunk) => chunk === name);
  if (!name || others.length > 1 || verbAt < nameAt || frame.hiddenBy !== null) return;
  if (!hasScrew(frame) && frame.joint === null && frame.counts.length === 0) return;
  frame.hiddenBy = name.part;
  frame.names = others;
}

/** "take those four screws out": the four of the line before, not four more. */
function refersBack(scene: Scene, frame: Frame, counted: Counted): boolean {
  const { last } = scene.context;
  const definite = frame.words.has('they') || frame.words.has('this');
  const same = last?.joint.count === counted.n && last.joint.type === (frame.joint?.type ?? 'screws');
  const nothingNew = frame.names.length === 0 && !hasScrew(frame) && frame.hiddenBy === null;
  return definite && same && nothingNew && scene.groups.length === 0 && scene.placed.length === 0;
}

/** "aerials, two on this, popped both": how many of what was named, not of its screws. */
function countsWaiting(scene: Scene, frame: Frame, counted: Counted): boolean {
  const [only] = scene.waiting;
  const told = counted.partitive || frame.words.has('this');
  return (
    only !== undefined &&
    scene.waiting.length === 1 &&
    /antenna|speaker|stick|fan/.test(only.part) &&
    told &&
    bare(frame) &&
    !leaves(frame)
  );
}

/** `antenna coax 2 off`: leads, by the last word of their name. */
const isOfLeads = (frame: Frame): boolean =>
  frame.joint === null &&
  !hasScrew(frame) &&
  frame.looks.length === 0 &&
  leaves(frame) &&
  frame.names.length === 1 &&
  /^(coax|lead|cable|ribbon|flex|antenna|aerial)$/.test(frame.names[0]?.word ?? '');

/** `2 fans`, `both sticks`: a count of parts, not of what holds them. */
function isOfParts(frame: Frame, header: boolean): boolean {
  if (frame.joint !== null || hasScrew(frame)) return false;
  if (frame.cables.length > 0) return true;
  // "feet x4 off": feet have no screws.
  const own = ({ part, plural }: Frame['names'][number]): boolean =>
    part === 'memory' || (plural && partKindOf(part) === 'foot');
  if (frame.names.some(own)) return true;
  const at = frame.counts[frame.counts.length - 1]?.at ?? -1;
  const next = frame.chunks.slice(at + 1).find(({ k }) => k !== 'look' && k !== 'plain');
  if (at < 0) return false;
  // "soft in two places", "three turns": behind a figure, a noun.
  if (next?.k === 'verb' && next.form === 's' && next === frame.chunks[frame.chunks.length - 1]) return true;
  if (header && frame.names.some(({ plural }) => plural)) return true;
  // "speakers are two"
  if (frame.names.some(({ plural }) => plural) && frame.verbs[0]?.act === 'be' && next === undefined)
    return true;
  return (
    (next?.k === 'name' && (next.plural || frame.counts[0]?.n === 1)) ||
    next?.k === 'tool' ||
    next?.k === 'talk'
  );
}

/** Is enough said for a count of screws? A number alone is one only where a part is in work. */
function isEnough(scene: Scene, frame: Frame, counted: Counted): boolean {
  if (counted.n === 0) return false;
  // "I looked under the sticker and found more sticker"
  if (doing(frame, 'see') && frame.counts.length === 0 && frame.joint === null && !hasScrew(frame))
    return false;
  // "the whole board's forty five": nobody counts that many without saying what.
  if (counted.n > 40 && frame.joint === null && !hasScrew(frame)) return false;
  if (
    frame.joint !== null ||
    hasScrew(frame) ||
    frame.looks.length > 0 ||
    scene.heading !== null ||
    frame.words.has('one')
  )
    return true;
  const counts = scene.context.lastLine.some((entry) => entry.kind === 'undo' && entry.joint.count != null);
  const ofNone = counted.partitive && scene.groups.length === 0 && !scene.amending;
  if (isNumbered(frame) || (ofNone && (counts || counted.n < 3))) return false;
  if (scene.amending || scene.groups.length > 0 || counted.more || counted.outOf !== null) return true;
  if (frame.hiddenBy !== null || frame.hiddenByTopic || frame.words.has('same')) return true;
  const named = frame.names.length > 0 || scene.topicSaid;
  // "twelve at the rim", before anything is open: of the cover.
  if (!scene.opened && frame.where.length > 0) return true;
  const ofMemory =
    scene.topic !== null &&
    /(^|-)(memory|module|stick)$/.test(scene.topic) &&
    bare(frame) &&
    counted.outOf === null;
  if (ofMemory) return false;
  const comes = leaves(frame) || doing(frame, 'come') !== undefined;
  if (comes && (scene.topic !== null || !scene.opened)) return true;
  return (
    named ||
    frame.words.has('a-side') ||
    frame.holders.length > 0 ||
    doing(frame, 'unscrew', 'loosen', 'fix') !== undefined
  );
}

/** `line 7`, `step 3`, `nb 14`: which one, not how many. */
function isNumbered(frame: Frame): boolean {
  const at = frame.counts[0]?.at ?? 0;
  const before = frame.chunks[at - 1];
  // "from gate four": which gate.
  if (before?.k === 'plain' && isWord(frame.chunks[at - 2], 'from', 'at', 'to', 'in')) return true;
  return (
    before?.k === 'talk' ||
    before?.k === 'unknown' ||
    (before?.k === 'word' && ['note', 'number'].includes(before.word))
  );
}

/** "clips pop, five a side": how many of what was just undone. */
function fillsCount(scene: Scene, frame: Frame, counted: Counted): boolean {
  const last = scene.placed[scene.placed.length - 1];
  // "MAIN/AUX coax, 2": said again.
  if (
    last?.draft.kind === 'undo' &&
    last.draft.joint.type === 'connector' &&
    last.draft.joint.count === counted.n &&
    bare(frame) &&
    scene.groups.length === 0
  )
    return true;
  if (
    last?.draft.kind !== 'undo' ||
    last.draft.joint.count != null ||
    scene.groups.length > 0 ||
    frame.names.length + frame.cables.length > 0 ||
    (hasScrew(frame) && last.draft.joint.type !== 'screws') ||
    counted.more
  )
    return false;
  const { joint } = last.draft;
  // "all plugs off, seven pieces"
  const pieces = joint.type === 'connector' && /\b(?:pieces|pcs)\b/i.test(textIn(scene.line, frame));
  const same =
    frame.joint === null
      ? (joint.type !== 'connector' || pieces) && joint.type !== 'slide'
      : frame.joint.type === joint.type;
  if (!same || (leaves(frame) && frame.joint === null && !bare(frame))) return false;
  const screw = { ...joint.screw, ...frame.screw };
  const kind = hasScrew(frame) ? { screw } : {};
  last.draft = {
    ...last.draft,
    tool: screw.size ?? last.draft.tool,
    joint: { ...joint, ...kind, count: counted.n },
  };
  last.end = spanOf(frame).end;
  return true;
}

/** "four screws no three": said again at once, and other. */
const isCorrected = ({ line }: Scene, frame: Frame): boolean => {
  const [no, count] = frame.chunks;
  const before = line.slice(Math.max(0, spanOf(frame).start - 12), spanOf(frame).start);
  return (isWord(no, 'no') && count?.k === 'count') || /\bno(?: wait| sorry)?[, ]+$/i.test(before);
};

/** "two, four, six", "eight, no, nine": a count that goes on, or is put right at once. */
function countsOn(scene: Scene, frame: Frame, counted: Counted): boolean {
  const last = scene.groups[scene.groups.length - 1];
  if (last && last.n === null && !counted.more) {
    last.n = counted.n;
    last.screw = { ...last.screw, ...frame.screw };
    return true;
  }
  if (!last || last.n === null || counted.more || counted.partitive) return false;
  const plain =
    frame.names.length + frame.cables.length === 0 &&
    frame.hiddenBy === null &&
    !frame.hiddenByTopic &&
    frame.looks.length === 0 &&
    (frame.joint === null || frame.joint.type === last.type);
  const on =
    last.bare &&
    bare(frame) &&
    counted.n > last.n &&
    counted.n - last.n <= 2 &&
    frame.where.length + frame.sides.length === 0;
  const corrects = scene.correcting || isCorrected(scene, frame);
  if (!plain || !(on || corrects)) return false;
  last.n = counted.n;
  last.screw = { ...last.screw, ...frame.screw };
  if (frame.tighten) last.joint.tighten = frame.tighten;
  last.end = Math.max(last.end, spanOf(frame).end);
  scene.correcting = false;
  return true;
}
