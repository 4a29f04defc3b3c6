/**
 * Puts kinds into the fewest tray cells so that no two that are easily mixed up lie together: a colouring of
 * the graph of look-alikes with the least number of colours. Exact: branch and bound, the most constrained
 * kind first (the order of Brélaz, "New methods to color the vertices of a graph", 1979), from a greedy
 * answer downwards. A device has some twenty kinds, mostly in small groups of look-alikes; the worst case is
 * exponential. Deterministic. Returns the cell of each kind, cells numbered by first use.
 */
export function fewestCells(count: number, alike: (a: number, b: number) => boolean): number[] {
  const neighbours = Array.from({ length: count }, (_, a) =>
    Array.from({ length: count }, (_, b) => b).filter((b) => a !== b && alike(a, b)),
  );
  const cell: number[] = Array.from({ length: count }, () => -1);
  let best: number[] | null = null;
  let bestCells = Infinity;

  const taken = (kind: number): Set<number> =>
    new Set(
      (neighbours[kind] ?? []).flatMap((other) => ((cell[other] ?? -1) >= 0 ? [cell[other] ?? 0] : [])),
    );
  const pick = (): number => {
    let chosen = -1;
    let rank = [-1, -1];
    for (let kind = 0; kind < count; kind++) {
      if ((cell[kind] ?? -1) >= 0) continue;
      const now = [taken(kind).size, neighbours[kind]?.length ?? 0];
      if ((now[0] ?? 0) > (rank[0] ?? 0) || (now[0] === rank[0] && (now[1] ?? 0) > (rank[1] ?? 0)))
        [chosen, rank] = [kind, now];
    }
    return chosen;
  };
  const fill = (used: number): void => {
    if (used >= bestCells) return;
    const kind = pick();
    if (kind < 0) {
      best = [...cell];
      bestCells = used;
      return;
    }
    const closed = taken(kind);
    // One empty cell is as good as another: only the first of them is tried.
    for (let at = 0; at <= used && at < bestCells; at++) {
      if (closed.has(at)) continue;
      cell[kind] = at;
      fill(Math.max(used, at + 1));
      cell[kind] = -1;
    }
  };
  fill(0);
  return renumbered(best ?? []);
}

function renumbered(cells: readonly number[]): number[] {
  const names = new Map<number, number>();
  return cells.map((cell) => {
    const known = names.get(cell) ?? names.size;
    names.set(cell, known);
    return known;
  });
}
