import type { SequenceIndex } from '../sequence/describe.ts';
import type { Part, Region, Sequence } from '../sequence/schema.ts';
import type { RunStep } from '../run/runStep.ts';
import { layersOfActions, outside, type MatLayer } from './matLayers.ts';
import type { MatGroup } from './matGroups.ts';
import { edgeNamed, placeName } from './placeWords.ts';
import { crosswiseOrder, mirrored, usualOutline, type Edge, type Outline, type Place } from './points.ts';
import type { NamedRegion } from './regionName.ts';

type Side = 'top' | 'bottom';

/** A screw of the step at hand. */
export interface WherePoint extends Place {
  /** Its number in the document. */
  readonly n: number;
  /** When it is turned: 1 is the first. */
  readonly turn: number;
  readonly state: 'done' | 'next' | 'ahead';
}

/** A part that is known by its place. */
export interface WhereRegion extends NamedRegion {
  readonly part: string;
  /** It is what the step is about. */
  readonly isNow: boolean;
}

/** Which way something goes: `pry` and `slide` by an edge of the outline, `lift` straight up. */
export interface Motion {
  readonly verb: 'slide' | 'pry' | 'lift';
  /** Pried from there, slid towards there; null where nobody said. */
  readonly edge: Edge | null;
  /** What moves, where that is known. */
  readonly region: WhereRegion | null;
}

/** The side that is up, to scale, and on it where the hands go now. */
export interface Where {
  readonly outline: Outline;
  readonly face: Side;
  readonly layer: string;
  readonly letter: string;
  readonly points: readonly WherePoint[];
  /** How the order is drawn. */
  readonly order: 'any' | 'cross' | 'numbered';
  /** `captive`, `long`: what sets these screws apart; empty where nothing does. */
  readonly marks: readonly ('captive' | 'long')[];
  /** The other groups of the same layer. */
  readonly others: readonly {
    readonly letter: string;
    readonly isCaptive: boolean;
    readonly points: readonly Place[];
  }[];
  readonly regions: readonly WhereRegion[];
  readonly motion: Motion | null;
  /** The next screw in words: `5, middle`; null where no point is next. */
  readonly next: string | null;
}

const motions: Readonly<Record<string, Motion['verb']>> = {
  slide: 'slide',
  pry: 'pry',
  unclip: 'pry',
  peel: 'pry',
  lift: 'lift',
};

/**
 * Where a step is: null where the step is at no place of the device, a test say. `groups` are the groups of screws of
 * the same document, `through` how many of the step's screws are done. O(points²) for the crosswise order.
 */
export function whereOf(
  sequence: Sequence,
  index: SequenceIndex,
  step: RunStep,
  groups: readonly MatGroup[],
  through: number,
): Where | null {
  const { action } = step;
  if (!action) return null;
  const outline = sequence.model.outlineMm ?? usualOutline;
  const layers = layersOfActions(sequence);
  const layer = layers.get(action.id) ?? outside;
  const own = groups.find(({ line }) => line === action.joint);
  const face = sideOf(step, own);
  const order = orderOf(index, step, own);
  const points = own ? turned(own, order, step.phase === 'down', through) : [];
  const next = points.find(({ state }) => state === 'next');
  const inLayer = new Set(
    sequence.actions.flatMap(({ id, part }) =>
      (layers.get(id) ?? outside).depth === layer.depth ? [part as string] : [],
    ),
  );
  const regions = legible(
    regionsOn(sequence.parts, face, outline).flatMap((region) =>
      inLayer.has(region.part) ? [{ ...region, isNow: region.part === action.part }] : [],
    ),
  );
  const verb = motions[action.verb];
  return {
    outline,
    face,
    layer: layer.name,
    letter: own?.letter ?? '',
    points,
    order,
    marks: marksOf(own, groups),
    others: othersOf(groups, own, layer, face),
    regions,
    motion: verb
      ? {
          verb,
          edge: verb === 'lift' ? null : edgeNamed(`${step.place} ${action.note}`),
          region: regions.find(({ isNow }) => isNow) ?? null,
        }
      : null,
    next: next ? `${next.turn}, ${placeName(next, outline)}` : null,
  };
}

/** The other groups of a layer, as the side that is up shows them. */
const othersOf = (
  groups: readonly MatGroup[],
  own: MatGroup | undefined,
  layer: MatLayer,
  face: Side,
): Where['others'] =>
  groups
    .filter((group) => group !== own && group.layer.depth === layer.depth)
    .map(({ letter, screw, points }) => ({
      letter,
      isCaptive: screw.captive === true,
      points: points.filter((point) => point.face === face),
    }))
    .filter((group) => group.points.length > 0);

