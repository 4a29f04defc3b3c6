// npm run bench:live — from a line that is typed at one server until the other tells of it, on one database.
// Method: two built servers on a throw-away cluster; 400 lines into one recording by turns at either, 20 a second; from the
// moment the line is sent until the event arrives on the stream that a page of the other server follows. Aim: under 500 ms
// at the 95th percentile.
import { randomUUID } from 'node:crypto';
import { machine, ms, summary, table } from './report.mjs';
import { openThrowAway } from './throwAwayServer.mjs';

const [lines, everyMs, aimMs] = [400, 50, 500];
const place = await openThrowAway('live');
const second = await place.anotherServer();
const apis = [place.api, second.api];
const unit = '0193b5c0-0001-7000-8000-000000000412';
const recording = randomUUID();
const post = (api, path, body) =>
  fetch(`${api}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
await post(apis[0], '/recordings', { id: recording, unitId: unit });

/** What the server tells of the recording, in the order in which it comes. */
const waiting = apis.map(() => []);
for (const [i, api] of apis.entries()) {
  const { body } = await fetch(`${api}/live`);
  void (async () => {
    const decoder = new TextDecoder();
    for await (const chunk of body)
      for (const event of decoder.decode(chunk).split('\n\n'))
        if (event.includes(recording)) waiting[i].shift()?.(performance.now());
  })().catch(() => undefined);
}
const [heard, acknowledged] = [[], []];
for (let n = 0; n < lines; n++) {
  const [at, other] = [n % 2, 1 - (n % 2)];
  const began = performance.now();
  const told = new Promise((resolve) => waiting[other].push(resolve));
  const own = new Promise((resolve) => waiting[at].push(resolve));
  const items = [
    {
      id: randomUUID(),
      at: new Date().toISOString(),
      body: { kind: 'line', text: `line ${n}`, entries: [] },
    },
  ];
  await (await post(apis[at], `/recordings/${recording}/entries`, { items })).text();
  acknowledged.push(performance.now() - began);
  heard.push((await told) - began);
  await own;
  await new Promise((resolve) => setTimeout(resolve, everyMs));
}
await second.close();
await place.close();
const row = (what, samples) => {
  const { median, p95, max } = summary(samples);
  return [what, ms(median), ms(p95), ms(max)];
};
console.log(`\nTwo servers on one database, ${lines} lines\n${machine()}\n`);
table(
  ['', 'median ms', 'p95 ms', 'longest ms'],
  [row('acknowledged where it was typed', acknowledged), row('told at the other', heard)],
);
const met = summary(heard).p95 < aimMs;
console.log(`\nUnder ${aimMs} ms at the 95th percentile: ${met ? 'met' : 'MISSED'}`);
process.exit(met ? 0 : 1);
