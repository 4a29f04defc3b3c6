import { actionTitle, indexSequence, type SequenceIndex } from '../sequence/describe.ts';
import { needGround } from '../route/why.ts';
import type { Basis, Need, Sequence } from '../sequence/schema.ts';

export interface Cycle {
  /** Needs in a ring: each one's action is what the next one waits for. */
  readonly needs: readonly Need[];
  readonly words: string;
  /** The need on the thinnest ground: taking it out mends the circle. */
  readonly weakest: Need;
  /** That need in words: `“Fan off” waits for “Base cover off”`. */
  readonly weakestWords: string;
}

/**
 * The shortest circle of needs, or null. Only needs with one alternative are followed: another alternative
 * is a way out. O(needs) where there is none; else breadth-first from every act that can be in one.
 */
export function shortestCycle(sequence: Sequence): Cycle | null {
  const waits = waitsInRings(sequence.needs.filter(({ anyOf }) => anyOf.length === 1));
  let best: Need[] | null = null;
  for (const start of waits.keys()) {
    const ring = ringFrom(start, waits, best?.length ?? Infinity);
    if (ring) best = ring;
  }
  return best ? asCycle(sequence, best) : null;
}

/** The needs of each act, without those that lead to nothing that waits: what can be reached is in no circle. */
function waitsInRings(needs: readonly Need[]): Map<string, Need[]> {
  const waits = new Map<string, Need[]>();
  const waiting = new Map<string, string[]>();
  const open = new Map<string, number>();
  const push = <T>(map: Map<string, T[]>, key: string, value: T): void => {
    const list = map.get(key);
    if (list) list.push(value);
    else map.set(key, [value]);
  };
  for (const need of needs) {
    const before: string = need.anyOf[0] ?? '';
    push(waits, need.action, need);
    push(waiting, before, need.action);
    open.set(need.action, (open.get(need.action) ?? 0) + 1);
  }
  const free = [...waiting.keys()].filter((act) => !waits.has(act));
  for (let at = free.pop(); at !== undefined; at = free.pop())
    for (const act of waiting.get(at) ?? []) {
      const left = (open.get(act) ?? 0) - 1;
      open.set(act, left);
      if (left === 0 && waits.delete(act)) free.push(act);
    }
  return waits;
}

/** The surest ground first. What was said gives way to what a joint shows, and the lead's own word to nothing. */
const surest: readonly Basis[] = ['pinned', 'holds', 'power', 'covers', 'blocked', 'stated', 'assumed'];

function asCycle(sequence: Sequence, needs: readonly Need[]): Cycle {
  const index = indexSequence(sequence);
  const weakest = needs.reduce((weak, need) =>
    surest.indexOf(need.basis) > surest.indexOf(weak.basis) ? need : weak,
  );
  return {
    needs,
    words: `${needs.map((need) => `${waitWords(index, need)}, since ${needGround(index, need)}`).join('; ')}.`,
    weakest,
    weakestWords: waitWords(index, weakest),
  };
}

function waitWords(index: SequenceIndex, need: Need): string {
  const title = (id: string): string => {
    const action = index.action.get(id);
    return action ? `“${actionTitle(index, action)}”` : id;
  };
  return `${title(need.action)} waits for ${title(need.anyOf[0] ?? '')}`;
}

function ringFrom(start: string, waits: ReadonlyMap<string, Need[]>, below: number): Need[] | null {
  const path = new Map<string, Need[]>([[start, []]]);
  const queue = [start];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    const so = path.get(at) ?? [];
    if (so.length + 1 >= below) return null;
    for (const need of waits.get(at) ?? []) {
      const before: string = need.anyOf[0] ?? '';
      if (before === start) return [...so, need];
      if (path.has(before)) continue;
      path.set(before, [...so, need]);
      queue.push(before);
    }
  }
  return null;
}
