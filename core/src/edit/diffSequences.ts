import { lowerName, partNameOf } from '../reader/entries/partName.ts';
import {
  actionWords,
  indexSequence,
  quotedStep,
  stepWords,
  type SequenceIndex,
} from '../sequence/describe.ts';
import type { Action, Need, Sequence } from '../sequence/schema.ts';
import { screwWords } from '../sequence/screw.ts';

/** One thing in which two documents differ, in words, with the act that it is about where there is one. */
export interface Change {
  readonly kind: 'step' | 'count' | 'kind' | 'place' | 'words' | 'tool' | 'order' | 'need' | 'part' | 'check';
  readonly action: string | null;
  readonly words: string;
}

/** In what a document differs from one before it, act by act. O(actions + needs + parts). */
export function diffSequences(before: Sequence, after: Sequence): Change[] {
  const [was, is] = [indexSequence(before), indexSequence(after)];
  const gone = before.actions
    .filter(({ id }) => !is.action.has(id))
    .map((action): Change => step(`gone: ${actionWords(was, action)}`, action));
  const here = after.actions.flatMap((action): Change[] => {
    const old = was.action.get(action.id);
    if (!old) return [step(`new: ${actionWords(is, action)}`, action)];
    return actChanges(was, is, old, action);
  });
  return [
    ...gone,
    ...here,
    ...orderChange(before, after),
    ...needChanges(before, after, was, is),
    ...rest(before, after),
  ];
}

const step = (words: string, action: Action): Change => ({ kind: 'step', action: action.id, words });

function actChanges(was: SequenceIndex, is: SequenceIndex, old: Action, now: Action): Change[] {
  const title = actionWords(was, old);
  const [a, b] = [was.joint.get(old.joint ?? ''), is.joint.get(now.joint ?? '')];
  const told = (kind: Change['kind'], what: string, from: string, to: string): Change[] =>
    from === to
      ? []
      : [{ kind, action: now.id, words: `${title}: ${what} ${to || 'none'}, was ${from || 'none'}` }];
  return [
    ...told('count', 'count', String(a?.count ?? ''), String(b?.count ?? '')),
    ...told('kind', 'kind', screwWords(a?.screw), screwWords(b?.screw)),
    ...told('place', 'place', a?.where ?? '', b?.where ?? ''),
    ...told('tool', 'tool', old.tool ?? '', now.tool ?? ''),
    ...told('words', 'note', old.note, now.note),
    ...told('words', 'caution', old.cautions.join('; '), now.cautions.join('; ')),
    ...told('part', 'part', old.part, now.part),
  ];
}

/** The acts that both have, where they do not stand in the same order: those that left their place. */
function orderChange(before: Sequence, after: Sequence): Change[] {
  const both = new Set(
    before.actions.map(({ id }) => id).filter((id) => after.actions.some((one) => one.id === id)),
  );
  const [a, b] = [before, after].map(({ actions }) =>
    actions.map(({ id }) => id).filter((id) => both.has(id)),
  );
  const inOrder = longestCommon(a ?? [], b ?? []);
  const index = indexSequence(after);
  return (b ?? [])
    .filter((id) => !inOrder.has(id))
    .map((id): Change => ({ kind: 'order', action: id, words: `moved: ${stepWords(index, id)}` }));
}

/** Of two orders of the same items the most that need not move: the longest rising run of places. O(n²). */
function longestCommon<T>(a: readonly T[], b: readonly T[]): Set<T> {
  const place = new Map(a.map((id, i) => [id, i]));
  const best: { length: number; from: number }[] = [];
  b.forEach((id, i) => {
    const earlier = b
      .slice(0, i)
      .reduce(
        (so, other, j) =>
          (place.get(other) ?? 0) < (place.get(id) ?? 0) && (best[j]?.length ?? 0) > so.length
            ? { length: best[j]?.length ?? 0, from: j }
            : so,
        { length: 0, from: -1 },
      );
    best.push({ length: earlier.length + 1, from: earlier.from });
  });
  let at = best.reduce((so, one, i) => (one.length > (best[so]?.length ?? 0) ? i : so), 0);
  const kept = new Set<T>();
  while (at >= 0 && b[at] !== undefined) {
    kept.add(b[at] as T);
    at = best[at]?.from ?? -1;
  }
  return kept;
}

function needChanges(before: Sequence, after: Sequence, was: SequenceIndex, is: SequenceIndex): Change[] {
  const key = ({ action, anyOf, when }: Need): string => JSON.stringify([action, anyOf, when ?? null]);
  const [old, now] = [new Set(before.needs.map(key)), new Set(after.needs.map(key))];
  /** Each act is named by many needs, and put into words once. */
  const inWords = (index: SequenceIndex): ((need: Need) => string) => {
    const quoted = new Map<string, string>();
    const step = (id: string): string => {
      const known = quoted.get(id) ?? quotedStep(index, id);
      quoted.set(id, known);
      return known;
    };
    return ({ action, anyOf }) => `${step(action)} after ${anyOf.map(step).join(' or ')}`;
  };
  const [oldWords, newWords] = [inWords(was), inWords(is)];
  const stays = (need: Need): boolean => [need.action, ...need.anyOf].every((id) => is.action.has(id));
  return [
    ...before.needs
      .filter((need) => !now.has(key(need)) && stays(need))
      .map((need): Change => ({
        kind: 'need',
        action: need.action,
        words: `no longer: ${oldWords(need)}`,
      })),
    ...after.needs
      .filter((need) => !old.has(key(need)))
      .map((need): Change => ({
        kind: 'need',
        action: need.action,
        words: `${newWords(need)} (${need.basis})`,
      })),
  ];
}

function rest(before: Sequence, after: Sequence): Change[] {
  const changes = (kind: Change['kind'], from: readonly string[], to: readonly string[]): Change[] => [
    ...from.filter((one) => !to.includes(one)).map((one) => ({ kind, action: null, words: `gone: ${one}` })),
    ...to.filter((one) => !from.includes(one)).map((one) => ({ kind, action: null, words: `new: ${one}` })),
  ];
  const parts = ({ parts: all }: Sequence): string[] =>
    all.map(({ id, numbers }) =>
      [lowerName(partNameOf(id)), ...numbers.map(({ number, role }) => `${number} (${role})`)].join(' '),
    );
  const names = before.parts.flatMap(({ id, name }): Change[] => {
    const now = after.parts.find((part) => part.id === id)?.name ?? name;
    return now === name ? [] : [{ kind: 'part', action: null, words: `called ${now}, was ${name}` }];
  });
  const places = after.parts.flatMap(({ id, name, region }): Change[] => {
    const was = before.parts.find((part) => part.id === id);
    const isSame = JSON.stringify(was?.region ?? null) === JSON.stringify(region ?? null);
    return !was || isSame
      ? []
      : [
          {
            kind: 'place',
            action: null,
            words: `${name}: ${region ? 'where it lies is drawn' : 'no longer drawn'}`,
          },
        ];
  });
  const checks = ({ checks: all }: Sequence): string[] => all.map(({ at, text }) => `${at}: ${text}`);
  return [
    ...names,
    ...places,
    ...changes('part', parts(before), parts(after)),
    ...changes('check', checks(before), checks(after)),
  ];
}
