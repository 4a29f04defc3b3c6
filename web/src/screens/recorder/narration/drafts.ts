import {
  draftWithDoubts,
  entrySchema,
  faultLine,
  readCaptions,
  readLine,
  sureEnough,
  type Cue,
  type Entry,
  type KnownPart,
  type LineContext,
  type ShopWord,
} from '@bemtor/core';
import { z } from 'zod';
import { keptHere, type KeptHere } from '../../../composables/keptHere.ts';

/** An entry drafted from a narration, and what the technician made of it. */
export interface Draft {
  readonly entry: Entry;
  /** Why it may be wrong; null where it is sure. */
  readonly why?: string | null;
  readonly fate: 'open' | 'accepted' | 'dropped';
}

export interface Narration {
  readonly name: string;
  readonly cues: readonly Cue[];
  readonly drafts: readonly Draft[];
}

/** Reads a narration and drafts it, or says in one line why it cannot. */
export async function draftFrom(
  name: string,
  source: string,
  known: readonly KnownPart[],
  shopWords: readonly ShopWord[] = [],
): Promise<Narration | string> {
  const cues = await readCaptions(source);
  if (!cues.ok) return `${name}: ${faultLine(cues.fault)}`;
  const drafts = draftWithDoubts(cues.value, known, shopWords).map((draft) => ({
    ...draft,
    fate: 'open' as const,
  }));
  return drafts.length > 0
    ? { name, cues: cues.value, drafts }
    : `${name}: nothing in it is plainly about the work; the words of somebody who takes a device apart are expected`;
}

export const decide = (narration: Narration, at: number, fate: Draft['fate'], entry?: Entry): Narration => ({
  ...narration,
  drafts: narration.drafts.map((draft, i) =>
    i === at ? { ...draft, entry: entry ?? draft.entry, fate } : draft,
  ),
});

/** The open drafts that are sure, from the first on to the next doubt: what one key accepts. */
export function sureRun(
  open: readonly (Draft & { readonly at: number })[],
): readonly (Draft & { readonly at: number })[] {
  const doubt = open.findIndex((draft) => !isSure(draft));
  return doubt < 0 ? open : open.slice(0, doubt);
}
export const isSure = ({ entry, why }: Draft): boolean =>
  (why ?? null) === null && entry.confidence >= sureEnough;

/** A drafted entry put right by a bench line: it keeps the time at which it was said. */
export function correctedBy(line: string, draft: Entry, context: LineContext): Entry | null {
  const [entry] = readLine(line, { ...context, at: draft.at }).entries;
  return entry && entry.kind !== 'note' ? { ...entry, confidence: 1 } : null;
}

/** The caption that is spoken at a moment, and the time of the last word. */
export const spokenAt = (cues: readonly Cue[], seconds: number): string =>
  cues.findLast(({ start }) => start !== null && start <= seconds)?.text ?? '';
export const lastSecond = (cues: readonly Cue[]): number =>
  cues.reduce((last, { start, end }) => Math.max(last, end ?? start ?? 0), 0);

const seconds = z.number().nullable();
const narrationSchema: z.ZodType<Narration> = z.object({
  name: z.string(),
  cues: z.array(z.object({ text: z.string(), start: seconds, end: seconds })),
  drafts: z.array(
    z.object({
      entry: entrySchema,
      why: z.string().nullish(),
      fate: z.enum(['open', 'accepted', 'dropped']),
    }),
  ),
});

/** What is half decided survives a reload; of what a crash wrote half, the file is still where it was chosen. */
export const narrationHere = (unitId: string): KeptHere<Narration> =>
  keptHere(`bemtor.narration.${unitId}`, narrationSchema);
