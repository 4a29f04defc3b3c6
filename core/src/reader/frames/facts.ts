import { applySideTo } from '../entries/sides.ts';
import type { EntryOf } from '../entries/entry.ts';
import { partKindOf } from '../entries/partName.ts';
import type { Unit } from '../lexicon/words.ts';
import { isWord } from '../phrases/chunk.ts';
import { countOf } from './counts.ts';
import { doing, hasScrew, leaves, spanOf, type Frame } from './frame.ts';
import { resolved, sideOne } from './naming.ts';
import type { Piece } from './piece.ts';
import { inHand, ownerFor, plugOwner, type Scene } from './scene.ts';
import { closeGroups } from './sums.ts';

const seconds: Partial<Record<Unit, number>> = { s: 1, min: 60, h: 3600 };

const saysOnlyHowLong = ({ words }: Frame): boolean =>
  [...words].every((word) => ['or', 'so', 'filler', 'both', 'yes'].includes(word));

/** "hold power 15 s", "12 sec on the button", "wait 30 s". True where it is one. */
export function readHold(scene: Scene, frame: Frame): boolean {
  const time = frame.measures.find(({ unit }) => seconds[unit] !== undefined);
  if (!time) return false;
  const value = time.value * (seconds[time.unit] ?? 1);
  const presses =
    frame.words.has('key') ||
    frame.words.has('power') ||
    [...frame.names, ...frame.holders].some(({ part }) => /button|key|trigger/.test(part));
  const holds = doing(frame, 'hold', 'press') !== undefined;
  const waits = doing(frame, 'wait') !== undefined;
  const terse = frame.verbs.length === 0 && frame.names.length === 0 && saysOnlyHowLong(frame) && scene.held;
  if (
    value <= 0 ||
    value > 86_400 ||
    !(
      waits ||
      terse ||
      (holds && (presses || frame.names.length === 0)) ||
      (presses && !doing(frame, 'talk', 'test'))
    )
  )
    return false;
  closeGroups(scene);
  scene.put({ kind: 'hold', seconds: value, what: waits ? 'wait' : 'power button' }, spanOf(frame));
  return true;
}

/** "bottom up", "turn it over", "face down". True where it is one. */
export function readTurn(scene: Scene, frame: Frame): boolean {
  const side = (['face-bottom', 'face-top', 'face-side', 'face-over'] as const).find((word) =>
    frame.words.has(word),
  );
  // "I was reading that upside down", "the Flip 13"
  if (doing(frame, 'read', 'see', 'talk', 'test') || (side === 'face-over' && frame.counts.length > 0))
    return false;
  if (side === 'face-over' && (scene.isAtConnector || frame.names.length > 0 || frame.joint?.owner))
    return false;
  const up = sideUp(scene, frame);
  if (up !== null) return turnTo(scene, frame, up);
  if (side === undefined || frame.bar || frame.mechanism !== null || frame.cables.length > 0) return false;
  const last = scene.placed.findLast(({ draft }) => draft.kind !== 'note');
  const between = scene.line.slice(last?.start ?? 0, spanOf(frame).start);
  // "set it aside, face down": how the part is laid down, not the unit.
  if (last?.draft.kind === 'lift' && /\b(?:aside|lay|laid|put|set|place)\b/i.test(between)) return true;
  const face = side === 'face-top' ? 'top' : 'bottom';
  if (last?.draft.kind === 'turn') {
    if (side !== 'face-over') last.draft = { kind: 'turn', face };
    last.end = spanOf(frame).end;
    return true;
  }
  closeGroups(scene);
  const over = scene.context.face === 'top' ? 'bottom' : 'top';
  scene.put({ kind: 'turn', face: side === 'face-over' ? over : face }, spanOf(frame));
  return true;
}

