import { applySideTo, withoutSide } from '../entries/sides.ts';
import { sidedParts } from '../lexicon/parts.ts';
import type { Frame } from './frame.ts';
import { resolved, siblings, sideOne } from './naming.ts';
import type { Scene } from './scene.ts';

export interface Target {
  readonly part: string;
  readonly inferred: boolean;
}

export function targetsOf(scene: Scene, frame: Frame): Target[] {
  const letters = frame.chunks.flatMap((chunk) => (chunk.k === 'side' ? [chunk.side] : []));
  const sided = (part: string): string[] =>
    letters.length > 0 ? letters.slice(0, 2).map((side) => applySideTo(part, side)) : [part];
  const all = frame.names.map((name) => resolved(scene, name));
  // "sim, eject pin, tray out": the noun alone is the one named before it.
  const names = all.filter((part) => !all.some((other) => other.endsWith(`-${part}`)));
  const said = names.flatMap(sided);
  const opens =
    frame.chunks.find((chunk) => chunk.k !== 'word' && chunk.k !== 'look' && chunk.k !== 'side')?.k ===
    'name';
  if (said.length > 0 && !opens) scene.waiting = [];
  if (
    scene.waiting.length > 0 &&
    (said.length > 0
      ? scene.waiting.every(({ cable }) => !cable)
      : frame.words.has('both') ||
        frame.words.has('all') ||
        frame.words.has('they') ||
        scene.waiting.length > 1)
  ) {
    const each = [...scene.waiting.map(({ part }) => part), ...said];
    scene.waiting = [];
    return [...new Set(each)].map((part) => ({ part, inferred: false }));
  }
  scene.waiting = [];
  if (said.length > 0) return said.map((part) => ({ part, inferred: false }));
  const one = sideOne(scene, frame);
  if (one !== null && letters.length === 1) return [{ part: one, inferred: false }];
  const base = withoutSide(scene.topic ?? '');
  if (letters.length > 0 && sidedParts.has(base))
    return letters.map((side) => ({
      part: `${side}-${base}`,
      inferred: true,
    }));
  if (scene.pair.length > 1 && scene.topicSaid) return scene.pair.map((part) => ({ part, inferred: false }));
  if (frame.words.has('both')) {
    const pair = siblings(scene);
    if (scene.pair.length > 1) return scene.pair.map((part) => ({ part, inferred: true }));
    if (pair.length > 1) return pair.map((part) => ({ part, inferred: true }));
    const recent = scene.context.parts.slice(0, 2);
    if (frame.words.has('they') || /\bboth\b/.test(scene.line))
      if (recent.length === 2 && scene.topic !== null && !scene.topicSaid)
        return recent.map((part) => ({ part, inferred: true }));
  }
  const unknown = newPart(scene, frame);
  if (unknown !== null) return [{ part: unknown, inferred: false }];
  if (
    isOfSomethingElse(frame) ||
    (!scene.opened && frame.particles.includes('off') && frame.verbs.length === 0 && !scene.topicSaid)
  )
    return [];
  return scene.topic === null ? [] : [{ part: scene.topic, inferred: !scene.topicSaid }];
}

/** "mains off", "light out": of a thing that is no part. */
function isOfSomethingElse(frame: Frame): boolean {
  const at = frame.chunks.findIndex(
    (chunk) => chunk.k === 'word' && ['off', 'out', 'away'].includes(chunk.word),
  );
  return (
    at > 0 &&
    frame.chunks.slice(0, at).some(({ k }) => k === 'talk' || k === 'tool') &&
    frame.verbs.length === 0
  );
}

/** "trim off", "liner away": in a part's place any noun is a part. */
function newPart(scene: Scene, frame: Frame): string | null {
  const at = frame.chunks.findIndex(
    (chunk) => chunk.k === 'word' && ['off', 'out', 'away'].includes(chunk.word),
  );
  const before = frame.chunks[at - 1];
  const opens =
    at > 0 &&
    frame.chunks
      .slice(0, at)
      .every(
        (chunk) =>
          chunk.k === 'unknown' || (chunk.k === 'word' && ['the', 'a', 'now', 'and'].includes(chunk.word)),
      );
  if (before?.k !== 'unknown' || !opens) return null;
  const words = frame.chunks.slice(0, at).filter(({ k }) => k === 'unknown');
  const slug = words
    .map(({ start, end }) =>
      scene.line
        .slice(start, end)
        .toLowerCase()
        .replace(/[^a-z0-9]/g, ''),
    )
    .filter(Boolean)
    .join('-');
  if (slug.length < 3) return null;
  frame.unread = frame.unread.filter((chunk) => !words.includes(chunk));
  return slug;
}
