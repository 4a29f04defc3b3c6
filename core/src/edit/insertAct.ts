import { notBorneOut } from '../derive/notBorneOut.ts';
import { replayRecording } from '../derive/replayRecording.ts';
import { partKindOf, partNameOf } from '../reader/entries/partName.ts';
import { withNeeds } from '../review/change.ts';
import { actionIdSchema, jointIdSchema, partIdSchema, type Sequence } from '../sequence/schema.ts';
import type { EditOf } from './edit.ts';

/**
 * A new act in its place, with its part and joint where they are new. Its needs are those that the build of such
 * devices makes likely from there: what it holds waits for it, and it waits for what lies over it. Null where the
 * entry is no act. A document that has the act already stays as it is.
 */
export function insertAct(sequence: Sequence, { id, after, entry }: EditOf<'insert'>): Sequence | null {
  if (sequence.actions.some((action) => action.id === id)) return sequence;
  const [act] = replayRecording([{ id, entries: [entry] }]).acts;
  if (!act) return null;
  if (act.verb === 'lift' && sequence.actions.some(({ verb, part }) => verb === 'lift' && part === act.part))
    return null;
  const near = sequence.actions.find((action) => action.id === after) ?? sequence.actions[0];
  const part = partIdSchema.parse(act.part);
  const action = {
    id: actionIdSchema.parse(id),
    verb: act.verb,
    part,
    joint: act.joint ? jointIdSchema.parse(`j-${id}`) : null,
    tool: act.tool,
    face: near?.face ?? act.face,
    seconds: act.seconds,
    cautions: [],
    note: act.note,
  };
  const at = sequence.actions.findIndex((one) => one.id === after) + 1;
  const known = new Set<string>(sequence.parts.map((one) => one.id));
  const named = [act.part, act.joint?.hiddenBy ?? null].filter(
    (slug): slug is string => slug !== null && !known.has(slug),
  );
  const grown: Sequence = {
    ...sequence,
    parts: [...sequence.parts, ...named.map((slug) => newPart(slug))],
    joints:
      act.joint && action.joint
        ? [...sequence.joints, jointFor(act.joint, action.joint, part)]
        : sequence.joints,
    actions: [...sequence.actions.slice(0, at), action, ...sequence.actions.slice(at)],
  };
  return notBorneOut(grown)
    .filter((need) => need.action === id || need.before === id)
    .reduce((so, need) => withNeeds(so, [[need.action, need.before]], need.basis), grown);
}

/** A part of which nothing is known but its name. */
export const newPart = (slug: string, name = partNameOf(slug)): Sequence['parts'][number] => ({
  id: partIdSchema.parse(slug),
  name,
  kind: partKindOf(slug),
  numbers: [],
  reuse: 'reusable',
  movesTo: [],
});

function jointFor(
  joint: NonNullable<ReturnType<typeof replayRecording>['acts'][number]['joint']>,
  id: Sequence['joints'][number]['id'],
  part: Sequence['parts'][number]['id'],
): Sequence['joints'][number] {
  return {
    id,
    type: joint.type,
    holds: [part],
    count: joint.count ?? null,
    screw: joint.screw ?? null,
    mechanism: joint.mechanism ?? null,
    hiddenBy: joint.hiddenBy ? partIdSchema.parse(joint.hiddenBy) : null,
    tighten: joint.type === 'screws' ? (joint.tighten ?? 'any') : null,
    points: [],
    where: joint.where ?? null,
  };
}
