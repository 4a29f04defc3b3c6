import type { LineContext } from '../context.ts';
import { slugOf } from '../entries/partName.ts';
import { isWord, type Chunk } from '../phrases/chunk.ts';
import { readChunks } from '../phrases/readChunks.ts';
import type { Sentence } from './sentences.ts';

const numbered =
  /^(?:chapter|section|procedure|part|step|unit|topic|item|stage|number)\s+[\w-]+(?:\s+was added later)?\s*[,.:]?\s+/i;
const leadsOn =
  /\b(?:go on to|come to|comes to|follows is|next is|next comes|turn to|move on to|proceed to|now for|on to)\b/i;

/**
 * The part whose procedure a sentence announces: "Section D, end cap.", "Front bezel." at the head of a
 * paragraph, "Let us go on to the rear camera."; null where it announces none.
 */
export function titleOf({ text, opens }: Sentence, { lexicon }: LineContext): string | null {
  const lead = numbered.exec(text);
  if (lead) {
    const rest = text.slice(lead[0].length);
    // A part that nobody listed: "Chapter nine, the jog wheel."
    return (
      partNamed(readChunks(rest, lexicon)) ??
      (slugOf(/^(?:the )?([\w -]{3,40})/i.exec(rest)?.[1] ?? '') || null)
    );
  }
  const on = leadsOn.exec(text);
  if (on && text.length < 90) return partNamed(readChunks(text.slice(on.index + on[0].length), lexicon));
  if (!opens || text.length > 60) return null;
  // "3.5-inch hard drive."
  const chunks = readChunks(text.replace(/^[\d.]+[- ]?inch\s+/i, ''), lexicon);
  return chunks.every(isOfTitle) ? partNamed(chunks) : null;
}

const isOfTitle = (chunk: Chunk): boolean =>
  chunk.k === 'name' ||
  chunk.k === 'side' ||
  chunk.k === 'look' ||
  chunk.k === 'break' ||
  chunk.k === 'measure' ||
  chunk.k === 'plain' ||
  chunk.k === 'attribute' ||
  isWord(chunk, 'the', 'now', 'then', 'first', 'next', 'filler', 'yes', 'so');

function partNamed(chunks: readonly Chunk[]): string | null {
  const name = chunks.find((chunk) => chunk.k === 'name' || (chunk.k === 'cable' && chunk.owner !== null));
  return name?.k === 'name' ? name.part : name?.k === 'cable' ? name.owner : null;
}
