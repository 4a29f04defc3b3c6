import { openingOf } from '../derive/hardware.ts';
import { partNameOf } from '../reader/entries/partName.ts';
import type { Entry } from '../reader/entries/entry.ts';
import type { KeptLine, MatPoint, PictureTie } from '../record/log.ts';
import { cellOf, fillTray, kindLetters } from '../run/tray.ts';
import type { Form, Sequence } from '../sequence/schema.ts';
import { screwKind, type Screw } from '../sequence/screw.ts';
import { layersOfActions, layerUnder, outside, type MatLayer } from './matLayers.ts';

/** A group of screws of a recording, as the mat shows it. */
export interface MatGroup {
  /** The line and the place of the entry in it: where its points are kept. */
  readonly line: string;
  readonly entry: number;
  readonly letter: string;
  readonly part: string | null;
  readonly count: number;
  readonly screw: Screw;
  readonly tighten: 'any' | 'numbered' | 'cross';
  /** How deep they lie. */
  readonly layer: MatLayer;
  /** The side that faced up when they came out. */
  readonly face: 'top' | 'bottom';
  readonly points: readonly MatPoint[];
  readonly pictures: readonly string[];
  readonly ties: readonly PictureTie[];
}

const isScrews = (entry: Entry): entry is Extract<Entry, { kind: 'undo' }> =>
  entry.kind === 'undo' && (entry.joint.type === 'screws' || entry.joint.type === 'standoffs');

/** Every group of screws of the lines that stand, in the order in which they came out, with its letter. */
export function matGroups(lines: readonly KeptLine[], form: Form = 'notebook'): MatGroup[] {
  const standing = lines.filter((line) => !line.struck);
  const cells = fillTray(
    standing.flatMap(({ entries }) =>
      entries
        .filter(isScrews)
        .map(({ joint, part }) => ({ screw: joint.screw ?? {}, count: joint.count ?? 1, part })),
    ),
  );
  const groups: MatGroup[] = [];
  let face: 'top' | 'bottom' = 'top';
  let layer = outside;
  for (const line of standing) {
    line.entries.forEach((entry, at) => {
      if (entry.kind === 'lift' && openingOf(entry.part, form) === 'wide')
        layer = layerUnder(layer.depth + 1, partNameOf(entry.part));
      if (entry.kind === 'turn') face = entry.face;
      if (!isScrews(entry)) return;
      groups.push({
        line: line.id,
        entry: at,
        letter: cellOf(cells, entry.joint.screw ?? {})?.letter ?? '',
        part: entry.part,
        count: entry.joint.count ?? 1,
        screw: entry.joint.screw ?? {},
        tighten: entry.joint.tighten ?? 'any',
        layer,
        face,
        points: line.points[at] ?? [],
        pictures: line.pictures,
        ties: line.ties.filter((tie) => tie.entry === at),
      });
    });
  }
  return groups;
}

/** The groups of a published sequence, in document order: to look at, not to place. */
export function matGroupsOfSequence(
  sequence: Sequence,
  letters: ReadonlyMap<string, string> = kindLetters(sequence.joints),
): MatGroup[] {
  const { joints, actions } = sequence;
  const layers = layersOfActions(sequence);
  const screws = joints.filter(({ type }) => type === 'screws' || type === 'standoffs');
  return screws.map((joint) => {
    const action = actions.find((one) => one.joint === joint.id);
    return {
      line: joint.id,
      entry: 0,
      letter: letters.get(screwKind(joint.screw ?? {})) ?? '',
      part: joint.holds[0] ?? null,
      count: joint.count ?? 1,
      screw: joint.screw ?? {},
      tighten: joint.tighten ?? 'any',
      layer: layers.get(action?.id ?? '') ?? outside,
      face: action?.face === 'bottom' ? 'bottom' : 'top',
      points: joint.points,
      pictures: [],
      ties: [],
    };
  });
}
