import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { advanceByReading, emptyContext } from './context.ts';
import type { Entry } from './entries/entry.ts';
import { readLine } from './readLine.ts';
import { draftNarration } from './speech/draftNarration.ts';
import { readCaptions } from './speech/readCaptions.ts';

/*
 * The labelled lines of corpus/reading, sessions by other hands and our own: what is right stays right. The
 * floors are what was measured when they were set; `npm run bench:reader` prints where each voice stands.
 */

interface Row {
  readonly session: string;
  readonly say: string;
  readonly want: readonly object[];
  readonly alt?: readonly (readonly object[])[];
  readonly amends?: 'replace' | 'strike';
}
const { matches } = (await import(new URL('../../../bench/lib/match.mjs', import.meta.url).href)) as {
  matches: (want: readonly object[], got: readonly Entry[]) => boolean;
};
const corpus = new URL('../../../corpus/reading/', import.meta.url);

function shareRight(hand: string): number {
  const folder = new URL(`${hand}/`, corpus);
  let right = 0;
  let all = 0;
  for (const file of readdirSync(folder).sort()) {
    let session = '';
    let context = emptyContext();
    for (const text of readFileSync(new URL(file, folder), 'utf8').split('\n').filter(Boolean)) {
      const row = JSON.parse(text) as Row;
      if (row.session !== session) [session, context] = [row.session, emptyContext()];
      const reading = readLine(row.say.replace(/\s+/g, ' '), context);
      context = advanceByReading(context, reading);
      const found = [row.want, ...(row.alt ?? [])].some((want) => matches(want, reading.entries));
      if (found && (row.amends ?? null) === (reading.amends ?? null)) right++;
      all++;
    }
  }
  return right / all;
}

const { narrationFound } = (await import(
  new URL('../../../bench/lib/narrations.mjs', import.meta.url).href
)) as {
  narrationFound: (
    gold: object,
    text: string,
    entries: readonly Entry[],
  ) => { facts: number; found: number; drafted: number };
};

test('labelled narrations are drafted: most of what was done, nothing that was not', async () => {
  const folder = new URL('narrations/', corpus);
  const sums = { facts: 0, found: 0, drafted: 0 };
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.txt'))) {
    const text = readFileSync(new URL(file, folder), 'utf8');
    const cues = await readCaptions(text);
    if (!cues.ok) throw new Error(file);
    const gold = JSON.parse(readFileSync(new URL(file.replace('.txt', '.json'), folder), 'utf8')) as object;
    const found = narrationFound(gold, text, draftNarration(cues.value));
    sums.facts += found.facts;
    sums.found += found.found;
    sums.drafted += found.drafted;
  }
  expect(sums.drafted).toBe(0);
  expect(sums.found / sums.facts).toBeGreaterThanOrEqual(0.85);
});

describe('labelled lines', () => {
  test.each([
    ['others', 0.91],
    ['own', 0.84],
  ])('by %s are read rightly, at least %d of them', (hand, floor) => {
    expect(shareRight(hand)).toBeGreaterThanOrEqual(floor);
  });
});
