import { slugOf } from '../entries/partName.ts';
import { applySideTo, withoutSide } from '../entries/sides.ts';
import { sidedParts } from '../lexicon/parts.ts';
import { isWord, type Chunk, type Side } from '../phrases/chunk.ts';
import type { Frame } from './frame.ts';
import { resolved, siblings, sideOne } from './naming.ts';
import type { Scene } from './scene.ts';

export interface Target {
  readonly part: string;
  readonly inferred: boolean;
}

export function targetsOf(scene: Scene, frame: Frame): Target[] {
  const sides = frame.chunks.flatMap((chunk) => (chunk.k === 'side' ? [chunk.side] : []));
  const said = partsSaid(scene, frame, sides);
  const opens =
    frame.chunks.find((chunk) => chunk.k !== 'word' && chunk.k !== 'look' && chunk.k !== 'side')?.k ===
    'name';
  if (said.length > 0 && !opens) scene.waiting = [];
  const waiting = takesWaiting(scene, frame, said) ? scene.waiting.map(({ part }) => part) : [];
  scene.waiting = [];
  if (waiting.length + said.length > 0) return asTargets([...new Set([...waiting, ...said])], false);
  return ofSides(scene, frame, sides) ?? ofBoth(scene, frame) ?? ofTopic(scene, frame);
}

const asTargets = (parts: readonly string[], inferred: boolean): Target[] =>
  parts.map((part) => ({ part, inferred }));

function partsSaid(scene: Scene, frame: Frame, sides: readonly Side[]): string[] {
  const all = frame.names.map((name) => resolved(scene, name));
  // "sim, eject pin, tray out": the noun alone is the one named before it.
  const names = all.filter((part) => !all.some((other) => other.endsWith(`-${part}`)));
  return sides.length === 0
    ? names.flatMap((part) => pairOf(scene, frame, part))
    : names.flatMap((part) => sides.slice(0, 2).map((side) => applySideTo(part, side)));
}

/** "both fans are out": the left and the right one, where both were spoken of. */
function pairOf(scene: Scene, frame: Frame, part: string): string[] {
  const pair = [`left-${part}`, `right-${part}`];
  const both = frame.words.has('both') || frame.names.some((name) => name.plural && name.part === part);
  return both && pair.every((one) => scene.context.parts.includes(one)) ? pair : [part];
}

/** "fan, sink, both out": names that waited for their act. */
const takesWaiting = (scene: Scene, { words }: Frame, said: readonly string[]): boolean =>
  said.length > 0
    ? scene.waiting.every(({ cable }) => !cable)
    : words.has('both') || words.has('all') || words.has('they') || scene.waiting.length > 1;

/** "the right one", "L+R": of the pair in work. */
function ofSides(scene: Scene, frame: Frame, sides: readonly Side[]): Target[] | null {
  const one = sideOne(scene, frame);
  if (one !== null && sides.length === 1) return asTargets([one], false);
  const base = withoutSide(scene.topic ?? '');
  return sides.length > 0 && sidedParts.has(base)
    ? asTargets(
        sides.map((side) => `${side}-${base}`),
        true,
      )
    : null;
}

/** "both out": the pair in work, or the two last spoken of. */
function ofBoth(scene: Scene, frame: Frame): Target[] | null {
  if (scene.pair.length > 1 && (scene.topicSaid || frame.words.has('both')))
    return asTargets(scene.pair, !scene.topicSaid);
  if (!frame.words.has('both')) return null;
  const pair = siblings(scene);
  if (pair.length > 1) return asTargets(pair, true);
  const recent = scene.context.parts.slice(0, 2);
  const plain = frame.words.has('they') || /\bboth\b/.test(scene.line);
  return plain && recent.length === 2 && scene.topic !== null && !scene.topicSaid
    ? asTargets(recent, true)
    : null;
}

function ofTopic(scene: Scene, frame: Frame): Target[] {
  const unknown = newPart(scene, frame);
  if (unknown !== null) return asTargets([unknown], false);
  const early =
    !scene.opened && frame.particles.includes('off') && frame.verbs.length === 0 && !scene.topicSaid;
  if (isOfSomethingElse(frame) || early || scene.topic === null) return [];
  return asTargets([scene.topic], !scene.topicSaid);
}

/** What stands before the particle by which something leaves: "mains" in "mains off". */
const beforeParticle = ({ chunks }: Frame): readonly Chunk[] =>
  chunks.slice(
    0,
    Math.max(
      0,
      chunks.findIndex((chunk) => isWord(chunk, 'off', 'out', 'away')),
    ),
  );

/** "mains off", "light out": of a thing that is no part. */
const isOfSomethingElse = (frame: Frame): boolean =>
  beforeParticle(frame).some(({ k }) => k === 'talk' || k === 'tool') && frame.verbs.length === 0;

/** "trim off", "liner away": in a part's place any noun is a part. */
function newPart(scene: Scene, frame: Frame): string | null {
  const said = beforeParticle(frame);
  const words = said.filter(({ k }) => k === 'unknown');
  const only = said.every((chunk) => chunk.k === 'unknown' || isWord(chunk, 'the', 'a', 'now', 'and'));
  if (said.at(-1)?.k !== 'unknown' || !only) return null;
  const slug = words
    .map(({ start, end }) => slugOf(scene.line.slice(start, end)).replaceAll('-', ''))
    .filter(Boolean)
    .join('-');
  if (slug.length < 3) return null;
  frame.unread = frame.unread.filter((chunk) => !words.includes(chunk));
  return slug;
}
