// npm run bench:load — every answer of a workshop that has worked for years: 20 000 jobs, 2 000 units on the bench, a
// recording of 5 000 lines, a job of 20 000 events, on the built server with a throw-away cluster. Method: each request
// 40 times after 3 warm-up calls, one after the other; aim: 95th percentile under 200 ms. Then the logbook by twenty at once.
// At last twenty clients, each at a job of its own: together 200 requests a second for 20 s, begun on time whether or not
// the one before was answered, four of five an act and one a question; aim: acknowledged within 100 ms at the 95th
// percentile, and nothing but 2xx.
import { machine, ms, quantile, table } from './report.mjs';
import { openWorkshop } from './lib/workshop.mjs';

const { server, client, one, model, recording, long, lines, events, close } = await openWorkshop('load');
const { id: unit } = await one(`select id from unit where label = 'L-3'`);
const { next } = await (await fetch(`${server.api}/jobs`)).json();

let line = 0;
const asks = [
  ['the bench, first page', '/units'],
  ['one unit', `/units/${unit}`],
  ['units handed back', '/units?left=1'],
  ['the logbook, first page', '/jobs'],
  ['the logbook, second page', `/jobs?behind=${encodeURIComponent(next)}`],
  ['times of the shop', '/jobs/times'],
  ['evidence of the model', `/models/${model}/evidence`],
  ['recordings of the model', `/models/${model}/recordings`],
  ['what is new in 5 000 lines', `/recordings/${recording}?after=${lines - 1}`],
  ['what is new in 20 000 events', `/jobs/${long}?after=${events - 1}`],
  ['5 000 lines, a piece of 2 000', `/recordings/${recording}?after=0&most=2000`],
  ['5 000 lines whole', `/recordings/${recording}`],
  ['20 000 events, a piece of 2 000', `/jobs/${long}?after=0&most=2000`],
  ['search of a part number', '/parts?q=TB-44'],
  ["photos of the model's steps", `/models/${model}/pictures`],
  ['models', '/models'],
  ['who worked here', '/shop/technicians'],
  ['what was said of a unit', `/units/${unit}/changes`],
  [
    'say something of a unit',
    '/shop/events',
    () => ({
      id: `00000000-0000-4000-9000-${String(++line).padStart(12, '0')}`,
      at: new Date().toISOString(),
      body: {
        kind: 'unit-told',
        unit,
        set: { place: `Shelf ${line}` },
        was: { place: line > 1 ? `Shelf ${line - 1}` : '' },
      },
    }),
  ],
  [
    'keep a line in 5 000',
    `/recordings/${recording}/entries`,
    () => ({
      items: [
        {
          id: `00000000-0000-4000-8000-${String(++line).padStart(12, '0')}`,
          at: new Date().toISOString(),
          body: { kind: 'line', text: 'fan off', entries: [] },
        },
      ],
    }),
  ],
];
const aimMs = 200;
const ask = async (path, body) => {
  const began = performance.now();
  const response = await fetch(
    `${server.api}${path}`,
    body && { method: 'POST', body: JSON.stringify(body()), headers: { 'Content-Type': 'application/json' } },
  );
  const { length } = await response.text();
  if (!response.ok) throw new Error(`${path} answered ${response.status}`);
  return { spent: performance.now() - began, length };
};
const results = [];
for (const [what, path, body] of asks) {
  let first = 0;
  for (let i = 0; i < 3; i++) first = Math.max(first, (await ask(path, body)).spent);
  const samples = [];
  let size = 0;
  for (let i = 0; i < 40; i++) {
    const { spent, length } = await ask(path, body);
    samples.push(spent);
    size = length;
  }
  samples.sort((a, b) => a - b);
  results.push([what, quantile(samples, 0.5), quantile(samples, 0.95), first, size]);
}
console.log(`\nAnswers over HTTP, one at a time\n${machine()}\n`);
table(
  ['request', 'median ms', 'p95 ms', 'first ms', 'kB'],
  results.map(([what, median, p95, first, size]) => [
    what,
    ms(median),
    ms(p95),
    ms(first),
    (size / 1_000).toFixed(0),
  ]),
);
const began = performance.now();
await Promise.all(Array.from({ length: 20 }, () => ask('/jobs')));
console.log(`\nTwenty logbooks at once: ${ms(performance.now() - began)} ms for all`);
const clients = await (
  await import('./lib/clients.mjs')
).benchesAtWork({ api: server.api, one, client, model });
const missed = results.filter(([, , p95]) => p95 >= aimMs).map(([what]) => what);
console.log(
  `95th percentile under ${aimMs} ms: ${missed.length === 0 ? 'met' : `MISSED by ${missed.join(', ')}`}`,
);
table(
  ['twenty clients', ''],
  [
    ['requests a second, begun', clients.begun.toFixed(0)],
    ['answered with 2xx', `${clients.right} of ${clients.sent}`],
    ['acknowledged, median ms', ms(clients.acts.median)],
    ['acknowledged, p95 ms', ms(clients.acts.p95)],
    ['acknowledged, longest ms', ms(clients.acts.max)],
    ['questions, p95 ms', ms(clients.questions.p95)],
  ],
);
const loaded = clients.acts.p95 < 100 && clients.right === clients.sent && clients.begun >= 199;
console.log(`200 a second, 100 ms at the 95th percentile, no failure: ${loaded ? 'met' : 'MISSED'}`);
await close();
