import type { Entry } from '../reader/entries/entry.ts';
import { lowerName, partNameOf } from '../reader/entries/partName.ts';

/** One slab of the stack of layers beside the recorder. */
export interface Layer {
  readonly part: string;
  readonly name: string;
  /** back: lifted, and back in its place. off: lifted. work: begun, not off. waits: tried and blocked. ahead: named only. */
  readonly state: 'back' | 'off' | 'work' | 'waits' | 'ahead';
  readonly detail: string;
}

/** The parts of a recording, those that are off first in the order they came off. */
export function layersOf(entries: readonly Entry[]): Layer[] {
  const parts = new Map<
    string,
    { screws: number; joints: number; off: number | null; back: boolean; blockedBy: string | null }
  >();
  const at = (slug: string) => {
    const known = parts.get(slug) ?? { screws: 0, joints: 0, off: null, back: false, blockedBy: null };
    parts.set(slug, known);
    return known;
  };
  entries.forEach((entry, i) => {
    if (entry.kind === 'undo' && entry.part) {
      const part = at(entry.part);
      part.joints++;
      if (entry.joint.type === 'screws') part.screws += entry.joint.count ?? 1;
    } else if (entry.kind === 'lift') Object.assign(at(entry.part), { off: i, back: false });
    else if (entry.kind === 'refit' && entry.part && !entry.joint)
      at(entry.part).back = at(entry.part).off !== null;
    else if (entry.kind === 'blocked') {
      at(entry.by);
      at(entry.part).blockedBy = entry.by;
    } else if (entry.kind === 'requires' || entry.kind === 'covers') {
      at(entry.part);
      entry.parts.forEach(at);
    } else if (entry.kind === 'number' && entry.part) at(entry.part);
  });
  const layers = [...parts].map(([slug, part]): Layer & { order: number } => {
    const waits = part.off === null && part.blockedBy !== null && parts.get(part.blockedBy)?.off === null;
    const state = part.back
      ? 'back'
      : part.off !== null
        ? 'off'
        : waits
          ? 'waits'
          : part.joints > 0
            ? 'work'
            : 'ahead';
    const screws = part.screws === 1 ? '1 screw' : `${part.screws} screws`;
    const detail = waits
      ? `waits for ${lowerName(partNameOf(part.blockedBy ?? ''))}`
      : [part.screws > 0 && screws, part.joints > 0 && part.screws === 0 && `${part.joints} undone`]
          .filter(Boolean)
          .join(' · ') || (state === 'ahead' ? 'not opened' : '');
    return { part: slug, name: partNameOf(slug), state, detail, order: part.off ?? Number.MAX_SAFE_INTEGER };
  });
  return layers.sort((a, b) => a.order - b.order).map(({ order: _order, ...layer }) => layer);
}
