// npm run bench:guide — how long a guide takes in each format, and how large it is. Method: the demo's keyboard job of
// more than 100 steps, and a device of 1 200 acts; each format ten times (five for the large one), the median is told.
// Aims: the PDF of the first under 3 s, its page under 2 MB.
import { readFileSync } from 'node:fs';
import { composeGuide, guideFormats, planRoute, readSequence, writeGuide } from '../core/dist/index.js';
import { guidePaper } from '../paper/dist/index.js';
import { machine, ms, summary, table } from './report.mjs';
import { generateDevice } from './devices.mjs';

const lark = readSequence(JSON.parse(readFileSync('demo/sequences/lark-14.json', 'utf8'))).value;
const route = planRoute(lark, { targets: ['keyboard'], configuration: {} }).value;
const jobs = [
  ['the keyboard of the demo', lark, { targets: ['keyboard'], steps: route.steps }, 10],
  ['a device of 1 200 acts', readSequence(generateDevice(1_200, 7)).value, { targets: [], steps: [] }, 5],
];
const aims = [];
for (const [title, sequence, job, times] of jobs) {
  const guide = composeGuide(sequence, {
    ...job,
    configuration: {},
    revision: { number: 1, day: '2026-11-27' },
  });
  const steps = guide.sections.reduce((sum, section) => sum + section.steps.length, 0);
  const rows = [];
  for (const format of [...Object.keys(guideFormats), 'pdf']) {
    const spent = [];
    let bytes = 0;
    for (let i = 0; i < times; i++) {
      const began = performance.now();
      const made =
        format === 'pdf'
          ? await guidePaper(guide, { size: 'A4', type: 'normal', day: '2026-11-27' })
          : writeGuide(guide, sequence, format);
      spent.push(performance.now() - began);
      bytes = Buffer.byteLength(made);
    }
    const { median, max } = summary(spent);
    rows.push([format, ms(median), ms(max), (bytes / 1_000).toFixed(0)]);
    if (sequence === lark && format === 'pdf') aims.push(['PDF under 3 s', max < 3_000]);
    if (sequence === lark && format === 'html') aims.push(['page under 2 MB', bytes < 2_000_000]);
  }
  console.log(`\n${title}: ${steps} steps\n${machine()}\n`);
  table(['format', 'median ms', 'slowest ms', 'kB'], rows);
}
console.log(`\n${aims.map(([aim, isMet]) => `${aim}: ${isMet ? 'met' : 'MISSED'}`).join('; ')}`);
