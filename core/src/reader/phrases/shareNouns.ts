import { isWord, type Chunk, type ChunkOf } from './chunk.ts';

const leadNoun = /^(cable|ribbon|lead|flex|wire|plug|connector|con|conn|cord|ffc)$/;

/**
 * "the display, camera and touch ribbons": the noun at the end is said once for all of them. Each name of such a
 * list stands for its own lead.
 */
export function shareNouns(chunks: readonly Chunk[]): Chunk[] {
  const found = numbered(chunks);
  for (let i = 2; i < found.length; i++) {
    const shared = sharedLead(found[i]);
    if (shared === null || !isWord(before(found, i), 'and')) continue;
    for (let at = i - 1; at >= 0; at--) {
      const chunk = found[at] as Chunk;
      if (chunk.k === 'name' && !chunk.bare && !leadNoun.test(chunk.word)) found[at] = leadOf(chunk, shared);
      else if (!isWord(chunk, 'and', 'the') && !(chunk.k === 'break' && chunk.mark === 'comma')) break;
    }
  }
  return found;
}

/** "coax 1 and 2": two of them, by their numbers. */
function numbered(chunks: readonly Chunk[]): Chunk[] {
  const found = [...chunks];
  const at = found.findIndex((chunk, i) => {
    const [one, and, two] = found.slice(i + 1, i + 4);
    return (
      chunk.k === 'cable' &&
      one?.k === 'count' &&
      one.n === 1 &&
      isWord(and, 'and') &&
      two?.k === 'count' &&
      two.n === 2
    );
  });
  // "24-way and 4-way connectors": two of them, by what each is.
  const ways = found.findIndex(
    (chunk, i) =>
      chunk.k === 'attribute' &&
      (isWord(found[i + 1], 'and') ||
        (found[i + 1]?.k === 'break' && (found[i + 1] as { mark: string }).mark === 'and')) &&
      found[i + 2]?.k === 'attribute' &&
      found[i + 3]?.k === 'cable',
  );
  const [first, , second] = found.slice(ways, ways + 3);
  if (ways >= 0 && first && second)
    found.splice(ways, 3, {
      k: 'count',
      n: 2,
      from: first.from,
      to: second.to,
      start: first.start,
      end: second.end,
    });
  const [, one, , two] = found.slice(at, at + 4);
  if (at >= 0 && one && two) found.splice(at + 1, 3, { ...two, from: one.from, start: one.start });
  return found;
}

/** The chunk before, the article aside. */
const before = (chunks: readonly Chunk[], i: number): Chunk | undefined =>
  isWord(chunks[i - 1], 'the') ? chunks[i - 2] : chunks[i - 1];

/** The noun that a list may share, said in the plural behind its last member. */
function sharedLead(chunk: Chunk | undefined): string | null {
  if (chunk?.k === 'cable') return chunk.plural && chunk.owner !== null ? chunk.word : null;
  return chunk?.k === 'name' && chunk.plural && leadNoun.test(chunk.word) ? chunk.word : null;
}

const leadOf = ({ part, from, to, start, end }: ChunkOf<'name'> & Chunk, word: string): Chunk => ({
  k: 'cable',
  mechanism: word === 'plug' ? 'plug' : null,
  plural: false,
  owner: part,
  word,
  from,
  to,
  start,
  end,
});
