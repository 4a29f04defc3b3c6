// npm run bench:line — time to read one bench line, as at every keystroke in the Recorder.
// Method: each line is read 2 000 times after 200 warm-up readings; one clock reading around 20 readings,
// divided by 20. Then every labelled line of the corpus, in its session, once. Then 200 000 lines of words thrown
// together (`npm run bench:line -- 10000` for fewer). Aims: median under 2 ms, p99 under 10 ms, none over 200 ms.
import { advanceByReading, emptyContext, foldLines, readLine } from '@bemtor/core';
import { readCorpus } from './lib/corpus.mjs';
import { machine, ms, quantile, summary, table } from './report.mjs';
import { randomFrom } from './lib/random.mjs';

const lines = [
  'base cover: 7 PH0 M2x5, 2 captive PH0 rear corners',
  'foot strip off, 3 T5 M2x4 under it',
  'unplug battery, wings',
  'board 3 M2.5x4 PH1 + 2 hex standoffs 5mm',
  'battery TB-4471 11.55V 4100mAh 47.4Wh',
  "board won't come: usb bracket holds it",
  'salt on the hinge screws',
  'one more gold batt screw under the drive shield',
];
const context = emptyContext();

function timeOf(line, rounds = 100) {
  for (let i = 0; i < 2 * rounds; i++) readLine(line, context);
  const samples = [];
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    for (let j = 0; j < 20; j++) readLine(line, context);
    samples.push((performance.now() - began) / 20);
  }
  return summary(samples);
}

console.log(`Reading a bench line\n${machine()}\n`);
const rows = lines.map((line) => [line, timeOf(line)]);
table(
  ['line', 'median ms', 'p95 ms', 'max ms'],
  rows.map(([line, { median, p95, max }]) => [line, ms(median), ms(p95), ms(max)]),
);
const worst = Math.max(...rows.map(([, { median }]) => median));
console.log(`\nWorst median: ${ms(worst)} ms (aim: under 2 ms): ${worst < 2 ? 'met' : 'MISSED'}`);

const spent = (read) => {
  const began = performance.now();
  read();
  return performance.now() - began;
};
const sessions = readCorpus();
const labelled = sessions.flatMap(({ rows: said }) => {
  let before = emptyContext();
  return said.map(({ say }) => {
    let reading;
    const time = spent(() => (reading = readLine(say, before)));
    before = advanceByReading(before, reading);
    return time;
  });
});
labelled.sort((a, b) => a - b);
const p99 = quantile(labelled, 0.99);
console.log(
  `\n${labelled.length} labelled lines: median ${ms(quantile(labelled, 0.5))} ms, p95 ${ms(quantile(labelled, 0.95))} ms, p99 ${ms(p99)} ms (aim: under 10 ms): ${p99 < 10 ? 'met' : 'MISSED'}`,
);

const fuzzed = Number(process.argv[2] ?? 200_000);
const words = [...new Set(sessions.flatMap(({ rows: said }) => said.flatMap(({ say }) => say.split(' '))))];
const random = randomFrom(20_261_126);
let slowest = 0;
let thrown = 0;
for (let i = 0; i < fuzzed; i++) {
  const line = Array.from({ length: 1 + random(14) }, () => words[random(words.length)]).join(' ');
  try {
    slowest = Math.max(
      slowest,
      spent(() => readLine(line, context)),
    );
  } catch {
    thrown++;
  }
}
console.log(
  `${fuzzed} fuzzed lines: ${thrown} threw, the slowest ${ms(slowest)} ms (aims: none, under 200 ms): ${thrown === 0 && slowest < 200 ? 'met' : 'MISSED'}`,
);

console.log('\nGrowth with length (one long line)');
table(
  ['characters', 'median ms', 'µs per character'],
  [10, 100, 1_000, 10_000, 20_000].map((length) => {
    const { median } = timeOf(
      '7 PH0 M2x5 of battery, '.repeat(900).slice(0, length),
      length < 10_000 ? 100 : 5,
    );
    return [length, ms(median), ((1_000 * median) / length).toFixed(2)];
  }),
);

const entries = readLine(lines[0], context).entries;
const records = Array.from({ length: 5_000 }, (_, i) => ({
  id: `00000000-0000-7000-8000-${String(i).padStart(12, '0')}`,
  at: '2026-01-01T08:00:00Z',
  body: { kind: 'line', text: lines[0], entries },
}));
const folds = Array.from({ length: 30 }, () => {
  const began = performance.now();
  foldLines(records);
  return performance.now() - began;
});
console.log(`\nFolding a log of 5 000 lines: median ${ms(summary(folds).median)} ms (aim: under 20 ms)`);
