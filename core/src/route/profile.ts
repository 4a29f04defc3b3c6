import type { Sequence } from '../sequence/schema.ts';

/** One point of the descent profile. */
export interface ProfilePoint {
  readonly action: string;
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
  /** For each depth from 1, the part whose lift first opened it. */
  readonly levels: readonly string[];
}

/**
 * A job as a dive: steps to the right, depth downwards. `sequence` is configured already; `steps` is an
 * order that respects its needs, so the depth of everything an act needs is known before the act.
 */
export function descentProfile(sequence: Sequence, steps: readonly string[], targets: ReadonlySet<string>, startFace = 'top'): Profile {
  const actions = new Map<string, Sequence['actions'][number]>(sequence.actions.map((action) => [action.id, action]));
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
      const open = need.anyOf.filter((other) => depths.has(other)).map((other) => below(other));
      if (open.length > 0) depth = Math.max(depth, Math.min(...open));
    }
    depths.set(id, depth);
    if (action.verb === 'lift' && levels.length <= depth) levels[depth] = action.part;
    const taken: string | null = action.tool ?? null;
    const toolChange = taken !== null && taken !== tool;
    const flip = action.face !== 'either' && action.face !== face;
    if (taken !== null) tool = taken;
    if (action.face !== 'either') face = action.face;
    const holdSeconds = action.verb === 'hold' || action.verb === 'wait' ? action.seconds : null;
    points.push({ action: id, depth, tool: taken, toolChange, flip, holdSeconds, target: targets.has(id) });
  }
  return { points, levels };

  function below(id: string): number {
    return (depths.get(id) ?? 0) + (actions.get(id)?.verb === 'lift' ? 1 : 0);
  }
}
