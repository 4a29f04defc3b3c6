import { failure, success, type Result } from '../result.ts';
import { configure, readConfiguration } from '../sequence/configuration.ts';
import type { Action, Sequence } from '../sequence/schema.ts';
import { actsToward } from './targets.ts';
import { defaultWeights, type HandlingWeights, type RouteRequest } from './request.ts';

/** No tool (fingers), or no part in work. */
export const none = -1;
export type Side = 0 | 1 | 2;
/** Sides as numbers: 0 either, 1 top, 2 bottom. */
const sideOf = { either: 0, top: 1, bottom: 2 } as const;

/**
 * A request over integers. Acts keep document order. `needs[a]` lists, for each constraint on `a`, the acts
 * of which at least one must come before it; constraints that are void in this configuration, or met by
 * what is already done, are gone.
 */
export interface Problem {
  readonly acts: readonly Action[];
  readonly seconds: readonly number[];
  readonly tool: readonly number[];
  readonly face: readonly Side[];
  readonly part: readonly number[];
  readonly needs: readonly (readonly (readonly number[])[])[];
  readonly targets: readonly number[];
  readonly toolCount: number;
  readonly partCount: number;
  readonly weights: HandlingWeights;
  readonly startTool: number;
  readonly startFace: Side;
}

/** Compiles a request; an impossible ask is a fault that names the part. */
export function compileProblem(sequence: Sequence, request: RouteRequest): Result<Problem> {
  const configuration = readConfiguration(sequence, request.configuration ?? {});
  if (!configuration.ok) return configuration;
  const here = configure(sequence, configuration.value);
  const done = resolveAll(sequence, here, request.alreadyDone ?? [], 'already off');
  if (!done.ok) return done;
  const targets = resolveAll(sequence, here, request.targets, 'target');
  if (!targets.ok) return targets;
  if (request.targets.length === 0)
    return failure('no target is given', 'targets', 'name at least one part or action');

  const doneIds = new Set(done.value.map((action) => action.id));
  const acts = here.actions.filter((action) => !doneIds.has(action.id));
  const indexOf = new Map(acts.map((action, i) => [action.id, i]));
  const numbering = numberer();
  const tool = acts.map((action) => (action.tool == null ? none : numbering.tool(action.tool)));
  const part = acts.map((action) => numbering.part(action.part));
  const existing = new Set(here.actions.map((action) => action.id));
  const needs: number[][][] = acts.map(() => []);
  for (const need of here.needs) {
    const at = indexOf.get(need.action);
    const options = need.anyOf.filter((id) => existing.has(id));
    if (at === undefined || options.length === 0 || options.some((id) => doneIds.has(id))) continue;
    needs[at]?.push([...new Set(options.map((id) => indexOf.get(id) ?? none))]);
  }
  return success({
    acts,
    seconds: acts.map((action) => action.seconds),
    tool,
    face: acts.map((action) => sideOf[action.face]),
    part,
    needs,
    targets: targets.value.flatMap((action) => indexOf.get(action.id) ?? []),
    toolCount: numbering.tools(),
    partCount: numbering.parts(),
    weights: request.weights ?? defaultWeights,
    startTool: request.toolInHand == null ? none : numbering.tool(request.toolInHand),
    startFace: sideOf[request.startFace ?? 'top'],
  });
}

function numberer() {
  const tools = new Map<string, number>();
  const parts = new Map<string, number>();
  const number = (map: Map<string, number>, key: string): number => {
    const known = map.get(key);
    if (known !== undefined) return known;
    map.set(key, map.size);
    return map.size - 1;
  };
  return {
    tool: (id: string) => number(tools, id),
    part: (id: string) => number(parts, id),
    tools: () => tools.size,
    parts: () => parts.size,
  };
}

function resolveAll(whole: Sequence, here: Sequence, ids: readonly string[], as: string): Result<Action[]> {
  const found: Action[] = [];
  for (const id of ids) {
    const acts = resolveTarget(whole, here, id, as);
    if (!acts.ok) return acts;
    found.push(...acts.value);
  }
  return success(found);
}

/** The acts that an id means in this configuration. */
function resolveTarget(whole: Sequence, here: Sequence, id: string, as: string): Result<readonly Action[]> {
  const acts = actsToward(here, id);
  if (acts.length > 0) return success(acts);
  const name = whole.parts.find((part) => part.id === id)?.name ?? id;
  if (actsToward(whole, id).length > 0)
    return failure(
      `${name} does not exist in this configuration`,
      as,
      'choose another part or configuration',
    );
  if (whole.parts.some((part) => part.id === id)) {
    return failure(
      `${name} has no lift in this sequence`,
      as,
      'record how it comes off, or name one of its actions',
    );
  }
  const known = here.actions
    .filter((candidate) => candidate.verb === 'lift')
    .map((candidate) => candidate.part);
  return failure(`"${id}" is neither a part nor an action`, as, `parts here: ${known.join(', ')}`);
}
