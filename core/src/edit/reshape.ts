import { partIdSchema, type Need, type Sequence } from '../sequence/schema.ts';
import type { EditOf } from './edit.ts';
import { newPart } from './insertAct.ts';

/** The document without an act; what waited for it waits for what it waited for itself. */
export function removeAct(sequence: Sequence, id: string): Sequence {
  const gone = sequence.actions.find((action) => action.id === id);
  if (!gone) return sequence;
  const own = sequence.needs.filter(
    (need) => need.action === id && !need.anyOf.some((other) => other === id),
  );
  const needs = sequence.needs.flatMap((need): Need[] => {
    if (need.action === id) return [];
    if (!need.anyOf.some((one) => one === id)) return [need];
    const others = need.anyOf.filter((one) => one !== id);
    if (others.length > 0) return [{ ...need, anyOf: others }];
    return own.map((earlier) => ({ ...earlier, action: need.action }));
  });
  return tidy({
    ...sequence,
    actions: sequence.actions.filter((action) => action !== gone),
    joints: sequence.joints.filter((joint) => joint.id !== gone.joint),
    needs: once(needs.filter((need) => !need.anyOf.some((one) => one === need.action))),
  });
}

/** Some acts become those of a part of its own; their joints hold it, and the old part's lift no longer waits. */
export function splitPart(sequence: Sequence, { actions, into, name }: EditOf<'split'>): Sequence | null {
  const chosen = sequence.actions.filter((action) => actions.includes(action.id));
  const [first] = chosen;
  if (!first) return null;
  if (chosen.every((action) => action.part === into)) return sequence;
  const lifts = sequence.actions.filter(
    (action) => action.verb === 'lift' && (action.part === into || chosen.includes(action)),
  );
  if (lifts.length > 1) return null;
  const part = partIdSchema.parse(into);
  const old = new Set(chosen.map((action) => action.part));
  const joints = new Set(chosen.map((action) => action.joint));
  const leftLifts = new Set(
    sequence.actions
      .filter((action) => action.verb === 'lift' && old.has(action.part) && !chosen.includes(action))
      .map((action) => action.id),
  );
  const lift = chosen.find((action) => action.verb === 'lift');
  const known = sequence.parts.some((one) => one.id === into);
  return {
    ...sequence,
    parts: known ? sequence.parts : [...sequence.parts, newPart(into, name)],
    joints: sequence.joints.map((joint) =>
      joints.has(joint.id)
        ? { ...joint, holds: [...new Set(joint.holds.map((held) => (old.has(held) ? part : held)))] }
        : joint,
    ),
    actions: sequence.actions.map((action) => (chosen.includes(action) ? { ...action, part } : action)),
    needs: [
      ...sequence.needs.filter(
        (need) =>
          !(
            need.basis === 'holds' &&
            leftLifts.has(need.action) &&
            need.anyOf.every((id) => chosen.some((action) => action.id === id && action.verb !== 'lift'))
          ),
      ),
      ...(lift
        ? chosen
            .filter((action) => action.joint != null)
            .filter((action) => !waitsFor(sequence, lift.id, action.id))
            .map((action): Need => ({ action: lift.id, anyOf: [action.id], basis: 'holds' }))
        : []),
    ],
  };
}

const waitsFor = (sequence: Sequence, action: string, before: string): boolean =>
  sequence.needs.some((need) => need.action === action && need.anyOf.some((id) => id === before));

/** Two names become one part; where both were lifted, the lift of the name that stays is the one. */
export function joinParts(sequence: Sequence, { part, into }: EditOf<'join'>): Sequence | null {
  const stays = sequence.parts.find((one) => one.id === into);
  if (!stays || part === into) return null;
  const goes = sequence.parts.find((one) => one.id === part);
  if (!goes) return sequence;
  const lifts = sequence.actions.filter(
    (action) => action.verb === 'lift' && (action.part === goes.id || action.part === stays.id),
  );
  const kept = lifts.find((action) => action.part === stays.id) ?? lifts[0];
  const spare = lifts.filter((action) => action !== kept).map((action) => action.id);
  const here = <T extends string>(id: T): T =>
    kept && spare.some((one) => (one as string) === id) ? (kept.id as unknown as T) : id;
  const named = <T extends string>(id: T): T =>
    (id as string) === goes.id ? (stays.id as unknown as T) : id;
  const needs = sequence.needs.map((need) => ({
    ...need,
    action: here(need.action),
    anyOf: [...new Set(need.anyOf.map(here))],
  }));
  return {
    ...sequence,
    parts: sequence.parts
      .filter((one) => one !== goes)
      .map((one) => ({
        ...one,
        movesTo: [...new Set(one.movesTo.map(named))].filter((to) => to !== one.id),
        ...(one.comesWith
          ? { comesWith: [...new Set(one.comesWith.map(named))].filter((other) => other !== one.id) }
          : {}),
        numbers: one === stays ? [...stays.numbers, ...goes.numbers] : one.numbers,
      })),
    joints: sequence.joints.map((joint) => ({
      ...joint,
      holds: [...new Set(joint.holds.map(named))],
      ...(joint.joins ? { joins: [...new Set(joint.joins.map(named))] } : {}),
      ...(joint.hiddenBy ? { hiddenBy: named(joint.hiddenBy) } : {}),
    })),
    actions: sequence.actions
      .filter((action) => !spare.includes(action.id))
      .map((action) => ({ ...action, part: named(action.part) })),
    needs: once(needs.filter((need) => !need.anyOf.some((id) => id === need.action))),
    ...(sequence.backOrder ? { backOrder: [...new Set(sequence.backOrder.map(named))] } : {}),
  };
}

/** Each need once, on the first ground given. */
function once(needs: readonly Need[]): Need[] {
  const seen = new Set<string>();
  return needs.filter((need) => {
    const key = JSON.stringify([need.action, need.anyOf, need.when ?? null]);
    return !seen.has(key) && seen.add(key);
  });
}

/** Without parts that nothing names any more. */
function tidy(sequence: Sequence): Sequence {
  const named = new Set<string>([
    ...sequence.actions.map((action) => action.part),
    ...sequence.joints.flatMap((joint) => [...joint.holds, ...(joint.joins ?? []), joint.hiddenBy ?? '']),
    ...sequence.parts.flatMap((part) => [...part.movesTo, ...(part.comesWith ?? [])]),
    ...(sequence.backOrder ?? []),
  ]);
  const parts = sequence.parts.filter((part) => named.has(part.id) || part.numbers.length > 0);
  return { ...sequence, parts };
}
