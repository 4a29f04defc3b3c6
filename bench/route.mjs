// npm run bench:route — the planner on generated devices and on the demo devices, and beside a general solver.
// Method: generated devices (bench/devices.mjs, seeds 1…n) with the board as target; the demo devices with
// every single part as target, in their first and last configuration. Each plan is timed once after a warm-up
// of the whole planner on other devices; counting of valid orders is part of it, as on screen. HiGHS gets the
// same instance as an integer programme (bench/integerProgramme.mjs) and 20 s; there both are timed five times
// where that takes less than half a second, and the median counts. Writes docs/planner-growth.svg.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import highsLoader from 'highs';
import { configure, defaultWeights, planRoute, readSequence } from '@bemtor/core';
import { compileProblem } from '../core/dist/route/problem.js';
import { solve } from '../core/dist/route/planRoute.js';
import { generateDevice } from './devices.mjs';
import { growthChart } from './growthChart.mjs';
import { integerProgramme } from './integerProgramme.mjs';
import { machine, ms, summary, table } from './report.mjs';

const document = (value) => {
  const read = readSequence(value);
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
};

function measure(sequence, request) {
  const began = performance.now();
  const route = planRoute(sequence, request);
  const time = performance.now() - began;
  if (!route.ok) return null;
  const problem = compileProblem(sequence, request);
  const { cost, lowerBound, optimal, steps } = route.value;
  return {
    time,
    optimal,
    steps: steps.length,
    total: cost.total,
    gap: (cost.total - lowerBound) / cost.total,
    expanded: solve(problem.value)?.expanded ?? 0,
  };
}

const row = (name, results) => {
  const { median, p95, max } = summary(results.map((result) => result.time));
  const proved = results.filter((result) => result.optimal).length;
  const worstGap = Math.max(...results.map((result) => result.gap));
  const expanded = summary(results.map((result) => result.expanded));
  return [
    name,
    results.length,
    ms(median),
    ms(p95),
    ms(max),
    `${((100 * proved) / results.length).toFixed(0)} %`,
    `${(100 * worstGap).toFixed(1)} %`,
    expanded.median,
    expanded.max,
  ];
};
const head = ['', 'plans', 'median ms', 'p95 ms', 'max ms', 'proved', 'worst gap', 'expanded', 'at most'];

console.log(`Planning routes\n${machine()}\n`);
for (let seed = 101; seed < 130; seed++) measure(document(generateDevice(30, seed)), { targets: ['board'] });

const sizes = [
  [20, 60],
  [40, 60],
  [80, 40],
  [160, 20],
];
const generated = sizes.map(([size, count]) => ({
  size,
  results: Array.from({ length: count }, (_, i) =>
    measure(document(generateDevice(size, i + 1)), { targets: ['board'] }),
  ),
}));
table(
  head,
  generated.map(({ size, results }) => row(`${size} acts`, results)),
);

console.log('\nDemo devices, every single part');
const folder = new URL('../demo/sequences/', import.meta.url);
const demo = readdirSync(folder).map((name) => {
  const sequence = document(JSON.parse(readFileSync(new URL(name, folder), 'utf8')));
  const at = (place) =>
    Object.fromEntries(sequence.options.map((option) => [option.key, option.values.at(place)]));
  const results = [at(0), at(-1)].flatMap((configuration) =>
    configure(sequence, configuration)
      .actions.filter((action) => action.verb === 'lift')
      .map((action) => measure(sequence, { targets: [action.part], configuration })),
  );
  return { name, results };
});
table(
  head,
  demo.map(({ name, results }) => row(name.replace('.json', ''), results)),
);

console.log('\nBeside HiGHS (the same instance as an integer programme, 20 s at most)');
const highs = await highsLoader();
const beside = [10, 12, 14, 18].flatMap((size) =>
  [1, 2, 3].map((seed) => {
    const sequence = document(generateDevice(size, seed));
    const target = sequence.actions.at(-1).id;
    const mine = measure(sequence, { targets: [target] });
    // Both are quick on small instances, where one timing says little: the median of five, each.
    const middle = (run) => summary(Array.from({ length: 5 }, run)).median;
    // Only the search is compared: counting the valid orders has no counterpart in the programme.
    mine.time = middle(() => {
      const start = performance.now();
      solve(compileProblem(sequence, { targets: [target] }).value);
      return performance.now() - start;
    });
    const programme = integerProgramme(sequence, [target], defaultWeights);
    const began = performance.now();
    const solved = highs.solve(programme, { time_limit: 20 });
    let time = performance.now() - began;
    if (time < 500) {
      time = middle(() => {
        const start = performance.now();
        highs.solve(programme, { time_limit: 20 });
        return performance.now() - start;
      });
    }
    const finished = solved.Status === 'Optimal';
    return {
      name: `${size} acts, seed ${seed}`,
      mine,
      time,
      finished,
      same: finished && Math.abs(solved.ObjectiveValue - mine.total) < 1e-6,
    };
  }),
);
table(
  ['', 'Bemtor ms', 'HiGHS ms', 'ratio', 'same total'],
  beside.map(({ name, mine, time, finished, same }) => [
    name,
    ms(mine.time),
    finished ? ms(time) : 'over 20 s',
    finished ? `${(time / mine.time).toFixed(0)} ×` : '',
    finished ? (same ? 'yes' : 'NO') : '',
  ]),
);
const ratios = beside.filter(({ finished }) => finished).map(({ mine, time }) => time / mine.time);

const of = (size) => generated.find((entry) => entry.size === size).results;
const proved = (results) => results.filter((result) => result.optimal).length / results.length;
const median = (results) => summary(results.map((result) => result.time)).median;
const everyDemo = demo.flatMap(({ results }) => results);
const aims = [
  ['demo devices: median under 10 ms', `${ms(median(everyDemo))} ms`, median(everyDemo) < 10],
  ['demo devices: all proved', `${(100 * proved(everyDemo)).toFixed(0)} %`, proved(everyDemo) === 1],
  ['40 acts: median under 50 ms', `${ms(median(of(40)))} ms`, median(of(40)) < 50],
  ['40 acts: at least 95 % proved', `${(100 * proved(of(40))).toFixed(0)} %`, proved(of(40)) >= 0.95],
  [
    '160 acts: under 1 s, all',
    `${ms(Math.max(...of(160).map((result) => result.time)))} ms`,
    of(160).every((result) => result.time < 1000),
  ],
  [
    '160 acts: gap at most 3 %',
    `${(100 * Math.max(...of(160).map((result) => result.gap))).toFixed(1)} %`,
    of(160).every((result) => result.gap <= 0.03),
  ],
  [
    'at least 100 × faster than HiGHS',
    `${Math.min(...ratios).toFixed(0)} × at least, ${summary(ratios).median.toFixed(0)} × median`,
    Math.min(...ratios) >= 100,
  ],
];
console.log('\nAims');
table(
  ['aim', 'measured', ''],
  aims.map(([aim, measured, met]) => [aim, measured, met ? 'met' : 'MISSED']),
);

const points = [
  ...generated.map(({ size, results }) => ({ size, ...summary(results.map((result) => result.time)) })),
];
writeFileSync(new URL('../docs/planner-growth.svg', import.meta.url), growthChart(points, beside));
console.log('\nChart: docs/planner-growth.svg');
