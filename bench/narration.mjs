// npm run bench:narration — how well narrations are drafted, and how fast.
// Method: each narration of demo/narrations is drafted and compared with the entries beside it, which are
// written as bench lines. Entries are aligned in order (longest common subsequence of kind, part and what is
// undone); a field counts as right where it equals the expected one. Speed: 20 minutes of narration, made by
// repeating the four, drafted 20 times after 5 warm-up runs. Aim: under 300 ms.
import { draftNarration, emptyContext, advanceContext, readCaptions, readLine } from '@bemtor/core';
import { readdirSync, readFileSync } from 'node:fs';
import { machine, ms, summary, table } from './report.mjs';

const folder = new URL('../demo/narrations/', import.meta.url);
const verbose = process.argv.includes('--verbose');

const expectedEntries = (text) => {
  let context = emptyContext();
  return text
    .split('\n')
    .filter(Boolean)
    .flatMap((line) => {
      const { entries } = readLine(line, context);
      context = { ...advanceContext(context, entries), part: null, screw: null };
      return entries;
    });
};

const screwsOf = (entry) =>
  entry?.kind === 'undo' && (entry.joint.type === 'screws' || entry.joint.type === 'standoffs');
/** What makes two entries the same act, however well its fields were heard. */
const key = (entry) => {
  if (screwsOf(entry)) return `${entry.joint.type} ${entry.part}`;
  if (entry.kind === 'undo') return `undo ${entry.joint.type} ${entry.part}`;
  return `${entry.kind} ${entry.part ?? ''}`;
};

/** Pairs of (expected, drafted) in order; null on one side where the other has no partner. */
function align(expected, drafted) {
  const best = Array.from({ length: expected.length + 1 }, () => new Float64Array(drafted.length + 1));
  const score = (a, b) => (key(a) !== key(b) ? 0 : screwsOf(a) && a.joint.count !== b.joint.count ? 1 : 1.5);
  for (let i = expected.length - 1; i >= 0; i--)
    for (let j = drafted.length - 1; j >= 0; j--) {
      const paired = score(expected[i], drafted[j]);
      best[i][j] = Math.max(best[i + 1][j], best[i][j + 1], paired ? paired + best[i + 1][j + 1] : 0);
    }
  const pairs = [];
  let i = 0;
  let j = 0;
  while (i < expected.length || j < drafted.length) {
    const paired = i < expected.length && j < drafted.length ? score(expected[i], drafted[j]) : 0;
    if (paired && best[i][j] === paired + best[i + 1][j + 1]) pairs.push([expected[i++], drafted[j++]]);
    else if (j >= drafted.length || (i < expected.length && best[i][j] === best[i + 1][j]))
      pairs.push([expected[i++], null]);
    else pairs.push([null, drafted[j++]]);
  }
  return pairs;
}

const share = (right, all) => (all === 0 ? '–' : `${((100 * right) / all).toFixed(0)} % (${right}/${all})`);
const screwOf = (entry) => entry?.joint?.screw ?? {};
const exact = ([a, b]) =>
  Boolean(b) &&
  a.joint.count === b.joint.count &&
  screwOf(a).size === screwOf(b).size &&
  screwOf(a).drive === screwOf(b).drive &&
  screwOf(a).lengthMm === screwOf(b).lengthMm;

export async function judge(name) {
  const source = readFileSync(new URL(name, folder), 'utf8');
  const expected = expectedEntries(
    readFileSync(new URL(name.replace(/\.\w+$/, '.expected.txt'), folder), 'utf8'),
  );
  const cues = await readCaptions(source);
  const drafted = draftNarration(cues.value);
  const pairs = align(expected, drafted);
  if (verbose)
    for (const [a, b] of pairs)
      if (!a || !b || (screwsOf(a) && !exact([a, b])))
        console.log(
          `  ${name}: expected ${a ? key(a) + ' ' + JSON.stringify(a.joint ?? a.parts ?? '') : '-'} | drafted ${b ? key(b) + ' ' + JSON.stringify(b.joint ?? b.parts ?? b.by ?? '') + ' «' + b.text + '»' : '-'}`,
        );
  const of = (test) => pairs.filter(([a]) => a && test(a));
  const fasteners = of(screwsOf);
  const undo = pairs.filter(([, b]) => b?.kind === 'undo');
  const counted = of((a) => screwsOf(a) && a.joint.count != null);
  const field = (list, test) => share(list.filter(([a, b]) => b && test(a, b)).length, list.length);
  return {
    name,
    pairs: pairs.filter(([a, b]) => screwsOf(a ?? b)),
    cues: cues.value,
    row: [
      name,
      field(fasteners, (a, b) => exact([a, b])),
      field(counted, (a, b) => a.joint.count === b.joint.count),
      share(
        undo.filter(([a, b]) => a && (!screwsOf(a) || a.joint.count === b.joint.count)).length,
        undo.length,
      ),
      field(
        of((a) => a.kind === 'requires'),
        (a, b) => [...a.parts].sort().join() === [...b.parts].sort().join(),
      ),
      field(
        of((a) => a.kind === 'lift'),
        () => true,
      ),
      share(pairs.filter(([a, b]) => a && b).length, pairs.filter(([, b]) => b).length),
      share(pairs.filter(([a, b]) => a && b).length, pairs.filter(([a]) => a).length),
    ],
  };
}

const names = readdirSync(folder).filter((name) => !name.endsWith('.expected.txt'));
const judged = await Promise.all(names.map(judge));
console.log(`Drafting narrations\n${machine()}\n`);
table(
  [
    'narration',
    'fasteners exact',
    'counts found',
    'undo right',
    'prerequisites',
    'lifts',
    'precision',
    'recall',
  ],
  judged.map(({ row }) => row),
);

// By field, over all four: recall of what is expected, precision of what was drafted (screws and standoffs).
const statements = judged.flatMap(({ pairs }) => pairs);
const fields = {
  count: (entry) => entry.joint.count,
  recess: (entry) => entry.joint.screw?.size ?? entry.joint.screw?.drive,
  length: (entry) => entry.joint.screw?.lengthMm,
  thread: (entry) => entry.joint.screw?.thread,
  part: (entry) => entry.part,
  'hidden by': (entry) => entry.joint.hiddenBy,
  captive: (entry) => entry.joint.screw?.captive,
};
console.log('');
table(
  ['field', 'precision', 'recall'],
  Object.entries(fields).map(([field, of]) => {
    const has = (entry) => entry && of(entry) != null;
    const right = statements.filter(([a, b]) => has(a) && has(b) && of(a) === of(b)).length;
    return [
      field,
      share(right, statements.filter(([, b]) => has(b)).length),
      share(right, statements.filter(([a]) => has(a)).length),
    ];
  }),
);

const whole = judged.flatMap(({ cues }) => cues.map((cue) => ({ ...cue, start: null, end: null })));
// At 150 spoken words a minute.
const words = whole.reduce((sum, { text }) => sum + text.split(/\s+/).length, 0);
const repeats = Math.ceil((20 * 150) / words);
const long = Array.from({ length: repeats }, () => whole).flat();
const samples = [];
for (let i = 0; i < 25; i++) {
  const began = performance.now();
  draftNarration(long);
  if (i >= 5) samples.push(performance.now() - began);
}
const { median, p95 } = summary(samples);
console.log(
  `\n20 minutes of narration (${repeats * words} words): median ${ms(median)} ms, p95 ${ms(p95)} ms (aim: under 300 ms): ${p95 < 300 ? 'met' : 'MISSED'}`,
);
