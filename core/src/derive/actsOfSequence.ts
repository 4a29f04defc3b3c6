import { partKindOf } from '../reader/entries/partName.ts';
import type { Sequence } from '../sequence/schema.ts';
import type { Act } from './replayRecording.ts';

/**
 * A document's acts, in its order, as the rules of the hardware look at them. A part whose id says nothing of what
 * it is goes by its kind, so that imported documents are judged alike. O(actions + joints + parts).
 */
export function actsOfSequence({ actions, joints, parts }: Sequence): Act[] {
  const joint = new Map<string, Sequence['joints'][number]>(joints.map((one) => [one.id, one]));
  const kinds = new Map<string, string>(parts.map(({ id, kind }) => [id, kind]));
  const slugOf = (part: string): string => {
    const kind = kinds.get(part) ?? 'part';
    return partKindOf(part) === 'part' && kind !== 'part' ? `${part}-${kind}` : part;
  };
  return actions.map((action, place): Act => {
    const held = joint.get(action.joint ?? '');
    return {
      id: action.id,
      verb: action.verb,
      part: slugOf(action.part),
      joint: held
        ? {
            type: held.type,
            mechanism: held.mechanism,
            screw: held.screw,
            hiddenBy: held.hiddenBy ? slugOf(held.hiddenBy) : null,
          }
        : null,
      jointId: action.joint ?? null,
      tool: action.tool ?? null,
      face: action.face,
      seconds: action.seconds,
      cautions: action.cautions,
      note: action.note,
      drains: action.verb === 'hold' && !/heat|warm/i.test(action.note),
      place,
      line: action.id,
      saidAt: null,
      points: held?.points ?? [],
    };
  });
}
