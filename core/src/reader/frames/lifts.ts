import type { EntryJoint } from '../entries/entry.ts';
import { isWord } from '../phrases/chunk.ts';
import { partKindOf } from '../entries/partName.ts';
import { doing, leaves, spanOf, undoing, type Frame, type Verb } from './frame.ts';
import { targetsOf, type Target } from './liftTargets.ts';
import { isPastLeads, type Scene } from './scene.ts';
import { closeGroups } from './sums.ts';

/** Verbs that take a part off by themselves; all others need a particle (`work it out`, `swing away`). */
const whole = new Set([
  'remove',
  'detach',
  'lift',
  'extract',
  'withdraw',
  'eject',
  'hoist',
  'fish',
  'dismount',
  'demount',
  'uninstall',
  'rem',
  'pluck',
  'take',
  'pull',
  'draw',
  'set aside',
  'put aside',
  'lay aside',
  'put away',
  'twist off',
  'push out',
  'strip out',
  'coax out',
  'hook out',
]);

/** Reads a frame as a part that comes off. True where it is one. */
export function readLift(scene: Scene, frame: Frame): boolean {
  const verb = doing(frame, ...undoing) ?? goes(frame);
  if (undoesJustSaid(scene, frame, verb)) return true;
  if (doing(frame, 'serve') !== undefined && verb === undefined) return false;
  if (isAnnounced(scene, frame, verb)) return false;
  if (isScrewsOut(frame)) return false;
  const lifted = follows(scene, frame, verb) || isOrdered(scene, frame, verb) || isLifted(frame, verb);
  if (frees(scene, frame, lifted, verb) || peelsMentioned(scene, frame, verb)) return true;
  if (isOfScrew(scene, frame, lifted) || loosensTopic(scene, frame, verb)) return true;
  if (!lifted && !opensSomething(frame, verb)) return false;
  if (liftsHead(scene, frame, lifted)) return true;
  if (isItsLead(scene, frame)) return true;
  const targets = targetsOf(scene, frame);
  const [first] = targets;
  if (!first) return false;
  takesGroups(scene, targets);
  takesLeads(scene, targets);
  closeGroups(scene);
  const loosens = verb?.act === 'unscrew' || verb?.act === 'loosen';
  if (loosens && !lifted && frame.counts.length === 0 && targets.length === 1)
    return opensScrews(scene, frame, first);
  for (const target of targets) liftOne(scene, frame, verb, lifted, target);
  const object =
    frame.chunks.findIndex(({ k }) => k === 'verb') < frame.chunks.findIndex(({ k }) => k === 'name');
  // "off with the fan, the heatsink and the board"
  const pulled = verb === undefined && isWord(frame.chunks[1], 'with');
  if (lifted && !first.inferred && (pulled || (verb && object && verb.form !== 's')))
    scene.repeat = (part) => scene.put({ kind: 'lift', part }, spanOf(frame));
  return true;
}

/** "and there it goes". */
const goes = ({ chunks: [there, it, verb, more] }: Frame): Verb | undefined =>
  isWord(there, 'this') && isWord(it, 'it') && verb?.k === 'verb' && verb.lemma === 'go' && !more
    ? verb
    : undefined;

/** "fan screws out": it is the screws that are out; "fan 4 screws, out" takes the fan. */
const isScrewsOut = ({ chunks, counts, joint, verbs }: Frame): boolean =>
  verbs.length + counts.length === 0 &&
  joint?.type === 'screws' &&
  chunks.some((chunk, i) => chunk.k === 'joint' && isWord(chunks[i + 1], 'out'));

/** "port plate's out, board follows". */
const follows = (scene: Scene, frame: Frame, verb: Verb | undefined): boolean =>
  verb?.lemma === 'follow' &&
  verb.form !== 'plain' &&
  frame.names.length > 0 &&
  scene.lastPlaced?.kind === 'lift';

/** "fan: remove", "caddy, slide and lift": what was named just before. */
const isOrdered = (scene: Scene, frame: Frame, verb: Verb | undefined): boolean =>
  verb?.form === 'plain' &&
  frame.chunks.length === 1 &&
  whole.has(verb.lemma) &&
  (!['take', 'pull', 'draw'].includes(verb.lemma) || (scene.joined && !scene.topicIsLead)) &&
  scene.topicSaid;

/** "the board's coming out", said before it is done. */
const isAnnounced = (scene: Scene, frame: Frame, verb: Verb | undefined): boolean =>
  scene.context.spoken && verb?.lemma === 'come' && verb.form === 'ing' && frame.names.length > 0;