/** "base up", "the back is up": the side that then faces up. */
function sideUp(scene: Scene, frame: Frame): EntryOf<'turn'>['face'] | null {
  const [name] = frame.names;
  const up = frame.particles.length === 1 && frame.particles[0] === 'up' && frame.counts.length === 0;
  if (!name || !up) return null;
  const below = name.part === 'base-cover' || name.part === 'rear-shroud';
  if (below && frame.verbs.length === 1 && frame.verbs[0]?.act === 'be') return 'bottom';
  const faces = below || ['display', 'glass', 'lid', 'keyboard'].includes(name.part);
  return faces && frame.names.length === 1 && !scene.opened ? (below ? 'bottom' : 'top') : null;
}

function turnTo(scene: Scene, frame: Frame, face: EntryOf<'turn'>['face']): boolean {
  if (scene.lastPlaced?.kind !== 'turn') scene.put({ kind: 'turn', face }, spanOf(frame));
  return true;
}

type Values = EntryOf<'measure'>['values'];
const fields: Partial<Record<Unit, keyof Values>> = {
  V: 'nominalV',
  mAh: 'capacityMAh',
  Ah: 'capacityMAh',
  Wh: 'energyWh',
  mm: 'mm',
  g: 'g',
  kg: 'g',
  c: 'c',
  W: 'watt',
  '%': 'pct',
};
const scale: Partial<Record<Unit, number>> = { Ah: 1000, kg: 1000 };

/** Label values and what a meter, a scale or a rule says. True where the frame held any. */
export function readMeasures(scene: Scene, frame: Frame): boolean {
  const values: Values = {};
  const metered =
    frame.chunks.some(({ k }) => k === 'tool') || /\b(meter|mtr|reads|measured|measures)\b/i.test(scene.line);
  for (const { unit, value } of frame.measures) {
    const field =
      unit === 'none' ? bareVolts(scene, frame) : unit === 'deg' ? degrees(scene, frame) : fields[unit];
    if (field === undefined || value < 0) continue;
    // "warmed the edge to 80 C": what was set, not what was read.
    if (field === 'c' && doing(frame, 'warm')) continue;
    if (unit === 'mm' && !isThickness(scene, frame)) continue;
    // "a twenty mil one": another thing.
    const next =
      frame.chunks[frame.chunks.findIndex((chunk) => chunk.k === 'measure' && chunk.value === value) + 1];
    if (isWord(next, 'one')) continue;
    // "comes up by maybe two millimetres"
    if (unit === 'mm' && doing(frame, 'come', 'take') && frame.words.has('at')) continue;
    const scaled = Math.round(value * (scale[unit] ?? 1) * 1e6) / 1e6;
    if (field === 'nominalV' && metered && frame.measures.length === 1) values.measuredV = scaled;
    else values[field] ??= scaled;
  }
  if (Object.keys(values).length === 0) return false;
  const part = partMeant(scene, frame);
  const last = scene.placed[scene.placed.length - 1];
  if (
    last?.draft.kind === 'measure' &&
    (last.draft.part === part || (frame.names.length === 0 && frame.sides.length === 0))
  ) {
    last.draft = { ...last.draft, values: { ...last.draft.values, ...values } };
    last.end = spanOf(frame).end;
  } else {
    closeGroups(scene);
    const [first = spanOf(frame)] = frame.measures;
    scene.put(
      { kind: 'measure', part, values },
      { start: first.start, end: spanOf(frame).end },
      frame.names.length === 0 ? ['part'] : [],
    );
  }
  return true;
}

/** "coin cell reads 2.71": volts, of what has them. */
const bareVolts = (scene: Scene, frame: Frame): keyof Values | undefined =>
  /pad|gasket|glass|spacer/.test(frame.names[0]?.part ?? scene.topic ?? '') &&
  /measure|thick/i.test(scene.line)
    ? 'mm'
    : /\bmeter\b/i.test(scene.line) ||
        /battery|coin-cell|cell/.test(frame.names[0]?.part ?? scene.topic ?? '')
      ? 'nominalV'
      : undefined;
