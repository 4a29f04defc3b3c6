import type { Basis, Sequence } from '../sequence/schema.ts';

/** Needs that say one thing lies below another; power, stated order and the like are about time, not depth. */
const deepening: ReadonlySet<Basis> = new Set(['holds', 'covers', 'assumed', 'pinned']);
/** Lifting these opens nothing deeper: they sit on the outside. */
const surfaceKinds: ReadonlySet<string> = new Set(['foot', 'tray', 'tape', 'module', 'stand']);

/** One point of the descent profile. */
export interface ProfilePoint {
  readonly action: string;
  readonly part: string;
  /** Layers above: the longest chain of lifts that this act waits for. */
  readonly depth: number;
  readonly tool: string | null;
  /** The tool was taken up for this act. */
  readonly toolChange: boolean;
  /** The device is turned for this act. */
  readonly flip: boolean;
  /** A hold or wait, in seconds. */
  readonly holdSeconds: number | null;
  /** A target is reached with this act. */
  readonly target: boolean;
}

export interface Profile {
  readonly points: readonly ProfilePoint[];
  /** For each depth from 0, the part whose lift first opened the one below it. */
  readonly levels: readonly string[];
}

/**
 * A job as a dive: steps to the right, depth downwards. `sequence` is configured already; `steps` is an
 * order that respects its needs, so the depth of everything an act needs is known before the act.
 */
export function descentProfile(
  sequence: Sequence,
  steps: readonly string[],
  targets: ReadonlySet<string>,
  startFace = 'top',
): Profile {
  const actions = new Map<string, Sequence['actions'][number]>(
    sequence.actions.map((action) => [action.id, action]),
  );
  const kinds = new Map<string, string>(sequence.parts.map((part) => [part.id, part.kind]));
  const depths = new Map<string, number>();
  const levels: string[] = [];
  const points: ProfilePoint[] = [];
  let tool: string | null = null;
  let face: string = startFace;
  for (const id of steps) {
    const action = actions.get(id);
    if (!action) continue;
    let depth = 0;
    for (const need of sequence.needs) {
      if (need.action !== id) continue;
      const open = need.anyOf.filter((other) => depths.has(other)).map((other) => below(other, need.basis));
      if (open.length > 0) depth = Math.max(depth, Math.min(...open));
    }
    depths.set(id, depth);
    if (opens(id)) levels[depth] ??= action.part;
    const taken: string | null = action.tool ?? null;
    const toolChange = taken !== null && taken !== tool;
    const flip = action.face !== 'either' && action.face !== face;
    if (taken !== null) tool = taken;
    if (action.face !== 'either') face = action.face;
    const holdSeconds = action.verb === 'hold' || action.verb === 'wait' ? action.seconds : null;
    points.push({
      action: id,
      part: action.part,
      depth,
      tool: taken,
      toolChange,
      flip,
      holdSeconds,
      target: targets.has(id),
    });
  }
  return { points, levels };

  function opens(id: string): boolean {
    const action = actions.get(id);
    return action?.verb === 'lift' && !surfaceKinds.has(kinds.get(action.part) ?? '');
  }

  function below(id: string, basis: Basis): number {
    return (depths.get(id) ?? 0) + (deepening.has(basis) && opens(id) ? 1 : 0);
  }
}