/** A group of a recording on its side of the device: what has come out, its points and those of its layer. */
export function whereOfGroup(
  groups: readonly MatGroup[],
  own: MatGroup,
  parts: readonly Part[],
  outline: Outline = usualOutline,
): Where {
  const { face, layer, letter, points } = own;
  return {
    outline,
    face,
    layer: layer.name,
    letter,
    points: points.map(({ n, x, y }) => ({ n, x, y, turn: n, state: 'done' })),
    order: own.tighten,
    marks: marksOf(own, groups),
    others: othersOf(groups, own, layer, face),
    regions: legible(
      regionsOn(parts, face, outline).map((region) => ({ ...region, isNow: region.part === own.part })),
    ),
    motion: null,
    next: null,
  };
}

/** The side that is up at a step: the one that it names, else the one on which its screws are. */
function sideOf({ action }: RunStep, own: MatGroup | undefined): Side {
  if (action?.face === 'top' || action?.face === 'bottom') return action.face;
  return own?.points[0]?.face ?? own?.face ?? 'top';
}

function orderOf(index: SequenceIndex, { action }: RunStep, own: MatGroup | undefined): Where['order'] {
  if (!own || own.count < 3) return 'any';
  if (own.tighten !== 'any') return own.tighten;
  return index.part.get(action?.part ?? '')?.kind === 'heatsink' ? 'cross' : 'any';
}

/** The points in the order in which they are turned; on the way down marked screws go from the highest. */
function turned(own: MatGroup, order: Where['order'], isDown: boolean, through: number): WherePoint[] {
  const points = [...own.points].sort((a, b) => a.n - b.n);
  const inTurn =
    order === 'cross'
      ? crosswiseOrder(points)
      : [...points.keys()].sort((a, b) => (order === 'numbered' && isDown ? b - a : a - b));
  return inTurn.flatMap((at, i): WherePoint[] => {
    const point = points[at];
    if (!point) return [];
    const state = i < through ? 'done' : i === through ? 'next' : 'ahead';
    return [{ x: point.x, y: point.y, n: point.n, turn: i + 1, state }];
  });
}

/** Screws are long where others of the same part, under the same driver, are at least a millimetre shorter. */
const longerByMm = 1;
function marksOf(own: MatGroup | undefined, groups: readonly MatGroup[]): Where['marks'] {
  if (!own) return [];
  const { lengthMm, captive, size } = own.screw;
  const isLong = groups.some(
    ({ part, screw }) =>
      part === own.part &&
      screw.size === size &&
      lengthMm != null &&
      screw.lengthMm != null &&
      screw.lengthMm + longerByMm <= lengthMm,
  );
  return [...(captive ? (['captive'] as const) : []), ...(isLong ? (['long'] as const) : [])];
}

/** The regions of parts as the side that is up shows them: what was drawn from the other side is seen mirrored. */
export function regionsOn(
  parts: readonly Part[],
  face: Side,
  outline: Outline,
): Omit<WhereRegion, 'isNow'>[] {
  return parts.flatMap(({ id, name, region }) =>
    region ? [{ part: id, name, ...asSeenFrom(region, face, outline) }] : [],
  );
}

/** A region with its upper left corner as a side shows it. */
export function asSeenFrom(
  { face: drawnFrom, x, y, width, depth }: Region,
  face: Side,
  outline: Outline,
): { x: number; y: number; width: number; depth: number } {
  const [corner] = drawnFrom === face ? [{ x, y }] : mirrored([{ x: x + width, y }], outline);
  return { x: corner?.x ?? x, y, width, depth };
}

/** Of regions that lie on each other the one at hand is drawn, then the larger: names must not cover names. */
export function legible(regions: readonly WhereRegion[]): WhereRegion[] {
  const area = ({ width, depth }: WhereRegion): number => width * depth;
  const shared = (a: WhereRegion, b: WhereRegion): number =>
    Math.max(0, Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)) *
    Math.max(0, Math.min(a.y + a.depth, b.y + b.depth) - Math.max(a.y, b.y));
  const drawn: WhereRegion[] = [];
  const first = [...regions].sort((a, b) => Number(b.isNow) - Number(a.isNow) || area(b) - area(a));
  for (const region of first)
    if (drawn.every((other) => shared(region, other) < mostShared * Math.min(area(region), area(other))))
      drawn.push(region);
  return drawn;
}
const mostShared = 0.15;