/** "heatsink: 5 screws, 1 antenna lead, out": the heatsink, which the list is about, not the lead said last. */
function liftsHead(scene: Scene, frame: Frame, lifted: boolean): boolean {
  const { headPart, lastPlaced } = scene;
  const isAlone = frame.chunks.length === 1;
  if (!lifted || !isAlone || headPart === null || scene.topic === headPart) return false;
  if (lastPlaced?.kind !== 'undo' || !(lastPlaced.part === headPart || isPastLeads(scene))) return false;
  closeGroups(scene);
  scene.name(headPart);
  scene.put({ kind: 'lift', part: headPart }, spanOf(frame));
  return true;
}

/** "display ribbon, flip lock, out": the ribbon, which was undone just before. */
const isItsLead = (scene: Scene, frame: Frame): boolean =>
  scene.topicIsLead &&
  scene.groups.length + frame.names.length === 0 &&
  scene.lastPlaced?.kind === 'undo' &&
  scene.lastPlaced.joint.type === 'connector';

/** "four screws out, fan off": screws of which nobody said whose they are, are of the part that then comes off. */
function takesGroups(scene: Scene, targets: readonly Target[]): void {
  const [open] = scene.groups;
  const [target] = targets;
  if (!open?.partInferred || !target || targets.length > 1 || target.inferred) return;
  const { off, part } = scene.context;
  const guessed = open.part === null || off || part === null || open.start === 0 || !scene.topicSaid;
  if (!guessed || open.joint.hiddenBy === target.part) return;
  for (const group of scene.groups) group.part = target.part;
}

/** "3 T5 and the plug, fan out": a lead behind such screws is of that part too. */
function takesLeads(scene: Scene, targets: readonly Target[]): void {
  const [target] = targets;
  if (!target || target.inferred || targets.length > 1 || scene.topicSaid) return;
  const guessed = scene.placed.filter(
    ({ draft, inferred }) => draft.kind === 'undo' && inferred.includes('part'),
  );
  if (!guessed.some(({ draft }) => draft.kind === 'undo' && draft.joint.type === 'screws')) return;
  for (const placed of guessed)
    if (placed.draft.kind === 'undo') placed.draft = { ...placed.draft, part: target.part };
}

/** "three clips, unhooked 'em"; "flipped the bar and it slid out"; "flex A, slide lock, off": no further act. */
function undoesJustSaid(scene: Scene, frame: Frame, verb: Verb | undefined): boolean {
  const nameless =
    frame.names.length + frame.cables.length + frame.counts.length === 0 && frame.joint === null;
  if (!nameless) return false;
  const clips = scene.groups[scene.groups.length - 1]?.type === 'clips';
  if (verb?.act === 'unclip' && frame.words.has('they') && clips) return true;
  const last = scene.placed[scene.placed.length - 1]?.draft;
  if (scene.groups.length > 0 || last?.kind !== 'undo' || last.joint.type !== 'connector') return false;
  const isItsOwn = last.part === scene.topic || !scene.topicSaid;
  const alone = isItsOwn && frame.chunks.length === 1;
  const ribbon = /\b(?:ribbon|flex|ffc|cable)\b/i.test(scene.line.slice(0, spanOf(frame).start));
  const locked = last.joint.mechanism === 'flip-lock' || last.joint.mechanism === 'slide-lock';
  const slid =
    locked && frame.words.has('it') && leaves(frame) && (verb?.act === 'slide' || verb?.act === 'come');
  const off = alone && (frame.particles[0] === 'off' || (frame.particles[0] === 'out' && locked && ribbon));
  return off || slid;
}

/** "heatsink: loosen crosswise": its screws, however many. */
function loosensTopic(scene: Scene, frame: Frame, verb: Verb | undefined): boolean {
  const { topic } = scene;
  if ((verb?.act !== 'loosen' && verb?.act !== 'unscrew') || verb.form !== 'plain') return false;
  if (topic === null || !scene.topicSaid || scene.acted || frame.words.has('they') || frame.words.has('it'))
    return false;
  if (frame.names.length + frame.cables.length + frame.counts.length > 0 || frame.joint !== null)
    return false;
  opensScrews(scene, frame, { part: topic, inferred: false });
  const [group] = scene.groups;
  if (group && frame.tighten) group.joint.tighten = frame.tighten;
  return true;
}

/** "the plate was unscrewed, two screws": how many may follow. */
function opensScrews(scene: Scene, frame: Frame, { part, inferred }: Target): boolean {
  scene.name(part);
  scene.groups.push({
    type: 'screws',
    part,
    partInferred: inferred,
    n: null,
    outOf: null,
    joint: {},
    screw: {},
    screwInferred: false,
    looks: [],
    partitive: false,
    loose: false,
    added: false,
    spread: false,
    bare: false,
    behindColon: false,
    opensList: false,
    ...spanOf(frame),
  });
  return true;
}

