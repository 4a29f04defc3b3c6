import type { SearchHit, SearchKind } from '@bemtor/core';
import type { Command } from '../kit/commands.ts';

/** A line of the palette: something to do here, or something of the shop to go to. */
export type PaletteRow =
  | { readonly kind: 'command'; readonly title: string; readonly detail: string; readonly command: Command }
  | { readonly kind: SearchKind; readonly title: string; readonly detail: string; readonly hit: SearchHit };

export const paletteTitles: Readonly<Record<PaletteRow['kind'], string>> = {
  command: 'To do here',
  unit: 'Units',
  model: 'Models',
  part: 'Parts',
  step: 'Steps and cautions',
  job: 'Jobs',
  note: 'Notes',
};

/** What can be done first, then what was found, each kind together as it comes. */
export const paletteRows = (commands: readonly Command[], hits: readonly SearchHit[]): PaletteRow[] => [
  ...commands.map((command) => ({
    kind: 'command' as const,
    title: command.more ?? command.words,
    detail: command.unless ?? '',
    command,
  })),
  ...hits.map((hit) => ({ kind: hit.kind, title: hit.title, detail: hit.detail, hit })),
];

const plain = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');

const named: ReadonlySet<PaletteRow['kind']> = new Set(['unit', 'model', 'part']);

/**
 * Which line Enter means: a ticket, a model or a number that was typed or scanned is gone to, whatever command has it
 * in its words; else the first.
 */
export function chosenRow(rows: readonly PaletteRow[], typed: string): number {
  const wanted = plain(typed);
  if (wanted === '') return 0;
  return Math.max(
    0,
    rows.findIndex(({ kind, title }) => named.has(kind) && plain(title).startsWith(wanted)),
  );
}

/** The page of what was found. */
export function pathOf({ kind, model, unit, revision, number }: SearchHit): string {
  const page = `/models/${encodeURIComponent(model ?? '')}`;
  switch (kind) {
    case 'unit':
      return `/unit/${unit}/intake`;
    case 'job':
      return `/unit/${unit}/run`;
    case 'note':
      return `/unit/${unit}/intake`;
    case 'part':
      return `/parts?q=${encodeURIComponent(number ?? '')}`;
    case 'step':
      return `${page}?revision=${revision}`;
    case 'model':
      return page;
  }
}
