import { partKindOf } from '../entries/partName.ts';
import { applySideTo } from '../entries/sides.ts';
import { sidedParts } from '../lexicon/parts.ts';
import { isWord, type NameChunk } from '../phrases/chunk.ts';
import { type Frame, hasScrew, type Named } from './frame.ts';
import type { Scene } from './scene.ts';

export function hidingTopic(scene: Scene): string | null {
  const lifted = scene.placed.findLast(({ draft }) => draft.kind === 'lift')?.draft;
  return lifted?.kind === 'lift' ? lifted.part : scene.topic;
}

export function partNamed(scene: Scene, frame: Frame): string | null {
  const held =
    scene.groups.length === 0 && (frame.joint || hasScrew(frame) || frame.counts.length > 0)
      ? frame.holders[0]
      : undefined;
  const name = ownerWith(frame) ?? frame.names[0] ?? held;
  const one = name ? null : sideOne(scene, frame);
  if (one !== null) return one;
  // "8 T6 back": no verb moves it that way.
  if (!name)
    return frame.particles.includes('back') && frame.verbs.length === 0 && scene.groups.length === 0
      ? 'rear-shroud'
      : null;
  const side = frame.sides[0];
  const part = resolved(scene, name);
  return applySideTo(part, side);
}

/** "held down by a bracket with one screw": the screw is the bracket's. */
const ownerWith = ({ chunks }: Frame): Named | undefined => {
  const at = chunks.findIndex(
    (chunk, i) =>
      chunk.k === 'name' &&
      isWord(chunks[i + 1], 'with') &&
      ['count', 'kind', 'joint'].includes(chunks[i + 2]?.k ?? '') &&
      chunks.slice(0, i).some((before) => before.k === 'verb' && before.act === 'hold'),
  );
  const name = chunks[at];
  return name?.k === 'name' ? name : undefined;
};

/** "the right one": that side of the pair in work. */
export function sideOne(scene: Scene, frame: Frame): string | null {
  const [side] = frame.sides;
  const base = scene.topic?.replace(/^(left|right|top|bottom)-/, '') ?? '';
  const spoken =
    frame.words.has('one') ||
    frame.particles.length > 0 ||
    frame.measures.length > 0 ||
    frame.counts.length > 0;
  if (!side || !spoken || frame.names.length > 0 || frame.joint?.owner) return null;
  return sidedParts.has(base) || /(stick|trigger)$/.test(base) ? `${side}-${base}` : null;
}

/** `the module`, `the assembly`: of whatever is in work. */
const inWork = new Set(['module', 'assembly']);

/** Which part a name means: `the board` is the sensor board where that is in work, `the bracket` the last one. */
export function resolved(
  scene: Scene,
  name: NameChunk & { readonly from?: number; readonly to?: number },
): string {
  if (name.bare) return bareName(scene, name.part);
  // "SD tray", behind "SIM tray"; "right speaker", behind the left one: its own words say which.
  if (!name.known || /^(left|right|top|bottom|upper|lower|front|rear)-/.test(name.part)) return name.part;
  // "under a copper cover, one screw for the cover": the one that this line has named.
  const said =
    coverNouns.has(name.word) &&
    isOneWord(name) &&
    scene.said.findLast((part) => part.endsWith(`-${name.word}`));
  if (said) return said;
  const { topic } = scene;
  const { procedure } = scene.context;
  if (
    procedure !== null &&
    name.word !== '' &&
    name.part !== procedure &&
    procedure.endsWith(`-${name.word}`) &&
    scene.line.toLowerCase().match(new RegExp(`(?:the|this|its) ${name.word}\\b`))
  )
    return procedure;
  if (recurring.has(name.word) && isOneWord(name)) return bareName(scene, name.word, name.part);
  const isTopic =
    topic !== null && topic !== name.part && scene.topicSaid && name.word !== '' && isOneWord(name);
  if (isTopic && topic.endsWith(`-${name.word}`)) return topic;
  return topic !== null &&
    scene.topicSaid &&
    sidedParts.has(name.part) &&
    topic.replace(/^(left|right|top|bottom|upper|lower|front|rear)-/, '') === name.part
    ? topic
    : name.part;
}

/** Nouns of which a device has several: alone, each means the one spoken of last. */
const recurring = new Set(['cage', 'shield', 'drive', 'caddy']);
const isOneWord = ({ from, to }: { readonly from?: number; readonly to?: number }): boolean =>
  from !== undefined && to === from + 1;

const coverNouns = new Set(['door', 'cover', 'hatch', 'flap', 'lid', 'panel', 'housing', 'shell']);

/** "the bracket": the one spoken of last. */
function bareName(scene: Scene, head: string, otherwise = head): string {
  const isOne = (part: string): boolean => part === head || part === otherwise || part.endsWith(`-${head}`);
  if (scene.topic !== null && isOne(scene.topic)) return scene.topic;
  // "battery door: …, door off": a cover by another of its nouns.
  const isCover = scene.topic !== null && partKindOf(scene.topic) === 'cover' && coverNouns.has(head);
  if (isCover && scene.topicSaid && scene.topic !== null) return scene.topic;
  const spoken = scene.said.findLast(isOne) ?? scene.context.parts.find(isOne);
  // Aerials lead to the wireless card. Common practice, no source.
  if (spoken === undefined && head === 'card' && scene.topic === 'antenna') return 'wireless-card';
  return (
    spoken ??
    (inWork.has(head)
      ? (scene.context.procedure ?? scene.topic ?? head)
      : head === 'stick'
        ? 'memory'
        : otherwise)
  );
}

/** The left and right one that were spoken of, of the part in work. */
export function siblings(scene: Scene): string[] {
  const base = scene.topic?.replace(/^(left|right|top|bottom|upper|lower)-/, '');
  if (!base) return [];
  const spoken = [
    ...new Set([
      ...scene.placed.flatMap(({ draft }) => ('part' in draft && draft.part ? [draft.part] : [])),
      ...scene.context.parts,
    ]),
  ];
  const found = spoken.filter(
    (part) => part !== base && part.replace(/^(left|right|top|bottom)-/, '') === base,
  );
  return found.length === 2 ? found.sort() : [];
}