const tipping = new Set(['tip', 'tilt', 'swing', 'hinge', 'fold']);

function isLifted(frame: Frame, verb: Verb | undefined): boolean {
  if (frame.chunks.length === 1 && frame.particles[0] === 'up') return false;
  if (verb?.act === 'come' && frame.measures.some(({ unit }) => unit === 'mm' || unit === 'cm')) return false;
  if (verb && / (off|out|away|aside)$/.test(verb.lemma)) return true;
  // "tip it up": moved, not off yet.
  if (verb && tipping.has(verb.lemma) && frame.particles.every((particle) => particle === 'up')) return false;
  if (leaves(frame))
    return verb?.act !== 'open' || frame.particles.some((p) => p === 'off' || p === 'out' || p === 'away');
  if (!verb) return isDone(frame);
  const verbAt = frame.chunks.findIndex(({ k }) => k === 'verb');
  const pronoun = frame.chunks
    .slice(verbAt + 1)
    .some((chunk) => chunk.k === 'word' && ['it', 'they', 'both', 'this'].includes(chunk.word));
  const object = frame.names.length > 0 || pronoun;
  // "it came"
  if (verb.lemma === 'come' && verb.form === 'past' && frame.words.has('it') && frame.chunks.length <= 3)
    return true;
  // "battery comes"
  const comes = verb.lemma === 'come' && verb.form === 's' && verb === frame.chunks[frame.chunks.length - 1];
  if (comes && frame.names.length > 0 && frame.counts.length === 0) return true;
  // "now it lifts", "there it comes"
  const said = frame.words.has('this') || frame.words.has('now');
  if (verb.lemma === 'go') return true;
  if (verb.form === 's' && frame.words.has('it') && said && (verb.lemma === 'lift' || verb.lemma === 'come'))
    return !frame.words.has('at') && frame.names.length === 0;
  const only = frame.chunks.every(
    (chunk) => chunk === verb || chunk.k === 'measure' || isWord(chunk, 'at', 'filler'),
  );
  if (verb.act === 'take' && verb.form === 'past' && only)
    return whole.has(verb.lemma) && verb.lemma !== 'take';
  if (verb.act === 'take')
    return object && whole.has(verb.lemma) && (verb.lemma !== 'take' || frame.names.length > 0);
  if (verb.act === 'peel') return frame.names.length > 0 || pronoun || verb.form === 's';
  return false;
}

/** "fan done", "the fan is done" */
const isDone = ({ chunks, names, particles, verbs }: Frame): boolean =>
  names.length === 1 &&
  particles[0] === 'done' &&
  verbs.every(({ act }) => act === 'be') &&
  chunks.every((chunk) => chunk.k === 'name' || chunk.k === 'verb' || isWord(chunk, 'the', 'done'));

/** A cover that is pried, clips of a part that let go, a part that slides: the joint is undone, nothing lifted yet. */
const opensSomething = (frame: Frame, verb: Verb | undefined): boolean =>
  verb !== undefined &&
  (verb.act === 'pry' ||
    verb.act === 'unclip' ||
    (verb.act === 'slide' && frame.joint === null) ||
    ((verb.act === 'unscrew' || (verb.act === 'loosen' && verb.form === 'plain')) && frame.names.length > 0));

/** "a seventh, beside the plug, out now", "they are out", "got it": the screw, not its part. */
function isOfScrew(scene: Scene, frame: Frame, lifted: boolean): boolean {
  const open = scene.groups[scene.groups.length - 1];
  const loosened =
    frame.particles.some((p) => p === 'loose' || p === 'done') ||
    doing(frame, 'unscrew', 'loosen') !== undefined;
  const nameless = frame.names.length === 0 && frame.cables.length === 0;
  if (!open && lifted && nameless && frame.words.has('they') && (scene.heading !== null || scene.pairOpen))
    return true;
  const before = scene.context.lastLine.findLast(({ kind }) => kind === 'undo' || kind === 'lift');
  const screws =
    before?.kind === 'undo' &&
    (before.joint.type === 'screws' || before.joint.type === 'clips') &&
    (before.joint.count ?? 2) > 1;
  if (
    !open &&
    lifted &&
    nameless &&
    screws &&
    !scene.topicSaid &&
    (frame.words.has('they') ||
      frame.words.has('all') ||
      (frame.words.has('both') && before.joint.count === 2))
  )
    return true;
  if (open && nameless && loosened) return true;
  // "two pull strips, came out nicely"
  if (open && nameless && lifted && open.type === 'stretch-tape' && !frame.words.has('it')) return true;
  if (!lifted || !nameless) return false;
  const plural =
    frame.words.has('they') || frame.words.has('all') || (frame.words.has('both') && scene.groups.length > 0);
  if (open && plural) return true;
  return open !== undefined && isLone(scene, open);
}

