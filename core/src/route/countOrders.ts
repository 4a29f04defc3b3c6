/** Sets of done steps looked at, in all, before counting is given up. */
export const defaultCountLimit = 200_000;

/** For each step, its constraints: for each the steps of which at least one comes before it. */
export type StepNeeds = readonly (readonly (readonly number[])[])[];

/**
 * How many orders of the steps respect the needs; null where more than `limit` sets would have to be looked
 * at. Dynamic programming over down-sets (sets of steps that can be done first): a set's number is the sum
 * over the steps that may follow it. Groups of steps that no need connects are counted apart and
 * interleaved by a binomial coefficient. Time and memory grow with the number of down-sets.
 */
export function countOrders(needs: StepNeeds, limit: number = defaultCountLimit): bigint | null {
  let [orders, placed, left] = [1n, 0, limit];
  for (const group of connectedGroups(needs)) {
    const counted = countGroup(group, needs, left);
    if (counted === null) return null;
    left -= counted.sets;
    orders *= counted.orders * binomial(placed + group.length, group.length);
    placed += group.length;
  }
  return orders;
}

function countGroup(group: readonly number[], needs: StepNeeds, limit: number) {
  // Sets of up to 31 steps fit a small integer, which is several times faster to hash than a big one.
  return group.length <= 31
    ? countDownSets(group, needs, limit, smallSets)
    : countDownSets(group, needs, limit, bigSets);
}

/** Sets as bits of a number of some kind. */
interface SetKind<S> {
  readonly empty: S;
  readonly only: (step: number) => S;
  readonly union: (a: S, b: S) => S;
  readonly meet: (a: S, b: S) => boolean;
}

const smallSets: SetKind<number> = {
  empty: 0,
  only: (step) => 1 << step,
  union: (a, b) => a | b,
  meet: (a, b) => (a & b) !== 0,
};
const bigSets: SetKind<bigint> = {
  empty: 0n,
  only: (step) => 1n << BigInt(step),
  union: (a, b) => a | b,
  meet: (a, b) => (a & b) !== 0n,
};

function countDownSets<S>(group: readonly number[], needs: StepNeeds, limit: number, kind: SetKind<S>) {
  const bit = new Map(group.map((step, i) => [step, kind.only(i)]));
  const own = group.map((step) => bit.get(step) ?? kind.empty);
  const masks = group.map((step) =>
    (needs[step] ?? []).map((options) =>
      options.reduce((mask, option) => kind.union(mask, bit.get(option) ?? kind.empty), kind.empty),
    ),
  );
  let level = new Map<S, bigint>([[kind.empty, 1n]]);
  let sets = 0;
  for (let size = 0; size < group.length; size++) {
    const next = new Map<S, bigint>();
    for (const [done, orders] of level) {
      if (++sets > limit) return null;
      for (let i = 0; i < group.length; i++) {
        const step = own[i] ?? kind.empty;
        if (kind.meet(done, step) || masks[i]?.some((mask) => !kind.meet(mask, done))) continue;
        const after = kind.union(done, step);
        next.set(after, (next.get(after) ?? 0n) + orders);
      }
    }
    level = next;
  }
  return { orders: [...level.values()][0] ?? 0n, sets };
}

/** Steps joined by needs, directly or through others. */
function connectedGroups(needs: StepNeeds): number[][] {
  const root = needs.map((_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (root[at] !== at) at = root[at] ?? at;
    return at;
  };
  needs.forEach((constraints, i) => constraints.flat().forEach((j) => (root[find(j)] = find(i))));
  const groups = new Map<number, number[]>();
  needs.forEach((_, i) => groups.set(find(i), [...(groups.get(find(i)) ?? []), i]));
  return [...groups.values()];
}

function binomial(n: number, k: number): bigint {
  let result = 1n;
  for (let i = 1; i <= k; i++) result = (result * BigInt(n - k + i)) / BigInt(i);
  return result;
}