/** Degrees are heat where something reads them; behind "at", or as few as a hand tilts, they are an angle. */
const degrees = (scene: Scene, frame: Frame): keyof Values | undefined =>
  leaves(frame) || frame.verbs.some(({ act }) => act === 'take' || act === 'slide' || act === 'turn')
    ? undefined
    : frame.words.has('label') ||
        frame.chunks.some(({ k }) => k === 'tool') ||
        ['heatsink', 'storage', 'battery'].includes(partKindOf(frame.names[0]?.part ?? '')) ||
        /\b(warm|hot|cool|cold)\b/i.test(scene.line)
      ? 'c'
      : undefined;

const isThickness = (scene: Scene, frame: Frame): boolean =>
  scene.groups.length === 0 &&
  frame.joint === null &&
  frame.verbs.every(({ act }) => act !== 'press' && act !== 'fit' && act !== 'slide');

function partMeant(scene: Scene, frame: Frame): string | null {
  const side = sideOne(scene, frame);
  if (side !== null) {
    scene.name(side);
    return side;
  }
  const name =
    frame.names[frame.names.length - 1] ??
    frame.holders[0] ??
    (scene.topic === null ? frame.places[0] : undefined);
  if (
    name &&
    name.part !== 'label' &&
    !(scene.topicSaid && name.part === 'memory' && name.word !== 'memory')
  ) {
    const part = resolved(scene, name);
    scene.name(part);
    return part;
  }
  const power = frame.measures.some(({ unit }) => unit === 'mAh' || unit === 'Wh');
  const sized = frame.measures.some(({ unit }) => unit === 'mm' || unit === 'g' || unit === 'c');
  const last = scene.lastPlaced;
  const numbered = frame.codes.length > 0 && !(last?.kind === 'lift' && last.part === scene.topic);
  if ((sized || numbered) && scene.topicSaid && scene.topic !== null) return scene.topic;
  const owner = (scene.topicSaid ? null : inHand(scene)) ?? plugOwner(scene).part ?? scene.topic;
  if (!power || /battery|pack|cell/.test(owner ?? '')) return owner;
  return scene.context.parts.find((part) => /battery/.test(part)) ?? 'battery';
}

/** A number of a part. True where the frame held one. */
export function readNumbers(scene: Scene, frame: Frame): boolean {
  if (frame.codes.length === 0) return false;
  closeGroups(scene);
  const part = partMeant(scene, frame);
  const spoken = frame.words.has('new') ? 'replacement' : 'fitted';
  for (const { code, start, end } of frame.codes) {
    const role = /\balt(?:ernate|ernative)?\W*$/i.test(scene.line.slice(0, start)) ? 'alternate' : spoken;
    scene.put(
      { kind: 'number', part, number: code, role },
      { start, end },
      frame.names.length === 0 ? ['part'] : [],
    );
  }
  return true;
}

/** "hinge screw left": the part whose joint it is, on the side said. */
function ownerOf({ joint, sides: [side] }: Frame): string | null {
  const owner = joint?.owner ?? null;
  return owner === null ? null : applySideTo(owner, side);
}

/** Feet, caps and seals have no screws: one that is missing is missing itself. */
const holdsByItself = (part: string): boolean =>
  partKindOf(part) === 'foot' || /(?:^|-)(?:seal|cap|bung|bumper|blank|stylus)$/.test(part);

/** "fan lacks one screw", "the fan is one screw short": fewer than there are holes for. */
function isShort(frame: Frame): boolean {
  const { chunks, counts, looks, names } = frame;
  const last = chunks[chunks.length - 1];
  const [count] = counts;
  const short = last?.k === 'look' && last.look === 'short' && count?.n === 1 && looks.length === 1;
  const bare = chunks.slice((count?.at ?? 0) + 1, -1).every(({ k }) => k === 'joint');
  return names.length > 0 && !hasScrew(frame) && (doing(frame, 'lack') !== undefined || (short && bare));
}

