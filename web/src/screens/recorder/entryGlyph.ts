import type { Drive, Entry, Mechanism, Verb } from '@bemtor/core';

export type EntryGlyph =
  | { readonly kind: 'screw'; readonly drive: Drive | null }
  | {
      readonly kind: 'act';
      readonly verb: Verb | 'blocked' | 'note' | 'caution' | 'missing' | 'number' | 'refit';
      readonly mechanism: Mechanism | null;
    };

/** The glyph that stands before an entry on the strip. */
export function entryGlyph(entry: Entry | undefined): EntryGlyph {
  const act = (
    verb: Extract<EntryGlyph, { kind: 'act' }>['verb'],
    mechanism: Mechanism | null = null,
  ): EntryGlyph => ({ kind: 'act', verb, mechanism });
  switch (entry?.kind) {
    case 'undo':
      if (entry.joint.type === 'screws' || entry.joint.type === 'standoffs')
        return { kind: 'screw', drive: entry.joint.screw?.drive ?? null };
      return act(entry.verb, entry.joint.mechanism ?? null);
    case 'lift':
    case 'turn':
    case 'hold':
    case 'check':
    case 'blocked':
    case 'missing':
    case 'number':
    case 'caution':
      return act(entry.kind);
    case 'measure':
      return act('number');
    case 'stripped':
      return act('caution');
    case 'requires':
    case 'covers':
      return act('blocked');
    case 'refit':
      return entry.joint?.type === 'screws' || entry.joint?.type === 'standoffs'
        ? { kind: 'screw', drive: entry.joint.screw?.drive ?? null }
        : act('refit');
    case 'serve':
      return act('clean');
    case 'move':
    case 'whole':
      return act('lift');
    case 'seen':
    case 'note':
    case undefined:
      return act('note');
  }
}