/** "it has a strip of tape across it, peeled that": what was spoken of just before. */
function peelsMentioned(scene: Scene, frame: Frame, verb: Verb | undefined): boolean {
  const pronoun =
    frame.words.has('it') || frame.words.has('this') || frame.words.has('they') || frame.chunks.length === 1;
  const card =
    frame.hiddenByTopic &&
    frame.chunks.some(({ k }) => k === 'tool') &&
    scene.mentioned === 'adhesive' &&
    verb !== undefined;
  if (card && frame.names.length === 0) {
    closeGroups(scene);
    scene.undo({ type: 'adhesive' }, scene.topic, spanOf(frame), ['part']);
    scene.mentioned = null;
    return true;
  }
  if (
    (verb?.act !== 'peel' && !(verb?.act === 'take' && scene.mentioned === 'tape' && leaves(frame))) ||
    !pronoun ||
    frame.names.length > 0 ||
    frame.joint !== null ||
    scene.mentioned === null
  )
    return false;
  closeGroups(scene);
  scene.undo({ type: scene.mentioned }, scene.topic, spanOf(frame), ['part']);
  return true;
}

/** "pliers got it", "extractor, ninth out": the screw that was stripped is out after all. */
function frees(scene: Scene, frame: Frame, lifted: boolean, verb: Verb | undefined): boolean {
  const stripped = scene.context.lastLine.find((entry) => entry.kind === 'stripped');
  const got =
    lifted ||
    verb?.lemma === 'get' ||
    verb?.act === 'drill' ||
    frame.particles.includes('done') ||
    frame.particles.includes('loose');
  if (
    stripped?.kind !== 'stripped' ||
    !got ||
    scene.topicSaid ||
    frame.names.length > 0 ||
    frame.cables.length > 0 ||
    scene.acted
  )
    return false;
  closeGroups(scene);
  const kind = scene.context.last?.part === stripped.part ? scene.context.last?.joint.screw : null;
  scene.undo({ type: 'screws', count: 1, ...(kind ? { screw: kind } : {}) }, stripped.part, spanOf(frame), [
    'part',
    'screw',
  ]);
  return true;
}

/** One more screw of a part that is still held: what is out is the screw. */
const isLone = (scene: Scene, open: { n: number | null; screwInferred: boolean; start: number }): boolean => {
  const said = scene.line.slice(open.start).toLowerCase();
  return (
    open.n === 1 &&
    /^(\W*(oh|aha|and|an|plus|then|now|the|a|ok|ah)\W+)*(one more|another|a further|(the )?(second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth)|a \w+th\b)/.test(
      said,
    )
  );
};

function liftOne(
  scene: Scene,
  frame: Frame,
  verb: Verb | undefined,
  lifted: boolean,
  { part, inferred }: Target,
): void {
  if (!inferred) scene.name(part);
  const flags = inferred ? (['part'] as const) : [];
  const joint = jointUndone(frame, verb, lifted, part);
  if (joint !== null)
    scene.undo(joint, part, spanOf(frame), [...flags], verb?.act === 'pry' ? 'pry' : undefined);
  if (!lifted) return;
  scene.put({ kind: 'lift', part }, spanOf(frame), [...flags]);
  scene.again = (other) => scene.put({ kind: 'lift', part: other }, spanOf(frame));
}

/** The joint that the verb itself names: clips that are pried, adhesive that is cut, rails. */
function jointUndone(frame: Frame, verb: Verb | undefined, lifted: boolean, part: string): EntryJoint | null {
  const where = [...frame.where].join(', ').slice(0, 120);
  const place = where ? { where } : {};
  const count =
    frame.where.some((w) => w.startsWith('corner')) && frame.counts[0] ? { count: frame.counts[0].n } : {};
  if (verb?.act === 'pry' && !lifted && partKindOf(part) !== 'foot')
    return { type: 'clips', ...place, ...count };
  if (verb?.act === 'unclip') return { type: 'clips', ...place, ...count };
  // "slides off", "slid out": how it leaves; "slide it back" frees its rails.
  const leaves = frame.particles.includes('out') || (lifted && verb?.form === 's');
  if (verb?.act === 'slide' && !leaves) return { type: 'slide', ...place };
  if (verb?.act === 'cut' && lifted) return { type: 'adhesive', ...place };
  if (verb?.act === 'unscrew' && !lifted) return { type: 'screws', ...place };
  return null;
}