/** "one missing", "the ninth never was there", "dust filter missing". True where it is one. */
export function readMissing(scene: Scene, frame: Frame, piece: Piece): boolean {
  if (!frame.words.has('missing') && !isShort(frame)) return false;
  const counted = countOf(frame);
  const [name] = [...frame.names, ...frame.holders];
  const said = name ? resolved(scene, name) : ownerOf(frame);
  const screwy = frame.joint?.type === 'screws' || frame.ordinals.length > 0 || scene.groups.length > 0;
  const isPart =
    name !== undefined &&
    !screwy &&
    frame.joint === null &&
    !hasScrew(frame) &&
    piece.chunks.some(({ k }) => k === 'name') &&
    (counted === null || name.plural || (said !== null && holdsByItself(said)));
  const open = scene.groups[0];
  const owner = said !== null ? { part: said } : open ? { part: open.part } : ownerFor(scene);
  const count = counted && counted.n > 0 ? Math.min(counted.n, 200) : 1;
  const screw = hasScrew(frame) ? frame.screw : null;
  const whole =
    scene.groups.length === 1 &&
    open?.outOf === null &&
    frame.ordinals.length > 0 &&
    open.n !== null &&
    frame.ordinals[0] === open.n;
  if (whole && open?.n) open.n -= 1;
  if (said !== null && !isPart) scene.name(said);
  closeGroups(scene);
  scene.put(
    { kind: 'missing', ...(isPart ? { what: 'part' as const } : {}), count, part: owner.part, screw },
    spanOf(frame),
    said !== null ? [] : ['part'],
  );
  return true;
}

/** "the third spins", "one chewed": and, of those just counted, one fewer out. True where it is one. */
export function readStripped(scene: Scene, frame: Frame): boolean {
  const verb = doing(frame, 'spin');
  const spins =
    frame.words.has('stripped') || (verb !== undefined && verb.form !== 'plain' && !leaves(frame));
  if (!spins || doing(frame, 'test') !== undefined) return false;
  // "spins without noise now", of the fan.
  const turns = verb?.lemma === 'spin' && scene.topic !== null && partKindOf(scene.topic) === 'fan';
  if (
    turns &&
    frame.counts.length + frame.ordinals.length === 0 &&
    frame.joint === null &&
    scene.groups.length === 0
  )
    return false;
  if (doing(frame, 'drill') && frame.words.has('the')) return drillsOut(scene, frame);
  const counted = countOf(frame);
  if (scene.lastPlaced?.kind === 'stripped' && counted === null && frame.ordinals.length === 0) return true;
  const name = frame.names.find(({ part }) => partKindOf(part) !== 'fan') ?? frame.holders[0];
  const said = name ? resolved(scene, name) : (ownerOf(frame) ?? sideOne(scene, frame));
  const part = said ?? scene.groups[0]?.part ?? scene.topic;
  if (frame.names.some(({ part: p }) => /fan/.test(p)) && frame.ordinals.length === 0 && counted === null)
    return false;
  const open = scene.groups.length === 1 ? scene.groups[0] : undefined;
  const inside = frame.ordinals.length === 0 || (open?.n !== undefined && frame.ordinals[0] === open.n);
  if (
    open?.n &&
    open.outOf === null &&
    inside &&
    (frame.ordinals.length > 0 || frame.words.has('of-them') || bareOne(frame))
  )
    open.n -= 1;
  const n = frame.ordinals.length > 0 ? 1 : Math.min(counted?.n ?? 1, 200);
  if (open) closeGroups(scene);
  scene.put({ kind: 'stripped', count: Math.max(n, 1), part }, spanOf(frame), said !== null ? [] : ['part']);
  return true;
}

/** "drilled the head off the chewed one": it is out after all. */
function drillsOut(scene: Scene, frame: Frame): boolean {
  closeGroups(scene);
  const last = scene.context.last?.joint;
  const screw = last?.type === 'screws' ? last.screw : null;
  scene.undo({ type: 'screws', count: 1, ...(screw ? { screw } : {}) }, ownerFor(scene).part, spanOf(frame), [
    'part',
  ]);
  return true;
}

const bareOne = (frame: Frame): boolean => frame.counts.length === 1 && frame.names.length === 0;
