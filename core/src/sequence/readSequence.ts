import type { z } from 'zod';
import { failure, success, type Result } from '../result.ts';
import { sequenceFormat, sequenceSchema, type Sequence } from './schema.ts';

/**
 * Reads an unknown value as a sequence document: the shape by schema, then the references inside it.
 * The first fault found is returned with its path; nothing is repaired silently.
 */
export function readSequence(value: unknown): Result<Sequence> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return failure(
      'not a sequence document',
      'document',
      `a JSON object with "format": "${sequenceFormat}" is expected`,
    );
  }
  const format = (value as { format?: unknown }).format;
  if (format !== sequenceFormat) {
    return failure(
      `format is ${JSON.stringify(format) ?? 'absent'}`,
      'format',
      `"${sequenceFormat}" is expected`,
    );
  }
  const parsed = sequenceSchema.safeParse(value);
  if (!parsed.success) return schemaFault(parsed.error);
  return checkReferences(parsed.data);
}

/** The first issue of a Zod error as a fault with its path. */
export function schemaFault(error: z.ZodError): Result<never> {
  const issue = error.issues[0];
  const where = issue && issue.path.length > 0 ? issue.path.join('.') : 'document';
  return failure('does not fit the format', where, issue?.message ?? 'see docs/formats.md');
}

function checkReferences(sequence: Sequence): Result<Sequence> {
  for (const list of ['parts', 'joints', 'actions'] as const) {
    const twice = firstTwice(sequence[list].map((item) => item.id));
    if (twice) return failure(`the id "${twice}" is used twice`, list, 'ids are unique in the document');
  }
  const parts = new Set<string>(sequence.parts.map((part) => part.id));
  const joints = new Set<string>(sequence.joints.map((joint) => joint.id));
  const actions = new Set<string>(sequence.actions.map((action) => action.id));
  const dangling = firstDangling(sequence, { parts, joints, actions });
  if (dangling) {
    return failure(
      `"${dangling.id}" does not exist`,
      dangling.where,
      `an id from ${dangling.list} is expected`,
    );
  }
  const lifted = firstTwice(
    sequence.actions.filter((action) => action.verb === 'lift').map((action) => action.part),
  );
  if (lifted)
    return failure(`part "${lifted}" is lifted twice`, 'actions', 'one lift per removable part is expected');
  return checkWhens(sequence);
}

interface Ids {
  readonly parts: ReadonlySet<string>;
  readonly joints: ReadonlySet<string>;
  readonly actions: ReadonlySet<string>;
}

function firstDangling(
  sequence: Sequence,
  known: Ids,
): { id: string; where: string; list: keyof Ids } | null {
  const references: { id: string | null | undefined; where: string; list: keyof Ids }[] = [];
  const refer = (
    list: keyof Ids,
    where: string,
    ids: readonly (string | null | undefined)[] | null | undefined,
  ) => ids?.forEach((id) => references.push({ id, where, list }));
  sequence.parts.forEach((part, i) => {
    refer('parts', `parts.${i}.movesTo`, part.movesTo);
    refer('parts', `parts.${i}.comesWith`, part.comesWith);
  });
  sequence.joints.forEach((joint, i) => {
    refer('parts', `joints.${i}.holds`, joint.holds);
    refer('parts', `joints.${i}.joins`, joint.joins);
    refer('parts', `joints.${i}.hiddenBy`, [joint.hiddenBy]);
  });
  sequence.actions.forEach((action, i) => {
    refer('parts', `actions.${i}.part`, [action.part]);
    refer('joints', `actions.${i}.joint`, [action.joint]);
  });
  sequence.needs.forEach((need, i) => {
    refer('actions', `needs.${i}.action`, [need.action]);
    refer('actions', `needs.${i}.anyOf`, need.anyOf);
  });
  refer('parts', 'backOrder', sequence.backOrder);
  for (const { id, where, list } of references) {
    if (id != null && !known[list].has(id)) return { id, where, list };
  }
  return null;
}

function checkWhens(sequence: Sequence): Result<Sequence> {
  const options = new Map(sequence.options.map((option) => [option.key, option.values]));
  for (const list of ['parts', 'joints', 'actions', 'needs', 'checks'] as const) {
    for (const [i, item] of sequence[list].entries()) {
      for (const [key, values] of Object.entries(item.when ?? {})) {
        const known = options.get(key);
        const where = `${list}.${i}.when.${key}`;
        if (!known)
          return failure(
            `"${key}" is not an option`,
            where,
            `one of ${[...options.keys()].join(', ') || 'the options'} is expected`,
          );
        const wrong = values.find((value) => !known.includes(value));
        if (wrong !== undefined)
          return failure(
            `"${wrong}" is not a value of "${key}"`,
            where,
            `one of ${known.join(', ')} is expected`,
          );
      }
    }
  }
  return success(sequence);
}

function firstTwice(ids: readonly string[]): string | undefined {
  const seen = new Set<string>();
  return ids.find((id) => seen.has(id) || !seen.add(id));
}
