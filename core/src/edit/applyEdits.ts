import { unreachable } from '../result.ts';
import { withAction, withJoint, withPart } from '../review/change.ts';
import type { Need, Sequence } from '../sequence/schema.ts';
import type { Edit, EditOf } from './edit.ts';
import { insertAct } from './insertAct.ts';
import { joinParts, removeAct, splitPart } from './reshape.ts';

export interface Edited {
  readonly sequence: Sequence;
  /** Edits that name what is not there any more: they change nothing, and are shown. */
  readonly stale: readonly Edit[];
}

/** The document with every edit, in the order in which they were made. Pure: the document itself stays as it is. */
export function applyEdits(document: Sequence, edits: readonly Edit[]): Edited {
  const stale: Edit[] = [];
  const sequence = edits.reduce((so, edit) => {
    const next = applyEdit(so, edit);
    if (!next) stale.push(edit);
    return next ?? so;
  }, document);
  return { sequence, stale };
}

/** Null where the edit names what is not there. */
function applyEdit(sequence: Sequence, edit: Edit): Sequence | null {
  const isAct = (id: string): boolean => sequence.actions.some((action) => action.id === id);
  const isPart = (id: string): boolean => sequence.parts.some((part) => part.id === id);
  switch (edit.what) {
    case 'pin':
      return edit.action !== edit.before && isAct(edit.action) && isAct(edit.before)
        ? pinned(sequence, edit)
        : null;
    case 'free':
      return isAct(edit.action) && isAct(edit.before) ? freed(sequence, edit) : null;
    case 'count':
    case 'screw':
    case 'where':
      return sequence.joints.some((joint) => joint.id === edit.joint) ? withJointEdit(sequence, edit) : null;
    case 'words':
      return isAct(edit.action)
        ? withAction(sequence, edit.action, (action) => ({ ...action, note: edit.note }))
        : null;
    case 'tool':
      return isAct(edit.action)
        ? withAction(sequence, edit.action, (action) => ({ ...action, tool: edit.tool }))
        : null;
    case 'move':
      return isAct(edit.action) && (edit.after === null || isAct(edit.after)) ? moved(sequence, edit) : null;
    case 'insert':
      return edit.after === null || isAct(edit.after) ? insertAct(sequence, edit) : null;
    case 'remove':
      return removeAct(sequence, edit.action);
    case 'split':
      return splitPart(sequence, edit);
    case 'name':
      return isPart(edit.part)
        ? withPart(sequence, edit.part, (part) => ({ ...part, name: edit.name }))
        : null;
    case 'region':
      return isPart(edit.part)
        ? withPart(sequence, edit.part, (part) => ({ ...part, region: edit.region }))
        : null;
    case 'join':
      return joinParts(sequence, edit);
    default:
      return unreachable(edit);
  }
}

function withJointEdit(sequence: Sequence, edit: EditOf<'count' | 'screw' | 'where'>): Sequence {
  return withJoint(sequence, edit.joint, (joint) => {
    switch (edit.what) {
      case 'count':
        return { ...joint, count: edit.count };
      case 'screw':
        return { ...joint, screw: { ...joint.screw, ...edit.screw } };
      case 'where':
        return { ...joint, where: edit.where };
    }
  });
}

const isBetween =
  ({ action, before }: { readonly action: string; readonly before: string }) =>
  (need: Need): boolean =>
    need.action === action && need.anyOf.some((id) => id === before);

/** A need that is already there, on whatever ground, stays as it is unless it is to be limited. */
function pinned(sequence: Sequence, edit: EditOf<'pin'>): Sequence {
  const [action, before] = [edit.action, edit.before].map(
    (id) => sequence.actions.find((one) => one.id === id)?.id,
  );
  if (!action || !before) return sequence;
  const same = sequence.needs.find((need) => isBetween(edit)(need) && need.anyOf.length === 1);
  if (same && !edit.when) return sequence;
  const need: Need = { action, anyOf: [before], basis: 'pinned', ...(edit.when ? { when: edit.when } : {}) };
  return { ...sequence, needs: [...sequence.needs.filter((one) => one !== same), need] };
}

/** Of alternatives only this one goes; a need without any goes whole. */
function freed(sequence: Sequence, edit: EditOf<'free'>): Sequence {
  const needs = sequence.needs.flatMap((need): Need[] => {
    if (!isBetween(edit)(need)) return [need];
    const anyOf = need.anyOf.filter((id) => id !== edit.before);
    return anyOf.length > 0 ? [{ ...need, anyOf }] : [];
  });
  return { ...sequence, needs };
}

function moved(sequence: Sequence, { action, after }: EditOf<'move'>): Sequence {
  if (action === after) return sequence;
  const own = sequence.actions.filter((one) => one.id === action);
  const rest = sequence.actions.filter((one) => one.id !== action);
  const at = rest.findIndex((one) => one.id === after) + 1;
  return { ...sequence, actions: [...rest.slice(0, at), ...own, ...rest.slice(at)] };
}
